import type { Family, FamilyLimit, Product } from '../catalogue/index.js';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type FaceKind, type OldLayer, type SideKind, type Substrate, WET_STATES, type WetState } from '../jobs/index.js';
import type { FirstAction } from './first-action.js';
import type { FitFacts } from './fit-facts.js';
import { CURED_DAYS, OPEN_TO_VAPOUR_M, TRAFFIC_RANK } from './scales.js';

/** All given conditions must hold. */
export interface FitConditions {
  readonly kinds?: readonly FaceKind[];
  readonly isLevel?: boolean;
  readonly substrates?: readonly Substrate[];
  readonly near?: readonly SideKind[];
  readonly isBelowGrade?: boolean;
  readonly wet?: readonly WetState[];
  readonly leaks?: boolean;
  readonly moving?: boolean;
  readonly oldLayers?: readonly OldLayer[];
  readonly isCoated?: boolean;
  readonly isCast?: boolean;
  readonly finish?: boolean;
  readonly slabMeasured?: boolean;
  readonly cspKnown?: boolean;
  readonly powders?: boolean;
  readonly knifeTested?: boolean;
  readonly blastAlways?: boolean;
  /** sewage, its gas or attacking water comes at it */ readonly attacked?: boolean;
}

/** A row of what speaks against a family, or what it asks for first. Its reason has words under its id. */
export interface FitCriterion {
  readonly id: string;
  /** to which families it applies; by what their data say */ readonly of: (family: Family) => boolean;
  readonly when: FitConditions;
  /** `cannot`: a hard limit; else what to do first */ readonly then: 'cannot' | FirstAction;
  readonly source: Source;
}

const onHardened = ({ placed }: Family) => placed === 'on-the-face';
const inGreen = ({ placed }: Family) => placed === 'in-the-mix' || placed === 'on-green-concrete';
const inCracks = ({ placed }: Family) => placed === 'in-cracks';
const inPores = ({ worksInPores }: Family) => worksInPores;
const onTop = (family: Family) => onHardened(family) && !inPores(family);
const DAMP: readonly WetState[] = WET_STATES.filter((state) => state !== 'dry');
const ON_SURFACE: readonly OldLayer[] = ['paint', 'sealer', 'curing-compound', 'glue', 'epoxy'];

/** A row by a trait that every family states. */
const row = (id: string, of: FitCriterion['of'], when: FitConditions, then: FitCriterion['then']): FitCriterion => ({
  id,
  of,
  when,
  then,
  source: COMMON_PRACTICE,
});

/** A row for the families that name it among their limits. */
const limit = (id: FamilyLimit, when: FitConditions, then: FitCriterion['then']): FitCriterion =>
  row(id, ({ limits }) => limits.includes(id), when, then);

/** Limits of the families themselves. Every row that applies counts. */
export const FIT_CRITERIA: readonly FitCriterion[] = [
  row('only-before-casting', inGreen, { isCast: true }, 'cannot'),
  row('not-cast-yet', (family) => !inGreen(family), { isCast: false }, 'wait-days'),
  limit('shake-on-slabs', { kinds: ['wall', 'soffit', 'lining'] }, 'cannot'),
  limit('block-only', { substrates: ['cast-concrete', 'precast', 'brick', 'rubble', 'screed', 'render'] }, 'cannot'),
  limit('wants-cement-pores', { substrates: ['brick'] }, 'level-first'),
  limit('slabs-only', { kinds: ['wall', 'soffit', 'lining'] }, 'cannot'),
  limit('horizontals-only', { isLevel: false }, 'cannot'),
  limit('not-overhead', { kinds: ['soffit'] }, 'cannot'),
  limit('above-grade-only', { isBelowGrade: true }, 'cannot'),
  limit('old-masonry-only', { substrates: ['cast-concrete', 'precast', 'screed'] }, 'blast-it'),
  limit('sewers-first', { attacked: false }, 'ask-sheet'),
  limit('indoors-only', { near: ['ground', 'tank', 'open-air'] }, 'cannot'),
  row('nothing-to-drain', ({ placed }) => placed === 'before-the-face', { isBelowGrade: false }, 'cannot'),
  row('nothing-to-inject', inCracks, { leaks: false, moving: false }, 'cannot'),
  row('running-water', onHardened, { leaks: true }, 'stop-leaks'),
  limit('wants-dry', { wet: DAMP }, 'dry-it'),
  limit('matt-damp-or-primed', { wet: DAMP }, 'prime-it'),
  row('pores-closed', inPores, { oldLayers: ON_SURFACE }, 'strip-it'),
  row('covered-in-words', onHardened, { isCoated: true }, 'strip-it'),
  row('bonds-to-old-coat', onTop, { oldLayers: ON_SURFACE }, 'strip-it'),
  limit('slab-not-measured', { finish: true, slabMeasured: false }, 'measure-slab'),
  limit('blast-always', { blastAlways: true, cspKnown: false }, 'blast-it'),
  limit('knife-first', { blastAlways: false, cspKnown: false, knifeTested: false }, 'knife-test'),
  limit('weak-skin', { powders: true }, 'grind-it'),
];

