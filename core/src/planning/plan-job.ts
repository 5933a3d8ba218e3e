import type { Issue } from '../issues.js';
import { type JobModel, type Junction, facesInWalk, findJunctions, groupBy } from '../jobs/index.js';
import { type FacePlan, planFace } from './face-plan.js';
import { type Supply, planSupply } from './supply.js';
import { type WorkItem, workItemsOf } from './work-items.js';

/** Everything that follows from a job as surveyed and chosen. Pure: the same model and crew give the same plan. */
export interface JobPlan {
  faces: FacePlan[];
  junctions: Junction[];
  supply: Supply;
  workItems: WorkItem[];
  findings: Issue[];
}

export interface PlanConditions {
  people: number;
  /** at the wall, °C */ temperatureC: number;
}

export const USUAL_CREW: PlanConditions = { people: 2, temperatureC: 12 };

export function planJob(model: JobModel, conditions: PlanConditions): JobPlan {
  const junctions = findJunctions(model.faces);
  const featuresOf = groupBy(model.features, (feature) => feature.faceId);
  const junctionsOf = groupBy(junctions, (junction) => answeringFace(junction, model));
  const faces = facesInWalk(model).map((face) => planFace(face, featuresOf.get(face.id) ?? [], junctionsOf.get(face.id) ?? [], model));
  const supply = planSupply(
    faces.flatMap((face) => face.lines),
    conditions,
  );
  return {
    faces,
    junctions,
    supply,
    workItems: faces.flatMap(workItemsOf),
    findings: [...faces.flatMap((face) => face.findings), ...supply.findings],
  };
}

/** Of the two faces that meet, the first that is to be coated carries the junction's work. */
function answeringFace(junction: Junction, model: JobModel): string {
  const coated = new Set(model.buildUps.map((b) => b.faceId));
  return junction.faceIds.find((id) => coated.has(id)) ?? junction.faceIds[0];
}
