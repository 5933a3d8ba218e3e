import { type Coat, FAMILIES, type Product, type Rating } from '../catalogue/index.js';
import { type Source, type Working, workSurely } from '../fields/index.js';
import { type FamilyId, MASONRY } from '../jobs/index.js';
import { atMost } from '../quantities/index.js';
import { type PressureRating, SAFETY_FACTOR, type SideWater, pressureRating } from '../water/index.js';
import type { FirstAction } from './first-action.js';
import { FIT_CRITERIA, type FitConditions, type FitCriterion, SHEET_CRITERIA } from './fit-criteria.js';
import type { FitFacts } from './fit-facts.js';
import { type Mark, PURPOSES, type Purpose } from './purposes.js';

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

/** What a face is for, found once for all the families and coats that are held against it. */
const PURPOSES_OF = new WeakMap<FitFacts, readonly Purpose[]>();

function purposesOf(facts: FitFacts): readonly Purpose[] {
  const known = PURPOSES_OF.get(facts) ?? PURPOSES.filter(({ when }) => when(facts));
  PURPOSES_OF.set(facts, known);
  return known;
}

/** Whether a family fits a face with one product as its coat, and if not, why. */
export function judge(family: FamilyId, product: Product, facts: FitFacts): Judgement {
  const objections: Objection[] = [];
  for (const { id, when, then, source } of criteriaOf(family)) if (holds(when, facts)) objections.push({ criterionId: id, then, source });
  for (const { id, marks, source } of purposesOf(facts)) {
    const mark = marks[family];
    if (!SAYS_NOTHING.has(mark)) objections.push({ criterionId: id, then: mark as Objection['then'], source });
  }
  for (const { id, known, limit, must, then, unit, source } of SHEET_CRITERIA) {
    const [value, allowed] = [known(facts), limit(product, FAMILIES[family])];
    if (value === undefined || allowed === undefined || Number.isNaN(allowed)) continue;
    const isMet = must === 'at-least' ? atMost(allowed, value) : atMost(value, allowed);
    if (!isMet) objections.push({ criterionId: id, then, values: { known: value, limit: allowed, unit }, source });
  }
  if (!objections.some(({ criterionId, then }) => then === 'cannot' && OF_WATER.has(criterionId)))
    objections.push(...ratingObjection(family, product, facts));
  const verdict = objections.length === 0 ? 'fits' : objections.some(({ then }) => then === 'cannot') ? 'cannot' : 'fits-if';
  return { verdict, objections };
}

/** Marks that hold nothing against a family. */
const SAYS_NOTHING: ReadonlySet<Mark> = new Set(['fits', 'by-sheet', 'open']);
/** Rows after which a rating that does not hold is no news. */
const OF_WATER = new Set(['pressing-from-front', 'pressing-from-behind', 'water-both-ways']);

/** What a plain 1 : 4 cement render reaches, on which a family that levels weak masonry first is rated, MPa; common practice, no source. */
const LEVELLED_MPA = 15;

/** What a coat is rated for, and the strength it is held against: of the wall, of the render that levels it first, or none where the family is tried on masonry. */
function ratingOn(family: FamilyId, coat: Pick<Coat, 'rating'>, { substrate, strengthMPa }: Wall): { rating: Rating; strengthMPa: number } {
  const { layers, onMasonry } = FAMILIES[family];
  const rating = coat.rating ?? NOT_RATED;
  if (onMasonry && MASONRY.includes(substrate)) {
    const { mostKPa } = onMasonry;
    return {
      rating: {
        positiveKPa: Math.min(mostKPa, rating.positiveKPa),
        negativeKPa: Math.min(mostKPa, rating.negativeKPa),
        onStrengthMPa: 0,
      },
      strengthMPa,
    };
  }
  const levels = substrate === 'rubble' && layers.some(({ id }) => id === 'levelling');
  return { rating, strengthMPa: levels ? Math.max(strengthMPa, LEVELLED_MPA) : strengthMPa };
}

