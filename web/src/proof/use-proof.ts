import { type ProofRow, proofOfPlan } from '@caulkhorn/core/proof';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useNow } from '../shared/use-now';

/** How far the released plan is proven, by face, as the log has it on this device. */
export function useProof(): ReadonlyMap<string, ProofRow[]> {
  const { revision, model } = useJob(parts('revision', 'model'));
  const { site } = usePlanning();
  const nowMs = Math.floor(useNow(MINUTE_MS) / MINUTE_MS) * MINUTE_MS;
  return useMemo(
    () => (revision ? proofOfPlan(revision, site, model.readings, nowMs) : new Map<string, ProofRow[]>()),
    [revision, site, model.readings, nowMs],
  );
}
