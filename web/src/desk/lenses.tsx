import { type ComponentType, type LazyExoticComponent, lazy } from 'react';
import { whenSheetShows } from '../job/first-sheet';
import type { Tool } from '../job/selection';
import { TOOLS } from '../sheet/tools';

export type LensId = 'survey' | 'water' | 'build-up' | 'materials' | 'programme' | 'site-log' | 'proof' | 'handover';

export interface Lens {
  id: LensId;
  slate: LazyExoticComponent<ComponentType>;
  /** forms and figures are narrow, lists want room; tables go across, with the sheet as a strip above; what draws for itself takes the page */
  layout: 'narrow' | 'wide' | 'across' | 'page';
  /** where one plans or logs, the next two days stand open */ fullStrip: boolean;
  /** what may be taken up on the sheet here */ tools: readonly Tool[];
}

export const NO_TOOLS: readonly Tool[] = [];
const READING_ONLY: readonly Tool[] = ['reading'];

/** The sheet goes first, and what is beside it follows at once: both at the same time would both be later. */
function afterSheet(fetchSlate: () => Promise<{ default: ComponentType }>): Lens['slate'] {
  return lazy(() => whenSheetShows().then(fetchSlate));
}

/** The steps of the work, in the order they are done: each shows the same sheet and its own slate. */
export const LENSES: readonly Lens[] = [
  {
    id: 'survey',
    layout: 'narrow',
    fullStrip: false,
    tools: TOOLS,
    slate: afterSheet(() => import('../survey/survey-slate').then((m) => ({ default: m.SurveySlate }))),
  },
  {
    id: 'water',
    layout: 'narrow',
    fullStrip: false,
    tools: READING_ONLY,
    slate: afterSheet(() => import('../water/water-slate').then((m) => ({ default: m.WaterSlate }))),
  },
  {
    id: 'build-up',
    layout: 'wide',
    fullStrip: false,
    tools: NO_TOOLS,
    slate: afterSheet(() => import('../build-up/build-up-slate').then((m) => ({ default: m.BuildUpSlate }))),
  },
  {
    id: 'materials',
    layout: 'across',
    fullStrip: false,
    tools: NO_TOOLS,
    slate: afterSheet(() => import('../materials/materials-slate').then((m) => ({ default: m.MaterialsSlate }))),
  },
  {
    id: 'programme',
    layout: 'page',
    fullStrip: false,
    tools: NO_TOOLS,
    slate: afterSheet(() => import('../programme/programme-slate').then((m) => ({ default: m.ProgrammeSlate }))),
  },
  {
    id: 'site-log',
    layout: 'wide',
    fullStrip: true,
    tools: NO_TOOLS,
    slate: afterSheet(() => import('../site-log/site-log-slate').then((m) => ({ default: m.SiteLogSlate }))),
  },
  {
    id: 'proof',
    layout: 'wide',
    fullStrip: false,
    tools: READING_ONLY,
    slate: afterSheet(() => import('../proof/proof-slate').then((m) => ({ default: m.ProofSlate }))),
  },
  {
    id: 'handover',
    layout: 'narrow',
    fullStrip: false,
    tools: NO_TOOLS,
    slate: afterSheet(() => import('../handover/handover-slate').then((m) => ({ default: m.HandoverSlate }))),
  },
];