type Wall = Pick<FitFacts, 'substrate' | 'strengthMPa'>;
/** Coats without a rating are for where no water pushes. */
const NOT_RATED: Rating = { positiveKPa: 0, negativeKPa: 0, onStrengthMPa: 0 };

function ratingObjection(family: FamilyId, { coat }: Product, facts: FitFacts): Objection[] {
  const rated = coat && rateCoat(family, coat, facts, facts.loads);
  if (!rated || rated.rating.output.passes) return [];
  const { load, rating } = rated;
  const { substrateStrengthMPa: known, ratedOnStrengthMPa } = rating.input;
  const source = pressureRating.sources[0]!;
  const [reason] = rating.output.reasons;
  if (reason === 'substrate-weaker-than-rated')
    return [
      { criterionId: reason, then: 'cannot', values: { known: known as number, limit: ratedOnStrengthMPa as number, unit: 'MPa' }, source },
    ];
  if (reason === 'not-rated-on-this-side') return [{ criterionId: reason, then: 'cannot', source }];
  const limit = load.headM / rating.output.utilisation!;
  return [{ criterionId: 'head-above-rating', then: 'lower-water', values: { known: load.headM, limit, unit: 'm' }, source }];
}

/** A coat held against all the water that is known to push, and what it holds least against; undefined where none does. */
export function rateCoat(family: FamilyId, coat: Pick<Coat, 'rating'>, wall: Wall, loads: readonly SideWater[]): Rated | undefined {
  const { rating, strengthMPa } = ratingOn(family, coat, wall);
  const pressing = loads.filter((load): load is PressingWater => load.headM !== undefined && load.headM > 0);
  return pressing
    .map((load) => ({
      load,
      rating: workSurely(pressureRating, {
        ...{ headM: load.headM, side: load.side, densityKgM3: load.densityKgM3 },
        ...{ ratedPositiveKPa: rating.positiveKPa, ratedNegativeKPa: rating.negativeKPa, ratedOnStrengthMPa: rating.onStrengthMPa },
        ...{ substrateStrengthMPa: strengthMPa, safetyFactor: SAFETY_FACTOR },
      }),
    }))
    .reduce<Rated | undefined>((worst, next) => (worst && used(worst) >= used(next) ? worst : next), undefined);
}

type PressingWater = SideWater & { headM: number };

/** A coat against the water that it holds least against. */
export interface Rated {
  load: PressingWater;
  rating: Working<PressureRating>;
}

/** No rating at all is worse than any that is used up. */
function used({ rating: { output } }: Rated): number {
  return output.utilisation ?? (output.passes ? 0 : Infinity);
}

function holds(when: FitConditions, facts: FitFacts): boolean {
  const is = <T>(wanted: T | undefined, value: T) => wanted === undefined || wanted === value;
  const among = <T>(wanted: readonly T[] | undefined, value: T) => !wanted || wanted.includes(value);
  return (
    among(when.kinds, facts.kind) &&
    is(when.isLevel, facts.isLevel) &&
    among(when.substrates, facts.substrate) &&
    among(when.near, facts.near) &&
    is(when.isBelowGrade, facts.isBelowGrade) &&
    among(when.wet, facts.wet) &&
    is(when.leaks, facts.leaks > 0) &&
    is(when.moving, facts.moving > 0) &&
    (!when.oldLayers || when.oldLayers.some((layer) => facts.oldLayers.includes(layer))) &&
    is(when.isCoated, facts.isCoated) &&
    is(when.isCast, (facts.ageDays ?? 0) >= 0) &&
    is(when.finish, facts.finish) &&
    is(when.slabMeasured, facts.rhPct !== undefined || facts.mverLb !== undefined) &&
    is(when.cspKnown, facts.csp !== undefined) &&
    is(when.powders, facts.powders === true) &&
    is(when.knifeTested, facts.powders !== undefined) &&
    is(when.blastAlways, facts.blastAlways) &&
    is(when.attacked, facts.sewerGas || (facts.attack !== undefined && facts.attack !== 'none'))
  );
}
