import { polygonArea } from 'd3-polygon';
import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import { FAMILY_IDS, type FamilyId, type JobModel } from '../jobs';
import { crosses } from '../testing/crosses';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { type Section, sectionOf } from './index';
import { USUAL_HOUSE, planJob } from '../planning';

const planned = (family: FamilyId, change: Partial<JobModel>) => {
  const coat = SHIPPED_CATALOGUE.choices('coat', family)[0]!;
  const model = {
    ...sampleJob(),
    buildUps: [buildUp('north', { family, products: pinProducts(coat, family, SHIPPED_CATALOGUE) })],
    ...change,
  };
  return planJob(model, { people: 2, temperatureC: 20 }, USUAL_HOUSE).faces[0]!;
};
const area = (section: Section, material: string) =>
  section.parts
    .filter((part) => part.material === material && !part.isLine)
    .reduce((sum, { points }) => sum + Math.abs(polygonArea(points as [number, number][])), 0);

test('the cut of a leak takes what its volume says: plug and mortar, mm² times length', () => {
  const treatment = planned('crystalline-slurry', { features: [crack({ wetState: 'weeping' })] }).treatments[0]!;
  const section = sectionOf(treatment, 1.2)!;
  const { plugL, mortarL, cutLengthM } = treatment.slot!.output;
  expect((area(section, 'plug') * cutLengthM) / 1000).toBeCloseTo(plugL, 9);
  expect((area(section, 'filler') * cutLengthM) / 1000).toBeCloseTo(mortarL, 9);
});

test('a cavity that runs is drawn half plug, half mortar, with the bond coat between them', () => {
  const hole = crack({ kind: 'honeycomb', wetState: 'weeping', depthMm: 40, widthMm: undefined, movement: undefined });
  const path: [number, number][] = [
    [1, 0.5],
    [1.2, 0.5],
    [1.2, 0.7],
    [1, 0.7],
  ];
  const section = sectionOf(planned('crystalline-slurry', { features: [{ ...hole, path }] }).treatments[0]!, 1.2)!;
  // undercut by 5 mm a side: 200 mm wide at the face, 205 at half depth, 210 at the bottom
  expect(area(section, 'filler')).toBeCloseTo(202.5 * 20, 9);
  expect(area(section, 'plug')).toBeCloseTo(207.5 * 20, 9);
  const bond = section.parts.find(({ step }) => step === 'bond')!;
  expect(Math.max(...bond.points.map(([, y]) => y))).toBe(20);
});

test('a fillet is as large as its formula', () => {
  const face = planned('crystalline-slurry', {});
  const corner = face.treatments.find(({ of }) => of === 'internal-corner')!;
  expect(area(sectionOf(corner, 1.2)!, 'filler')).toBeCloseTo(800, 9);
});

test.each(FAMILY_IDS)('%s: every detail that is made is drawn, whole and inside its frame', (family) => {
  const features = [
    crack({ wetState: 'weeping' }),
    crack({ id: 'k2', widthMm: 2 }),
    crack({ id: 'j1', kind: 'joint', movement: 'moving', widthMm: 15, movementMm: 10 }),
    crack({ id: 'n1', kind: 'penetration', path: [[1, 1]], diameterMm: 110, pipe: 'rigid', widthMm: undefined, movement: undefined }),
    crack({ id: 'd1', kind: 'drain', path: [[2, 1]], diameterMm: 100, widthMm: undefined, movement: undefined }),
    crack({
      id: 'h1',
      kind: 'honeycomb',
      depthMm: 30,
      widthMm: undefined,
      movement: undefined,
      path: [
        [2, 1],
        [2.4, 1],
        [2.4, 1.5],
      ],
    }),
  ];
  for (const treatment of planned(family, { features }).treatments) {
    const section = sectionOf(treatment, 2);
    if (treatment.rule.steps.length === 0) expect(section).toBeUndefined();
    else
      for (const { points } of section!.parts)
        for (const [x, y] of points) {
          expect(Number.isFinite(x) && Number.isFinite(y)).toBe(true);
          expect(x).toBeGreaterThanOrEqual(section!.minX - 1e-9);
          expect(x).toBeLessThanOrEqual(section!.maxX + 1e-9);
          expect(y).toBeGreaterThanOrEqual(section!.minY - 1e-9);
          expect(y).toBeLessThanOrEqual(section!.maxY + 1e-9);
        }
  }
});

test.each(FAMILY_IDS)('%s: in a corner nothing crosses itself, however thick the coats are', (family) => {
  const corners = planned(family, {}).treatments.filter(
    ({ of }) => of === 'internal-corner' || of === 'wall-floor' || of === 'external-corner',
  );
  expect(corners.length).toBeGreaterThan(0);
  for (const treatment of corners)
    for (const coatMm of [1.2, 10, 25, 60])
      for (const { points, isLine } of sectionOf(treatment, coatMm)?.parts ?? []) expect(isLine || !crosses(points)).toBe(true);
});
