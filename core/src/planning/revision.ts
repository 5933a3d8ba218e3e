import { DETAIL_RULES_VERSION, type DetailStep } from '../build-up/index.js';
import type { Issue } from '../issues.js';
import { type Face, type Feature, type JobModel, type ProductRef, type Side, drawnSheet, levelRange } from '../jobs/index.js';
import { type ReleasedFace, type ReleasedPlan, type ReleasedTreatment, fingerprintOf } from '../proof/index.js';
import type { PlanConditions } from './conditions.js';
import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { facesProof } from './proof-facts.js';
import type { JobPlan } from './plan-job.js';
import type { Treatment } from '../materials/index.js';
import type { WorkItem } from './work-items.js';

/** Raise when a formula of the core changes, so that old plans say by which one they were made. */
export const CORE_VERSION = 11;

/** A plan as it was released to the site. Never changed afterwards; a new plan is a new revision. */
export interface PlanRevision {
  id: string;
  number: number;
  madeAt: string;
  madeBy: string;
  conditions: PlanConditions;
  pins: { core: number; rules: number; products: ProductRef[] };
  /** SHA-256 of what was decided, of the work and of the quantities */ fingerprint: string;
  /** all that was decided; null for a plan from before this was kept */ decided: ReleasedPlan | null;
  workItems: WorkItem[];
  quantities: PlannedQuantity[];
}

export interface PlannedQuantity {
  productId: string;
  /** in the product's measure, as the packs */ required: number;
  measure: 'kg' | 'm' | 'm²' | 'piece';
  packs: { size: number; count: number }[];
  costMinor: number;
  currency: string;
}

type RevisionContent = Omit<PlanRevision, 'id' | 'number' | 'madeAt' | 'madeBy'>;

/** What a release freezes: every decision with its reason, and what follows from it. */
export function revisionContent(model: JobModel, plan: JobPlan, conditions: PlanConditions, house: House): RevisionContent {
  const products = plan.supply.orders.map(({ product }) => ({ id: product.id, version: product.version }));
  const content = {
    decided: decidedIn(model, plan, conditions, house),
    workItems: plan.workItems,
    quantities: plan.supply.orders.map(({ product, required, purchase }) => ({
      productId: product.id,
      required,
      measure: product.measure,
      packs: purchase.packs,
      costMinor: purchase.costMinor,
      currency: product.currency,
    })),
  };
  return {
    conditions,
    pins: { core: CORE_VERSION, rules: DETAIL_RULES_VERSION, products },
    fingerprint: fingerprintOf(content),
    ...content,
  };
}

/** What a release would freeze of the decisions, as plain data. */
export function decidedIn(model: JobModel, plan: JobPlan, { people, tool }: PlanConditions, house: House): ReleasedPlan {
  const { job } = model;
  const { name, site, timeZone, currency, datum } = job;
  const faces = new Map(model.faces.map((face) => [face.id, face]));
  const features = new Map(model.features.map((feature) => [feature.id, feature]));
  const waters = new Map(model.waterBodies.map((body) => [body.id, body.name]));
  const sheets = new Map(
    plan.faces
      .flatMap(({ products = {}, lines }) => [...Object.values(products), ...lines.map(({ product }) => product)])
      .map((product) => [`${product.id}@${product.version}`, product]),
  );
  const { sparePct, paces, schools } = house;
  const decided = {
    job: { name, site, timeZone, currency, datum },
    pins: { core: CORE_VERSION, rules: DETAIL_RULES_VERSION },
    crew: { people, tool },
    house: { sparePct, paces, schools },
    products: [...sheets].sort(([a], [b]) => (a < b ? -1 : 1)).map(([, product]) => product),
    faces: plan.faces
      .map((facePlan, place) => ({ ...releasedFace(facePlan, faces.get(facePlan.faceId)!, { model, features, waters }), place }))
      .sort((a, b) => (a.faceId < b.faceId ? -1 : 1)),
    sheet: drawnSheet(model),
  };
  // plain data without what is undefined, so that it reads back as it was written
  return JSON.parse(JSON.stringify(decided)) as ReleasedPlan;
}

