import { calculate } from '../calculators';
import { expectProgress, looksAt } from '../testing/looks';
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
  // of four readings: squares from their mean over three (sample variance)
  const four = map([at(0.25, 0.25, 1), at(3.75, 1.75, 2), at(0.25, 1.75, 1.2), at(3.75, 0.25, 1.8)]);
  expect(four.variogram.partialSill).toBeCloseTo((0.25 + 0.25 + 0.09 + 0.09) / 3, 12);
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

test('it tells how far it is every few rows, and stops at any of them', () => {
  const input = { ...face, gridM: 0.02, readings: [at(1, 1, 1), at(2, 1, 2), at(3, 1, 1.5)] };
  const { shares, result } = looksAt('film-map', input);
  expect(shares).toEqual([0, 0, 0.16, 0.32, 0.48, 0.64, 0.8, 0.96].map((share) => expect.closeTo(share, 9)));
  expectProgress(shares, 8);
  expect(result.ok).toBe(true);
  for (const look of [1, 2, 5]) {
    const stopped = looksAt('film-map', input, look);
    expect(refusals(stopped.result)).toEqual(['stopped at ']);
    expect(stopped.shares).toHaveLength(look);
  }
});

// normal distribution, published tables: P(Z < 0.6745) = 0.75
test('how likely a cell is thin follows the estimate and its doubt; the doubt tells where to measure next', () => {
  const { grid, variance, probabilityThin, nextBest } = map([at(0.25, 0.25, 1.4), at(0.25, 1.75, 1.7)]);
  const far = [0, 7] as const;
  const [mean, sd] = [grid[far[0]]![far[1]]!, Math.sqrt(variance[far[0]]![far[1]]!)];
  expect(sd).toBeGreaterThan(0.1);
  const z = (1.5 - mean) / sd;
  // Abramowitz & Stegun 26.2.17, good to 7.5e-8
  const t = 1 / (1 + 0.2316419 * Math.abs(z));
  const poly = t * (0.31938153 + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
  const upper = (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI)) * poly;
  expect(probabilityThin[far[0]]![far[1]]).toBeCloseTo(z < 0 ? upper : 1 - upper, 6);
  expect(nextBest.xM).toBeGreaterThan(0.5);
});
