import { SHIPPED_CATALOGUE } from '../catalogue';
import { FAMILY_IDS, type FamilyId } from '../jobs';
import { FIT_CRITERIA, type FitFacts, SHEET_CRITERIA, judge, rank } from './index';

/** A sound, dry, cast wall above any water, on which nobody asks for anything. */
const SOUND: FitFacts = {
  kind: 'wall',
  isLevel: false,
  substrate: 'cast-concrete',
  strengthMPa: 40,
  side: 'none',
  headM: 0,
  isBelowGrade: false,
  otherSideReachable: false,
  wet: 'dry',
  leaks: 0,
  moving: 0,
  salts: 'none',
  oldLayers: [],
  isCoated: false,
  ageDays: 400,
  csp: 4,
  minC: 15,
  maxC: 22,
  rhPct: 70,
  mverLb: 2,
  ph: 9,
  powders: false,
  traffic: 'none',
  potable: false,
  mustBreathe: false,
  finish: false,
  blastAlways: false,
};
const coatOf = (family: FamilyId) => SHIPPED_CATALOGUE.choices('coat', family)[0]!;
const objections = (family: FamilyId, part: Partial<FitFacts>) => judge(family, coatOf(family), { ...SOUND, ...part }).objections;

// common practice, no source: one case for every row of the table
const CASES: readonly [string, FamilyId, Partial<FitFacts>][] = [
  ['only-before-casting', 'crystalline-admixture', {}],
  ['not-cast-yet', 'rigid-slurry', { ageDays: -3 }],
  ['shake-on-slabs', 'crystalline-dry-shake', { ageDays: -1 }],
  ['block-only', 'block-wall-crystalline', {}],
  ['wants-cement-pores', 'crystalline-slurry', { substrate: 'brick' }],
  ['slabs-only', 'epoxy-vapour-barrier', {}],
  ['horizontals-only', 'hot-rubber', {}],
  ['not-overhead', 'moisture-cure-pu', { kind: 'soffit', isLevel: true }],
  ['above-grade-only', 'above-grade-elastomeric', { isBelowGrade: true }],
  ['old-masonry-only', 'lime-base-coat', {}],
  ['pressed-off', 'thick-film', { side: 'negative', headM: 1 }],
  ['pressed-off-here', 'liquid-rubber', { side: 'negative', headM: 1, otherSideReachable: true }],
  ['no-liquid-head', 'pore-sealer', { headM: 0.2, side: 'positive' }],
  ['vapour-not-water', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, headM: 0.5, side: 'negative' }],
  ['running-water', 'flexible-cementitious', { leaks: 2, wet: 'dripping' }],
  ['wants-dry', 'hot-rubber', { kind: 'slab', isLevel: true, wet: 'damp' }],
  ['matt-damp-or-primed', 'thick-film', { wet: 'damp' }],
  ['moves', 'rigid-slurry', { moving: 1 }],
  ['moves-under-film', 'silicate-sealer', { moving: 1 }],
  ['salts-push-off', 'flexible-cementitious', { salts: 'strong' }],
  ['salts-in-pores', 'crystalline-slurry', { salts: 'strong' }],
  ['salts-want-room', 'lime-base-coat', { substrate: 'brick', salts: 'strong' }],
  ['pores-closed', 'crystalline-slurry', { oldLayers: ['sealer'] }],
  ['covered-in-words', 'rigid-slurry', { isCoated: true }],
  ['bonds-to-old-coat', 'flexible-cementitious', { oldLayers: ['paint'] }],
  ['slab-not-measured', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, finish: true, rhPct: undefined, mverLb: undefined }],
  ['blast-always', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, blastAlways: true, csp: undefined }],
  ['knife-first', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, csp: undefined, powders: undefined }],
  ['weak-skin', 'moisture-cure-pu', { powders: true }],
  ['too-weak', 'flexible-cementitious', { strengthMPa: 12 }],
  ['too-young', 'flexible-cementitious', { ageDays: 0.5 }],
  ['too-smooth', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, csp: 2 }],
  ['too-cold', 'rigid-slurry', { minC: 1 }],
  ['too-hot', 'rigid-slurry', { maxC: 41 }],
  ['slab-too-damp', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, rhPct: 101 }],
  ['emission-too-high', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, mverLb: 26 }],
  ['too-alkaline', 'epoxy-vapour-barrier', { kind: 'slab', isLevel: true, ph: 14.5 }],
  ['not-for-this-traffic', 'rigid-slurry', { traffic: 'vehicles' }],
  ['not-for-drinking-water', 'thick-film', { potable: true }],
  ['closes-the-wall', 'liquid-rubber', { mustBreathe: true }],
  ['covered-too-soon', 'rigid-slurry', { coverWithinH: 6 }],
];

