import {
  FIRST_BUILDS,
  FIRST_WORK,
  type FitFacts,
  type Judgement,
  OLD_MASONRY,
  type Objection,
  PREFERRED_ON_OLD_MASONRY,
  PREPARE_STEPS,
  type Rank,
  type Verdict,
  buildFirst,
  judge,
  rank,
} from '../build-up/index.js';
import { type Product, pinProducts } from '../catalogue/index.js';
import { type BuildUp, FAMILY_IDS, type Face, type FamilyId, type Feature, type Junction, type RankingWeights } from '../jobs/index.js';
import type { PlannedLayer } from '../materials/index.js';
import type { PlanConditions } from './conditions.js';
import { type FacePlan, type Surroundings, planFace } from './face-plan.js';
import type { House } from './house.js';
import { costOf } from './cost.js';
import { workItemsOf } from './work-items.js';

/** How one family would do on a face. */
export interface Candidate {
  family: FamilyId;
  /** the coat that fits best, of those cheapest by the m²; undefined when the catalogue has none */ coat?: Product;
  verdict: Verdict;
  objections: Objection[];
}

export interface Option extends Candidate {
  coat: Product;
  plan: FacePlan;
  layers: PlannedLayer[];
  /** dry mm of what counts */ thicknessMm: number;
  kg: number;
  costMinor: number;
  materialMinor: number;
  labourMinor: number;
  accessMinor: number;
  workH: number;
  waitH: number;
  days: number;
  risk: number;
  sdM: number;
  /** a school chosen here puts it first */ preferred: boolean;
  /** 0 what a chosen school prefers, 1 what fits, 2 what fits if something is done first */ group: number;
  currency: string;
}

/** What may be relaxed when nothing fits: the family that the fewest hard limits stand against. */
export interface Nearest {
  family: FamilyId;
  limits: Objection[];
}

/** A verdict on every family for one face, in the order of the families. */
export function judgeFace(facts: FitFacts, house: House): Candidate[] {
  return FAMILY_IDS.map((family) => {
    const judged = coatsOf(family, house).map((coat) => ({ coat, ...judge(family, coat, facts) }));
    const best = judged.reduce<(Judgement & { coat: Product }) | undefined>((a, b) => (a && better(a, b) ? a : b), undefined);
    if (!best) return { family, verdict: 'cannot', objections: [] };
    return { family, ...best };
  });
}

/** Catalogues are asked for the same families over and over, for face after face. */
const coatsByHouse = new WeakMap<House['catalogue'], Map<FamilyId, Product[]>>();

function coatsOf(family: FamilyId, { catalogue }: House): Product[] {
  const known = coatsByHouse.get(catalogue) ?? new Map<FamilyId, Product[]>();
  coatsByHouse.set(catalogue, known);
  const coats = known.get(family) ?? catalogue.choices('coat', family);
  known.set(family, coats);
  return coats;
}

const ORDER: readonly Verdict[] = ['fits', 'fits-if', 'cannot'];
const perM2 = ({ coat, packs }: Product): number =>
  (coat ? coat.kgPerM2PerCoat * coat.coats : 1) * Math.min(...packs.map(({ size, priceMinor }) => priceMinor / size));

function better(a: Judgement & { coat: Product }, b: Judgement & { coat: Product }): boolean {
  const by = ORDER.indexOf(a.verdict) - ORDER.indexOf(b.verdict) || hard(a) - hard(b) || a.objections.length - b.objections.length;
  return by < 0 || (by === 0 && perM2(a.coat) <= perM2(b.coat));
}

const hard = ({ objections }: Judgement): number => objections.filter(({ then }) => then === 'cannot').length;

/** Undefined while something fits. */
export function nearestOf(candidates: readonly Candidate[]): Nearest | undefined {
  if (candidates.some(({ verdict }) => verdict !== 'cannot')) return undefined;
  const [nearest] = candidates.filter(({ coat }) => coat).sort((a, b) => hard(a) - hard(b));
  return nearest && { family: nearest.family, limits: nearest.objections.filter(({ then }) => then === 'cannot') };
}

/** What a face carries, all that a trial plan of it needs. */
export interface Site {
  face: Face;
  features: readonly Feature[];
  junctions: readonly Junction[];
  around: Surroundings;
  house: House;
  conditions: PlanConditions;
  /** strength where somebody measured it */ measuredMPa?: number;
}

/** Points of risk for each thing that must be done first; own judgement, no source. */
const RISK_PER_CONDITION = 1;
const SHIFT_H = 8;

