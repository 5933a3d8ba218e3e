import { type Demands, FAMILY_IDS, type Face, type FamilyId, type Feature, type JobModel, type Reading, type Side } from '../jobs';
import { crack, reading, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, USUAL_WEIGHTS, faceFacts, judgeFace, planJob, rankOptions } from './index';

const TODAY = { ms: Date.parse('2026-06-01T00:00:00Z'), temperatureC: 15 };
const ROOM: Side = { kind: 'room' };
const AIR: Side = { kind: 'open-air' };
const GROUND: Side = { kind: 'ground', waterBodyId: 'ground' };
const TANK: Side = { kind: 'tank', waterBodyId: 'tank' };

interface Situation {
  face: Partial<Face>;
  features?: Feature[];
  readings?: Reading[];
  /** of the ground over the foot, m; none: nobody found it */ groundM?: number;
  tankM?: number;
  job?: Partial<JobModel['job']>;
}

const FOOT_M = -2.5;

/** The families in the order of the ranking, and the verdict on each. */
function choose({ face: change, features = [], readings = [], groundM, tankM, job }: Situation) {
  const sample = sampleJob();
  const base = sample.faces.find(({ id }) => id === (change.kind === 'slab' ? 'floor' : 'north'))!;
  const face: Face = { ...base, ...change };
  const level = (id: string, waterBodyId: string, headM: number, kind: 'dip' | 'full') => ({
    ...{ id, waterBodyId, at: '2026-01-01T00:00:00Z', levelM: FOOT_M + headM, kind },
  });
  const model: JobModel = {
    ...sample,
    job: { ...sample.job, ...job },
    faces: [face],
    features: features.map((each) => ({ ...each, faceId: face.id })),
    readings: readings.map((each) => ({ ...each, faceId: face.id })),
    waterBodies: [
      { id: 'ground', name: 'Ground', kind: 'ground', densityKgM3: 1000, ...(groundM === undefined ? {} : { governingLevelId: 'g' }) },
      { id: 'tank', name: 'Tank', kind: 'tank', densityKgM3: 1000, ...(tankM === undefined ? {} : { governingLevelId: 't' }) },
    ],
    waterLevels: [
      ...(groundM === undefined ? [] : [level('g', 'ground', groundM, 'dip')]),
      ...(tankM === undefined ? [] : [level('t', 'tank', tankM, 'full')]),
    ],
  };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE).faces[0]!;
  const seen = { face, plan, features: model.features, readings: model.readings, job: model.job, today: TODAY };
  const candidates = judgeFace(faceFacts(seen), USUAL_HOUSE);
  const site = { face, features: model.features, junctions: [], around: model, house: USUAL_HOUSE, conditions: USUAL_CREW };
  return {
    order: rankOptions(candidates, site, USUAL_WEIGHTS).map(({ option }) => option.family),
    of: (family: FamilyId) => candidates.find((each) => each.family === family)!,
    possible: FAMILY_IDS.filter((family) => candidates.find((each) => each.family === family)!.verdict !== 'cannot'),
  };
}

const demands = (asked: Demands): Partial<Face> => ({ demands: asked });
const CURED = { castOn: '2020-01-01' };
const DECK: Partial<Face> = { kind: 'slab', near: AIR, far: ROOM, csp: 4, ...CURED };
const SLAB_SEEN = [reading({ id: 'k', kind: 'knife-test', value: 0 }), reading({ id: 'p', kind: 'profile', value: 4 })];

/**
 * Nineteen situations as a good practitioner would have them: what must be possible, what comes first among it, what must not be.
 * Common practice, no source, unless a row says otherwise.
 */
