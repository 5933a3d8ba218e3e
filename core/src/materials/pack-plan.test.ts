import fc from 'fast-check';
import highsLoader from 'highs';
import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

interface Plan {
  packs: { sizeKg: number; count: number }[];
  totalKg: number;
  surplusKg: number;
  cost: number;
}
interface Pack {
  sizeKg: number;
  price: number;
  maxPacks?: number;
}

const plan = (requiredKg: number, packs: Pack[]) => accepted(calculate('pack-plan', { requiredKg, packs })) as Plan;

const anyPacks = fc.uniqueArray(
  fc.record({
    sizeKg: fc.integer({ min: 1, max: 30 }),
    price: fc.integer({ min: 1, max: 60 }),
    maxPacks: fc.option(fc.integer({ min: 0, max: 6 }), { nil: undefined }),
  }),
  { minLength: 1, maxLength: 3, selector: (pack) => pack.sizeKg },
);

describe('pack plan', () => {
  test('decimals do not make a hundredth pack too few', () => {
    expect(plan(435, [{ sizeKg: 4.35, price: 1 }])).toMatchObject({ packs: [{ sizeKg: 4.35, count: 100 }], surplusKg: 0 });
  });

  test('the cheaper cover wins over the smaller surplus, equal cost goes to the smaller surplus', () => {
    expect(
      plan(21, [
        { sizeKg: 25, price: 50 },
        { sizeKg: 7, price: 20 },
      ]).packs,
    ).toEqual([{ sizeKg: 25, count: 1 }]);
    expect(
      plan(21, [
        { sizeKg: 25, price: 60 },
        { sizeKg: 7, price: 20 },
      ]).packs,
    ).toEqual([{ sizeKg: 7, count: 3 }]);
  });

  test('too few packs on the shelf: says how much is missing', () => {
    const result = calculate('pack-plan', { requiredKg: 50, packs: [{ sizeKg: 20, price: 1, maxPacks: 2 }] });
    expect(refusals(result)).toEqual(['not-enough-packs at packs']);
    expect(result.ok || result.issues[0]!.values).toEqual({ missingKg: 10 });
  });

  test('the same size twice, and sizes too fine to tabulate, are refused', () => {
    expect(
      refusals(
        calculate('pack-plan', {
          requiredKg: 5,
          packs: [
            { sizeKg: 5, price: 1 },
            { sizeKg: 5, price: 2 },
          ],
        }),
      ),
    ).toEqual(['duplicate-size at packs[1].sizeKg']);
    expect(
      refusals(
        calculate('pack-plan', {
          requiredKg: 1_000_000,
          packs: [
            { sizeKg: 0.001, price: 1 },
            { sizeKg: 3, price: 2 },
          ],
        }),
      ),
    ).toEqual(['too-fine at packs']);
  });

  test('brute force finds nothing better', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), anyPacks, (requiredKg, packs) => {
        const best = bruteForce(requiredKg, packs);
        const result = calculate('pack-plan', { requiredKg, packs });
        if (!best) return expect(refusals(result)).toEqual(['not-enough-packs at packs']);
        const found = accepted(result) as Plan;
        expect([found.cost, found.totalKg]).toEqual(best);
        expect(found.totalKg).toBeGreaterThanOrEqual(requiredKg);
        for (const { sizeKg, count } of found.packs)
          expect(count).toBeLessThanOrEqual(packs.find((p) => p.sizeKg === sizeKg)!.maxPacks ?? Infinity);
      }),
      { numRuns: 300 },
    );
  });

  // HiGHS, an independent integer programming solver from the npm registry
  test('an exact integer programming solver finds the same cost on larger orders', async () => {
    const highs = await highsLoader();
    const cases = fc.sample(
      fc.tuple(
        fc.integer({ min: 200, max: 3000 }),
        anyPacks.filter((packs) => packs.some((p) => p.maxPacks === undefined)),
      ),
      { numRuns: 25, seed: 7 },
    );
    for (const [requiredKg, packs] of cases) {
      const sum = (of: (p: Pack) => number) => packs.map((p, i) => `${of(p)} n${i}`).join(' + ');
      const bounds = packs.map((p, i) => `0 <= n${i} <= ${p.maxPacks ?? 100000}`).join('\n');
      const model = `Minimize\n cost: ${sum((p) => p.price)}\nSubject To\n cover: ${sum((p) => p.sizeKg)} >= ${requiredKg}\nBounds\n${bounds}\nGeneral\n ${packs.map((_, i) => `n${i}`).join(' ')}\nEnd`;
      const solution = highs.solve(model);
      expect(solution.Status).toBe('Optimal');
      expect(plan(requiredKg, packs).cost).toBeCloseTo(solution.ObjectiveValue, 6);
    }
  });
});

/** Least cost, then least mass, over every combination. */
function bruteForce(requiredKg: number, packs: readonly Pack[]): [number, number] | null {
  let best: [number, number] | null = null;
  const visit = (i: number, cost: number, mass: number): void => {
    if (mass >= requiredKg && (!best || cost < best[0] || (cost === best[0] && mass < best[1]))) best = [cost, mass];
    const pack = packs[i];
    if (!pack) return;
    const most = Math.min(pack.maxPacks ?? Infinity, Math.ceil(requiredKg / pack.sizeKg));
    for (let n = 0; n <= most; n++) visit(i + 1, cost + n * pack.price, mass + n * pack.sizeKg);
  };
  visit(0, 0, 0);
  return best;
}
