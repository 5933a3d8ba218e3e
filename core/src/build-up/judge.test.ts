import { SHIPPED_CATALOGUE } from '../catalogue';
import { FAMILY_IDS, type FamilyId } from '../jobs';
import { SOUND, water } from '../testing/facts';
import { FIT_CRITERIA, type FitFacts, SHEET_CRITERIA, judge, rank } from './index';

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
  ['running-water', 'flexible-cementitious', { leaks: 2, wet: 'dripping' }],
  ['wants-dry', 'hot-rubber', { kind: 'slab', isLevel: true, wet: 'damp' }],
  ['matt-damp-or-primed', 'thick-film', { wet: 'damp' }],
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
  ['sewers-first', 'sewer-lining', {}],
  ['indoors-only', 'drained-cavity', { near: 'open-air', isBelowGrade: true }],
  ['nothing-to-drain', 'drained-cavity', {}],
  ['nothing-to-inject', 'resin-injection', {}],
  ['bridges-too-little', 'rigid-slurry', { moving: 1, movementMm: 0.1 }],
  ['age-not-said', 'lime-base-coat', { substrate: 'brick', ageDays: 10 }],
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
    'nothing-to-inject',
    'nothing-to-drain',
    'sewers-first',
  ];
  if (!standing.includes(id)) expect(sound.map(({ criterionId }) => criterionId)).not.toContain(id);
});

test('no row goes untested', () =>
  expect([...new Set([...CASES.map(([id]) => id), 'runs-level'])].sort()).toEqual(
    [...FIT_CRITERIA, ...SHEET_CRITERIA].map(({ id }) => id).sort(),
  ));

test('a grade that runs level is never for a wall, whatever its family', () => {
  const level = SHIPPED_CATALOGUE.newest('osmere-mole')!;
  const wall = judge('moisture-cure-pu', level, SOUND);
  expect(wall).toMatchObject({ verdict: 'cannot', objections: [{ criterionId: 'runs-level', then: 'cannot' }] });
  expect(judge('moisture-cure-pu', level, { ...SOUND, kind: 'slab', isLevel: true }).verdict).toBe('fits');
  expect(judge('moisture-cure-pu', SHIPPED_CATALOGUE.newest('fennick-burrow')!, SOUND).verdict).toBe('fits');
});

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
    const at = (headM: number) => judge('flexible-cementitious', flexible, { ...SOUND, loads: water('negative', headM) });
    expect(at(67.9).verdict).toBe('fits');
    expect(at(68.1)).toMatchObject({ verdict: 'fits-if', objections: [{ criterionId: 'head-above-rating', then: 'lower-water' }] });
    expect(at(100).objections[0]!.values!.limit).toBeCloseTo(1000 / 1.5 / 9.80665, 6);
  });
  test('salt water weighs more: 1025 kg/m³ leave 1000 / 1025 of the head', () => {
    const salt = (headM: number) =>
      judge('flexible-cementitious', flexible, { ...SOUND, loads: [{ side: 'negative', headM, densityKgM3: 1025 }] });
    expect(salt(67.9 / 1.025).verdict).toBe('fits');
    expect(salt(67.9).objections[0]!.values!.limit).toBeCloseTo(1000 / 1.5 / 9.80665 / 1.025, 6);
  });
  test('of two sides the one that holds less is named', () => {
    const wall = judge('flexible-cementitious', SHIPPED_CATALOGUE.newest('osmere-flexwall')!, {
      ...SOUND,
      loads: [...water('positive', 12), ...water('negative', 12)],
    });
    // rated for 500 kPa from the front and 150 from behind, with safety 1.5
    expect(wall.objections.find(({ criterionId }) => criterionId === 'head-above-rating')!.values!.limit).toBeCloseTo(100 / 9.80665, 6);
  });
  test('on rubble the rating is held against the render that levels it, on masonry against none but no more than 30 kPa', () => {
    const rubble = { ...SOUND, substrate: 'rubble' as const, strengthMPa: 0 };
    const rigid = (headM: number) => judge('rigid-slurry', coatOf('rigid-slurry'), { ...rubble, loads: water('negative', headM) });
    expect(rigid(2).objections.map(({ then }) => then)).toEqual(['level-first']);
    const lime = (headM: number) => judge('lime-base-coat', coatOf('lime-base-coat'), { ...rubble, loads: water('negative', headM) });
    // 30 / 1.5 / 9.80665 = 2.04 m
    expect([lime(2).verdict, lime(2.1).verdict]).toEqual(['fits', 'fits-if']);
  });
  test('on a weaker wall the rating is void', () =>
    expect(judge('flexible-cementitious', flexible, { ...SOUND, loads: water('positive', 1), strengthMPa: 30 })).toMatchObject({
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
  const one = { family: 'rigid-slurry', costMinor: 100, days: 4, risk: 0, sdM: 2, group: 1 } as const;
  const other = { family: 'lime-base-coat', costMinor: 200, days: 2, risk: 2, sdM: 0.1, group: 1 } as const;
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
  test('groups stand apart whatever their scores, and what costs nothing is no measure for the others', () => {
    const late = rank([{ ...one, group: 2 }, other], { cost: 1, days: 0, risk: 0, breathing: 0 });
    expect(late.map(({ family }) => family)).toEqual(['lime-base-coat', 'rigid-slurry']);
    const free = rank([{ ...one, family: 'resin-injection', costMinor: 0 }, one, other], { cost: 1, days: 0, risk: 0, breathing: 0 });
    expect(free.map(({ scores }) => scores.cost)).toEqual([1, 1, 0.5]);
  });
  test('nothing that counts gives no total rather than none of something', () => expect(weigh(0, 0, 0, 0)[0]!.total).toBeNull());
});
