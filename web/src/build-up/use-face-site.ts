import type { FitFacts } from '@caulkhorn/core/build-up';
import type { Face, Feature } from '@caulkhorn/core/jobs';
import { USUAL_CREW, type FacePlan, type Site, type JobPlan, faceFacts, measuredStrengths, trapsOf } from '@caulkhorn/core/planning';
import { dampFacts, diagnose } from '@caulkhorn/core/survey';
import { useMemo } from 'react';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { HOUR_MS } from '@caulkhorn/core/quantities';

const useHour = (): number => Math.floor(useNow(HOUR_MS / 4) / HOUR_MS) * HOUR_MS;

/** Everything that the choice of a system for one face goes by. */
export interface FaceSite extends Site {
  plan: FacePlan;
  facts: FitFacts;
  features: readonly Feature[];
}

export function useFaceSite(face: Face): FaceSite {
  const { model } = useJob(parts('model'));
  const house = useHouse();
  const { plan, conditions, walls } = usePlanning();
  const hour = useHour();
  return useMemo(() => {
    const features = model.features.filter(({ faceId }) => faceId === face.id);
    const readings = model.readings.filter(({ faceId }) => faceId === face.id);
    const facePlan = plan.faces.find(({ faceId }) => faceId === face.id)!;
    // pours and trials go by this wall, whatever was measured elsewhere
    const temperatureC = walls.get(face.id)?.temperatureC ?? USUAL_CREW.temperatureC;
    const facts = faceFacts({
      ...{ face, plan: facePlan, features, readings, job: model.job },
      today: { ms: hour, temperatureC },
    });
    return {
      face,
      features,
      junctions: junctionsAnsweredBy(face, plan),
      around: model,
      house,
      conditions: { ...conditions, temperatureC },
      plan: facePlan,
      facts,
      measuredMPa: measuredStrengths(readings).get(face.id),
    };
  }, [face, model, house, plan, conditions, walls, hour]);
}

/** Junctions whose treatment counts for this face: those it carries now. */
function junctionsAnsweredBy(face: Face, plan: JobPlan): Site['junctions'] {
  const carried = new Set(plan.faces.find(({ faceId }) => faceId === face.id)?.treatments.map(({ targetId }) => targetId));
  return plan.junctions.filter(({ id }) => carried.has(id));
}

/** What the chosen build-up must not lie on or under, rising damp as the diagnosis has it. */
export function useTraps({ face, plan, features }: FaceSite) {
  const { model } = useJob(parts('model'));
  const hour = useHour();
  return useMemo(() => {
    const context = { now: new Date(hour).toISOString(), waterLevelM: plan.water?.level.levelM, coated: false };
    const [first] = diagnose(dampFacts(face, undefined, model, context)).causes;
    return trapsOf(plan, face, { features, job: model.job, isRising: first?.cause === 'rising' && first.word !== 'unlikely' });
  }, [face, plan, features, model, hour]);
}
