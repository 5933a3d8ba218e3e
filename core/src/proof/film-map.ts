import { type LongCalculator, list, number, optional, record, tex, withDefault } from '../fields/index.js';
import { type Issue, accept, issue, refuse } from '../issues.js';
import { type Estimates, type Place, type Variogram, fitVariogram, krigeTile, normalCdf } from '../numerics/index.js';
import { ceilDecimal } from '../quantities/index.js';

const side = number('m', { above: 0, max: 10_000 });
const place = number('m', { min: 0, max: 10_000 });
const fields = {
  readings: list(record({ xM: place, yM: place, mm: number('mm', { min: 0, max: 1000 }) }), 1000),
  widthM: side,
  heightM: side,
  specifiedMm: number('mm', { above: 0, max: 1000 }),
  gridM: withDefault(number('m', { above: 0, max: 1000 }), 0.25),
  densityKgL: optional(number('kg/L', { above: 0, max: 25 })),
};

const MOST_CELLS = 40_000;
/** Under so many readings a fitted variogram means nothing. */
const FIT_FROM = 10;
/** Without a fit values are taken to be unrelated beyond this share of the face's diagonal. */
const DEFAULT_RANGE = 1 / 3;
const ROWS_PER_SLICE = 16;
const COLUMNS_PER_TILE = 16;

export interface FilmMap {
  /** film, mm, at cell centres: grid[row][column] from the lower left */ grid: number[][];
  /** of the estimate, mm² */ variance: number[][];
  /** that the film is under what is specified */ probabilityThin: number[][];
  /** where one more reading would settle most */ nextBest: { xM: number; yM: number };
  /** to bring every cell up to the specified film; null without a density */ topUpKg: number | null;
  variogram: Variogram & { fitted: boolean };
  notices: Issue[];
}

/**
 * Film thickness over a face from scattered readings: ordinary kriging, spherical variogram with nugget fitted from 10 readings
 * on, from the nearest readings where there are many (`krigeTile` says how near that comes). Cells are `gridM`, or a little less where that does not divide the face. Several readings at one place are averaged, with a
 * notice. Refuses readings off the face (`off-the-face`), fewer than two places (`too-few-places`), too many cells (`too-fine`).
 */
export const filmMap: LongCalculator<typeof fields, FilmMap> = {
  id: 'film-map',
  fields,
  outputs: { grid: 'mm', variance: 'mm²', probabilityThin: '', nextBest: '', topUpKg: 'kg', variogram: '', notices: '' },
  symbols: { specifiedMm: 'd_{spec}', topUpKg: 'm', densityKgL: tex`\rho` },
  equation: [
    tex`\gamma(h) = c_0 + c \left( \tfrac{3h}{2a} - \tfrac{h^3}{2a^3} \right) \text{ up to } h = a, \text{ then } c_0 + c`,
    tex`\hat{d}(x) = \textstyle\sum_i \lambda_i d_i, \quad \sum_i \lambda_i = 1, \quad \min \operatorname{Var}(\hat{d} - d)`,
    tex`P(d < @specifiedMm) = \Phi\!\left( \frac{@specifiedMm - \hat{d}}{\sigma} \right), \quad @topUpKg = @densityKgL \textstyle\sum \max(0,\, @specifiedMm - \hat{d}) \, A`,
  ],
  sources: [
    { kind: 'published', title: 'Matheron 1963, Economic Geology 58 (kriging)' },
    { kind: 'published', title: 'Isaaks & Srivastava 1989, Applied Geostatistics' },
  ],
  *steps({ readings, widthM, heightM, specifiedMm, gridM, densityKgL }) {
    const columns = Math.max(1, ceilDecimal(widthM / gridM));
    const rows = Math.max(1, ceilDecimal(heightM / gridM));
    const issues = readings.flatMap(({ xM, yM }, i) => [
      ...(xM > widthM ? [issue('off-the-face', `readings[${i}].xM`)] : []),
      ...(yM > heightM ? [issue('off-the-face', `readings[${i}].yM`)] : []),
    ]);
    if (columns * rows > MOST_CELLS) issues.push(issue('too-fine', 'gridM', { max: MOST_CELLS, cells: columns * rows }));
    const { places, notices } = merged(readings);
    if (places.length < 2) issues.push(issue('too-few-places', 'readings', { min: 2 }));
    if (issues.length > 0) return { ok: false, issues };
    if (yield 0) return refuse(issue('stopped', ''));

    const variogram = variogramOf(places, Math.hypot(widthM, heightM));
    const flat = variogram.nugget + variogram.partialSill <= 0;
    const x = Float64Array.from({ length: columns }, (_, column) => ((column + 0.5) * widthM) / columns);
    const y = Float64Array.from({ length: rows }, (_, row) => ((row + 0.5) * heightM) / rows);
    const map: Pick<FilmMap, 'grid' | 'variance' | 'probabilityThin'> = { grid: [], variance: [], probabilityThin: [] };
    const next = { loss: -1, variance: -1, xM: 0, yM: 0 };
    let missingMmM2 = 0;
    for (let from = 0; from < rows; from += ROWS_PER_SLICE) {
      if (yield from / rows) return refuse(issue('stopped', ''));
      const band = y.subarray(from, from + ROWS_PER_SLICE);
      const estimates = flat ? evenBand(places[0]!.value, band.length * columns) : krigeBand(places, variogram, x, band);
      if (!estimates) return refuse(issue('cannot-be-fitted', 'readings'));
      band.forEach((yM, i) => {
        const value = estimates.value.subarray(i * columns, (i + 1) * columns);
        const variance = estimates.variance.subarray(i * columns, (i + 1) * columns);
        map.grid.push([...value]);
        map.variance.push([...variance]);
        map.probabilityThin.push(Array.from(value, (mm, column) => probabilityUnder(specifiedMm, mm, Math.sqrt(variance[column]!))));
        for (let column = 0; column < columns; column++) {
          const shortMm = specifiedMm - value[column]!;
          missingMmM2 += (Math.max(0, shortMm) * widthM * heightM) / (columns * rows);
          const loss = expectedLoss(shortMm, Math.sqrt(variance[column]!));
          if (loss > next.loss || (loss === next.loss && variance[column]! > next.variance))
            Object.assign(next, { loss, variance: variance[column]!, xM: x[column]!, yM });
        }
      });
    }
    return accept({
      ...map,
      nextBest: { xM: next.xM, yM: next.yM },
      // 1 mm over 1 m² is 1 L
      topUpKg: densityKgL === undefined ? null : missingMmM2 * densityKgL,
      variogram: { ...variogram, fitted: places.length >= FIT_FROM },
      notices,
    });
  },
};

