import { numbers } from '../testing/programmes';
import { Kriging } from './kriging';
import { krigeTile } from './local-kriging';
import { fitVariogram } from './variogram';

const SIDE_M = 25;
const CELLS = 48;
const TILE = 16;

/** A coat with thick and thin patches of a radius, read at random places. */
function readings(count: number, radiusM: number, seed: number) {
  const next = numbers(seed);
  const share = () => next(0, 1_000_000) / 1_000_000;
  const patches = Array.from({ length: 120 }, () => ({ x: SIDE_M * share(), y: SIDE_M * share(), mm: share() - 0.5 }));
  return Array.from({ length: count }, () => {
    const [x, y] = [SIDE_M * share(), SIDE_M * share()];
    const bumps = patches.reduce((sum, p) => sum + p.mm * Math.exp(-((p.x - x) ** 2 + (p.y - y) ** 2) / (2 * radiusM ** 2)), 0);
    return { x, y, value: 2 + bumps + 0.1 * (share() - 0.5) };
  });
}

/** What tiles give and what all readings together give, cell by cell. */
function compared(places: ReturnType<typeof readings>) {
  const variogram = fitVariogram(places, SIDE_M);
  const all = Kriging.of(places, variogram)!;
  const centre = (cell: number) => ((cell + 0.5) * SIDE_M) / CELLS;
  const cells: { off: number; sd: number; tileSd: number }[] = [];
  for (let row = 0; row < CELLS; row += TILE)
    for (let column = 0; column < CELLS; column += TILE) {
      const x = Float64Array.from({ length: TILE }, (_, i) => centre(column + i));
      const y = Float64Array.from({ length: TILE }, (_, i) => centre(row + i));
      const tile = krigeTile(places, variogram, { x, y })!;
      const atX = Float64Array.from({ length: TILE * TILE }, (_, i) => x[i % TILE]!);
      const atY = Float64Array.from({ length: TILE * TILE }, (_, i) => y[Math.floor(i / TILE)]!);
      const whole = all.at(atX, atY);
      tile.value.forEach((value, i) =>
        cells.push({ off: Math.abs(value - whole.value[i]!), sd: Math.sqrt(whole.variance[i]!), tileSd: Math.sqrt(tile.variance[i]!) }),
      );
    }
  return cells.filter(({ sd }) => sd > 1e-9);
}

test.each([
  ['patches of a batch or two', 0.7],
  ['patches of a day', 2],
  ['one slope over the face', 6],
])('%s: the nearest readings tell what all 400 do', (_, radiusM) => {
  const cells = compared(readings(400, radiusM, 3));
  const off = cells.map((cell) => cell.off / cell.sd);
  expect(off.reduce((sum, each) => sum + each, 0) / off.length).toBeLessThan(0.05);
  expect(Math.max(...off)).toBeLessThan(0.5);
  for (const { sd, tileSd } of cells) {
    expect(tileSd / sd).toBeLessThan(1.03);
    // fewer readings never make an estimate surer
    expect(tileSd / sd).toBeGreaterThan(1 - 1e-9);
  }
});

test('where there are few readings all of them count, and it is the same', () => {
  for (const { off } of compared(readings(56, 2, 5))) expect(off).toBe(0);
});

test('exact where something was read, however many there are', () => {
  const places = readings(300, 2, 7);
  const variogram = { ...fitVariogram(places, SIDE_M), nugget: 0 };
  for (const { x, y, value } of places.slice(0, 20)) {
    const at = krigeTile(places, variogram, { x: Float64Array.of(x), y: Float64Array.of(y) })!;
    expect(at.value[0]).toBeCloseTo(value, 9);
    expect(at.variance[0]).toBeCloseTo(0, 9);
  }
});
