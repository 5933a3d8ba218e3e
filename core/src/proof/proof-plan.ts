import type { Binder, Product } from '../catalogue/index.js';
import { type ShapeOf, choice, flag, list, map, number, optional, record, text } from '../fields/index.js';
import { type Demands, type FamilyId, TEST_KINDS } from '../jobs/index.js';
import { CRYSTALS } from '../programme/index.js';
import { ceilDecimal } from '../quantities/index.js';
import type { SlabAsked } from '../survey/index.js';
import { SPARK_VOLTS, TEST_RULES, WET_SPONGE } from './test-rules.js';
import type { LimitAsked, TestAsked, TestRule } from './test-rule.js';

/** What is to be proven on a face, as a release freezes it: later rules change nothing of what was agreed. */
export const PLANNED_TEST_FIELDS = {
  /** of its rule */ id: text(40),
  test: choice([...TEST_KINDS, 'slab-moisture'] as const),
  from: choice(['layers', 'prepared', 'found']),
  /** h by the calendar after that until it says something */ afterH: number('h', { min: 0, max: 100_000 }),
  /** and so long as the sheet has it, h at `referenceC`: cold puts it off */ cureH: number('h', { min: 0, max: 100_000 }),
  referenceC: number('°C', { min: -50, max: 80 }),
  /** so many at least; none where it is the face as a whole */ places: optional(number('', { min: 1, max: 100_000, whole: true })),
  where: choice(['spread', 'worst-first', 'each', 'all', 'once']),
  /** where it is taken at each of them */ targetIds: optional(list(text(200), 6000, 0)),
  by: choice(['foreman', 'inspector', 'engineer']),
  optional: optional(flag()),
  /** figures that it is measured against, by name */ limits: map(number(''), 20),
};
export type PlannedTest = ShapeOf<typeof PLANNED_TEST_FIELDS>;
export const plannedTest = record(PLANNED_TEST_FIELDS);

/** What decides how a face is proven. */
export interface ProofFacts {
  family: FamilyId;
  areaM2: number;
  isLevel: boolean;
  isLining: boolean;
  isMasonry: boolean;
  answersForTank: boolean;
  demands: Demands;
  /** a finish that is spoilt by damp follows */ hasFloorFinish: boolean;
  layers: readonly { layer: string; dryMm?: number; counts: boolean }[];
  coat?: Product;
  /** of the specified film, that no reading may be under */ leastFilmShare: number;
  /** of a slab: how its moisture is tested, and what the finish stands */ slab?: { asked: SlabAsked; limits?: SlabLimits };
  /** places that let water in or may, and pipes, by their ids */ wetPlaces: readonly string[];
  penetrations: readonly string[];
}

export interface SlabLimits {
  rhPct: number;
  mverLb: number;
  ph: number;
  cmPct?: number;
}

/** Films that carry no current: through them a spark finds a hole. */
const INSULATES: ReadonlySet<Binder> = new Set(['epoxy', 'polyurethane', 'acrylic', 'plastic']);
const CEMENTS: ReadonlySet<Binder> = new Set(['cement', 'polymer-cement', 'lime']);
/** Under tiles a bond of its own; EN 14891, from memory. */
const UNDER_TILE_MPA = 0.5;

/** Mean and least single pull-off, MPa; EN 1504-2 and BS 8204-6, from memory. */
const BONDS = {
  'rigid-trafficked': { requiredMPa: 2, leastMPa: 1.5 },
  'flexible-trafficked': { requiredMPa: 1.5, leastMPa: 1 },
  rigid: { requiredMPa: 1, leastMPa: 0.7 },
  flexible: { requiredMPa: 0.8, leastMPa: 0.5 },
  slab: { requiredMPa: 1.5, leastMPa: 1 },
} as const;

/** The tests by which a face is proven, in the order in which they come. Empty where nothing was chosen for it. */
export function proofPlanOf(facts: ProofFacts): PlannedTest[] {
  return TEST_RULES.filter((rule) => isAsked(rule, facts))
    .map((rule) => plan(rule, facts))
    .filter(({ where, targetIds }) => where !== 'each' || targetIds!.length > 0);
}

function isAsked({ families, asked = {} }: TestRule, facts: ProofFacts): boolean {
  if (families && !families.includes(facts.family)) return false;
  const is: Readonly<Record<keyof TestAsked, boolean>> = {
    level: facts.isLevel,
    answersForTank: facts.answersForTank,
    lining: facts.isLining,
    masonry: facts.isMasonry,
    floorFinish: facts.hasFloorFinish,
    groundGas: facts.demands.groundGas === true,
    seepageAgreed: facts.demands.grade === '1a',
    penetrations: facts.penetrations.length > 0,
    wears: facts.layers.some(({ layer }) => layer === 'wear'),
  };
  return (Object.keys(asked) as (keyof TestAsked)[]).every((name) => is[name] === asked[name]);
}

