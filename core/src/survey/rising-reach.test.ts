import { sampleJob } from '../testing/sample-job';
import { risingReach } from './rising-reach';

const wall = { ...sampleJob().faces[0]!, substrate: 'brick' as const, thicknessMm: 215 };

test('a free-standing brick wall: sealing one face lifts the damp by √2', () => {
  const { output } = risingReach({ ...wall, far: { kind: 'room' } })!;
  // Hall & Hoff 2007: H = S √(b / (2 e θ)), both faces drying, S in mm/√min and e in mm/min
  expect(output.heightMm).toBeCloseTo(1.5 * Math.sqrt(215 / (2 * ((2 * 0.5) / 1440) * 0.2)), 6);
  expect(output.heightIfOneSideSealedMm! / output.heightMm).toBeCloseTo(Math.SQRT2, 9);
});

test('against the ground it dries to one side as it is; sealed, there is no end to it', () => {
  const { output } = risingReach(wall)!;
  expect(output.heightIfOneSideSealedMm).toBeNull();
  expect(output.heightMm).toBeGreaterThan(risingReach({ ...wall, far: { kind: 'room' } })!.output.heightMm);
});

test('concrete and slabs are left out', () => {
  expect(risingReach({ ...wall, substrate: 'cast-concrete' })).toBeUndefined();
  expect(risingReach({ ...wall, kind: 'slab' })).toBeUndefined();
});
