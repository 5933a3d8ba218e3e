import { FAMILIES, type Product } from '../catalogue/index.js';
import type { Source } from '../fields/index.js';
import type { FamilyId } from '../jobs/index.js';
import { atMost } from '../quantities/index.js';
import { SAFETY_FACTOR, pressureRating } from '../water/index.js';
import { FIT_CRITERIA, type FirstAction, type FitConditions, type FitCriterion, SHEET_CRITERIA } from './fit-criteria.js';
import type { FitFacts } from './fit-facts.js';

/** One thing that speaks against a system, or that it asks for first. */
export interface Objection {
  criterionId: string;
  then: 'cannot' | FirstAction;
  /** what is known and what is allowed, where the row compares figures */ values?: { known: number; limit: number; unit?: string };
  source: Source;
}

export type Verdict = 'fits' | 'fits-if' | 'cannot';

export interface Judgement {
  verdict: Verdict;
  objections: Objection[];
}

/** Rows by family: a job asks thousands of times which of them apply. */
const ROWS = new Map<FamilyId, readonly FitCriterion[]>();

function criteriaOf(family: FamilyId): readonly FitCriterion[] {
  const rows = ROWS.get(family) ?? FIT_CRITERIA.filter(({ of }) => of(FAMILIES[family]));
  ROWS.set(family, rows);
  return rows;
}

/** Whether a family fits a face with one product as its coat, and if not, why. */
export function judge(family: FamilyId, product: Product, facts: FitFacts): Judgement {
  const objections: Objection[] = [];
  for (const { id, when, then, source } of criteriaOf(family)) if (holds(when, facts)) objections.push({ criterionId: id, then, source });
  for (const { id, known, limit, must, then, unit, source } of SHEET_CRITERIA) {
    const [value, allowed] = [known(facts), limit(product)];
    if (value === undefined || allowed === undefined || Number.isNaN(allowed)) continue;
    const isMet = must === 'at-least' ? atMost(allowed, value) : atMost(value, allowed);
    if (!isMet) objections.push({ criterionId: id, then, values: { known: value, limit: allowed, unit }, source });
  }
  if (!objections.some(({ criterionId }) => SAYS_THE_SAME.has(criterionId))) objections.push(...ratingObjection(product, facts));
  const verdict = objections.length === 0 ? 'fits' : objections.some(({ then }) => then === 'cannot') ? 'cannot' : 'fits-if';
  return { verdict, objections };
}

/** Rows after which a rating that does not hold is no news. */
const SAYS_THE_SAME = new Set(['pressed-off', 'pressed-off-here', 'no-liquid-head', 'vapour-not-water']);

function ratingObjection({ coat }: Product, { side, headM, strengthMPa }: FitFacts): Objection[] {
  if (!coat || side === 'none' || headM <= 0) return [];
  const { positiveKPa = 0, negativeKPa = 0, onStrengthMPa = 0 } = coat.rating ?? {};
  const rated = pressureRating.compute({
    headM,
    side,
    ratedPositiveKPa: positiveKPa,
    ratedNegativeKPa: negativeKPa,
    substrateStrengthMPa: strengthMPa,
    ratedOnStrengthMPa: onStrengthMPa,
    safetyFactor: SAFETY_FACTOR,
  });
  if (!rated.ok || rated.value.passes) return [];
  const source = pressureRating.sources[0]!;
  const [reason] = rated.value.reasons;
  if (reason === 'substrate-weaker-than-rated')
    return [{ criterionId: reason, then: 'cannot', values: { known: strengthMPa, limit: onStrengthMPa, unit: 'MPa' }, source }];
  if (reason === 'not-rated-on-this-side') return [{ criterionId: reason, then: 'cannot', source }];
  const limit = headM / rated.value.utilisation!;
  return [{ criterionId: 'head-above-rating', then: 'lower-water', values: { known: headM, limit, unit: 'm' }, source }];
}

function holds(when: FitConditions, facts: FitFacts): boolean {
  const is = <T>(wanted: T | undefined, value: T) => wanted === undefined || wanted === value;
  const among = <T>(wanted: readonly T[] | undefined, value: T) => !wanted || wanted.includes(value);
  return (
    among(when.kinds, facts.kind) &&
    is(when.isLevel, facts.isLevel) &&
    among(when.substrates, facts.substrate) &&
    among(when.side, facts.side) &&
    is(when.underWater, facts.headM > 0) &&
    is(when.isBelowGrade, facts.isBelowGrade) &&
    is(when.otherSideReachable, facts.otherSideReachable) &&
    among(when.wet, facts.wet) &&
    is(when.leaks, facts.leaks > 0) &&
    is(when.moving, facts.moving > 0) &&
    among(when.salts, facts.salts) &&
    (!when.oldLayers || when.oldLayers.some((layer) => facts.oldLayers.includes(layer))) &&
    is(when.isCoated, facts.isCoated) &&
    is(when.isCast, (facts.ageDays ?? 0) >= 0) &&
    is(when.finish, facts.finish) &&
    is(when.slabMeasured, facts.rhPct !== undefined || facts.mverLb !== undefined) &&
    is(when.cspKnown, facts.csp !== undefined) &&
    is(when.powders, facts.powders === true) &&
    is(when.knifeTested, facts.powders !== undefined) &&
    is(when.blastAlways, facts.blastAlways)
  );
}
