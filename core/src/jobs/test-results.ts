import { type ShapeOf, anyOf, choice, flag, list, number, optional, record, text } from '../fields/index.js';
import { WET_STATES } from './wetness.js';

/** What a test of the finished work leaves behind, by its kind: as it was read, never as it was judged. */

const FACE_REACH_M = 10_000;
/** Where on the face, m from its left end and from its foot. */
const place = {
  uM: optional(number('m', { min: -FACE_REACH_M, max: FACE_REACH_M })),
  vM: optional(number('m', { min: -FACE_REACH_M, max: FACE_REACH_M })),
};
const MOST_PLACES = 1000;
/** A month of hourly readings, and half as many again. */
const MOST_LEVELS = 1100;

/** How a pull-off came off, EN 1542: in the ground, between ground and coat, in the coat, between two coats, in the glue. */
export const PULL_FAILURES = ['substrate', 'interface', 'coat', 'between-coats', 'glue'] as const;
export type PullFailure = (typeof PULL_FAILURES)[number];

export const CAVITY_CHECKS = ['reaches-sump', 'pump-1-alone', 'pump-2-alone', 'on-battery', 'alarm-heard', 'ports-open'] as const;

const level = record({
  /** since the test began */ h: number('h', { min: 0, max: 10_000 }),
  levelMm: number('mm', { min: -1_000_000, max: 1_000_000 }),
  /** gone from the pan since then */ evaporationMm: optional(number('mm', { min: -1000, max: 1000 })),
  /** fallen since then */ rainMm: optional(number('mm', { min: 0, max: 10_000 })),
});
const levels = list(level, MOST_LEVELS, 2);

export const TEST_RESULT_FIELDS = {
  'leak-look': {
    waterUp: flag(),
    looks: list(record({ targetId: optional(text(200)), saw: choice(WET_STATES), ...place }), MOST_PLACES),
  },
  'water-drop': { drops: list(record({ saw: choice(['drinks', 'beads']), powder: optional(flag()), ...place }), MOST_PLACES) },
  hammer: {
    soundedM2: number('m²', { min: 0, max: 1_000_000 }),
    hollows: list(record({ areaM2: number('m²', { min: 0, max: 100_000 }), atEdge: optional(flag()), ...place }), MOST_PLACES, 0),
  },
  'pull-off': {
    dollyMm: number('mm', { above: 0, max: 500 }),
    pulls: list(record({ loadN: number('N', { min: 0, max: 1_000_000 }), failure: choice(PULL_FAILURES), ...place }), MOST_PLACES),
  },
  'film-dry': {
    how: choice(['gauge', 'cut', 'probe', 'pins']),
    readings: list(record({ mm: number('mm', { min: 0, max: 1000 }), ...place }), MOST_PLACES),
  },
  pinhole: {
    how: choice(['look', 'wet-sponge', 'spark']),
    volts: optional(number('V', { above: 0, max: 100_000 })),
    coveredM2: number('m²', { min: 0, max: 1_000_000 }),
    holes: list(record(place), MOST_PLACES, 0),
  },
  ponding: {
    depthMm: number('mm', { above: 0, max: 10_000 }),
    outletsShut: flag(),
    dripBelow: flag(),
    levels,
  },
  'tank-fill': {
    depthM: number('m', { above: 0, max: 1000 }),
    fillMPerDay: number('m/day', { above: 0, max: 1000 }),
    soakDays: number('day', { min: 0, max: 365 }),
    crackWidthMm: optional(number('mm', { above: 0, max: 5 })),
    levels,
  },
  'penetration-air': {
    with: choice(['soap', 'smoke']),
    underKPa: number('kPa', { above: 0, max: 100 }),
    looks: list(record({ targetId: optional(text(200)), saw: choice(['tight', 'leaks']), ...place }), MOST_PLACES),
  },
  inflow: {
    litres: number('L', { min: 0, max: 1e9 }),
    hours: number('h', { above: 0, max: 10_000 }),
    overM2: number('m²', { above: 0, max: 10_000_000 }),
    agreedClass: number('', { min: 1, max: 5, whole: true }),
  },
  'manhole-water': {
    soakH: number('h', { min: 0, max: 1000 }),
    minutes: number('min', { above: 0, max: 10_000 }),
    litres: number('L', { min: 0, max: 1_000_000 }),
    wettedM2: number('m²', { above: 0, max: 100_000 }),
  },
  'manhole-vacuum': {
    startMmHg: number('mmHg', { above: 0, max: 760 }),
    endMmHg: number('mmHg', { min: 0, max: 760 }),
    seconds: number('s', { above: 0, max: 100_000 }),
    deepM: number('m', { above: 0, max: 100 }),
    diameterM: number('m', { above: 0, max: 20 }),
    acceptedBy: text(120),
    filledRound: flag(),
  },
  adhesion: { cuts: list(record({ rate: number('', { min: 0, max: 5, whole: true }), ...place }), MOST_PLACES) },
  'cavity-run': {
    lPerMin: number('L/min', { above: 0, max: 10_000 }),
    minutes: number('min', { above: 0, max: 10_000 }),
    showed: anyOf(CAVITY_CHECKS),
  },
  core: { cores: list(record({ filledPct: number('%', { min: 0, max: 100 }), ...place }), MOST_PLACES) },
} as const;

export type TestKind = keyof typeof TEST_RESULT_FIELDS;
export const TEST_KINDS = Object.keys(TEST_RESULT_FIELDS) as readonly TestKind[];

/** What was read in a test of a kind. */
export type ResultOf<K extends TestKind> = ShapeOf<(typeof TEST_RESULT_FIELDS)[K]>;
export type TestResult = { [K in TestKind]: { kind: K } & ResultOf<K> }[TestKind];

/** A place of a test, where somebody told it. */
export interface TestPlace {
  uM?: number;
  vM?: number;
}