const SITUATIONS: readonly [
  string,
  Situation,
  { first?: readonly FamilyId[]; possible: readonly FamilyId[]; never: readonly FamilyId[] },
][] = [
  [
    'a wet rubble cottage whose owner wants lime',
    {
      face: { substrate: 'rubble', strengthMPa: 0, thicknessMm: 600, ...demands({ mustBreathe: true }) },
      groundM: 1.2,
      job: { schools: { 'old-masonry': { school: 'B' } } },
    },
    // silicates and resins close lime; films inside are pushed off; pore sealers are for above ground
    {
      first: ['lime-base-coat'],
      possible: ['lime-base-coat', 'drained-cavity'],
      never: ['thick-film', 'pore-sealer', 'crystalline-slurry', 'rigid-slurry'],
    },
  ],
  [
    'a filled block basement from inside under 1.2 m',
    { face: { substrate: 'block', strengthMPa: 0 }, groundM: 1.2 },
    {
      first: ['block-wall-crystalline', 'drained-cavity'],
      possible: ['block-wall-crystalline', 'drained-cavity'],
      never: ['thick-film', 'liquid-rubber', 'moisture-cure-pu'],
    },
  ],
  [
    'a new pour under 2 m',
    { face: { castOn: '2026-06-10' }, groundM: 2 },
    { first: ['crystalline-admixture'], possible: ['crystalline-admixture'], never: ['crystalline-dry-shake', 'pore-sealer'] },
  ],
  [
    'a lift pit with a running leak under 3 m',
    { face: { kind: 'slab', ...CURED }, features: [crack({ wetState: 'running', widthMm: 1 })], groundM: 3 },
    { possible: ['resin-injection', 'crystalline-slurry'], never: ['epoxy-vapour-barrier', 'hot-rubber', 'silicate-sealer'] },
  ],
  [
    'a brick and concrete sewer manhole full of sewer gas',
    { face: { substrate: 'brick', strengthMPa: 15, near: { kind: 'room' }, ...demands({ sewerGas: true }) }, groundM: 1 },
    {
      first: ['sewer-lining'],
      possible: ['sewer-lining'],
      never: ['crystalline-slurry', 'rigid-slurry', 'flexible-cementitious', 'lime-base-coat'],
    },
  ],
  [
    'a drinking-water tank in the ground, full and empty',
    { face: { near: TANK, strengthMPa: 40, ...CURED, ...demands({ potable: true }) }, groundM: 2, tankM: 2.4 },
    { possible: ['crystalline-slurry'], never: ['thick-film', 'moisture-cure-pu', 'liquid-rubber', 'pore-sealer', 'epoxy-vapour-barrier'] },
  ],
  [
    'a slab at 92 % under resin, no water above it',
    {
      face: { kind: 'slab', ...CURED, ...demands({ finish: 'resin' }) },
      readings: [...SLAB_SEEN, reading({ id: 'rh', kind: 'in-slab-rh', value: 92, depthMm: 120 })],
      groundM: -1,
    },
    { first: ['epoxy-vapour-barrier'], possible: ['epoxy-vapour-barrier'], never: ['silicate-sealer', 'pore-sealer', 'rigid-slurry'] },
  ],
  [
    'a roof under earth, from outside',
    { face: { ...DECK, ...demands({ standing: 'earth-cover' }) } },
    {
      first: ['hot-rubber', 'moisture-cure-pu'],
      possible: ['hot-rubber', 'moisture-cure-pu'],
      never: ['liquid-rubber', 'elastomeric-and-wear-coat', 'deck-membrane', 'silicate-sealer', 'pore-sealer'],
    },
  ],
  [
    'a tunnel joint that moves 8 mm and leaks',
    {
      face: { kind: 'lining', ...CURED },
      features: [crack({ kind: 'joint', movement: 'moving', movementMm: 8, wetState: 'dripping', widthMm: 20 })],
      groundM: 2,
    },
    { possible: ['resin-injection'], never: ['thick-film', 'silicate-sealer', 'moisture-cure-pu'] },
  ],
  [
    'a pool that is to be tiled',
    {
      face: {
        near: { kind: 'tank', waterBodyId: 'tank' },
        far: ROOM,
        strengthMPa: 40,
        ...CURED,
        ...demands({ finish: 'tile', chlorine: true }),
      },
      tankM: 2,
    },
    {
      first: ['flexible-cementitious'],
      possible: ['flexible-cementitious', 'crystalline-slurry'],
      never: ['moisture-cure-pu', 'thick-film', 'liquid-rubber', 'silicate-sealer'],
    },
  ],
  [
    'a retaining wall before it is backfilled, drained',
    { face: { near: GROUND, far: AIR, ...CURED, ...demands({ finish: 'backfill' }) }, groundM: -0.5 },
    {
      first: ['thick-film', 'liquid-rubber', 'moisture-cure-pu', 'elastomeric-and-wear-coat'],
      possible: ['thick-film', 'moisture-cure-pu'],
      never: ['pore-sealer', 'silicate-sealer', 'epoxy-vapour-barrier'],
    },
  ],
  [
    'a parking deck over rooms',
    { face: { ...DECK, ...demands({ traffic: 'vehicles', saltWater: true }) } },
    {
      first: ['deck-membrane'],
      possible: ['deck-membrane', 'hot-rubber'],
      never: ['silicate-sealer', 'pore-sealer', 'epoxy-vapour-barrier', 'flexible-cementitious', 'liquid-rubber'],
    },
  ],
  [
    'a slab 1 m below water under vinyl',
    { face: { kind: 'slab', ...CURED, ...demands({ finish: 'sheet-vinyl' }) }, readings: SLAB_SEEN, groundM: 1 },
    { first: ['drained-cavity'], possible: ['drained-cavity'], never: ['epoxy-vapour-barrier', 'silicate-sealer', 'crystalline-slurry'] },
  ],
  [
    'a green roof',
    { face: { ...DECK, ...demands({ standing: 'earth-cover', frostSoaked: true }) } },
    { first: ['hot-rubber', 'moisture-cure-pu'], possible: ['hot-rubber', 'moisture-cure-pu'], never: ['liquid-rubber', 'deck-membrane'] },
  ],
  [
    'a listed cellar that must be undone one day',
    {
      face: { substrate: 'brick', strengthMPa: 0, ...demands({ undoable: true }) },
      groundM: 0.8,
      features: [crack({ wetState: 'weeping' })],
    },
    {
      first: ['drained-cavity'],
      possible: ['drained-cavity', 'lime-base-coat'],
      never: ['crystalline-slurry', 'rigid-slurry', 'resin-injection', 'epoxy-vapour-barrier'],
    },
  ],
  [
    'brick above ground full of chloride and nitrate',
    { face: { substrate: 'brick', strengthMPa: 12, near: ROOM, far: AIR, salts: 'strong' } },
    { first: ['lime-base-coat'], possible: ['lime-base-coat'], never: ['pore-sealer', 'above-grade-elastomeric', 'crystalline-slurry'] },
  ],
  [
    'a garage floor over radon',
    { face: { kind: 'slab', csp: 4, ...CURED, ...demands({ groundGas: true, traffic: 'vehicles' }) }, groundM: -1 },
    { possible: ['epoxy-vapour-barrier'], never: ['silicate-sealer', 'pore-sealer', 'rigid-slurry'] },
  ],
  [
    'a leaking construction joint with steel showing',
    { face: CURED, features: [crack({ kind: 'joint', wetState: 'running', signs: ['steel-shows'] })], groundM: 2 },
    { possible: ['resin-injection', 'crystalline-slurry'], never: ['thick-film', 'pore-sealer'] },
  ],
  [
    'a balcony over a room, to be tiled',
    { face: { ...DECK, ...demands({ finish: 'tile', traffic: 'foot', standing: 'rain' }) } },
    {
      possible: ['flexible-cementitious', 'deck-membrane'],
      never: ['thick-film', 'liquid-rubber', 'silicate-sealer', 'elastomeric-and-wear-coat'],
    },
  ],
];