/** What a sheet says of itself, held against what is known. */
export interface SheetCriterion {
  readonly id: string;
  /** what is known; undefined when nobody knows */ known(facts: FitFacts): number | undefined;
  /** what the sheet allows; undefined when it sets no limit */ limit(product: Product, family: Family): number | undefined;
  readonly must: 'at-least' | 'at-most';
  /** of both figures, where they have one that is not in the words */ readonly unit?: string;
  readonly then: 'cannot' | FirstAction;
  readonly source: Source;
}

const SHEET: Source = { kind: 'practice', title: 'the product’s sheet' };

/** A row of the table below, in the order of its columns. */
const sheet = (
  id: string,
  known: SheetCriterion['known'],
  must: SheetCriterion['must'],
  limit: SheetCriterion['limit'],
  then: SheetCriterion['then'],
  unit?: string,
  // eslint-disable-next-line max-params
): SheetCriterion => ({ id, known, limit, must, then, unit, source: SHEET });

export const SHEET_CRITERIA: readonly SheetCriterion[] = [
  sheet(
    'bridges-too-little',
    (f) => f.movementMm,
    'at-most',
    (p) => p.coat && (p.coat.bridgesMm ?? 0),
    'seal-moving',
    'mm',
  ),
  sheet(
    'runs-level',
    (f) => (f.isLevel && f.kind !== 'soffit' ? undefined : 1),
    'at-most',
    (p) => (p.coat?.selfLevelling ? 0 : undefined),
    'cannot',
  ),
  sheet(
    'age-not-said',
    (f) => (f.ageDays !== undefined && f.ageDays >= 0 && f.ageDays < CURED_DAYS ? 1 : undefined),
    'at-most',
    (p, { placed }) => (placed === 'on-the-face' && p.limits.minAgeH === undefined ? 0 : undefined),
    'ask-sheet',
  ),
  sheet(
    'too-weak',
    (f) => f.strengthMPa,
    'at-least',
    (p) => p.limits.minStrengthMPa,
    'cannot',
    'MPa',
  ),
  sheet(
    'too-young',
    (f) => f.ageDays,
    'at-least',
    (p) => p.limits.minAgeH && p.limits.minAgeH / 24,
    'wait-days',
  ),
  sheet(
    'too-smooth',
    (f) => f.csp,
    'at-least',
    (p) => p.limits.minCsp,
    'blast-it',
  ),
  sheet(
    'too-cold',
    (f) => f.minC,
    'at-least',
    (p) => Math.max(p.limits.surfaceMinC, p.limits.airMinC ?? -Infinity),
    'warm-it',
    '°C',
  ),
  sheet(
    'too-hot',
    (f) => f.maxC,
    'at-most',
    (p) => Math.min(p.limits.surfaceMaxC, p.limits.airMaxC ?? Infinity),
    'cool-it',
    '°C',
  ),
  sheet(
    'slab-too-damp',
    (f) => f.rhPct,
    'at-most',
    (p) => p.limits.rhMaxPct,
    'cannot',
  ),
  sheet(
    'emission-too-high',
    (f) => f.mverLb,
    'at-most',
    (p) => p.limits.mverMaxLb,
    'cannot',
  ),
  sheet(
    'too-alkaline',
    (f) => f.ph,
    'at-most',
    (p) => p.limits.phMax,
    'cannot',
  ),
  sheet(
    'not-for-this-traffic',
    (f) => TRAFFIC_RANK[f.traffic],
    'at-most',
    // a wear coat over it carries what goes there
    (p, { layers }) => (layers.some(({ role }) => role === 'wear-coat') ? undefined : p.coat && TRAFFIC_RANK[p.coat.traffic]),
    'screed-over',
  ),
  sheet(
    'not-for-drinking-water',
    (f) => (f.potable ? 1 : 0),
    'at-most',
    (p) => (p.potable ? 1 : 0),
    'cannot',
  ),
  sheet(
    'closes-the-wall',
    (f) => (f.mustBreathe ? OPEN_TO_VAPOUR_M : Infinity),
    'at-least',
    (p) => p.coat?.sdM,
    'cannot',
    'm',
  ),
  sheet(
    'covered-too-soon',
    (f) => f.coverWithinH,
    'at-least',
    (p) => p.coat?.coverH,
    'cover-later',
  ),
];
