import { calculate } from '../calculators';
import type { Feature } from '../jobs';
import { accepted } from '../testing/results';
import { sampleJob } from '../testing/sample-job';
import { BACKINGS, type SealingOrder, leaksOnWalls } from './index';

const [north] = sampleJob().faces;
const leak = (id: string, path: Feature['path'], part: Partial<Feature> = {}): Feature => ({
  id,
  faceId: 'north',
  mark: id,
  kind: 'leak',
  path,
  wetState: 'dripping',
  ...part,
});
const at = '2026-03-01T08:00:00Z';

test('each running leak under the water at its lowest point, with its measured flow or the usual one of its state', () => {
  const features = [
    leak(
      'L1',
      [
        [1, 0.8],
        [1.2, 0.3],
      ],
      { flow: { at, dripsPerMin: 40 } },
    ),
    leak('L2', [[3, 0.5]], { flow: { at, volumeMl: 500, seconds: 60 }, wetState: 'running' }),
    leak('L3', [[2, 1]]),
    leak('dry', [[2, 1]], { wetState: 'dry', pastLeakage: true }),
    leak('high', [[2, 2.2]]),
    leak('elsewhere', [[2, 1]], { faceId: 'east' }),
  ];
  // 40 drips of 0.05 mL are 2 mL a minute, 0.12 L/h; 500 mL a minute are 30 L/h; foot at −2.5 m, water at −0.5 m
  expect(leaksOnWalls([north!], features, -0.5)).toEqual({
    leaks: [
      { id: 'L1', xM: 1.2, yM: 0.3, flowLPerH: expect.closeTo(0.12, 12) },
      { id: 'L2', xM: 3, yM: 0.5, flowLPerH: expect.closeTo(30, 12) },
      { id: 'L3', xM: 2, yM: 1, flowLPerH: expect.closeTo(1.2, 12) },
    ],
    assumed: ['L3'],
  });
});

test('what it gives can be weighed: in every ground that can feed it, all leaks are stopped once', () => {
  const { leaks } = leaksOnWalls([north!], [leak('L1', [[1, 0.3]]), leak('L2', [[3, 0.5]], { wetState: 'weeping' })], -0.5);
  for (const wallBacking of BACKINGS.filter(({ id }) => id === 'sand' || id === 'open-fill')) {
    const { transmissivityM2S, sourceConductanceM2S } = wallBacking;
    const plan = accepted(
      calculate('sealing-order', {
        leaks,
        faceWidthM: 4,
        faceHeightM: 2.5,
        waterLevelM: -0.5,
        bottomLevelM: -2.5,
        wallBacking: { transmissivityM2S, sourceConductanceM2S },
      }),
    ) as SealingOrder;
    expect([...plan.order].sort()).toEqual(['L1', 'L2']);
    // shut, the head at the lower leak is the full standing water
    expect(plan.finalHeadM).toBeCloseTo(1.7, 6);
  }
});

test('a place is told from the face’s own lower left corner, and a flow that says nothing counts as not measured', () => {
  const shifted = { ...north!, outline: north!.outline.map(([u, v]) => [u + 5, v] as const) };
  const features = [
    leak('L1', [[6, 0.5]], { flow: { at, volumeMl: 500 } }),
    leak('L2', [[7, 0.5]], { flow: { at, dripsPerMin: 0 } }),
    leak('L3', [[8, 0.5]], { flow: { at, volumeMl: 100, seconds: 60 }, wetState: 'weeping' }),
    leak('L4', [[9, 0.5]], { flow: { at, seconds: 60 } }),
  ];
  const found = leaksOnWalls([shifted], features, -0.5);
  expect(found.leaks.map(({ xM, yM }) => [xM, yM])).toEqual([
    [1, 0.5],
    [2, 0.5],
    [3, 0.5],
    [4, 0.5],
  ]);
  expect(found.assumed).toEqual(['L1', 'L2', 'L4']);
  expect(found.leaks[2]!.flowLPerH).toBeCloseTo(6, 9);
});
