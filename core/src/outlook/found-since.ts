import canonicalize from 'canonicalize';
import type { JobModel } from '../jobs/index.js';
import type { ReleasedPlan } from '../proof/index.js';

/** What stands in the job and not in the released plan, by id. */
export interface FoundSince {
  /** added after the release */ foundIds: string[];
  /** planned otherwise today than it was released */ changedIds: string[];
  /** released, and removed since */ goneIds: string[];
}

/**
 * Compares what was released with what follows from the survey today. A thing that was found later is on nobody's sheet
 * until a new plan is released. What a junction needs follows from its faces, so only faces and what was found on them count.
 */
export function foundSince(released: ReleasedPlan, today: ReleasedPlan, model: Pick<JobModel, 'faces' | 'features'>): FoundSince {
  const before = decisionsOf(released);
  // a plan from before tests were planned is not another one for that
  const tested = new Set(released.faces.filter(({ proof }) => proof !== undefined).map(({ faceId }) => faceId));
  const now = decisionsOf({ ...today, faces: today.faces.map((face) => (tested.has(face.faceId) ? face : untested(face))) });
  const ids = [...model.faces, ...model.features].map(({ id }) => id);
  const known = new Set(ids);
  return {
    foundIds: ids.filter((id) => now.has(id) && !before.has(id)),
    changedIds: ids.filter((id) => before.has(id) && now.has(id) && before.get(id) !== now.get(id)),
    goneIds: [...before.keys()].filter((id) => !known.has(id)),
  };
}

/** What was decided about each face and each thing found, as text that differs when it does. */
function decisionsOf({ faces }: ReleasedPlan): Map<string, string> {
  const decided = new Map<string, string>();
  for (const { treatments, findings: _findings, place: _place, ...face } of faces) {
    decided.set(face.faceId, textOf(face));
    for (const treatment of treatments) if (treatment.mark !== undefined) decided.set(treatment.targetId, textOf(treatment));
  }
  return decided;
}

const untested = ({ proof: _proof, grade: _grade, ...face }: ReleasedPlan['faces'][number]): ReleasedPlan['faces'][number] => face;

/** A plan that was kept comes back with its names in another order. */
const textOf = (decision: object): string => canonicalize(decision)!;
