import { FAMILY_IDS, type FamilyId } from '../jobs';
import { SHIPPED_CATALOGUE } from '../catalogue';
import { type ProofFacts, proofPlanOf } from './proof-plan';
import { TEST_RULES } from './index';

const facts = (family: FamilyId, part: Partial<ProofFacts> = {}): ProofFacts => ({
  ...{ family, areaM2: 100, isLevel: false, isLining: false, isMasonry: false, answersForTank: false, demands: {}, hasFloorFinish: false },
  ...{ layers: [{ layer: 'coat', dryMm: 2, counts: true }], leastFilmShare: 1, wetPlaces: ['k1'], penetrations: [] },
  ...part,
});
const ids = (of: ProofFacts) => proofPlanOf(of).map(({ id }) => id);
const one = (of: ProofFacts, id: string) => proofPlanOf(of).find((each) => each.id === id)!;

test('every family is proven by something that is not left to choice, and every id stands once in a plan', () => {
  for (const family of FAMILY_IDS) {
    for (const isLevel of [true, false]) {
      const plan = proofPlanOf(facts(family, { isLevel, isLining: family === 'sewer-lining' }));
      expect({ family, n: plan.filter((test) => !test.optional).length }).not.toEqual({ family, n: 0 });
      expect(new Set(plan.map(({ id }) => id)).size).toBe(plan.length);
    }
  }
  // the log names them: 40 letters at most
  expect(TEST_RULES.every(({ id }) => id.length <= 40)).toBe(true);
});

test('looks come after a day, a week and four weeks, of block after 30 days (common practice, no source)', () => {
  expect(ids(facts('crystalline-slurry')).filter((id) => id.startsWith('leak-look'))).toEqual([
    'leak-look-1',
    'leak-look-7',
    'leak-look-28',
  ]);
  expect(ids(facts('block-wall-crystalline'))).toContain('leak-look-30');
  expect(one(facts('crystalline-slurry'), 'leak-look-28')).toMatchObject({ afterH: 28 * 24, targetIds: ['k1'], by: 'inspector' });
  // where there is nothing to look at there is no look
  expect(ids(facts('rigid-slurry', { wetPlaces: [] })).some((id) => id.startsWith('leak-look'))).toBe(false);
});

test('film is read at 20 places to 100 m², and 20 of a small job (DIN 18533-3, from memory); hot rubber at one to 10 m²', () => {
  expect(one(facts('flexible-cementitious', { areaM2: 8 }), 'film').places).toBe(20);
  expect(one(facts('flexible-cementitious', { areaM2: 101 }), 'film').places).toBe(40);
  expect(one(facts('hot-rubber', { areaM2: 101 }), 'film').places).toBe(11);
  expect(one(facts('thick-film'), 'film').limits).toEqual({ areaM2: 100, leastShare: 1, filmMm: 2, apart: 1 });
});

// NACE SP0188 and ASTM D5162, both from memory: volts by film; the sponge up to half a millimetre; neither on what carries current
test.each([
  [0.15, { spongeV: 67.5 }],
  [0.2, { sparkV: 1500, spongeV: 67.5 }],
  [0.5, { sparkV: 2500, spongeV: 67.5 }],
  [0.53, { sparkV: 3000 }],
  [1.99, { sparkV: 6000 }],
  [2, { sparkV: 10_000 }],
  [4.69, { sparkV: 15_000 }],
  [4.7, {}],
])('a film of %p mm that insulates is sparked by %p', (dryMm, volts) => {
  const epoxy = SHIPPED_CATALOGUE.choices('coat', 'epoxy-vapour-barrier')[0]!;
  const slurry = SHIPPED_CATALOGUE.choices('coat', 'crystalline-slurry')[0]!;
  const layers = [
    { layer: 'coat' as const, dryMm, counts: true },
    { layer: 'coat' as const, dryMm: 9, counts: false },
  ];
  const pinhole = (coat: typeof epoxy) =>
    proofPlanOf(facts('epoxy-vapour-barrier', { layers, coat })).find(({ test }) => test === 'pinhole')!.limits;
  expect(pinhole(epoxy)).toEqual({ areaM2: 100, apart: 1, ...volts });
  expect(pinhole(slurry)).toEqual({ areaM2: 100, apart: 1 });
});

test('bond by pairs of EN 1504-2 (from memory), three pulls to 250 m²', () => {
  expect(one(facts('rigid-slurry', { areaM2: 251 }), 'pull-off')).toMatchObject({ places: 6, limits: { requiredMPa: 1, leastMPa: 0.7 } });
  expect(one(facts('flexible-cementitious'), 'pull-off').limits).toEqual({ requiredMPa: 0.8, leastMPa: 0.5, apart: 1 });
  const wheels = { demands: { traffic: 'vehicles' } } as const;
  expect(one(facts('epoxy-vapour-barrier', wheels), 'pull-off').limits).toEqual({ requiredMPa: 2, leastMPa: 1.5, apart: 1 });
  expect(one(facts('deck-membrane'), 'pull-off').limits).toEqual({ requiredMPa: 1.5, leastMPa: 1, apart: 1 });
  // brick tears first: what is enough is found on a trial, and nothing is made up
  for (const family of ['sewer-lining', 'rigid-slurry', 'flexible-cementitious'] as const)
    expect(one(facts(family, { isMasonry: true }), 'pull-off-trial')).toMatchObject({ limits: {}, by: 'engineer', optional: true });
});

test('a floor finish asks for the moisture of the slab, a tank is filled once, gas asks at its pipes, seepage is counted where it was agreed', () => {
  expect(ids(facts('silicate-sealer', { isLevel: true, hasFloorFinish: true }))).toContain('slab-moisture');
  expect(ids(facts('epoxy-vapour-barrier', { isLevel: true, hasFloorFinish: true }))).toEqual(
    expect.arrayContaining(['slab-before', 'pull-off-slab']),
  );
  expect(ids(facts('crystalline-slurry', { answersForTank: true }))).toEqual(expect.arrayContaining(['tank-before', 'tank']));
  expect(ids(facts('epoxy-vapour-barrier', { demands: { groundGas: true }, penetrations: ['p1'] }))).toContain('penetration-air');
  expect(ids(facts('rigid-slurry', { demands: { grade: '1a' } }))).toContain('inflow');
  expect(ids(facts('moisture-cure-pu', { isLevel: true }))).toContain('ponding');
  expect(ids(facts('moisture-cure-pu'))).not.toContain('ponding');
});
