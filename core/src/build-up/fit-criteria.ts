import type { Product } from '../catalogue/index.js';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { FAMILY_IDS, type FaceKind, type FamilyId, type OldLayer, type Substrate, type WetState } from '../jobs/index.js';
import type { FitFacts } from './fit-facts.js';
import { OPEN_TO_VAPOUR_M, RUNNING, SOAKS_IN, TRAFFIC_RANK } from './scales.js';

/** What to do first, so that a system fits. */
export type FirstAction =
  | 'stop-leaks'
  | 'dry-it'
  | 'prime-it'
  | 'wash-salts'
  | 'strip-it'
  | 'blast-it'
  | 'grind-it'
  | 'knife-test'
  | 'measure-slab'
  | 'wait-days'
  | 'lower-water'
  | 'from-other-side'
  | 'seal-moving'
  | 'level-first'
  | 'extra-coat'
  | 'screed-over'
  | 'cover-later'
  | 'warm-it'
  | 'cool-it';

/** All given conditions must hold. */
export interface FitConditions {
  readonly kinds?: readonly FaceKind[];
  readonly isLevel?: boolean;
  readonly substrates?: readonly Substrate[];
  readonly side?: readonly FitFacts['side'][];
  readonly underWater?: boolean;
  readonly isBelowGrade?: boolean;
  readonly otherSideReachable?: boolean;
  readonly wet?: readonly WetState[];
  readonly leaks?: boolean;
  readonly moving?: boolean;
  readonly salts?: readonly FitFacts['salts'][];
  readonly oldLayers?: readonly OldLayer[];
  readonly isCoated?: boolean;
  readonly isCast?: boolean;
  readonly finish?: boolean;
  readonly slabMeasured?: boolean;
  readonly cspKnown?: boolean;
  readonly powders?: boolean;
  readonly knifeTested?: boolean;
  readonly blastAlways?: boolean;
}

/** A row of what speaks against a family, or what it asks for first. Its reason has words under its id. */
export interface FitCriterion {
  readonly id: string;
  readonly families: readonly FamilyId[];
  readonly when: FitConditions;
  /** `cannot`: a hard limit; else what to do first */ readonly then: 'cannot' | FirstAction;
  readonly source: Source;
}

const but = (...without: FamilyId[]): FamilyId[] => FAMILY_IDS.filter((id) => !without.includes(id));
const IN_GREEN: readonly FamilyId[] = ['crystalline-admixture', 'crystalline-dry-shake'];
const ON_HARDENED = but(...IN_GREEN);
const OUTSIDE_ONLY: readonly FamilyId[] = ['thick-film', 'liquid-rubber', 'moisture-cure-pu', 'hot-rubber', 'elastomeric-and-wear-coat'];
const HARD: readonly FamilyId[] = ['crystalline-slurry', 'block-wall-crystalline', 'rigid-slurry', 'lime-base-coat'];
const WANTS_DRY: readonly FamilyId[] = [
  'hot-rubber',
  'elastomeric-and-wear-coat',
  'epoxy-vapour-barrier',
  'silicate-sealer',
  'above-grade-elastomeric',
];
const DAMP: readonly WetState[] = ['damp', ...RUNNING];
const ON_SURFACE: readonly OldLayer[] = ['paint', 'sealer', 'curing-compound', 'glue', 'epoxy'];

const row = (id: string, families: readonly FamilyId[], when: FitConditions, then: FitCriterion['then']): FitCriterion => ({
  id,
  families,
  when,
  then,
  source: COMMON_PRACTICE,
});

