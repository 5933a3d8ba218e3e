import type { Issue } from '../issues.js';
import { type JobModel, type Junction, facesInWalk, findJunctions, groupBy } from '../jobs/index.js';
import type { PlanConditions } from './conditions.js';
import { type FacePlan, planFace } from './face-plan.js';
import type { House } from './house.js';
import { type Supply, SupplyMemory, planSupply, sumByProduct } from './supply.js';
import { type WorkItem, workItemsOf } from './work-items.js';

/** Everything that follows from a job as surveyed and chosen. Pure: the same model, crew and house give the same plan. */
export interface JobPlan {
  faces: FacePlan[];
  junctions: Junction[];
  supply: Supply;
  workItems: WorkItem[];
  findings: Issue[];
}

export function planJob(model: JobModel, conditions: PlanConditions, house: House): JobPlan {
  return new Planner().plan(model, conditions, house);
}

interface Remembered {
  /** everything that the plan of the face was made from, one by one */ from: readonly unknown[];
  plan: FacePlan;
  work?: { house: House; people: number; items: WorkItem[] };
}

/**
 * Plans a job again and again, and works out anew only the faces of which something has changed. Items of a model are never
 * changed in place, so that what is the same object is the same.
 */
export class Planner {
  private readonly faces = new Map<string, Remembered>();
  private readonly supply = new SupplyMemory();
  private junctions?: { faces: JobModel['faces']; found: Junction[] };

  plan(model: JobModel, conditions: PlanConditions, house: House): JobPlan {
    if (this.junctions?.faces !== model.faces)
      this.junctions = { faces: model.faces, found: this.sameJunctions(findJunctions(model.faces)) };
    const { found: junctions } = this.junctions;
    const buildUps = new Map(model.buildUps.map((buildUp) => [buildUp.faceId, buildUp]));
    const featuresOf = groupBy(model.features, (feature) => feature.faceId);
    const junctionsOf = groupBy(junctions, ({ faceIds }) => faceIds.find((id) => buildUps.has(id)) ?? faceIds[0]);
    const { job, waterBodies, waterLevels } = model;
    const faces: FacePlan[] = [];
    const workItems: WorkItem[] = [];
    for (const face of facesInWalk(model)) {
      const features = featuresOf.get(face.id) ?? [];
      const own = junctionsOf.get(face.id) ?? [];
      const buildUp = buildUps.get(face.id);
      const from = [house, face, buildUp, job, waterBodies, waterLevels, features.length, ...features, ...own];
      let remembered = this.faces.get(face.id);
      if (!remembered || !isSame(remembered.from, from)) {
        remembered = { from, plan: planFace(face, features, own, buildUp, model, house) };
        this.faces.set(face.id, remembered);
      }
      faces.push(remembered.plan);
      if (remembered.work?.house !== house || remembered.work.people !== conditions.people)
        remembered.work = { house, people: conditions.people, items: workItemsOf(remembered.plan, house, conditions.people) };
      workItems.push(...remembered.work.items);
    }
    const supply = planSupply(
      sumByProduct(
        faces.flatMap((face) => face.lines),
        house.sparePct,
      ),
      conditions,
      this.supply,
    );
    return { faces, junctions, supply, workItems, findings: [...faces.flatMap((face) => face.findings), ...supply.findings] };
  }

  /** Junctions found again that are as they were keep being the same objects. */
  private sameJunctions(found: Junction[]): Junction[] {
    const before = new Map(this.junctions?.found.map((junction) => [junction.id, junction]));
    return found.map((junction) => {
      const old = before.get(junction.id);
      return old && JSON.stringify(old) === JSON.stringify(junction) ? old : junction;
    });
  }
}

function isSame(a: readonly unknown[], b: readonly unknown[]): boolean {
  return a.length === b.length && a.every((value, i) => value === b[i]);
}
