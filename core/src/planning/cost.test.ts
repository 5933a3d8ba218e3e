import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { BuildUp, FamilyId, Feature } from '../jobs';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { type House, USUAL_HOUSE, costOf, hoursByTask, planJob } from './index';

const CREW = { people: 2, temperatureC: 20 };

/** One face with a system, every part of it pinned. */
function planned(family: FamilyId, features: Feature[], part: Partial<BuildUp> = {}, house: House = USUAL_HOUSE, faceId = 'north') {
  const coat = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
  const products = pinProducts(coat, family, SHIPPED_CATALOGUE);
  return planJob({ ...sampleJob(), features, buildUps: [buildUp(faceId, { family, products, ...part })] }, CREW, house);
}

test('a bond coat is brushed on in the same piece of work as what goes onto it, and takes its time', () => {
  const minutes = (paces: House['paces']) =>
    planned('crystalline-slurry', [crack({ wetState: 'weeping' })], {}, { ...USUAL_HOUSE, paces }).workItems.find(
      ({ step }) => step === 'fill',
    )!.durationMin;
  // 2.1 m at 28 and 3 minutes, two people: 32.55, to the nearest 5
  expect(minutes({})).toBe(35);
  expect(minutes({ bond: 0 })).toBe(30);
});

test('what is kept wet takes hours, by the sheet or by the school', () => {
  const hours = (family: FamilyId, schools: BuildUp['schools'] = {}, paces: House['paces'] = {}) => {
    const house = { ...USUAL_HOUSE, paces };
    const rows = hoursByTask(planned(family, [], { schools }, house), house, 2);
    return rows.find(({ task }) => task === 'cure');
  };
  // four mists a day for two days over 10 m² at 0.3 min
  expect(hours('crystalline-slurry')).toMatchObject({ quantity: 80, workH: expect.closeTo(0.4, 9) as number });
  expect(hours('crystalline-slurry', {}, { cure: 0.6 })!.workH).toBeCloseTo(0.8, 9);
  expect(hours('flexible-cementitious')).toBeUndefined();
  // three a day for two days where the school keeps flexible coats wet
  expect(hours('flexible-cementitious', { 'flexible-curing': { school: 'A' } })!.workH).toBeCloseTo(0.3, 9);
});

test('who blasts every slab takes longer to prepare it than who goes by the knife', () => {
  const minutes = (school: 'A' | 'B') =>
    planned('epoxy-vapour-barrier', [], { schools: { 'slab-preparation': { school } } }, USUAL_HOUSE, 'floor').workItems.find(
      ({ step }) => step === 'prepare',
    )!.durationMin;
  // 12 m²: sounded 1, degreased 4, a tenth filled 7.5, vacuumed 1 minute; blasted 6 more; two people
  expect([minutes('A'), minutes('B')]).toEqual([75, 40]);
});

test('a hole that has no length is worked as one piece, and counted apart from metres', () => {
  const hole = crack({
    id: 't1',
    kind: 'tie-hole',
    wetState: 'weeping',
    path: [[1, 1]],
    diameterMm: 25,
    widthMm: undefined,
    movement: undefined,
  });
  const plan = planned('crystalline-slurry', [crack({ wetState: 'weeping' }), hole]);
  const { workItems } = plan;
  expect(workItems.find(({ id }) => id === 't1:plug')!.quantity).toEqual({ value: 1, unit: 'piece' });
  const plugs = hoursByTask(plan, USUAL_HOUSE, CREW.people).filter(({ task }) => task === 'plug');
  expect(plugs.map(({ per, quantity }) => [per, quantity])).toEqual(
    expect.arrayContaining([
      ['m', 2.1],
      ['piece', 1],
    ]),
  );
});

test('a face costs its material, its hours and its access, and nothing else', () => {
  const { faces, workItems } = planned('crystalline-slurry', []);
  const north = faces.find(({ faceId }) => faceId === 'north')!;
  const cost = costOf({ plan: north, items: workItems, house: USUAL_HOUSE, people: 2, accessMinorPerM2: 150 });
  const material = north.lines.map(({ product, amount }) => amount * Math.min(...product.packs.map((pack) => pack.priceMinor / pack.size)));
  expect(cost.materialMinor).toBeCloseTo(
    material.reduce((sum, each) => sum + each, 0),
    6,
  );
  const worked = workItems.reduce((sum, { durationMin }) => sum + durationMin, 0);
  // the wall is misted for 0.4 h on top
  expect(cost.workH).toBeCloseTo((2 * worked) / 60 + 0.4, 9);
  expect(cost.labourMinor).toBeCloseTo(cost.workH * USUAL_HOUSE.labourMinorPerH, 6);
  expect(cost.accessMinor).toBeCloseTo(10 * 150, 9);
});
