import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';
import type { FilmMap } from './film-map';

const face = { widthM: 4, heightM: 2, specifiedMm: 1.5, gridM: 0.5 };
const map = (readings: object[], part: object = {}) => accepted(calculate('film-map', { ...face, readings, ...part })) as FilmMap;
const at = (xM: number, yM: number, mm: number) => ({ xM, yM, mm });

test('cells are rows from the lower left; a reading in a cell’s centre is that cell', () => {
  const { grid, variance, probabilityThin, variogram, topUpKg } = map([at(0.25, 0.25, 1), at(3.75, 1.75, 2)]);
  expect([grid.length, grid[0]!.length]).toEqual([4, 8]);
  expect(grid[0]![0]).toBeCloseTo(1, 12);
  expect(grid[3]![7]).toBeCloseTo(2, 12);
  expect(variance[0]![0]).toBeCloseTo(0, 12);
  expect([probabilityThin[0]![0], probabilityThin[3]![7]]).toEqual([1, 0]);
  // under ten readings the stated default: a third of the diagonal, no nugget, the readings' own variance
  expect(variogram).toEqual({ nugget: 0, partialSill: 0.5, range: Math.hypot(4, 2) / 3, fitted: false });
  expect(topUpKg).toBeNull();
});

test('what is missing everywhere is topped up: 0.5 mm on 8 m² at 1.3 kg/L', () => {
  expect(map([at(1, 1, 1), at(3, 1, 1)], { densityKgL: 1.3 }).topUpKg).toBeCloseTo(0.5 * 8 * 1.3, 9);
  expect(map([at(1, 1, 2), at(3, 1, 2)], { densityKgL: 1.3 }).topUpKg).toBe(0);
});

test('even readings make an even, certain map', () => {
  const { grid, probabilityThin } = map([at(1, 1, 1.6), at(3, 1, 1.6)]);
  expect(new Set(grid.flat())).toEqual(new Set([1.6]));
  expect(new Set(probabilityThin.flat())).toEqual(new Set([0]));
});

test('the next best place is far from readings, and where it is in doubt', () => {
  const left = [at(0.25, 0.25, 1.4), at(0.25, 1.75, 1.6), at(0.75, 1, 1.5), at(1.25, 0.25, 1.6), at(1.25, 1.75, 1.4)];
  expect(map(left).nextBest.xM).toBeGreaterThan(2);
});

test('several readings at one place are averaged, with a note', () => {
  const { grid, notices } = map([at(0.25, 0.25, 1), at(0.25, 0.25, 2), at(3.75, 1.75, 2)]);
  expect(grid[0]![0]).toBeCloseTo(1.5, 12);
  expect(notices).toEqual([{ code: 'averaged-at-one-place', path: 'readings[1]' }]);
});

test('one reading, one place, off the face, too fine a grid', () => {
  const refused = (readings: unknown, part: object = {}) => refusals(calculate('film-map', { ...face, readings, ...part }));
  expect(refused([])).toEqual(['empty-list at readings']);
  expect(refused([at(1, 1, 1)])).toEqual(['too-few-places at readings']);
  expect(refused([at(1, 1, 1), at(1, 1, 2)])).toEqual(['too-few-places at readings']);
  expect(refused([at(5, 1, 1), at(1, 2.1, 2)])).toEqual(['off-the-face at readings[0].xM', 'off-the-face at readings[1].yM']);
  expect(refused([at(1, 1, 1), at(2, 1, NaN)])).toEqual(['not-a-number at readings[1].mm']);
  expect(refused([at(1, 1, 1), at(2, 1, 2)], { gridM: 0.001 })).toEqual(['too-fine at gridM']);
});

test('told to stop it stops', () => {
  const readings = [at(1, 1, 1), at(2, 1, 2), at(3, 1, 1.5)];
  expect(refusals(calculate('film-map', { ...face, readings }, () => true))).toEqual(['stopped at ']);
});
