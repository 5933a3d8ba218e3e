import { type IsHigh, highIn } from './access.js';
import type { BuildUp, Face, HoldKind, JobModel, Junction } from '../jobs/index.js';
import type { PlanConditions } from './conditions.js';
import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { withHolds } from './holds.js';
import { withNeeds } from './machines.js';
import { withMends } from './mends.js';
import { withRemedies } from './remedies.js';
import { inStoppingOrder } from './stopping-waits.js';
import { type WorkItem, workItemsOf } from './work-items.js';
import { inZones } from './zones.js';

interface FaceWork {
  plan: FacePlan;
  house: House;
  conditions: PlanConditions;
  /** of the job */ holds: readonly HoldKind[];
  isHigh: IsHigh;
}

/** All work on one face: in its strips, with what is done for coats that came late, and with what it takes from the yard. */
export function faceWork(face: Face, { plan, house, conditions, holds, isHigh }: FaceWork): WorkItem[] {
  const items = inZones(workItemsOf(face, plan, house, conditions), plan, face);
  const crew = { house, people: conditions.people };
  const mended = withMends(withRemedies(items, plan, crew), plan, crew);
  const needed = withNeeds(mended, plan, { near: face.near, isHigh }, conditions.tool);
  return withHolds(needed, plan, holds);
}

/** All work of a plan, were these faces coated in so many strips. */
export function workInZones(
  {
    model,
    junctions,
    plans,
    house,
    conditions,
  }: {
    model: Pick<JobModel, 'faces' | 'features' | 'job'>;
    junctions: readonly Junction[];
    plans: readonly FacePlan[];
  } & Pick<FaceWork, 'house' | 'conditions'>,
  countOf: ReadonlyMap<string, number>,
): WorkItem[] {
  const faceOf = new Map(model.faces.map((face) => [face.id, face]));
  const isHighOf = highIn(model, junctions);
  const { holds = [] } = model.job;
  const items = plans.flatMap((plan) => {
    const zones = countOf.get(plan.faceId) ?? plan.buildUp?.zones ?? 1;
    const { zones: _, ...buildUp } = plan.buildUp ?? {};
    const so = plan.buildUp ? { ...plan, buildUp: { ...buildUp, ...(zones > 1 ? { zones } : {}) } as BuildUp } : plan;
    const face = faceOf.get(plan.faceId)!;
    return faceWork(face, { plan: so, house, conditions, holds, isHigh: isHighOf(face) });
  });
  return inStoppingOrder(items, plans);
}
