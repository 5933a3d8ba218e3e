import type { Issue } from '../issues.js';
import type { Tool } from '../catalogue/index.js';
import { type BuildUp, type Face, type Feature, type JobModel, type Junction, facesInWalk, findJunctions, groupBy } from '../jobs/index.js';
import type { PlanConditions } from './conditions.js';
import { type FacePlan, planFace } from './face-plan.js';
import { measuredStrengths } from './face-facts.js';
import type { House } from './house.js';
import { type Supply, SupplyMemory, planSupply, sumByProduct } from './supply.js';
import { type WorkItem } from './work-items.js';
import { faceWork } from './face-work.js';
import { floorLevels, isHighOn } from './access.js';
import { mendLines } from './mends.js';
import { remedyLines } from './remedies.js';
import { type Stopping, StoppingMemory } from './stopping.js';
import { inStoppingOrder } from './stopping-waits.js';

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
  work: { people: number; tool: Tool | undefined; items: WorkItem[] };
}

/** What is found first, once for all faces. */
interface Ground {
  junctions: Junction[];
  featuresOf: ReadonlyMap<string, Feature[]>;
  /** by space, m */ floors: ReadonlyMap<string, number>;
}

/** What a face meets. */
interface Around extends Ground {
  buildUps: ReadonlyMap<string, BuildUp>;
  /** measured strength by face, MPa */ strengths: ReadonlyMap<string, number>;
  junctionsOf: ReadonlyMap<string, Junction[]>;
  /** by face with a running leak */ stoppingOf: ReadonlyMap<string, Stopping>;
}

/** What a plan is made of. */
interface Planned {
  model: JobModel;
  conditions: PlanConditions;
  house: House;
}

/**
 * Plans a job again and again, and works out anew only the faces of which something has changed. Items of a model are never
 * changed in place, so that what is the same object is the same.
 */
export class Planner {
  private readonly faces = new Map<string, Remembered>();
  private readonly supply = new SupplyMemory();
  private readonly stopping = new StoppingMemory();
  private junctions?: { faces: JobModel['faces']; found: Junction[]; floors: Ground['floors'] };

  plan(model: JobModel, conditions: PlanConditions, house: House): JobPlan {
    const around = this.around(model, this.ground(model));
    const remembered = facesInWalk(model).map((face) => this.remember(face, around, { model, conditions, house }));
    const faces = remembered.map(({ plan }) => plan);
    const workItems = inStoppingOrder(
      remembered.flatMap(({ work }) => work.items),
      faces,
    );
    const sums = sumByProduct(
      faces.flatMap((face) => face.lines),
      house.sparePct,
    );
    const supply = planSupply(sums, conditions, this.supply);
    const findings = [...faces.flatMap((face) => face.findings), ...supply.findings];
    return { faces, junctions: around.junctions, supply, workItems, findings };
  }

  /** Goes through stretches of leaking walls and then the faces, one at a step, so that a page can answer in between; `plan` then has little left to do. Yields the share that is done, 0 to 1. */
  *prepare(model: JobModel, conditions: PlanConditions, house: House): Generator<number, void> {
    const ground = this.ground(model);
    for (const _ of this.stopping.inSteps({ ...ground, faces: model.faces, around: model })) yield 0;
    const around = this.around(model, ground);
    const faces = facesInWalk(model);
    for (const [i, face] of faces.entries()) {
      this.remember(face, around, { model, conditions, house });
      yield (i + 1) / faces.length;
    }
  }

  private ground(model: JobModel): Ground {
    if (this.junctions?.faces !== model.faces)
      this.junctions = { faces: model.faces, found: this.sameJunctions(findJunctions(model.faces)), floors: floorLevels(model.faces) };
    const { found: junctions, floors } = this.junctions;
    return { junctions, floors, featuresOf: groupBy(model.features, (feature) => feature.faceId) };
  }

  private around(model: JobModel, ground: Ground): Around {
    const buildUps = new Map(model.buildUps.map((buildUp) => [buildUp.faceId, buildUp]));
    return {
      ...ground,
      buildUps,
      strengths: measuredStrengths(model.readings),
      stoppingOf: this.stopping.of({ ...ground, faces: model.faces, around: model }),
      junctionsOf: groupBy(ground.junctions, ({ faceIds }) => faceIds.find((id) => buildUps.has(id)) ?? faceIds[0]),
    };
  }

  private remember(face: Face, around: Around, { model, conditions, house }: Planned): Remembered {
    const { people, tool } = conditions;
    const features = around.featuresOf.get(face.id) ?? [];
    const own = around.junctionsOf.get(face.id) ?? [];
    const buildUp = around.buildUps.get(face.id);
    const { job, waterBodies, waterLevels } = model;
    const measuredMPa = around.strengths.get(face.id);
    const stopping = around.stoppingOf.get(face.id);
    const floorM = around.floors.get(face.spaceId);
    const from = [house, face, buildUp, job, waterBodies, waterLevels, measuredMPa, floorM, features.length, ...features, ...own];
    const before = this.faces.get(face.id);
    const isKnown = before !== undefined && isSame(before.from, from);
    // a leak on the wall beside it may change the order of its own, and nothing else of it
    const isInOrder = before?.plan.stopping === stopping;
    if (isKnown && isInOrder && before.work.people === people && before.work.tool === tool) return before;
    const fresh = () => planFace({ face, features, junctions: own, buildUp, around: model, house, measuredMPa });
    const plan = !isKnown ? fresh() : isInOrder ? before.plan : { ...before.plan };
    // only of what is planned to be built: families that are tried on a face differ little by it
    if (stopping) plan.stopping = stopping;
    else delete plan.stopping;
    const isHigh = isHighOn(face, { features, junctions: own, floorM });
    const items = faceWork(face, { plan, house, conditions, holds: job.holds ?? [], isHigh });
    if (!isKnown) plan.lines.push(...remedyLines(items, plan), ...mendLines(items, plan));
    const remembered = { from, plan, work: { people, tool, items } };
    this.faces.set(face.id, remembered);
    return remembered;
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
