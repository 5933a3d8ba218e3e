import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type FamilyId, MASONRY } from '../jobs/index.js';
import type { FirstAction } from './first-action.js';
import type { FitFacts } from './fit-facts.js';
import { CURED_DAYS } from './scales.js';

/**
 * How a family stands to one thing that a face is for. `fits`; `by-sheet`: its product's own figure decides (rating, strength,
 * approval, vapour); `open`: not decided by this; `cannot`; or what to do first.
 */
export type Mark = 'fits' | 'by-sheet' | 'open' | 'cannot' | FirstAction;

/** One thing that a face is for, or that comes at it, with a mark for every family. */
export interface Purpose {
  readonly id: string;
  readonly when: (facts: FitFacts) => boolean;
  readonly marks: Readonly<Record<FamilyId, Mark>>;
  readonly source: Source;
}

const CS: FamilyId = 'crystalline-slurry';
const BW: FamilyId = 'block-wall-crystalline';
const RS: FamilyId = 'rigid-slurry';
const FC: FamilyId = 'flexible-cementitious';
const TF: FamilyId = 'thick-film';
const PU: FamilyId = 'moisture-cure-pu';
const HR: FamilyId = 'hot-rubber';
const DM: FamilyId = 'deck-membrane';
const EV: FamilyId = 'epoxy-vapour-barrier';
const SS: FamilyId = 'silicate-sealer';
const PS: FamilyId = 'pore-sealer';
const LB: FamilyId = 'lime-base-coat';
const AE: FamilyId = 'above-grade-elastomeric';
const RI: FamilyId = 'resin-injection';
const DC: FamilyId = 'drained-cavity';
const SL: FamilyId = 'sewer-lining';
/** In and on green concrete. */
const GREEN: readonly FamilyId[] = ['crystalline-admixture', 'crystalline-dry-shake'];
/** Rubber by the pail: liquid, and elastomeric under a wear coat. */
const PAIL: readonly FamilyId[] = ['liquid-rubber', 'elastomeric-and-wear-coat'];
const SOAK: readonly FamilyId[] = [SS, PS];

type Groups = Partial<Record<Mark, readonly FamilyId[]>>;

/** @throws where a family is marked twice; one that is not marked at all is found by the table's test. */
function purpose(id: string, when: Purpose['when'], groups: Groups, source: Source = COMMON_PRACTICE): Purpose {
  const marks: Partial<Record<FamilyId, Mark>> = {};
  for (const [mark, families] of Object.entries(groups) as [Mark, readonly FamilyId[]][])
    for (const family of families) {
      if (marks[family]) throw new Error(`${family} is marked twice in ${id}`);
      marks[family] = mark;
    }
  return { id, when, marks: marks as Purpose['marks'], source };
}

const BS_8102: Source = { kind: 'memory', title: 'BS 8102:2022 (water assumed to the level of the ground until a survey shows otherwise)' };
const EN_206: Source = { kind: 'memory', title: 'EN 206, table 2 (exposure classes XA)' };
const DIN_18533: Source = { kind: 'memory', title: 'DIN 18533-1 (standing water over 100 mm counts as pressing)' };

const presses = ({ loads }: FitFacts, side: 'positive' | 'negative') =>
  loads.some((load) => load.side === side && load.headM !== undefined && load.headM > 0);
const unknown = ({ loads }: FitFacts, side: 'positive' | 'negative') =>
  loads.some((load) => load.side === side && load.headM === undefined);
/** Both sides may be wet, whatever stands there today. */
const bothSides = ({ loads }: FitFacts) => loads.some(({ side }) => side === 'positive') && loads.some(({ side }) => side === 'negative');
const hasWater = (facts: FitFacts) => facts.loads.some(({ headM }) => headM === undefined || headM > 0);
const highSalts = ({ salts }: FitFacts) => salts === 'strong';

