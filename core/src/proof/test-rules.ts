import { COMMON_PRACTICE } from '../fields/index.js';
import { FAMILY_IDS, type FamilyId, type TestKind } from '../jobs/index.js';
import type { TestRule } from './test-rule.js';

/** Rules a foreman may question: which face is proven how, with where it comes from. From memory where it says so. */

const memory = (title: string) => ({ kind: 'memory', title }) as const;

const CRYSTALS: readonly FamilyId[] = [
  'crystalline-slurry',
  'crystalline-admixture',
  'crystalline-dry-shake',
  'block-wall-crystalline',
  'rigid-slurry',
];
/** Coats of cement that drink before and hold afterwards. */
const BRUSHED_CEMENT: readonly FamilyId[] = ['crystalline-slurry', 'block-wall-crystalline', 'rigid-slurry'];
const FILMS: readonly FamilyId[] = ['liquid-rubber', 'moisture-cure-pu', 'elastomeric-and-wear-coat'];
const FLOODED: readonly FamilyId[] = [...FILMS, 'flexible-cementitious', 'hot-rubber', 'deck-membrane'];

/** Left bare for the finish; a barrier is judged by what lies under it. */
const UNDER_FINISH = FAMILY_IDS.filter((family) => family !== 'epoxy-vapour-barrier' && family !== 'drained-cavity');

/** One to so many m², one at least. */
const onePer = (perM2: number) => ({ least: 1, many: 1, perM2, where: 'worst-first' }) as const;
/** Film readings: so many to 100 m² or to a job. */
const FILM_PLACES = { least: 20, many: 20, perM2: 100, where: 'worst-first' } as const;
/** Pull-offs: three to 250 m² and ground. */
const PULL_PLACES = { least: 3, many: 3, perM2: 250, where: 'spread' } as const;

const look = (days: number, families: readonly FamilyId[], more: Partial<TestRule> = {}): TestRule => ({
  ...{ id: `leak-look-${days}`, test: 'leak-look', families, from: 'layers', wait: { days } },
  ...{ places: { each: 'wet-places' }, by: 'foreman', source: COMMON_PRACTICE },
  ...more,
});
const INJECTED: readonly FamilyId[] = ['resin-injection'];
const NOT_BLOCK = CRYSTALS.filter((family) => family !== 'block-wall-crystalline');