test.each(CASES)('%s is held against %s', (id, family, part) => {
  const found = objections(family, part).find(({ criterionId }) => criterionId === id);
  const row = [...FIT_CRITERIA, ...SHEET_CRITERIA].find((each) => each.id === id)!;
  expect(found).toMatchObject({ then: row.then });
  // and only while the case lasts
  const { kind = 'wall', isLevel = false, substrate = 'cast-concrete' } = part;
  const sound = objections(family, { kind, isLevel, substrate, ageDays: family === 'crystalline-dry-shake' ? 400 : SOUND.ageDays });
  const standing = [
    'only-before-casting',
    'block-only',
    'slabs-only',
    'horizontals-only',
    'old-masonry-only',
    'wants-cement-pores',
    'not-overhead',
    'shake-on-slabs',
  ];
  if (!standing.includes(id)) expect(sound.map(({ criterionId }) => criterionId)).not.toContain(id);
});

test('no row goes untested', () =>
  expect([...new Set(CASES.map(([id]) => id))].sort()).toEqual([...FIT_CRITERIA, ...SHEET_CRITERIA].map(({ id }) => id).sort()));

test('what is not known is not held against anything', () => {
  const unknown = { rhPct: undefined, mverLb: undefined, ph: undefined, ageDays: undefined };
  expect(judge('flexible-cementitious', coatOf('flexible-cementitious'), { ...SOUND, ...unknown })).toEqual({
    verdict: 'fits',
    objections: [],
  });
});

describe('water against the rating', () => {
  const flexible = coatOf('flexible-cementitious');
  // common practice: 10 bar on either side on 35 MPa, with safety 1.5: 1000 / 1.5 / 9.80665 = 67.98 m
  test('as much head as the rating carries passes, a little more does not', () => {
    const at = (headM: number) => judge('flexible-cementitious', flexible, { ...SOUND, side: 'negative', headM });
    expect(at(67.9).verdict).toBe('fits');
    expect(at(68.1)).toMatchObject({ verdict: 'fits-if', objections: [{ criterionId: 'head-above-rating', then: 'lower-water' }] });
    expect(at(100).objections[0]!.values!.limit).toBeCloseTo(1000 / 1.5 / 9.80665, 6);
  });
  test('on a weaker wall the rating is void', () =>
    expect(judge('flexible-cementitious', flexible, { ...SOUND, side: 'positive', headM: 1, strengthMPa: 30 })).toMatchObject({
      verdict: 'cannot',
      objections: [{ criterionId: 'substrate-weaker-than-rated', values: { known: 30, limit: 35 } }],
    }));
});

test('a dry concrete wall above ground takes most systems, a green slab only two kinds now', () => {
  const fitting = (part: Partial<FitFacts>) =>
    FAMILY_IDS.filter((family) => judge(family, coatOf(family), { ...SOUND, ...part }).verdict === 'fits');
  expect(fitting({})).toEqual(expect.arrayContaining(['crystalline-slurry', 'rigid-slurry', 'flexible-cementitious', 'pore-sealer']));
  expect(fitting({ kind: 'slab', isLevel: true, ageDays: -2 })).toEqual(['crystalline-admixture', 'crystalline-dry-shake']);
});

describe('the ranking', () => {
  const one = { family: 'rigid-slurry', costMinor: 100, days: 4, risk: 0, sdM: 2 } as const;
  const other = { family: 'lime-base-coat', costMinor: 200, days: 2, risk: 2, sdM: 0.1 } as const;
  const weigh = (cost: number, days: number, risk: number, breathing: number) => rank([one, other], { cost, days, risk, breathing });
  test.each([
    [1, 0, 0, 0, 'rigid-slurry'],
    [0, 1, 0, 0, 'lime-base-coat'],
    [0, 0, 1, 0, 'rigid-slurry'],
    [0, 0, 0, 1, 'lime-base-coat'],
  ])('by cost %d, days %d, risk %d, breathing %d the first is %s', (cost, days, risk, breathing, first) =>
    expect(weigh(cost, days, risk, breathing)[0]!.family).toBe(first),
  );
  // by hand: cost 1 and 0.5, days 0.5 and 1, risk 1 and 0, breathing 0.5/2 = 0.25 and 1
  test('its arithmetic', () => {
    const [best, second] = weigh(3, 2, 3, 0);
    expect(best!.total).toBeCloseTo((3 * 1 + 2 * 0.5 + 3 * 1) / 8, 12);
    expect(second!.total).toBeCloseTo((3 * 0.5 + 2 * 1 + 0) / 8, 12);
    expect(best!.scores).toEqual({ cost: 1, days: 0.5, risk: 1, breathing: 0.25 });
  });
  test('nothing that counts gives no total rather than none of something', () => expect(weigh(0, 0, 0, 0)[0]!.total).toBeNull());
});