function evenBand(mm: number, cells: number): Estimates {
  return { value: new Float64Array(cells).fill(mm), variance: new Float64Array(cells) };
}

/** A few rows of cells, row by row, tile after tile; null when the readings cannot be fitted. */
function krigeBand(places: readonly Place[], variogram: Variogram, x: Float64Array, y: Float64Array): Estimates | null {
  const band = evenBand(0, x.length * y.length);
  for (let from = 0; from < x.length; from += COLUMNS_PER_TILE) {
    const columns = x.subarray(from, from + COLUMNS_PER_TILE);
    const tile = krigeTile(places, variogram, { x: columns, y });
    if (!tile) return null;
    for (let row = 0; row < y.length; row++)
      for (const name of ['value', 'variance'] as const)
        band[name].set(tile[name].subarray(row * columns.length, (row + 1) * columns.length), row * x.length + from);
  }
  return band;
}

function merged(readings: readonly { xM: number; yM: number; mm: number }[]): { places: Place[]; notices: Issue[] } {
  const byPlace = new Map<string, { x: number; y: number; values: number[] }>();
  const notices: Issue[] = [];
  readings.forEach(({ xM, yM, mm }, i) => {
    const key = `${xM} ${yM}`;
    const known = byPlace.get(key);
    if (!known) return void byPlace.set(key, { x: xM, y: yM, values: [mm] });
    known.values.push(mm);
    notices.push(issue('averaged-at-one-place', `readings[${i}]`));
  });
  const mean = (values: readonly number[]) => values.reduce((sum, each) => sum + each, 0) / values.length;
  return { places: [...byPlace.values()].map(({ x, y, values }) => ({ x, y, value: mean(values) })), notices };
}

function variogramOf(places: readonly Place[], diagonalM: number): Variogram {
  if (places.length >= FIT_FROM) return fitVariogram(places, diagonalM / 2);
  const mean = places.reduce((sum, { value }) => sum + value, 0) / places.length;
  const variance = places.reduce((sum, { value }) => sum + (value - mean) ** 2, 0) / (places.length - 1);
  return { nugget: 0, partialSill: variance, range: DEFAULT_RANGE * diagonalM };
}

function probabilityUnder(limit: number, mean: number, sd: number): number {
  if (sd === 0) return mean < limit ? 1 : 0;
  return normalCdf(limit, mean, sd);
}

/** Film that a verdict by the estimate is wrong by on average, mm: the unit normal loss σ [φ(z) − |z| Φ(−|z|)]. */
function expectedLoss(shortMm: number, sd: number): number {
  if (sd === 0) return 0;
  const z = Math.abs(shortMm) / sd;
  return sd * (Math.exp((-z * z) / 2) / Math.sqrt(2 * Math.PI) - z * normalCdf(-z, 0, 1));
}