export const TEST_RULES: readonly TestRule[] = [
  {
    ...{ id: 'drop-before', test: 'water-drop', families: BRUSHED_CEMENT, from: 'prepared', wait: {}, limit: 'drinks' },
    ...{ places: onePer(20), by: 'foreman', source: COMMON_PRACTICE },
  },
  look(1, [...CRYSTALS, ...INJECTED]),
  look(7, [...CRYSTALS, ...INJECTED, 'lime-base-coat']),
  look(28, [...NOT_BLOCK, ...INJECTED], { by: 'inspector' }),
  look(30, ['block-wall-crystalline'], { by: 'inspector' }),
  {
    ...{ id: 'hammer', test: 'hammer', families: [...BRUSHED_CEMENT, 'crystalline-dry-shake', 'sewer-lining'] },
    ...{ from: 'layers', wait: { days: 7 }, places: { all: true }, by: 'foreman', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'pull-off', test: 'pull-off', families: ['rigid-slurry', 'sewer-lining'], asked: { masonry: false } },
    ...{ from: 'layers', wait: { days: 7, cementDays: 28 }, places: PULL_PLACES, limit: 'bond-rigid', by: 'inspector' },
    source: memory('EN 1542, EN 1504-2 (strength and pairs); three to 250 m² is common practice'),
  },
  {
    // brick and block tear before a coat lets go: what is enough is found out on a trial patch
    ...{
      id: 'pull-off-trial',
      test: 'pull-off',
      families: ['rigid-slurry', 'flexible-cementitious', 'sewer-lining'],
      asked: { masonry: true },
    },
    ...{ from: 'layers', wait: { days: 7, cementDays: 28 }, places: PULL_PLACES, by: 'engineer', optional: true, source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'pull-off', test: 'pull-off', families: ['flexible-cementitious'], asked: { masonry: false } },
    ...{ from: 'layers', wait: { days: 7 }, places: PULL_PLACES, limit: 'bond-flexible', by: 'inspector' },
    source: memory('EN 1542, EN 1504-2 (strength and pairs); three to 250 m² is common practice'),
  },
  {
    ...{ id: 'pull-off', test: 'pull-off', families: ['deck-membrane'], from: 'layers', wait: { days: 7, sheet: 'cover' } },
    ...{ places: PULL_PLACES, limit: 'bond-deck', by: 'inspector' },
    source: memory('EN 1542, EN 1504-2 (flexible, trafficked: mean 1.5, least 1.0 MPa)'),
  },
  {
    ...{ id: 'pull-off-slab', test: 'pull-off', families: ['epoxy-vapour-barrier'], from: 'prepared', wait: {} },
    ...{ places: PULL_PLACES, limit: 'bond-slab', by: 'inspector', source: memory('BS 8204-6 (slab under resin: 1.5 MPa)') },
  },
  {
    ...{ id: 'pull-off', test: 'pull-off', families: ['epoxy-vapour-barrier'], from: 'layers', wait: { days: 7, sheet: 'cover' } },
    ...{ places: PULL_PLACES, limit: 'bond-rigid', by: 'inspector' },
    source: memory('EN 1504-2 (rigid: under wheels mean 2.0, least 1.5, else 1.0 and 0.7 MPa)'),
  },
  {
    ...{ id: 'film', test: 'film-dry', families: ['flexible-cementitious', 'thick-film', 'deck-membrane'], limit: 'film' },
    ...{ from: 'layers', wait: { h: 15, sheet: 'cover' }, places: FILM_PLACES, by: 'foreman' },
    source: memory('DIN 18533-3 (20 to 100 m² or job, none under the least thickness)'),
  },
  {
    ...{ id: 'film', test: 'film-dry', families: [...FILMS, 'above-grade-elastomeric', 'epoxy-vapour-barrier'], limit: 'film' },
    ...{ from: 'layers', wait: { h: 48, sheet: 'cover' }, places: FILM_PLACES, by: 'foreman' },
    source: memory('ISO 19840 (mean as specified, none under 80 %); 20 to 100 m² as DIN 18533-3'),
  },
  {
    ...{ id: 'film', test: 'film-dry', families: ['hot-rubber'], limit: 'film', from: 'layers', wait: { h: 4 } },
    ...{ places: onePer(10), by: 'foreman', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'film', test: 'film-dry', families: ['lime-base-coat'], limit: 'film', from: 'layers', wait: { h: 24 } },
    ...{ places: onePer(2), by: 'foreman', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'pinhole', test: 'pinhole', families: [...FILMS, 'flexible-cementitious', 'epoxy-vapour-barrier'] },
    ...{ from: 'layers', wait: { h: 48, sheet: 'cover' }, places: { all: true }, by: 'foreman' },
    source: memory('ASTM D5162 (wet sponge), NACE SP0188 and ASTM D4787 (spark on concrete)'),
  },
  {
    ...{ id: 'pinhole', test: 'pinhole', families: ['sewer-lining'], asked: { wears: true }, from: 'layers' },
    ...{ wait: { h: 48, sheet: 'cover' }, places: { all: true }, by: 'inspector', source: memory('ASTM D4787 (spark on concrete)') },
  },
  {
    ...{ id: 'ponding', test: 'ponding', families: FLOODED, asked: { level: true }, from: 'layers', wait: { h: 24, sheet: 'water' } },
    ...{ places: { once: true }, by: 'foreman', source: memory('ASTM D5957 (24 to 72 h, 25 to 100 mm); beyond evaporation 1 mm') },
  },
  {
    ...{ id: 'tank-before', test: 'tank-fill', asked: { answersForTank: true }, from: 'found', wait: {}, optional: true },
    ...{ places: { once: true }, by: 'foreman', source: memory('BS 8007 (soak, 7 days, lesser of 10 mm and depth/500)') },
  },
  {
    ...{ id: 'tank', test: 'tank-fill', asked: { answersForTank: true }, from: 'layers', wait: { sheet: 'water' } },
    ...{ places: { once: true }, by: 'inspector', source: memory('BS 8007 (soak, 7 days, lesser of 10 mm and depth/500)') },
  },
  {
    // what a barrier has to hold back is measured before it lies there
    ...{ id: 'slab-before', test: 'slab-moisture', families: ['epoxy-vapour-barrier'], from: 'prepared', wait: {} },
    ...{ places: { once: true }, by: 'inspector', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'slab-moisture', test: 'slab-moisture', families: UNDER_FINISH, asked: { floorFinish: true } },
    ...{ from: 'layers', wait: { sheet: 'cover' } },
    ...{ places: { once: true }, by: 'inspector', source: memory('ASTM F2170, BS 8203 (relative humidity in the slab by finish)') },
  },
  {
    ...{ id: 'penetration-air', test: 'penetration-air', asked: { groundGas: true, penetrations: true }, from: 'layers' },
    ...{ wait: { days: 7, sheet: 'cover' }, places: { each: 'penetrations' }, by: 'inspector', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'inflow', test: 'inflow', asked: { seepageAgreed: true }, from: 'layers', wait: { days: 28 }, places: { once: true } },
    ...{ by: 'inspector', source: memory('Haack 1991 (classes by litres over 10 m); EN 1992-3 goes by look, not by litres') },
  },
  {
    ...{ id: 'manhole-water', test: 'manhole-water', families: ['sewer-lining'], asked: { lining: true }, from: 'layers' },
    ...{ wait: { days: 7, sheet: 'water' }, places: { once: true }, by: 'inspector' },
    source: memory('EN 1610 (1 h of soaking, 0.40 L to a wetted m² in 30 min)'),
  },
  {
    // by vacuum only where the engineer accepts it, and before the ground is filled in round it
    ...{ id: 'manhole-vacuum', test: 'manhole-vacuum', families: ['sewer-lining'], asked: { lining: true }, from: 'layers' },
    ...{
      wait: { days: 7 },
      places: { once: true },
      by: 'engineer',
      optional: true,
      source: memory('ASTM C1244 (254 to 229 mm of mercury)'),
    },
  },
  {
    ...{ id: 'adhesion', test: 'adhesion', families: ['liquid-rubber', 'elastomeric-and-wear-coat', 'above-grade-elastomeric'] },
    ...{ from: 'layers', wait: { days: 7, sheet: 'cover' }, places: { least: 3, many: 3, perM2: 250, where: 'spread' }, optional: true },
    ...{ by: 'foreman', source: memory('ASTM D3359 A and D6677 (cut by knife; 4 of 5 is common practice)') },
  },
  {
    ...{ id: 'drop-after', test: 'water-drop', families: ['pore-sealer'], from: 'layers', wait: { days: 7 }, limit: 'beads' },
    ...{ places: onePer(20), by: 'foreman', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'drop-after', test: 'water-drop', families: ['silicate-sealer'], from: 'layers', wait: { days: 7 }, limit: 'firm' },
    ...{ places: onePer(20), by: 'foreman', source: COMMON_PRACTICE },
  },
  {
    ...{ id: 'core', test: 'core', families: INJECTED, from: 'layers', wait: { days: 7 }, places: onePer(50), optional: true },
    ...{ by: 'engineer', source: memory('DAfStb guideline on filling cracks (90 % of the depth filled)') },
  },
  {
    ...{ id: 'cavity-run', test: 'cavity-run', families: ['drained-cavity'], from: 'layers', wait: {}, places: { once: true } },
    ...{ by: 'foreman', source: COMMON_PRACTICE },
  },
];