function plan(rule: TestRule, facts: ProofFacts): PlannedTest {
  const { id, test, from, by, places, optional: isOptional } = rule;
  const { coat } = facts;
  const usual = { id, test, from, by, ...waitOf(rule, coat), referenceC: coat?.referenceC ?? 20 };
  // who sees it and who takes it are two: plans from before this was asked stay as they were agreed
  const more = { ...(isOptional ? { optional: true } : {}), limits: { ...limitsOf(rule, facts), apart: 1 } };
  if ('each' in places) {
    const targetIds = [...(places.each === 'penetrations' ? facts.penetrations : facts.wetPlaces)];
    return { ...usual, where: 'each', targetIds, ...(targetIds.length > 0 ? { places: targetIds.length } : {}), ...more };
  }
  if ('all' in places) return { ...usual, where: 'all', ...more };
  if ('once' in places) return { ...usual, where: 'once', ...more };
  const byArea = ceilDecimal(facts.areaM2 / places.perM2) * places.many;
  return { ...usual, where: places.where, places: Math.max(places.least, byArea), ...more };
}

function waitOf({ wait }: TestRule, coat: Product | undefined): Pick<PlannedTest, 'afterH' | 'cureH'> {
  const days = coat && CEMENTS.has(coat.binder) && wait.cementDays ? wait.cementDays : (wait.days ?? 0);
  const bySheet = wait.sheet === undefined ? undefined : wait.sheet === 'water' ? coat?.coat?.waterH : coat?.coat?.coverH;
  return { afterH: days * 24, cureH: Math.max(wait.h ?? 0, bySheet ?? 0) };
}

function limitsOf({ test, limit, wait }: TestRule, facts: ProofFacts): Record<string, number> {
  const filmMm = facts.layers.reduce((sum, { dryMm, counts }) => sum + (counts ? (dryMm ?? 0) : 0), 0);
  if (test === 'pinhole') return { areaM2: facts.areaM2, ...sparkOf(filmMm, facts.coat) };
  if (test === 'slab-moisture') return slabLimits(facts);
  if (test === 'leak-look') return lookLimits(wait.days ?? 0, facts);
  if (test === 'hammer') return { areaM2: facts.areaM2 };
  if (limit === undefined) return {};
  return LIMITS[limit](facts, filmMm);
}

const { cast: CAST_DAYS, block: BLOCK_DAYS } = CRYSTALS.grownAfterDays;
/** Crystals go on growing: what is damp before their day is no failure yet. */
const CRYSTALS_DAY: Partial<Record<FamilyId, number>> = {
  'crystalline-slurry': CAST_DAYS,
  'crystalline-admixture': CAST_DAYS,
  'crystalline-dry-shake': CAST_DAYS,
  'block-wall-crystalline': BLOCK_DAYS,
};
/** Grades of BS 8102 that allow marks of damp. */
const ALLOWS_DAMP: ReadonlySet<string | undefined> = new Set(['1a', '1b']);

function lookLimits(day: number, { family, demands: { grade } }: ProofFacts): Record<string, number> {
  const crystalsDay = CRYSTALS_DAY[family];
  return {
    day,
    ...(crystalsDay === undefined ? {} : { crystalsDay, crystalsByAge: 1 }),
    ...(ALLOWS_DAMP.has(grade) ? { dampAllowed: 1 } : {}),
  };
}

/** What a barrier of epoxy stands; common practice, no source. */
const BARRIER: SlabLimits = { rhPct: 100, mverLb: 25, ph: 14 };

function slabLimits({ family, slab }: ProofFacts): Record<string, number> {
  if (!slab) return {};
  const { tests, areaM2, isScreed, hasProfile } = slab.asked;
  const asked = { tests, areaM2, isScreed: isScreed ? 1 : 0, hasProfile: hasProfile ? 1 : 0 };
  return { ...(family === 'epoxy-vapour-barrier' ? BARRIER : (slab.limits ?? {})), ...asked };
}

const bondOf = (name: keyof typeof BONDS) => ({ ...BONDS[name] });
const isUnderWheels = ({ demands: { traffic } }: ProofFacts) => traffic === 'vehicles';

const LIMITS: Readonly<Record<LimitAsked, (facts: ProofFacts, filmMm: number) => Record<string, number>>> = {
  // of a film whose sheet says no thickness nothing can be shown
  film: ({ areaM2, leastFilmShare }, filmMm) => ({ areaM2, leastShare: leastFilmShare, ...(filmMm > 0 ? { filmMm } : {}) }),
  'bond-rigid': (facts) => bondOf(isUnderWheels(facts) ? 'rigid-trafficked' : 'rigid'),
  'bond-flexible': (facts) =>
    facts.demands.finish === 'tile'
      ? { requiredMPa: BONDS.flexible.requiredMPa, leastMPa: UNDER_TILE_MPA }
      : bondOf(isUnderWheels(facts) ? 'flexible-trafficked' : 'flexible'),
  'bond-slab': () => bondOf('slab'),
  'bond-deck': () => bondOf('flexible-trafficked'),
  drinks: () => ({ drinks: 1 }),
  beads: () => ({ beads: 1 }),
  firm: () => ({ firm: 1 }),
};

/** Volts for that film, where a spark or a sponge says anything of it: cement carries current, and so does what is filled with carbon. */
function sparkOf(filmMm: number, coat: Product | undefined): Record<string, number> {
  if (!coat || !INSULATES.has(coat.binder) || filmMm <= 0) return {};
  const volts = SPARK_VOLTS.find(({ fromMm, toMm }) => filmMm >= fromMm && filmMm < toMm)?.volts;
  return {
    ...(volts === undefined ? {} : { sparkV: volts }),
    ...(filmMm <= WET_SPONGE.mostMm ? { spongeV: WET_SPONGE.volts } : {}),
  };
}
