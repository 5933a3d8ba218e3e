import { type ComponentType, type LazyExoticComponent, lazy } from 'react';

export type LensId = 'survey' | 'water' | 'build-up' | 'materials' | 'programme' | 'site-log' | 'handover';

interface Lens {
  id: LensId;
  slate: LazyExoticComponent<ComponentType>;
  /** lists want room; forms and figures do not */ wide: boolean;
}

/** The steps of the work, in the order they are done: each shows the same sheet and its own slate. */
export const LENSES: readonly Lens[] = [
  { id: 'survey', wide: false, slate: lazy(() => import('../survey/survey-slate').then((m) => ({ default: m.SurveySlate }))) },
  { id: 'water', wide: false, slate: lazy(() => import('../water/water-slate').then((m) => ({ default: m.WaterSlate }))) },
  { id: 'build-up', wide: true, slate: lazy(() => import('../build-up/build-up-slate').then((m) => ({ default: m.BuildUpSlate }))) },
  { id: 'materials', wide: true, slate: lazy(() => import('../materials/materials-slate').then((m) => ({ default: m.MaterialsSlate }))) },
  { id: 'programme', wide: true, slate: lazy(() => import('../programme/programme-slate').then((m) => ({ default: m.ProgrammeSlate }))) },
  { id: 'site-log', wide: true, slate: lazy(() => import('../site-log/site-log-slate').then((m) => ({ default: m.SiteLogSlate }))) },
  { id: 'handover', wide: false, slate: lazy(() => import('../handover/handover-slate').then((m) => ({ default: m.HandoverSlate }))) },
];