/** How long a calibration is good for, days; 0: on the day itself. Kinds that are not here want no instrument. */
export const CALIBRATED_FOR_DAYS: Partial<Record<TestKind, number>> = {
  'pull-off': 365,
  'film-dry': 0,
  'tank-fill': 0,
  ponding: 0,
  'manhole-vacuum': 365,
};
/** Of a spark or wet-sponge tester; a look wants none. */
export const SPARK_CALIBRATED_FOR_DAYS = 365;

/** Volts of a spark test by film, mm from and to. NACE SP0188, from memory. */
export const SPARK_VOLTS: readonly { readonly fromMm: number; readonly toMm: number; readonly volts: number }[] = [
  { fromMm: 0.2, toMm: 0.3, volts: 1500 },
  { fromMm: 0.3, toMm: 0.4, volts: 2000 },
  { fromMm: 0.4, toMm: 0.53, volts: 2500 },
  { fromMm: 0.53, toMm: 1.0, volts: 3000 },
  { fromMm: 1.0, toMm: 1.4, volts: 4000 },
  { fromMm: 1.4, toMm: 2.0, volts: 6000 },
  { fromMm: 2.0, toMm: 3.2, volts: 10_000 },
  { fromMm: 3.2, toMm: 4.7, volts: 15_000 },
];
/** Up to that film by a wet sponge, at that tension. ASTM D5162, from memory. */
export const WET_SPONGE = { mostMm: 0.5, volts: 67.5 } as const;
