import { type DecidedSchool, type PlannedPrepare, SCHOOLS, planPrepare, decideSchool, rateCoat } from '../build-up/index.js';
import { FAMILIES, type Family, type LayerId, type Product, type WaterLoad } from '../catalogue/index.js';
import { type Working, workSurely } from '../fields/index.js';
import { type Issue, issue } from '../issues.js';
import {
  type BuildUp,
  type CareId,
  careOf,
  type Face,
  type FacePoint,
  type Feature,
  type JobModel,
  type Junction,
  type ProductRole,
  type SchoolQuestion,
  endsOn,
  extentOf,
  isFloorFinish,
  levelRange,
  netAreaM2,
} from '../jobs/index.js';
import {
  type Detailer,
  doseLine,
  isLaidInZones,
  planLayers,
  type PlannedLayer,
  type TakeOffLine,
  treatFeature,
  treatJunction,
  type Treatment,
} from '../materials/index.js';
import {
  type FaceForce,
  faceForce,
  hydrostaticHead,
  lowestPoint,
  type DesignCase,
  type PressureRating,
  selfHealingLimit,
  type SideWater,
  sideWaters,
  waterOn,
  type WaterOnFace,
} from '../water/index.js';
import type { House } from './house.js';
import type { Stopping } from './stopping.js';

export type HeadWorking = Working<{ headM: number; pressureKPa: number }>;

export type Schools = Readonly<Record<SchoolQuestion, DecidedSchool>>;

export interface FacePlan {
  faceId: string;
  areaM2: number;
  /** its width: what a wall stands on */ footM: number;
  water?: WaterOnFace;
  /** none where no governing water stands against the face */ headAtFoot?: HeadWorking;
  /** walls under a governing level only */ force?: FaceForce;
  buildUp?: BuildUp;
  family?: Family;
  /** pinned sheets by part, once every one of them is known */ products?: Partial<Record<ProductRole, Product>>;
  schools: Schools;
  /** what pushes on either side, in the worst of its cases */ loads: readonly SideWater[];
  /** held against the worst of them; none where no water is known to push */ rating?: Working<PressureRating>;
  /** the case of it, where the face has water on both sides */ ratingCase?: DesignCase;
  layers: PlannedLayer[];
  treatments: Treatment[];
  /** none where no leak runs */ stopping?: Stopping;
  lines: TakeOffLine[];
  /** how it is made ready, in order */ prepare: readonly PlannedPrepare[];
  /** to be seen to before the first start of a day */ care: readonly CareId[];
  findings: Issue[];
}

export type Surroundings = Pick<JobModel, 'job' | 'waterBodies' | 'waterLevels'>;

/** Head above which water presses rather than stands against a film, m; own judgement, no source. */
const PRESSING_HEAD_M = 0.5;

export interface FaceToPlan {
  face: Face;
  features: readonly Feature[];
  /** those for which this face answers (the first of the two) */ junctions: readonly Junction[];
  buildUp: BuildUp | undefined;
  around: Surroundings;
  house: House;
  /** where somebody measured it */ measuredMPa?: number;
}

/** Loads, layers, treatments and quantities of one face. */
export function planFace({ face, features, junctions, buildUp, around, house, measuredMPa }: FaceToPlan): FacePlan {
  const path = `faces.${face.id}`;
  const water = waterOn(face, around);
  const plan: FacePlan = {
    faceId: face.id,
    areaM2: netAreaM2(face),
    footM: footM(face),
    water,
    headAtFoot: water && headWorking(water, levelRange(face).bottomM),
    force: water && faceForce(face, water),
    buildUp,
    loads: sideWaters(face, around),
    schools: schoolsOf(buildUp, around, house),
    layers: [],
    treatments: [],
    lines: [],
    prepare: [],
    care: careOf(face, around.job),
    findings: [],
  };
  if (plan.loads.some(({ headM }) => headM === undefined)) plan.findings.push(issue('no-governing-level', path));
  if (buildUp) buildOn(plan, buildUp, { face, features, around, house, path, strengthMPa: measuredMPa ?? face.strengthMPa });
  addTreatments(plan, face, features, junctions);
  addGauging(plan, path);
  if (demandOf(face, around, 'potable')) plan.findings.push(...notPotable(plan, path));
  return plan;
}

