import fc from 'fast-check';
import { Matrix, solve } from 'ml-matrix';
import { calculate } from '../calculators';
import { SeepageGrid, headsWith } from '../physics';
import { expectProgress, looksAt } from '../testing/looks';
import { accepted, refusals } from '../testing/results';
import type { SealingOrder } from './sealing-order';

const BACKING = { transmissivityM2S: 2e-6, sourceConductanceM2S: 1e-5 };
const FACE = { faceWidthM: 6, faceHeightM: 3, waterLevelM: 2.5, bottomLevelM: 0, wallBacking: BACKING, cellM: 0.5 };
const seal = (leaks: object[], part: object = {}) => accepted(calculate('sealing-order', { ...FACE, leaks, ...part })) as SealingOrder;
const leak = (id: string, xM: number, yM: number, conductanceM2S = 3e-7) => ({ id, xM, yM, conductanceM2S });

const anyLeaks = (most: number) =>
  fc
    .array(
      fc.tuple(
        fc.double({ min: 0, max: 6, noNaN: true }),
        fc.double({ min: 0, max: 2.4, noNaN: true }),
        fc.double({ min: 1e-8, max: 1e-5, noNaN: true }),
      ),
      {
        minLength: 1,
        maxLength: most,
      },
    )
    .map((raw) => raw.map(([x, y, g], i) => leak(`L${i}`, x, y, g)));

describe('the network against a direct solution of its finite differences (dense matrix, ml-matrix)', () => {
  /** Heads of all cells with given outflows, by the full matrix. */
  function directly(grid: SeepageGrid, outflow: Map<number, number>, waterLevelM: number): number[] {
    const { columns, rows } = grid;
    const n = columns * rows;
    const share = BACKING.sourceConductanceM2S / n;
    const matrix = Matrix.zeros(n, n);
    const rhs = Array.from({ length: n }, (_, i) => share * waterLevelM - (outflow.get(i) ?? 0));
    for (let r = 0; r < rows; r++)
      for (let c = 0; c < columns; c++) {
        const i = r * columns + c;
        matrix.set(i, i, share);
        for (const [r2, c2] of [
          [r - 1, c],
          [r + 1, c],
          [r, c - 1],
          [r, c + 1],
        ] as const) {
          if (r2 < 0 || r2 >= rows || c2 < 0 || c2 >= columns) continue;
          matrix.set(i, i, matrix.get(i, i) + BACKING.transmissivityM2S);
          matrix.set(i, r2 * columns + c2, -BACKING.transmissivityM2S);
        }
      }
    return solve(matrix, Matrix.columnVector(rhs)).to1DArray();
  }

  test('heads at the leaks, and every drop that enters leaves by a leak, to 1e-9', () => {
    const leaks = [leak('a', 0.7, 0.3), leak('b', 2.2, 1.1, 2e-6), leak('c', 5.6, 0.2)];
    const answer = seal(leaks);
    const grid = new SeepageGrid({ widthM: 6, heightM: 3, ...BACKING, cellM: 0.5 });
    const index = (id: string) => {
      const { xM, yM } = leaks.find((each) => each.id === id)!;
      const { column, row } = grid.cellAt(xM, yM);
      return row * grid.columns + column;
    };
    for (const { flowsAfter, headsAfter } of answer.steps) {
      const outflow = new Map(Object.entries(flowsAfter).map(([id, lPerH]) => [index(id), lPerH / 3.6e6]));
      const heads = directly(grid, outflow, 2.5);
      for (const { id, yM, conductanceM2S } of leaks) {
        expect(headsAfter[id]).toBeCloseTo(heads[index(id)]! - yM, 9);
        if (flowsAfter[id]! > 0) expect(flowsAfter[id]! / 3.6e6 / (conductanceM2S * headsAfter[id]!)).toBeCloseTo(1, 9);
      }
      const entered = heads.reduce((sum, head) => sum + (BACKING.sourceConductanceM2S / heads.length) * (2.5 - head), 0);
      const left = Object.values(flowsAfter).reduce((sum, flow) => sum + flow / 3.6e6, 0);
      expect(Math.abs(entered - left)).toBeLessThan(1e-9 * Math.max(left, 1e-6));
    }
  });

  test('a leak that the others draw dry passes nothing', () => {
    const network = {
      shutHeadM: Float64Array.of(2, 0.1),
      responses: Float64Array.of(1e6, 9e5, 9e5, 1e6),
      conductanceM2S: Float64Array.of(1e-5, 1e-5),
    };
    const heads = headsWith(network, [0, 1]);
    expect(heads[1]).toBeLessThan(0);
    expect(heads[0]).toBeCloseTo(2 / (1 + 10), 9);
  });
});

