import type { JobModel } from '@caulkhorn/core/jobs';
import type { OutlookLine } from '@caulkhorn/core/outlook';
import { use, useDeferredValue, useMemo } from 'react';
import { parts, useJob, usePlanning } from './job-context';
import { useHouse } from './use-house';

export interface FoundLines {
  /** found, changed or removed since the plan was released */ lines: readonly OutlookLine[];
  /** how many of them are on nobody's sheet */ found: number;
}

/** What was found or changed after the release, a moment after what was typed. */
export function useFoundSince(): FoundLines {
  const { model, revision } = useJob(parts('model', 'revision'));
  const { plan, conditions } = usePlanning();
  const house = useHouse();
  const { decidedIn, releaseLines } = use(planEngine());
  // the plan that belongs to a model and the model itself settle together
  const settled = useDeferredValue<{ model: JobModel; plan: typeof plan } | null>(
    useMemo(() => ({ model, plan }), [model, plan]),
    null,
  );
  return useMemo(() => {
    if (!settled || !revision) return NOTHING;
    const lines = releaseLines({ model: settled.model, revision, today: decidedIn(settled.model, settled.plan, conditions, house) });
    return { lines, found: lines.filter(({ code }) => code === 'found-not-planned').length };
  }, [settled, revision, conditions, house, decidedIn, releaseLines]);
}

/** What compares comes with what plans, and is there once there is a plan. */
let fetched: Promise<typeof import('./plan-engine')> | undefined;
export const planEngine = () => (fetched ??= import('./plan-engine'));

const NOTHING: FoundLines = { lines: [], found: 0 };