/** What is gauged with another product's liquid takes that as well. */
function addGauging(plan: FacePlan, path: string): void {
  for (const line of [...plan.lines]) {
    const { gauge } = line.product.mix ?? {};
    if (!gauge) continue;
    const product = plan.products?.[gauge.role];
    if (product) {
      const amount = line.amount * gauge.litresPerKg * (product.densityKgL ?? 1);
      // the working of the mortar is not that of its liquid
      const { working: _, ...rest } = line;
      plan.lines.push({ ...rest, id: `${line.id}:${gauge.role}`, product, amount });
    } else if (!plan.findings.some(({ code, values }) => code === 'no-product-for-part' && values?.['role'] === gauge.role))
      plan.findings.push(issue('no-product-for-part', path, { role: gauge.role }));
  }
}

/** Everything that goes into the water's way must be approved for it: mortar and primer as well as the coat. */
function notPotable({ lines }: FacePlan, path: string): Issue[] {
  const names = new Set(lines.filter(({ product }) => product.measure === 'kg' && !product.potable).map(({ product }) => product.name));
  return [...names].map((product) => issue('not-for-drinking-water', path, { product }));
}

function headWorking(water: WaterOnFace, pointLevelM: number): HeadWorking {
  return workSurely(hydrostaticHead, { waterLevelM: water.level.levelM, pointLevelM, densityKgM3: water.body.densityKgM3 });
}

function schoolsOf(buildUp: BuildUp | undefined, { job }: Surroundings, house: House): Schools {
  const chosen = { face: buildUp?.schools, job: job.schools, organisation: house.schools };
  return Object.fromEntries(
    Object.keys(SCHOOLS).map((question) => [question, decideSchool(question as SchoolQuestion, chosen)]),
  ) as unknown as Schools;
}

/** Layers and rating of the chosen system. A sheet that nobody knows stops it: nothing is planned on a guess. */
function buildOn(
  plan: FacePlan,
  buildUp: BuildUp,
  {
    face,
    features,
    around,
    house,
    path,
    strengthMPa,
  }: Pick<FaceToPlan, 'face' | 'features' | 'around' | 'house'> & {
    path: string;
    strengthMPa: number;
  },
): void {
  const products: Partial<Record<ProductRole, Product>> = {};
  for (const [role, ref] of Object.entries(buildUp.products) as [ProductRole, { id: string; version: number }][]) {
    const product = house.catalogue.find(ref);
    if (!product) return void plan.findings.push(issue('product-version-unknown', path, { id: ref.id, version: ref.version }));
    products[role] = product;
  }
  if (!products.coat) return void plan.findings.push(issue('no-product-for-part', path, { role: 'coat' }));
  const family = FAMILIES[buildUp.family];
  plan.products = products;
  plan.family = family;
  plan.prepare = planPrepare(face, buildUp.family, {
    areaM2: plan.areaM2,
    school: (question) => plan.schools[question].school,
    ...(buildUp.readies ? { readies: buildUp.readies } : {}),
  });
  const { coat } = products.coat;
  const rated = coat && rateCoat(buildUp.family, coat, { substrate: face.substrate, strengthMPa }, plan.loads);
  plan.rating = rated?.rating;
  plan.ratingCase = rated?.load.designCase;
  if (plan.rating && !plan.rating.output.passes)
    plan.findings.push(issue('rating-fails', path, { reason: plan.rating.output.reasons[0] ?? '' }));
  const { layers, lines, missing, refused } = planLayers(
    family,
    {
      areaM2: plan.areaM2,
      face,
      load: loadOn(face, plan),
      finish: isFloorFinish(demandOf(face, around, 'finish')),
      acid: demandOf(face, around, 'sewerGas') === true,
      rising: features.some(risesIn),
      foot: { footM: plan.footM, thicknessMm: face.thicknessMm },
      school: (question) => plan.schools[question].school,
      ...(buildUp.alterations ? { alterations: buildUp.alterations } : {}),
    },
    (role) => products[role],
  );
  plan.layers = layers;
  for (const { layer } of refused) plan.findings.push(issue('thinner-than-sheet', path, { layer }));
  for (const role of missing) plan.findings.push(issue('no-product-for-part', path, { role }));
  for (const { layer, product, coats, amount, working } of lines)
    plan.lines.push({ id: `${face.id}:${layer}`, what: layer, faceId: face.id, product, amount, coats, ...zonesOf(layer, plan), working });
  if (family.placed === 'in-the-mix') {
    const dosed = doseLine(face, buildUp, products.coat, path);
    if (dosed.ok) plan.lines.push(dosed.value);
    else plan.findings.push(...dosed.issues);
  }
}