describe.each(SITUATIONS)('%s', (_says, situation, { first, possible, never }) => {
  const chosen = choose(situation);
  if (first) test('what comes first', () => expect(first).toContain(chosen.order[0]));
  test.each(possible)('%s is possible', (family) => expect(chosen.of(family)).not.toMatchObject({ verdict: 'cannot' }));
  test.each(never)('never %s, and it is said why', (family) => {
    const { verdict, objections } = chosen.of(family);
    expect(verdict).toBe('cannot');
    expect(objections.some(({ then }) => then === 'cannot')).toBe(true);
  });
});

test('what is done first is named: leaks stopped in the pit, gas lined after injection', () => {
  const pit = choose(SITUATIONS[3]![1]);
  expect(pit.of('crystalline-slurry').objections).toContainEqual(expect.objectContaining({ then: 'stop-leaks' }));
  const manhole = choose({ ...SITUATIONS[4]![1], features: [crack({ wetState: 'running' })] });
  expect(manhole.of('resin-injection').objections).toContainEqual(expect.objectContaining({ then: 'line-after' }));
});

test('of a salty parking deck the drinking tank, nothing serves, and it is said', () => {
  const { possible } = choose({ face: { ...DECK, near: AIR, ...demands({ traffic: 'vehicles', potable: true, undoable: true }) } });
  expect(possible).toEqual([]);
});