describe('the order', () => {
  function everyOrder(ids: readonly string[]): string[][] {
    return ids.length === 0 ? [[]] : ids.flatMap((id) => everyOrder(ids.filter((other) => other !== id)).map((rest) => [id, ...rest]));
  }

  test('no order of up to six leaks has a lower peak (brute force)', () => {
    fc.assert(
      fc.property(anyLeaks(5), (leaks) => {
        const answer = seal(leaks);
        expect(answer.exact).toBe(true);
        const grid = new SeepageGrid({ widthM: 6, heightM: 3, ...BACKING, cellM: 0.5 });
        const network = {
          shutHeadM: Float64Array.from(leaks, ({ yM }) => 2.5 - yM),
          responses: grid.responses(leaks.map(({ xM, yM }) => grid.cellAt(xM, yM))),
          conductanceM2S: Float64Array.from(leaks, ({ conductanceM2S }) => conductanceM2S),
        };
        const index = new Map(leaks.map(({ id }, i) => [id, i]));
        const peakOf = (order: string[]) => {
          const shut = new Set<number>();
          return Math.max(
            ...order.slice(0, Math.max(1, order.length - 1)).map((id) => {
              shut.add(index.get(id)!);
              return headsWith(
                network,
                leaks.flatMap((_, i) => (shut.has(i) ? [] : [i])),
              )[index.get(id)!]!;
            }),
          );
        };
        const least = Math.min(...everyOrder(leaks.map(({ id }) => id)).map(peakOf));
        expect(answer.peakHeadM).toBeLessThanOrEqual(least + 1e-8);
        expect(peakOf(answer.order)).toBeCloseTo(answer.peakHeadM, 9);
      }),
      { numRuns: 12 },
    );
  });

  test('stopping one never lowers the head at the others nor slows their flow', () => {
    fc.assert(
      fc.property(anyLeaks(8), (leaks) => {
        const { steps, finalHeadM } = seal(leaks);
        for (let k = 1; k < steps.length; k++)
          for (const { id } of leaks) expect(steps[k]!.headsAfter[id]!).toBeGreaterThanOrEqual(steps[k - 1]!.headsAfter[id]! - 1e-9);
        expect(Object.values(steps.at(-1)!.flowsAfter).every((flow) => flow === 0)).toBe(true);
        expect(Math.max(...Object.values(steps.at(-1)!.headsAfter))).toBeCloseTo(finalHeadM, 9);
      }),
      { numRuns: 20 },
    );
  });

  test('one leak: the plug takes the full head', () => {
    expect(seal([leak('only', 3, 0.5)])).toMatchObject({ order: ['only'], peakHeadM: 2, finalHeadM: 2, exact: true });
  });

  test('measured flows are met before anything is stopped', () => {
    const byFlow = [
      { id: 'a', xM: 1, yM: 0.5, flowLPerH: 4 },
      { id: 'b', xM: 4, yM: 0.5, flowLPerH: 2.5 },
    ];
    const { steps } = seal([...byFlow, leak('c', 5, 1, 1e-7)]);
    const stopped = steps[0]!.plugId;
    for (const { id, flowLPerH } of byFlow) if (id !== stopped) expect(steps[0]!.flowsAfter[id]!).toBeGreaterThan(flowLPerH);
  });

  test('with more than twelve it is the best found, and says so', () => {
    const leaks = Array.from({ length: 14 }, (_, i) => leak(`L${i}`, (i * 0.43) % 6, (i * 0.61) % 2));
    const { exact, order } = seal(leaks);
    expect(exact).toBe(false);
    expect(new Set(order).size).toBe(14);
  });

  test('equal peaks are told apart by name', () => {
    expect(seal([leak('z', 1.25, 1), leak('a', 4.75, 1)]).order).toEqual(['a', 'z']);
  });
});

describe('bad input', () => {
  const refused = (leaks: object[], part: object = {}) => refusals(calculate('sealing-order', { ...FACE, leaks, ...part }));
  test('says what and where', () => {
    expect(refused([{ id: 'a', xM: 7, yM: 4, flowLPerH: 1 }])).toEqual(['off-the-face at leaks[0].xM', 'off-the-face at leaks[0].yM']);
    expect(refused([leak('a', 1, 1), leak('a', 2, 1)])).toEqual(['duplicate-id at leaks[1].id']);
    expect(refused([{ id: 'a', xM: 1, yM: 1 }])).toEqual(['one-of-missing at leaks[0].conductanceM2S']);
    expect(refused([{ ...leak('a', 1, 1), flowLPerH: 3 }])).toEqual(['only-one-of at leaks[0].conductanceM2S']);
    expect(refused([{ id: 'a', xM: 1, yM: 1, flowLPerH: 1e6 }])).toEqual(['flow-not-possible at leaks[0].flowLPerH']);
    expect(refused([])).toEqual(['empty-list at leaks']);
    expect(refused([leak('a', 1, 1)], { cellM: 0.001 })).toEqual(['too-fine at cellM']);
  });
});

test('fourteen leaks: it tells how far it is, and told to stop at any look it says so', () => {
  const leaks = Array.from({ length: 14 }, (_, i) => leak(`L${i}`, 0.2 + i * 0.4, 0.3 + (i % 3) * 0.5));
  const input = { ...FACE, leaks };
  const { shares, result } = looksAt('sealing-order', input);
  expectProgress(shares, 5);
  expect(result.ok).toBe(true);
  for (const look of [1, 3, shares.length]) {
    const stopped = looksAt('sealing-order', input, look);
    expect(refusals(stopped.result)).toEqual(['stopped at ']);
    expect(stopped.shares).toHaveLength(look);
  }
});
