import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { use, useMemo } from 'react';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanning } from './job-context';
import { planEngine } from './use-found-since';

/** How many tests failed and wait for a decision, and how many are to be taken now. */
export function useTestsOpen(): { failed: number; due: number } {
  const { revision, model } = useJob(parts('revision', 'model'));
  const { site } = usePlanning();
  const { proofOfPlan } = use(planEngine());
  const nowMs = Math.floor(useNow(MINUTE_MS) / MINUTE_MS) * MINUTE_MS;
  return useMemo(() => {
    if (!revision) return { failed: 0, due: 0 };
    const rows = [...proofOfPlan(revision, site, model.readings, nowMs).values()].flat().filter(({ planned }) => !planned.optional);
    const count = (of: string) => rows.filter(({ state }) => state === of).length;
    return { failed: count('failed'), due: count('due') };
  }, [revision, site, model.readings, nowMs, proofOfPlan]);
}
