import type { Face } from '../jobs';
import { sampleJob } from '../testing/sample-job';
import { faceForce, watersOn } from './index';

const job = sampleJob();
const wall = job.faces[0]!;
const [water] = watersOn(wall, job);
const force = (part: Partial<Face>) => faceForce({ ...wall, ...part }, water!);

// F = ρ g h² b / 2 a third above the foot: hydrostatics of a plane wall in any handbook of fluid mechanics
test('an upright wall is pushed by half its head squared, a third up, with the formula behind it', () => {
  const headM = water!.level.levelM + 2.5;
  const { forceKN, resultantLevelM, working } = force({})!;
  expect(forceKN).toBeCloseTo((9.80665 * headM ** 2 * 4) / 2, 9);
  expect(resultantLevelM).toBeCloseTo(-2.5 + headM / 3, 9);
  expect(working!.calculatorId).toBe('face-load');
});

test('a wall that is no rectangle is integrated: half of it as a triangle on its point is pushed less than half', () => {
  const triangle = force({
    outline: [
      [2, 0],
      [4, 2.5],
      [0, 2.5],
    ],
  })!;
  expect(triangle.working).toBeUndefined();
  expect(triangle.forceKN).toBeGreaterThan(0);
  expect(triangle.forceKN).toBeLessThan(force({})!.forceKN / 2);
});

test('a floor, a soffit, a round shaft and a wall laid flat have no such force', () => {
  for (const kind of ['slab', 'soffit', 'lining'] as const) expect(force({ kind })).toBeUndefined();
  const { xM, yM, zM, headingDeg } = wall.placement;
  expect(
    force({ placement: { kind: 'cylinder', axis: 'vertical', radiusM: 1, startAngleDeg: 0, xM, yM, zM, headingDeg } }),
  ).toBeUndefined();
  expect(force({ placement: { kind: 'plane', xM, yM, zM, headingDeg, tiltDeg: 0 } })).toBeUndefined();
});