/** Limits of the families themselves. Every row that applies counts. */
export const FIT_CRITERIA: readonly FitCriterion[] = [
  row('only-before-casting', IN_GREEN, { isCast: true }, 'cannot'),
  row('not-cast-yet', ON_HARDENED, { isCast: false }, 'wait-days'),
  row('shake-on-slabs', ['crystalline-dry-shake'], { kinds: ['wall', 'soffit', 'lining'] }, 'cannot'),
  row(
    'block-only',
    ['block-wall-crystalline'],
    { substrates: ['cast-concrete', 'precast', 'brick', 'rubble', 'screed', 'render'] },
    'cannot',
  ),
  row('wants-cement-pores', ['crystalline-slurry'], { substrates: ['brick', 'rubble'] }, 'level-first'),
  row('slabs-only', ['epoxy-vapour-barrier'], { kinds: ['wall', 'soffit', 'lining'] }, 'cannot'),
  row('horizontals-only', ['hot-rubber'], { isLevel: false }, 'cannot'),
  row('not-overhead', ['hot-rubber', 'moisture-cure-pu'], { kinds: ['soffit'] }, 'cannot'),
  row('above-grade-only', ['above-grade-elastomeric'], { isBelowGrade: true }, 'cannot'),
  row('old-masonry-only', ['lime-base-coat'], { substrates: ['cast-concrete', 'precast', 'screed'] }, 'blast-it'),
  row('pressed-off', OUTSIDE_ONLY, { side: ['negative'], otherSideReachable: false }, 'cannot'),
  row('pressed-off-here', OUTSIDE_ONLY, { side: ['negative'], otherSideReachable: true }, 'from-other-side'),
  row('no-liquid-head', ['silicate-sealer', 'pore-sealer', 'above-grade-elastomeric'], { underWater: true }, 'cannot'),
  row('vapour-not-water', ['epoxy-vapour-barrier'], { underWater: true }, 'lower-water'),
  row('running-water', ON_HARDENED, { leaks: true }, 'stop-leaks'),
  row('wants-dry', WANTS_DRY, { wet: DAMP }, 'dry-it'),
  row('matt-damp-or-primed', ['thick-film'], { wet: DAMP }, 'prime-it'),
  row('moves', HARD, { moving: true }, 'seal-moving'),
  row(
    'moves-under-film',
    ['silicate-sealer', 'pore-sealer', 'above-grade-elastomeric', 'epoxy-vapour-barrier'],
    { moving: true },
    'seal-moving',
  ),
  row(
    'salts-push-off',
    ['rigid-slurry', 'flexible-cementitious', 'thick-film', 'pore-sealer', 'silicate-sealer', 'above-grade-elastomeric'],
    { salts: ['strong'] },
    'prime-it',
  ),
  row(
    'salts-in-pores',
    ['crystalline-slurry', 'block-wall-crystalline', 'liquid-rubber', 'moisture-cure-pu', 'elastomeric-and-wear-coat'],
    { salts: ['strong'] },
    'wash-salts',
  ),
  row('salts-want-room', ['lime-base-coat'], { salts: ['strong'] }, 'extra-coat'),
  row('pores-closed', SOAKS_IN, { oldLayers: ON_SURFACE }, 'strip-it'),
  row('covered-in-words', ON_HARDENED, { isCoated: true }, 'strip-it'),
  row('bonds-to-old-coat', but(...IN_GREEN, ...SOAKS_IN), { oldLayers: ON_SURFACE }, 'strip-it'),
  row('slab-not-measured', ['epoxy-vapour-barrier'], { finish: true, slabMeasured: false }, 'measure-slab'),
  row('blast-always', ['epoxy-vapour-barrier'], { blastAlways: true, cspKnown: false }, 'blast-it'),
  row('knife-first', ['epoxy-vapour-barrier'], { blastAlways: false, cspKnown: false, knifeTested: false }, 'knife-test'),
  row('weak-skin', ['epoxy-vapour-barrier', 'silicate-sealer', 'flexible-cementitious', 'moisture-cure-pu'], { powders: true }, 'grind-it'),
];

/** What a sheet says of itself, held against what is known. */
export interface SheetCriterion {
  readonly id: string;
  /** what is known; undefined when nobody knows */ known(facts: FitFacts): number | undefined;
  /** what the sheet allows; undefined when it sets no limit */ limit(product: Product): number | undefined;
  readonly must: 'at-least' | 'at-most';
  /** of both figures, where they have one that is not in the words */ readonly unit?: string;
  readonly then: 'cannot' | FirstAction;
  readonly source: Source;
}

const SHEET: Source = { kind: 'practice', title: 'the product’s sheet' };

const sheet = (
  id: string,
  known: SheetCriterion['known'],
  must: SheetCriterion['must'],
  limit: SheetCriterion['limit'],
  then: SheetCriterion['then'],
  unit?: string,
): SheetCriterion => ({ id, known, limit, must, then, unit, source: SHEET });

export const SHEET_CRITERIA: readonly SheetCriterion[] = [
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
    (p) => p.coat && TRAFFIC_RANK[p.coat.traffic],
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
