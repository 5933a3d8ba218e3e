import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import type { ReadingKind, Sign } from '../jobs/index.js';

export const DAMP_CAUSES = [
  'rising',
  'penetrating',
  'condensation',
  'plumbing',
  'thin-coat',
  'slab-vapour',
  'hygroscopic',
  'construction',
  'gutters',
  'bridging',
] as const;
export type DampCause = (typeof DAMP_CAUSES)[number];

/** What is known of a damp place. What was not measured or looked for is left out, and tells nothing. */
export interface DampFacts {
  isSlab: boolean;
  /** ground stands against its other side */ retained?: boolean;
  /** lowest point of the place over the foot of its face, m */ overFootM?: number;
  /** dense: water hardly rises in it */ isDense?: boolean;
  /** since it was cast */ ageDays?: number;
  /** by ion, % of the sample's mass */ chloridePct?: number;
  nitratePct?: number;
  /** instrument digits low down less those high up, as a share of the larger: +1 dry above, −1 dry below */ meterFallUpward?: number;
  salts?: 'none' | 'slight' | 'strong';
  /** surface less dew point of the air, K */ surfaceOverDewK?: number;
  /** part of it lies below the water level that governs */ belowWater?: boolean;
  /** a crack, joint or leak that lets water through stands within reach */ nearLeak: boolean;
  nearPipe: boolean;
  coated: boolean;
  inSlabRhPct?: number;
  vapourGM2Day?: number;
  signs: ReadonlySet<Sign>;
}

export interface DampEvidence {
  /** also the key of its words */ readonly id: string;
  /** null: not known */ readonly holds: (facts: DampFacts) => boolean | null;
  /** for (above 0) and against (below 0) each cause, in steps of evidence; 1 makes it about three times as likely */
  readonly weights: Readonly<Partial<Record<DampCause, number>>>;
  /** what to measure or look for to know it */ readonly ask?: ReadingKind | Sign;
  readonly source: Source;
}

const given = <T>(value: T | undefined, test: (value: T) => boolean): boolean | null => (value === undefined ? null : test(value));
const sign = (name: Sign): Pick<DampEvidence, 'holds' | 'ask'> => ({ holds: ({ signs }) => (signs.has(name) ? true : null), ask: name });
const source = COMMON_PRACTICE;
/** 3 lb per 1,000 ft² in 24 h, the usual limit under resilient floors (ASTM F1869). */
const USUAL_EMISSION_LIMIT_G_M2_DAY = 14.65;

/** As high as damp is usually seen to rise, m; common practice, no source. */
const RISES_TO_M = 1.5;
/** Concrete and screeds give off their own water for about so long; common practice, no source. */
const YOUNG_DAYS = 180;
/** From there on salts draw water from the air by themselves (WTA 4-5, from memory). */
const HIGH_SALTS_PCT = { chloride: 0.5, nitrate: 0.3 } as const;
const WTA: Source = { kind: 'memory', title: 'WTA 4-5 (salt loads: chloride over 0.5 %, nitrate over 0.3 % of mass)' };

/** A cause that is thought of only where its sign is seen. */
const onlySeen = (id: string, cause: DampCause, name: Sign): DampEvidence[] => [
  { id: name, ...sign(name), weights: { [cause]: 2 }, source },
  { id, holds: ({ signs }) => !signs.has(name), weights: { [cause]: -3 }, source },
];

