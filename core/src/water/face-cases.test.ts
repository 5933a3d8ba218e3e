import type { JobModel, LevelKind, WaterBody } from '../jobs';
import { sampleJob } from '../testing/sample-job';
import { knownCases, levelInCase, watersInCase } from './index';
import { faceCases, featureCases } from './face-cases';

let n = 0;
/** The sample room as a tank in the ground: levels by water and kind. */
function tankJob(levels: readonly (readonly ['ground' | 'tank', LevelKind, number])[]): JobModel {
  const job = sampleJob();
  const bodies: WaterBody[] = [
    { id: 'ground', name: 'Ground', kind: 'ground', densityKgM3: 1000 },
    { id: 'tank', name: 'Tank', kind: 'tank', densityKgM3: 1000 },
  ];
  return {
    ...job,
    faces: job.faces.map((face) => ({ ...face, near: { kind: 'tank', waterBodyId: 'tank' } })),
    waterBodies: bodies,
    waterLevels: levels.map(([waterBodyId, kind, levelM]) => ({
      id: `l${n}`,
      waterBodyId,
      kind,
      levelM,
      at: new Date(Date.UTC(2026, 0, 1 + n++)).toISOString(),
    })),
  };
}

const FULL: Parameters<typeof tankJob>[0] = [
  ['ground', 'dip', -1.6],
  ['ground', 'dip', -1.2],
  ['ground', 'seasonal-high', -0.8],
  ['ground', 'seasonal-high', -0.5],
  ['ground', 'flood', -0.1],
  ['ground', 'drawn-down', -2.6],
  ['tank', 'full', -0.3],
];
const levels = (job: JobModel, designCase: Parameters<typeof levelInCase>[2]) =>
  job.waterBodies.map((body) => {
    const level = levelInCase(body, job.waterLevels, designCase);
    return typeof level === 'object' ? level.levelM : level;
  });

test('each case takes its own level of each water', () => {
  const job = tankJob(FULL);
  expect(levels(job, 'today')).toEqual([-1.2, -0.3]);
  expect(levels(job, 'seasonal-high')).toEqual([-0.5, -0.3]);
  expect(levels(job, 'flood')).toEqual([-0.1, -0.3]);
  expect(levels(job, 'drawn-down')).toEqual([-2.6, -0.3]);
  expect(levels(job, 'tank-full')).toEqual(['dry', -0.3]);
  expect(levels(job, 'tank-empty')).toEqual([-0.1, 'dry']);
});

test('a case that nobody recorded is left out; without a tank there are no tank cases', () => {
  expect(knownCases(sampleJob())).toEqual(['today', 'seasonal-high']);
  expect(knownCases(tankJob([['ground', 'flood', 0]]))).toEqual(['flood', 'tank-empty']);
  expect(knownCases({ waterBodies: [], waterLevels: [] })).toEqual([]);
});

test('what governs now is no part of a case', () => {
  const job = sampleJob();
  expect(watersInCase(job, 'today')).toEqual([expect.objectContaining({ governingLevelId: 'low' })]);
  expect(watersInCase({ ...job, waterLevels: [] }, 'flood')[0]).not.toHaveProperty('governingLevelId');
});

test('a tank wall is pushed outwards when it is full and the ground dry, inwards when it is empty', () => {
  const job = tankJob(FULL);
  const cases = new Map(faceCases(job.faces[0]!, job).map((each) => [each.designCase, each]));
  const full = cases.get('tank-full')!;
  expect(full.sides.map(({ water }) => water.side)).toEqual(['positive']);
  expect(full.drivingHeadM).toBeCloseTo(-2.2, 9);
  const empty = cases.get('tank-empty')!;
  expect(empty.drivingHeadM).toBeCloseTo(2.4, 9);
  // F = ρ g b h² / 2, acting a third up (fluid-mechanics handbooks): 4 m of wall under 2.4 m
  expect(empty.sides[0]!.force!.forceKN).toBeCloseTo((9.80665 * 4 * 2.4 ** 2) / 2, 9);
  expect(empty.sides[0]!.force!.resultantLevelM).toBeCloseTo(-2.5 + 0.8, 9);
  // EN 1992-3, 7.3.1: hD/h of 2.4 m on 300 mm is 8, for which the limit is 0.20 − 0.15 · 3/30
  expect(empty.gradient.output).toEqual({ gradient: expect.closeTo(8, 9), widthLimitMm: expect.closeTo(0.185, 9) });
  const both = cases.get('flood')!;
  expect(both.sides).toHaveLength(2);
  expect(both.drivingHeadM).toBeCloseTo(0.2, 9);
});

test('a slab is lifted by the water under it, against its own weight and what rests on it', () => {
  const job = sampleJob();
  const slab = job.faces[2]!;
  const high = (face: typeof slab) => faceCases(face, job).find(({ designCase }) => designCase === 'seasonal-high')!.uplift!.output;
  // 12 m² of 0.3 m under 2.3 m of water at its underside: 9.80665 · 2.3 · 12 against 24 · 0.3 · 12 kN
  expect(high(slab).upliftKN).toBeCloseTo(9.80665 * 2.3 * 12, 9);
  expect(high(slab).factor).toBeCloseTo((24 * 0.3) / (9.80665 * 2.3), 9);
  expect(high(slab).passes).toBe(false);
  expect(high({ ...slab, deadLoadKPa: 18 }).passes).toBe(true);
  expect(faceCases(job.faces[0]!, job)[0]!.uplift).toBeUndefined();
});

test('the case that governs a crack is the one that drives hardest through its lowest point, from either side', () => {
  const job = tankJob(FULL);
  const path = [
    [1, 2.2],
    [1, 0.5],
  ] as const;
  expect(featureCases(path, job.faces[0]!, job).map(({ designCase }) => designCase)[0]).toBe('tank-empty');
  const drier = tankJob([...FULL.filter(([, kind]) => kind !== 'flood' && kind !== 'seasonal-high')]);
  const [hardest] = featureCases(path, drier.faces[0]!, drier);
  expect(hardest).toEqual({ designCase: 'drawn-down', drivingHeadM: expect.closeTo(-1.7, 9) });
});
