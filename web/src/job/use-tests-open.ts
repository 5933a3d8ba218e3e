import type { ProofRow } from '@caulkhorn/core/proof';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { use, useMemo } from 'react';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanning } from './job-context';
import { planEngine } from './use-found-since';

/** How far the released plan is proven, the whole of it or one face, by face; none before one was released. */
function useProofRows(faceId?: string): ReadonlyMap<string, readonly ProofRow[]> {
  const { revision, model } = useJob(parts('revision', 'model'));
  const { site } = usePlanning();
  const { proofOfPlan } = use(planEngine());
  const nowMs = Math.floor(useNow(MINUTE_MS) / MINUTE_MS) * MINUTE_MS;
  return useMemo(() => {
    if (!revision?.decided) return new Map<string, readonly ProofRow[]>();
    const faces = revision.decided.faces.filter((face) => faceId === undefined || face.faceId === faceId);
    return proofOfPlan({ ...revision, decided: { ...revision.decided, faces } }, site, model.readings, nowMs);
  }, [revision, site, model.readings, nowMs, faceId, proofOfPlan]);
}

/** How many tests failed and wait for a decision, and how many are to be taken now. */
export function useTestsOpen(): { failed: number; due: number } {
  const proven = useProofRows();
  return useMemo(() => {
    const rows = [...proven.values()].flat().filter(({ planned }) => !planned.optional);
    const count = (of: string) => rows.filter(({ state }) => state === of).length;
    return { failed: count('failed'), due: count('due') };
  }, [proven]);
}

/** Tests of a face that must be shown before this step of its work begins, or never can be. */
export function useLastChances(faceId: string, step: string): readonly ProofRow[] {
  const { revision } = useJob(parts('revision'));
  const rows = useProofRows(faceId).get(faceId);
  const { lastChances } = use(planEngine());
  const face = revision?.decided?.faces.find((each) => each.faceId === faceId);
  return face && rows ? lastChances(face, step, rows) : [];
}
