import type { FitFacts } from '@caulkhorn/core/build-up';
import { type Face, type Feature, type JobModel, facesInWalk } from '@caulkhorn/core/jobs';
import {
  type FacePlan,
  type House,
  type JobPlan,
  type MeasuredWall,
  type PlanConditions,
  type Site,
  USUAL_CREW,
  faceFacts,
  measuredStrengths,
  trapsOf,
} from '@caulkhorn/core/planning';
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
  const from = useSources();
  return useMemo(() => faceSiteOf(face, from), [face, from]);
}

/** The same for every face of the job, in the order of the walk. */
export function useFaceSites(): FaceSite[] {
  const from = useSources();
  return useMemo(() => facesInWalk(from.model).map((face) => faceSiteOf(face, from)), [from]);
}

interface Sources {
  model: JobModel;
  house: House;
  plan: JobPlan;
  conditions: PlanConditions;
  walls: ReadonlyMap<string, MeasuredWall>;
  hour: number;
}

function useSources(): Sources {
  const { model } = useJob(parts('model'));
  const house = useHouse();
  const { plan, conditions, walls } = usePlanning();
  const hour = useHour();
  return useMemo(() => ({ model, house, plan, conditions, walls, hour }), [model, house, plan, conditions, walls, hour]);
}

function faceSiteOf(face: Face, { model, house, plan, conditions, walls, hour }: Sources): FaceSite {
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