/** A family planned on a face as if it were chosen: layers, kg, cost and days. */
export function tryOn(candidate: Candidate & { coat: Product }, site: Site): Option {
  const { family, coat } = candidate;
  const { face, features, junctions, around, house, conditions, measuredMPa } = site;
  const trial = { ...plainTrial(candidate, site), ...madeFor(candidate, site, ({ criterionId }) => criterionId) };
  const plan = planFace({ face, features, junctions, buildUp: trial, around, house, measuredMPa });
  const items = workItemsOf(face, plan, house, conditions);
  const { materialMinor, labourMinor, accessMinor, workH } = costOf({
    ...{ plan, items, house, people: conditions.people },
    accessMinorPerM2: around.job.accessMinorPerM2 ?? 0,
  });
  const before = firstWork(candidate.objections, plan);
  const readyH = plan.prepare.reduce((sum, { id }) => sum + PREPARE_STEPS[id].waitH, 0);
  const waitH = plan.layers.reduce((sum, layer) => sum + (layer.after?.minH ?? 0), before.waitH + readyH);
  const beforeH = before.personH;
  const preferred = isPreferred(family, face, plan);
  const counted = plan.layers.filter(({ counts }) => counts);
  return {
    ...candidate,
    plan,
    layers: plan.layers,
    thicknessMm: counted.reduce((sum, { dryMm }) => sum + (dryMm ?? 0), 0),
    kg: plan.lines.filter(({ product }) => product.measure === 'kg').reduce((sum, { amount }) => sum + amount, 0),
    materialMinor,
    labourMinor: labourMinor + beforeH * house.labourMinorPerH,
    accessMinor,
    costMinor: materialMinor + labourMinor + beforeH * house.labourMinorPerH + accessMinor,
    workH: workH + beforeH,
    waitH,
    days: (workH + beforeH) / SHIFT_H / conditions.people + waitH / 24,
    risk: candidate.objections.length * RISK_PER_CONDITION,
    sdM: coat.coat?.sdM ?? 0,
    preferred,
    group: preferred ? 0 : candidate.verdict === 'fits' ? 1 : 2,
    currency: coat.currency,
  };
}

const plainTrial = ({ family, coat }: Candidate & { coat: Product }, { face, house }: Site): BuildUp => ({
  ...{ id: 'trial', faceId: face.id, family },
  products: pinProducts(coat, family, house.catalogue),
});

/** What a family is built with on a face so that it fits: layers and coats more, and steps of making ready. */
export function madeFor(
  candidate: Candidate & { coat: Product },
  site: Site,
  reasonOf: (objection: Objection) => string,
): Pick<BuildUp, 'alterations' | 'readies'> {
  const { face, features, junctions, around, house } = site;
  const coats = () =>
    planFace({ face, features, junctions, buildUp: plainTrial(candidate, site), around, house }).layers.filter(
      ({ layer }) => layer === 'coat',
    ).length;
  return buildFirst(candidate.objections, coats, reasonOf);
}

/** What must be done first and is no layer or step of the plan, each once: people's hours on the face, and the longest of the waits. */
function firstWork(objections: readonly Objection[], plan: FacePlan): { personH: number; waitH: number } {
  // a film that goes by its water is planned as thick as it must be
  const isByLoad = plan.products?.coat?.coat?.byLoad !== undefined;
  const actions = [...new Set(objections.map(({ then }) => then))].flatMap((then) =>
    then === 'cannot' || FIRST_BUILDS[then] !== undefined || (then === 'thicker-film' && isByLoad) ? [] : [then],
  );
  // drying a face for good takes longer than the day that every film waits
  const longer = objections.map(({ then }) => stillWaitsH(then));
  return {
    personH: (actions.reduce((sum, action) => sum + FIRST_WORK[action].minPerM2, 0) * plan.areaM2) / 60,
    waitH: Math.max(0, ...longer, ...actions.map((action) => FIRST_WORK[action].waitH)),
  };
}

function stillWaitsH(then: Objection['then']): number {
  const build = then === 'cannot' ? undefined : FIRST_BUILDS[then];
  if (then === 'cannot' || !build || !('readies' in build)) return 0;
  return Math.max(0, FIRST_WORK[then].waitH - PREPARE_STEPS[build.readies].waitH);
}

function isPreferred(family: FamilyId, { substrate }: Face, { schools }: FacePlan): boolean {
  const { school, from } = schools['old-masonry'];
  return from !== 'usual' && OLD_MASONRY.includes(substrate) && PREFERRED_ON_OLD_MASONRY[school].includes(family);
}

export const USUAL_WEIGHTS: RankingWeights = { cost: 3, days: 2, risk: 3, breathing: 0 };

/** Everything that can be done on a face, planned and put in order by what counts. */
export function rankOptions(candidates: readonly Candidate[], site: Site, weights: RankingWeights): { option: Option; rank: Rank }[] {
  const options = candidates
    .filter((each): each is Candidate & { coat: Product } => each.coat !== undefined && each.verdict !== 'cannot')
    .map((each) => tryOn(each, site));
  const byFamily = new Map(options.map((option) => [option.family, option]));
  return rank(options, weights).map((each) => ({ option: byFamily.get(each.family)!, rank: each }));
}