/** Of what is laid strip by strip. */
const zonesOf = (layer: LayerId, plan: FacePlan): Pick<TakeOffLine, 'zones'> =>
  plan.buildUp?.zones !== undefined && isLaidInZones(layer, plan.family!) ? { zones: plan.buildUp.zones } : {};

/** How long a wall stands on its foot; its whole width. */
function footM({ outline }: Pick<Face, 'outline'>): number {
  const { minU, maxU } = extentOf(outline);
  return maxU - minU;
}

/** A damp area with a tide mark: water that rose and left its salts. */
const risesIn = ({ kind, signs = [] }: Feature): boolean => kind === 'damp-area' && signs.includes('tide-mark');

/** What is asked of a face, by itself or by the whole job. */
export function demandOf<K extends keyof NonNullable<Face['demands']>>(face: Face, { job }: Pick<JobModel, 'job'>, name: K) {
  return face.demands?.[name] ?? job.demands?.[name];
}

function loadOn(face: Face, { headAtFoot, loads }: FacePlan): WaterLoad {
  const headM = Math.max(headAtFoot?.output.headM ?? 0, ...loads.map((load) => load.headM ?? 0));
  if (headM > PRESSING_HEAD_M) return 'pressing';
  // a level that nobody found may press: the thicker film is laid
  if (loads.some((load) => load.headM === undefined)) return 'pressing';
  if (headM > 0) return 'standing';
  return face.near.kind === 'ground' || face.far.kind === 'ground' ? 'damp' : 'aboveGround';
}

function addTreatments(plan: FacePlan, face: Face, features: readonly Feature[], junctions: readonly Junction[]): void {
  const { products, water } = plan;
  const detailer: Detailer = {
    face,
    detailing: plan.family?.detailing ?? 'rigid',
    crackSchool: plan.schools['crack-width'].school,
    mortarCorner: plan.family?.sealantCorners !== true,
    overrides: plan.buildUp?.overrides ?? [],
    productFor: products && ((role) => products[role]),
  };
  const headAt = (path: readonly FacePoint[]) => water && headWorking(water, lowestPoint(face, path).levelM);
  for (const feature of features) {
    const treatment = treatFeature(feature, detailer);
    treatment.head = headAt(feature.path);
    if (treatment.head && feature.kind === 'crack')
      treatment.selfHealing = workSurely(selfHealingLimit, { headM: treatment.head.output.headM, wallThicknessMm: face.thicknessMm });
    keep(plan, treatment);
  }
  for (const junction of junctions) {
    const treatment = treatJunction(junction, detailer);
    treatment.head = headAt(endsOn(junction, face.id) ?? [junction.from, junction.to]);
    keep(plan, treatment);
  }
}

function keep(plan: FacePlan, treatment: Treatment): void {
  plan.treatments.push(treatment);
  plan.findings.push(...treatment.findings);
  treatment.lines.forEach(({ step, role, product, amount, coats = 1, working }, i) =>
    plan.lines.push({
      id: `${treatment.targetId}:${i}:${role}`,
      what: step,
      faceId: plan.faceId,
      targetId: treatment.targetId,
      product,
      amount,
      coats,
      working,
    }),
  );
}
