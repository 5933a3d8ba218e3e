import { FAMILIES, SHIPPED_CATALOGUE } from '../catalogue';
import { FAMILY_IDS, type FamilyId } from '../jobs';
import { SOUND, water } from '../testing/facts';
import { type FitFacts, PURPOSES, judge } from './index';

const FIRST_SLAB: Partial<FitFacts> = { kind: 'slab', isLevel: true };
const DECK: Partial<FitFacts> = { ...FIRST_SLAB, isDeck: true, near: 'open-air' };

/** One face for every row: there it applies, and on a sound wall for nothing in particular it does not. */
const CASES: Readonly<Record<string, Partial<FitFacts>>> = {
  'pressing-from-front': { loads: water('positive', 1) },
  'pressing-from-behind': { loads: water('negative', 1) },
  'water-both-ways': { loads: [...water('positive', 2), ...water('negative', 0)] },
  'level-not-found-outside': { near: 'ground', loads: water('positive') },
  'level-not-found-behind': { loads: water('negative') },
  'level-not-found-both-ways': { loads: [...water('positive', 1), ...water('negative')] },
  'earth-behind': { loads: water('negative', 0) },
  'drained-ground': { near: 'ground', loads: water('positive', 0) },
  'finish-on-slab': { ...FIRST_SLAB, finish: true },
  ponding: DECK,
  'earth-cover': { ...DECK, standing: 'earth-cover' },
  'attack-moderate': { attack: 'xa1' },
  'attack-severe': { attack: 'xa3' },
  'sewer-gas': { sewerGas: true },
  'pool-chlorine': { chlorine: true },
  'salt-water': { saltWater: true },
  'fuel-drips': { fuel: true },
  'bare-to-sun': { sun: true },
  'frost-soaked': { frostSoaked: true },
  'tile-follows': { finishKind: 'tile' },
  'lime-follows': { finishKind: 'lime-finish' },
  'backfill-follows': { finishKind: 'backfill' },
  wheels: { traffic: 'vehicles' },
  'wheels-on-deck': { ...DECK, traffic: 'vehicles' },
  feet: { traffic: 'foot' },
  'must-breathe': { mustBreathe: true },
  'drinking-water': { potable: true },
  undoable: { undoable: true },
  'grade-three': { grade: '3' },
  rubble: { substrate: 'rubble' },
  'salts-strong': { salts: 'strong' },
  'salts-above-ground': { salts: 'strong', substrate: 'brick' },
  'ground-gas': { groundGas: true },
  'old-bitumen': { oldLayers: ['bitumen'] },
  'old-gypsum': { oldLayers: ['gypsum'] },
  'old-repellent-render': { oldLayers: ['waterproofed-render'] },
  'old-cement-coat': { oldLayers: ['cement-slurry'] },
  'green-concrete': { ageDays: 3 },
};

test.each(PURPOSES.map((row) => [row.id, row] as const))(
  '%s has a mark for every family, and applies where it should',
  (id, { marks, when }) => {
    expect(Object.keys(marks).sort()).toEqual([...FAMILY_IDS].sort());
    expect(when(SOUND)).toBe(false);
    expect(when({ ...SOUND, ...CASES[id] })).toBe(true);
  },
);

test('a mark comes out as its objection, one that holds nothing against it does not', () => {
  for (const { id, marks } of PURPOSES)
    for (const family of FAMILY_IDS) {
      const coat = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
      const found = judge(family, coat, { ...SOUND, ...CASES[id] }).objections.find(({ criterionId }) => criterionId === id);
      const mark = marks[family];
      expect(found?.then).toBe(['fits', 'by-sheet', 'open'].includes(mark) ? undefined : mark);
    }
});

const verdictsOn = (part: Partial<FitFacts>) =>
  Object.fromEntries(
    FAMILY_IDS.map((family) => {
      const verdicts = SHIPPED_CATALOGUE.choices('coat', family).map((coat) => judge(family, coat, { ...SOUND, ...part }).verdict);
      return [family, verdicts.includes('fits') ? 'fits' : verdicts.includes('fits-if') ? 'fits-if' : 'cannot'];
    }),
  ) as Record<FamilyId, string>;

describe('water is assumed until it is shown otherwise (BS 8102:2022, from memory)', () => {
  const POSITIVE_SIDE: readonly FamilyId[] = ['thick-film', 'liquid-rubber', 'moisture-cure-pu', 'hot-rubber', 'elastomeric-and-wear-coat'];

  test.each([
    ['no level found', water('negative')],
    ['a level under its foot', water('negative', 0)],
    ['a level above it', water('negative', 1)],
  ])('what needs a positive side cannot go on the inner face: %s', (_says, loads) => {
    const verdicts = verdictsOn({ loads, isBelowGrade: true });
    for (const family of POSITIVE_SIDE) expect([family, verdicts[family]]).toEqual([family, 'cannot']);
  });

  test('outside, without a level, nothing plainly fits', () => {
    const verdicts = verdictsOn({ near: 'ground', loads: water('positive'), isBelowGrade: true });
    expect(Object.values(verdicts)).not.toContain('fits');
    expect(verdicts['thick-film']).toBe('fits-if');
  });
});

test('what bonds to old layers, works in pores or breathes is told by the families’ own data too', () => {
  for (const family of FAMILY_IDS) {
    const { worksInPores, placed } = FAMILIES[family];
    const bitumen = PURPOSES.find(({ id }) => id === 'old-bitumen')!.marks[family];
    if (worksInPores && placed === 'on-the-face') expect(bitumen).toBe('strip-it');
  }
});