/** Every row that applies counts, the worst mark wins. Common practice where no source is named. */
export const PURPOSES: readonly Purpose[] = [
  purpose('pressing-from-front', (f) => presses(f, 'positive') && !bothSides(f), {
    fits: [CS, ...GREEN],
    'by-sheet': [BW, RS, FC, TF, PU, LB, SL],
    open: [RI],
    cannot: [...PAIL, HR, DM, EV, ...SOAK, AE, DC],
  }),
  purpose('pressing-from-behind', (f) => presses(f, 'negative') && !bothSides(f), {
    fits: [CS, ...GREEN],
    'by-sheet': [BW, RS, FC, LB, SL],
    // it stops what leaks now, and protects nothing beside it
    'cracks-only': [RI],
    'with-outfall': [DC],
    cannot: [TF, ...PAIL, PU, HR, DM, EV, ...SOAK, AE],
  }),
  purpose('water-both-ways', (f) => bothSides(f) && hasWater(f), {
    fits: [CS, ...GREEN],
    'cracks-only': [RI],
    'by-sheet': [RS, FC, SL],
    cannot: [BW, TF, ...PAIL, PU, HR, DM, EV, ...SOAK, LB, AE, DC],
  }),
  purpose(
    'level-not-found-outside',
    (f) => unknown(f, 'positive') && !bothSides(f),
    { 'find-level': [CS, ...GREEN, BW, RS, FC, TF, ...PAIL, PU, HR, LB, RI, DC, SL], cannot: [DM, EV, ...SOAK, AE] },
    BS_8102,
  ),
  purpose(
    'level-not-found-behind',
    (f) => unknown(f, 'negative') && !bothSides(f),
    { 'find-level': [CS, ...GREEN, BW, RS, FC, LB, RI, DC, SL], cannot: [TF, ...PAIL, PU, HR, DM, EV, ...SOAK, AE] },
    BS_8102,
  ),
  purpose(
    'level-not-found-both-ways',
    (f) => bothSides(f) && (unknown(f, 'positive') || unknown(f, 'negative')),
    { 'find-level': [CS, ...GREEN, RS, FC, RI, SL], cannot: [BW, TF, ...PAIL, PU, HR, DM, EV, ...SOAK, LB, AE, DC] },
    BS_8102,
  ),
  purpose('drained-ground', ({ near, kind, loads }) => near === 'ground' && kind === 'wall' && loads.every(({ headM }) => headM === 0), {
    fits: [CS, ...GREEN, RS, FC, TF, ...PAIL, PU],
    'only-above-splash': [...SOAK],
    'by-sheet': [LB],
    open: [RI],
    cannot: [BW, HR, DM, EV, AE, DC, SL],
  }),
  purpose('earth-behind', ({ loads }) => !loads.some(({ side }) => side === 'positive') && loads.some(({ headM }) => headM === 0), {
    fits: [CS, ...GREEN, BW, RS, FC, EV, SS, LB],
    'with-outfall': [DC],
    'only-above-splash': [PS],
    open: [RI, SL],
    cannot: [TF, ...PAIL, PU, HR, DM, AE],
  }),
  purpose('finish-on-slab', ({ kind, finish }) => kind === 'slab' && finish, {
    fits: [EV],
    'measure-slab': [...GREEN],
    'deck-over': [DC],
    cannot: [CS, BW, RS, FC, TF, ...PAIL, PU, HR, DM, ...SOAK, LB, AE, RI, SL],
  }),
  purpose(
    'ponding',
    ({ isDeck, standing }) => isDeck && (standing === undefined || standing === 'ponding'),
    {
      fits: [PU, HR, DM],
      'uncracked-only': [CS, ...GREEN],
      'screed-over': [FC],
      'thicker-film': [TF],
      open: [RI],
      cannot: [BW, RS, ...PAIL, EV, ...SOAK, LB, AE, DC, SL],
    },
    DIN_18533,
  ),
  purpose('earth-cover', ({ isDeck, standing }) => isDeck && standing === 'earth-cover', {
    fits: [PU, HR],
    'uncracked-only': [CS, ...GREEN],
    'screed-over': [FC],
    'thicker-film': [TF],
    open: [RI],
    cannot: [BW, RS, ...PAIL, DM, EV, ...SOAK, LB, AE, DC, SL],
  }),
  purpose(
    'attack-moderate',
    ({ attack }) => attack === 'xa1' || attack === 'xa2',
    {
      fits: [TF, ...PAIL, PU, HR, DC, SL],
      'ask-sheet': [CS, ...GREEN, BW, RS, FC, DM, EV, LB, RI],
      cannot: [...SOAK, AE],
    },
    EN_206,
  ),
  purpose(
    'attack-severe',
    ({ attack }) => attack === 'xa3',
    {
      fits: [SL],
      'ask-engineer': [FC, TF, ...PAIL, PU, HR, EV, RI, DC],
      cannot: [CS, ...GREEN, BW, RS, DM, ...SOAK, LB, AE],
    },
    EN_206,
  ),
  purpose('sewer-gas', ({ sewerGas }) => sewerGas, {
    fits: [SL],
    'line-after': [RI],
    cannot: [CS, ...GREEN, BW, RS, FC, TF, ...PAIL, PU, HR, DM, EV, ...SOAK, LB, AE, DC],
  }),
  purpose('pool-chlorine', ({ chlorine }) => chlorine, {
    fits: [CS, ...GREEN, RS, FC],
    'ask-sheet': [RI, SL],
    cannot: [BW, TF, ...PAIL, PU, HR, DM, EV, ...SOAK, LB, AE, DC],
  }),
  purpose('salt-water', ({ saltWater }) => saltWater, {
    fits: [DC],
    open: [EV, AE],
    'ask-sheet': [CS, ...GREEN, BW, RS, FC, TF, ...PAIL, PU, HR, DM, ...SOAK, LB, RI, SL],
  }),
  purpose('fuel-drips', ({ fuel }) => fuel, {
    fits: [EV, ...SOAK],
    'ask-sheet': [CS, ...GREEN, PU, DM, RI, SL],
    cannot: [BW, RS, FC, TF, ...PAIL, HR, LB, AE, DC],
  }),
  purpose('bare-to-sun', ({ sun }) => sun, {
    fits: [CS, ...GREEN, BW, RS, ...SOAK, LB, AE],
    'top-coat': [...PAIL, PU, DM],
    'ask-sheet': [FC],
    open: [RI, SL],
    cannot: [TF, HR, EV, DC],
  }),
  purpose('frost-soaked', ({ frostSoaked }) => frostSoaked, {
    fits: [TF, PU, HR, DM],
    'ask-sheet': [CS, ...GREEN, BW, RS, FC, ...PAIL, ...SOAK, LB, AE, RI, DC, SL],
    cannot: [EV],
  }),
  purpose('tile-follows', ({ finishKind }) => finishKind === 'tile', {
    fits: [FC],
    'bond-for-tile': [CS, ...GREEN, RS, PU, HR, DM, EV],
    open: [RI],
    cannot: [BW, TF, ...PAIL, ...SOAK, LB, AE, DC, SL],
  }),
  purpose('lime-follows', ({ finishKind }) => finishKind === 'lime-finish', {
    fits: [LB],
    'only-above-splash': [PS],
    'cracks-only': [RI],
    ventilate: [DC],
    cannot: [CS, ...GREEN, BW, RS, FC, TF, ...PAIL, PU, HR, DM, EV, SS, AE, SL],
  }),
  purpose('backfill-follows', ({ finishKind, kind }) => finishKind === 'backfill' && kind === 'wall', {
    fits: [...GREEN],
    'by-sheet': [TF, ...PAIL, PU],
    'protect-first': [CS, RS, FC, LB],
    open: [RI],
    cannot: [BW, HR, DM, EV, ...SOAK, AE, DC, SL],
  }),
  purpose('wheels', ({ traffic }) => traffic === 'vehicles', {
    fits: [...GREEN, DM],
    'by-sheet': [RS, FC, EV, CS],
    'screed-over': [HR],
    'ask-sheet': [...SOAK],
    open: [RI],
    cannot: [BW, TF, ...PAIL, PU, LB, AE, DC, SL],
  }),
  purpose('wheels-on-deck', ({ traffic, isDeck }) => traffic === 'vehicles' && isDeck, {
    fits: [DM],
    'screed-over': [HR, PU],
    'uncracked-only': [CS, ...GREEN],
    open: [RI],
    cannot: [BW, RS, FC, TF, ...PAIL, EV, ...SOAK, LB, AE, DC, SL],
  }),
  purpose('feet', ({ traffic }) => traffic === 'foot', {
    fits: [...GREEN, DM],
    'by-sheet': [CS, RS, FC, EV, TF, ...PAIL, PU, LB, SL],
    'screed-over': [HR],
    'ask-sheet': [...SOAK],
    'deck-over': [DC],
    open: [RI, BW, AE],
  }),
  purpose('must-breathe', ({ mustBreathe }) => mustBreathe, {
    fits: [LB],
    'by-sheet': [PS],
    'cracks-only': [RI],
    ventilate: [DC],
    cannot: [CS, ...GREEN, BW, RS, FC, TF, ...PAIL, PU, HR, DM, EV, SS, AE, SL],
  }),
  purpose('drinking-water', ({ potable }) => potable, {
    'by-sheet': [CS, ...GREEN, RS, FC, PU, RI],
    cannot: [BW, TF, ...PAIL, HR, DM, EV, ...SOAK, LB, AE, DC, SL],
  }),
  purpose('undoable', ({ undoable }) => undoable, {
    fits: [DC],
    'ask-conservation': [LB],
    cannot: [CS, ...GREEN, BW, RS, FC, TF, ...PAIL, PU, HR, DM, EV, ...SOAK, AE, RI, SL],
  }),
  purpose(
    'grade-three',
    ({ grade }) => grade === '3',
    {
      'second-line': [CS, ...GREEN, RS, FC, TF, ...PAIL, PU, HR, DM, LB, DC],
      open: [RI],
      cannot: [BW, EV, ...SOAK, AE, SL],
    },
    { kind: 'memory', title: 'BS 8102:2022 (grade 3: two types of protection where the risk is high, and ventilation)' },
  ),
  purpose('rubble', ({ substrate }) => substrate === 'rubble', {
    fits: [LB, DC],
    'level-first': [RS, FC, TF, ...PAIL, PU, SL],
    'ask-sheet': [...SOAK, AE],
    'cracks-only': [RI],
    open: [...GREEN, HR, DM, EV],
    cannot: [CS, BW],
  }),
  purpose('salts-strong', highSalts, {
    fits: [DC],
    'extra-coat': [LB],
    'prime-it': [RS, FC, TF],
    'wash-salts': [...PAIL, PU, SL],
    open: [...GREEN, HR, DM, EV],
    'cracks-only': [RI],
    cannot: [CS, BW, ...SOAK, AE],
  }),
  purpose('salts-above-ground', (f) => highSalts(f) && !f.isBelowGrade && MASONRY.includes(f.substrate), {
    fits: [LB],
    open: [...GREEN, HR, DM, EV, DC],
    'cracks-only': [RI],
    // crystals grow behind what lets nothing out, and shear it off
    cannot: [CS, BW, RS, FC, TF, ...PAIL, PU, ...SOAK, AE, SL],
  }),
  purpose('ground-gas', ({ groundGas }) => groundGas, {
    'ask-specialist': [FC, TF, ...PAIL, PU, HR, EV, RI, DC],
    cannot: [CS, ...GREEN, BW, RS, DM, ...SOAK, LB, AE, SL],
  }),
  purpose('old-bitumen', ({ oldLayers }) => oldLayers.includes('bitumen'), {
    fits: [DC],
    'trial-patch': [TF, ...PAIL, PU, HR],
    open: [...GREEN, RI],
    'strip-it': [CS, BW, RS, FC, DM, EV, ...SOAK, LB, AE, SL],
  }),
  purpose('old-gypsum', ({ oldLayers }) => oldLayers.includes('gypsum'), {
    fits: [DC],
    open: [...GREEN, RI],
    'strip-it': [CS, BW, RS, FC, TF, ...PAIL, PU, HR, DM, EV, ...SOAK, LB, AE, SL],
  }),
  purpose('old-repellent-render', ({ oldLayers }) => oldLayers.at(-1) === 'waterproofed-render', {
    fits: [DC],
    'level-first': [RS, FC],
    'trial-patch': [TF, ...PAIL, PU, AE],
    open: [...GREEN, RI],
    'strip-it': [CS, BW, HR, DM, EV, ...SOAK, LB, SL],
  }),
  purpose('old-cement-coat', ({ oldLayers }) => oldLayers.includes('cement-slurry'), {
    fits: [DC],
    'trial-patch': [RS, FC, TF, ...PAIL, PU, AE, SL],
    open: [...GREEN, RI],
    'strip-it': [CS, BW, HR, DM, EV, ...SOAK, LB],
  }),
  purpose(
    'green-concrete',
    ({ ageDays, substrate }) => ageDays !== undefined && ageDays >= 0 && ageDays < CURED_DAYS && CAST.has(substrate),
    {
      fits: [...GREEN, LB],
      'by-sheet': [CS, RS, FC, TF, ...PAIL, PU, EV, SL, HR, DM],
      open: [RI, DC],
      'wait-28': [BW, ...SOAK, AE],
    },
  ),
];

const CAST: ReadonlySet<FitFacts['substrate']> = new Set(['cast-concrete', 'precast', 'screed']);