function releasedFace(
  plan: FacePlan,
  face: Face,
  { model, features, waters }: { model: JobModel; features: ReadonlyMap<string, Feature>; waters: ReadonlyMap<string, string> },
): ReleasedFace {
  const { bottomM: bottomLevelM, topM: topLevelM } = levelRange(face);
  const sideOf = ({ kind, waterBodyId }: Side) => ({ kind, water: waterBodyId === undefined ? undefined : waters.get(waterBodyId) });
  const { mark, name, kind, substrate, strengthMPa, thicknessMm, roughnessFactor } = face;
  return {
    ...{ faceId: face.id, mark, name, kind, substrate, strengthMPa, thicknessMm, roughnessFactor },
    ...{ areaM2: plan.areaM2, bottomLevelM, topLevelM, near: sideOf(face.near), far: sideOf(face.far) },
    load: loadOf(plan),
    care: plan.care.length > 0 ? [...plan.care] : undefined,
    rating: plan.rating && ratingOf(plan.rating.output),
    family: plan.buildUp?.family,
    reason: plan.buildUp?.reason || undefined,
    prepare: plan.prepare.length > 0 ? plan.prepare.map(({ id }) => id) : undefined,
    exception: plan.buildUp?.exception,
    alterations: plan.buildUp?.alterations?.length ? [...plan.buildUp.alterations] : undefined,
    remedies: plan.buildUp?.remedies?.length ? [...plan.buildUp.remedies] : undefined,
    mends: plan.buildUp?.mends?.length ? [...plan.buildUp.mends] : undefined,
    grade: plan.buildUp ? (face.demands?.grade ?? model.job.demands?.grade) : undefined,
    proof: nonEmpty(facesProof(face, plan, model)),
    products: plan.buildUp?.products ?? {},
    schools: Object.fromEntries(
      Object.entries(plan.schools).map(([question, { school, from, reason }]) => [question, { school, from, reason: reason || undefined }]),
    ),
    layers: plan.layers.map(({ product, ...layer }) => ({ ...layer, product: refOf(product) })),
    treatments: plan.treatments.map((treatment) => releasedTreatment(treatment, features.get(treatment.targetId))),
    findings: plan.findings.map(findingOf),
  } as ReleasedFace;
}

const nonEmpty = <T>(list: T[]): T[] | undefined => (list.length > 0 ? list : undefined);

const refOf = ({ id, version }: ProductRef): ProductRef => ({ id, version });

function ratingOf({
  requiredKPa,
  ratedKPa,
  utilisation,
  passes,
  reasons,
}: NonNullable<FacePlan['rating']>['output']): ReleasedFace['rating'] {
  return { requiredKPa, ratedKPa, utilisation, passes, reasons: [...reasons] };
}

function loadOf({ water, headAtFoot, force }: FacePlan): ReleasedFace['load'] {
  if (!water || !headAtFoot) return undefined;
  const { body, level, side } = water;
  return {
    ...{ waterBodyId: body.id, water: body.name, levelId: level.id, levelKind: level.kind, levelM: level.levelM, at: level.at, side },
    headAtFootM: headAtFoot.output.headM,
    pressureAtFootKPa: headAtFoot.output.pressureKPa,
    forceKN: force?.forceKN,
  };
}

function releasedTreatment(treatment: Treatment, feature: Feature | undefined): ReleasedTreatment {
  const { targetId, of, faceIds, rule, instead, geometry, head, lines } = treatment;
  return {
    ...{
      targetId,
      of,
      mark: feature?.mark,
      faceIds: faceIds && [...faceIds],
      wetState: feature?.wetState,
      widthMm: feature?.widthMm,
      movement: feature?.movement,
    },
    lengthM: geometry.lengthM,
    geometry: geometryOf(geometry),
    with: rule.with.length > 0 ? [...rule.with] : undefined,
    headM: head?.output.headM,
    ...{ ruleId: rule.id, verdict: rule.verdict, why: rule.why },
    steps: rule.steps.map(releasedStep),
    instead: instead && { ruleId: instead.rule.id, why: instead.rule.why, reason: instead.reason },
    takes: lines.map(({ step, product, amount }) => ({ step, product: refOf(product), amount })),
  };
}

/** What a drawing of it shows. */
function geometryOf({
  areaM2,
  widthMm,
  depthMm,
  diameterMm,
  movementMm,
  wallThicknessMm,
}: Treatment['geometry']): ReleasedTreatment['geometry'] {
  const dimensions = { areaM2, widthMm, depthMm, diameterMm, movementMm, wallThicknessMm };
  return Object.fromEntries(Object.entries(dimensions).filter((pair): pair is [string, number] => pair[1] !== undefined));
}

/** Dimensions by their names; those of a slot under the slot's. */
function releasedStep({ do: what, ...rest }: DetailStep): ReleasedTreatment['steps'][number] {
  const flat = Object.entries(rest).flatMap(([name, value]): [string, unknown][] =>
    typeof value === 'object' ? Object.entries(value as object).map(([inner, each]) => [`${name}.${inner}`, each]) : [[name, value]],
  );
  const figures = Object.fromEntries(flat.filter((pair): pair is [string, number] => typeof pair[1] === 'number'));
  const says = Object.fromEntries(
    flat.filter(([, value]) => typeof value === 'string' || typeof value === 'boolean').map(([name, value]) => [name, String(value)]),
  );
  return { do: what, figures, says };
}

const findingOf = ({ code, values = {} }: Issue): ReleasedFace['findings'][number] => ({
  code,
  says: Object.fromEntries(
    Object.entries(values)
      .map(([name, value]) => [name, String(value).slice(0, 200)] as const)
      .filter(([, value]) => value !== ''),
  ),
});