/** What speaks for and against each cause of damp. Weights are the project's own, to be read and questioned one by one. */
export const DAMP_EVIDENCE: readonly DampEvidence[] = [
  {
    id: 'fades-upward',
    holds: ({ meterFallUpward }) => given(meterFallUpward, (fall) => fall >= 0.25),
    weights: { rising: 2, penetrating: -0.5, condensation: -0.5 },
    ask: 'moisture-meter',
    source,
  },
  {
    id: 'no-fade-upward',
    holds: ({ meterFallUpward }) => given(meterFallUpward, (fall) => fall < 0.1),
    weights: { rising: -2, penetrating: 0.5 },
    ask: 'moisture-meter',
    source,
  },
  { id: 'tide-mark', ...sign('tide-mark'), weights: { rising: 1.5, condensation: -0.5 }, source },
  { id: 'flaking-paint', ...sign('flaking-paint'), weights: { rising: 0.5, penetrating: 0.5 }, source },
  {
    id: 'strong-salts',
    holds: ({ salts }) => given(salts, (found) => found === 'strong'),
    weights: { rising: 1, penetrating: 0.5, condensation: -1.5, plumbing: -0.5 },
    ask: 'salts',
    source,
  },
  {
    id: 'no-salts',
    holds: ({ salts }) => given(salts, (found) => found === 'none'),
    weights: { rising: -1, condensation: 0.5, plumbing: 0.5 },
    ask: 'salts',
    source,
  },
  {
    id: 'under-dew-point',
    holds: ({ surfaceOverDewK }) => given(surfaceOverDewK, (k) => k <= 0),
    weights: { condensation: 2.5 },
    ask: 'surface-temperature',
    source,
  },
  {
    id: 'near-dew-point',
    holds: ({ surfaceOverDewK }) => given(surfaceOverDewK, (k) => k > 0 && k < 3),
    weights: { condensation: 1 },
    ask: 'surface-temperature',
    source: { kind: 'published', title: 'ISO 8502-4 (3 °C over the dew point)' },
  },
  {
    id: 'well-over-dew-point',
    holds: ({ surfaceOverDewK }) => given(surfaceOverDewK, (k) => k >= 5),
    weights: { condensation: -2 },
    ask: 'surface-temperature',
    source,
  },
  { id: 'hard-to-touch', ...sign('hard-to-touch'), weights: { condensation: 1, rising: -0.5 }, source },
  { id: 'mould', ...sign('mould'), weights: { condensation: 1 }, source },
  { id: 'worse-in-winter', ...sign('worse-in-winter'), weights: { condensation: 1.5, penetrating: -0.5 }, source },
  { id: 'worse-after-rain', ...sign('worse-after-rain'), weights: { penetrating: 1.5, condensation: -0.5, plumbing: -1 }, source },
  { id: 'always-the-same', ...sign('always-the-same'), weights: { plumbing: 1, rising: 0.5, penetrating: -0.5 }, source },
  { id: 'came-suddenly', ...sign('came-suddenly'), weights: { plumbing: 1.5, rising: -1.5 }, source },
  { id: 'beside-a-leak', holds: ({ nearLeak }) => nearLeak, weights: { penetrating: 1.5, rising: -0.5, condensation: -0.5 }, source },
  { id: 'beside-a-pipe', holds: ({ nearPipe }) => nearPipe, weights: { plumbing: 1 }, source },
  { id: 'below-water', holds: ({ belowWater }) => given(belowWater, (below) => below), weights: { penetrating: 1 }, source },
  {
    id: 'above-water',
    holds: ({ belowWater }) => given(belowWater, (below) => !below),
    weights: { penetrating: -0.5, rising: 0.5 },
    source,
  },
  { id: 'spots-on-coat', ...sign('spots-on-coat'), weights: { 'thin-coat': 3 }, source },
  { id: 'not-coated', holds: ({ coated }) => !coated, weights: { 'thin-coat': -5 }, source },
  { id: 'is-a-slab', holds: ({ isSlab }) => isSlab, weights: { rising: -5, 'slab-vapour': 0.5 }, source },
  { id: 'is-a-wall', holds: ({ isSlab }) => !isSlab, weights: { 'slab-vapour': -5 }, source },
  {
    id: 'slab-humid',
    holds: ({ isSlab, inSlabRhPct }) => (isSlab ? given(inSlabRhPct, (rh) => rh >= 85) : false),
    weights: { 'slab-vapour': 2, condensation: -0.5 },
    ask: 'in-slab-rh',
    source,
  },
  {
    id: 'slab-dry-inside',
    holds: ({ isSlab, inSlabRhPct }) => (isSlab ? given(inSlabRhPct, (rh) => rh < 75) : false),
    weights: { 'slab-vapour': -2, condensation: 1 },
    ask: 'in-slab-rh',
    source,
  },
  {
    id: 'emits-vapour',
    holds: ({ isSlab, vapourGM2Day }) => (isSlab ? given(vapourGM2Day, (g) => g > USUAL_EMISSION_LIMIT_G_M2_DAY) : false),
    weights: { 'slab-vapour': 1.5 },
    ask: 'vapour-emission',
    source,
  },
  { id: 'floor-lifts', ...sign('floor-lifts'), weights: { 'slab-vapour': 1 }, source },
  { id: 'not-retained', holds: ({ retained }) => given(retained, (ground) => !ground), weights: { penetrating: -1.5 }, source },
  { id: 'above-reach', holds: ({ overFootM }) => given(overFootM, (m) => m > RISES_TO_M), weights: { rising: -4 }, source },
  { id: 'dense-wall', holds: ({ isDense }) => given(isDense, (dense) => dense), weights: { rising: -1 }, source },
  {
    id: 'is-young',
    holds: ({ ageDays }) => given(ageDays, (days) => days >= 0 && days < YOUNG_DAYS),
    weights: { construction: 1.5 },
    source,
  },
  {
    id: 'not-young',
    holds: ({ ageDays }) => (ageDays === undefined ? true : ageDays >= YOUNG_DAYS),
    weights: { construction: -4 },
    source,
  },
  { id: 'dries-steadily', ...sign('dries-steadily'), weights: { construction: 1.5, plumbing: -1, penetrating: -0.5 }, source },
  {
    id: 'ions-high',
    holds: ({ chloridePct, nitratePct }) =>
      chloridePct === undefined && nitratePct === undefined
        ? null
        : (chloridePct ?? 0) > HIGH_SALTS_PCT.chloride || (nitratePct ?? 0) > HIGH_SALTS_PCT.nitrate,
    weights: { hygroscopic: 3, rising: 0.5 },
    ask: 'nitrate',
    source: WTA,
  },
  {
    id: 'ions-not-high',
    holds: ({ chloridePct, nitratePct }) => (chloridePct ?? 0) <= HIGH_SALTS_PCT.chloride && (nitratePct ?? 0) <= HIGH_SALTS_PCT.nitrate,
    weights: { hygroscopic: -3 },
    source: WTA,
  },
  { id: 'humid-spells', ...sign('humid-spells'), weights: { hygroscopic: 2, condensation: 0.5 }, source },
  ...onlySeen('no-gutter', 'gutters', 'below-gutter'),
  ...onlySeen('course-free', 'bridging', 'over-course'),
];
