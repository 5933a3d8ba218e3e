import fc from 'fast-check';
import { SHIPPED_CATALOGUE } from '../catalogue';
import { type StockMove, checkMove, foldStock, pickLots, coverageOf } from './index';

const VEIL = { id: 'tarnwick-veil', version: 2 };
const DAY = '2026-03-20';
const at = (minute: number) => new Date(Date.parse('2026-03-01T08:00:00Z') + minute * 60_000).toISOString();
const fold = (moves: readonly StockMove[]) => foldStock(moves, SHIPPED_CATALOGUE, DAY);

const LOTS = ['a', 'b', 'c'] as const;
const deliveries = fc
  .tuple(
    ...LOTS.map(() =>
      fc.record({ packs: fc.integer({ min: 1, max: 6 }), expiresOn: fc.constantFrom('2026-03-25', '2026-06-01', '2027-01-01') }),
    ),
  )
  .map((parts) =>
    parts.map((part, i): StockMove => ({
      id: LOTS[i]!,
      at: at(i),
      by: 'Store',
      kind: 'delivery',
      product: VEIL,
      batchNumber: `B-${LOTS[i]!}`,
      madeOn: '2026-02-01',
      packSize: 25,
      ...part,
    })),
  );
const wish = fc.record({
  kind: fc.constantFrom('taken' as const, 'returned' as const, 'scrapped' as const, 'counted' as const),
  lotId: fc.constantFrom(...LOTS),
  amount: fc.integer({ min: 1, max: 160 }),
});

/** What is written when each wish is checked against the store as it stands: some are refused. */
function written(first: readonly StockMove[], wishes: readonly { kind: string; lotId: string; amount: number }[]): StockMove[] {
  const moves = [...first];
  wishes.forEach((part, i) => {
    const move = { ...part, id: `m${i}`, at: at(10 + i), by: 'Store', jobId: 'j' } as unknown as StockMove;
    if (checkMove(move, fold(moves), SHIPPED_CATALOGUE).length === 0) moves.push(move);
  });
  return moves;
}
const anyStore = fc.tuple(deliveries, fc.array(wish, { maxLength: 12 })).map(([first, wishes]) => written(first, wishes));

test('whatever is written down after being checked, nothing ever goes below nothing', () => {
  fc.assert(
    fc.property(anyStore, (moves) => {
      for (let n = 1; n <= moves.length; n++)
        for (const { onHand, openAmount, packSize } of fold(moves.slice(0, n)).lots) {
          expect(onHand).toBeGreaterThanOrEqual(0);
          expect(openAmount).toBeGreaterThanOrEqual(0);
          expect(openAmount).toBeLessThan(packSize);
        }
    }),
  );
});

test('the order in which moves arrive does not matter, only when they happened', () => {
  fc.assert(
    fc.property(
      anyStore.chain((moves) => fc.tuple(fc.constant(moves), fc.shuffledSubarray(moves, { minLength: moves.length }))),
      ([moves, shuffled]) => {
        const byId = (stock: ReturnType<typeof fold>) => new Map(stock.lots.map((lot) => [lot.id, lot]));
        expect(byId(fold(shuffled))).toEqual(byId(fold(moves)));
      },
    ),
  );
});

test('picks take what is asked for as far as it is there, the first to expire first, and no more of a batch than it holds', () => {
  fc.assert(
    fc.property(anyStore, fc.integer({ min: 0, max: 600 }), (moves, amount) => {
      const stock = fold(moves);
      const there = stock.lots.reduce((sum, { onHand }) => sum + onHand, 0);
      const { picks, missing } = pickLots(stock, VEIL.id, amount);
      const picked = picks.reduce((sum, pick) => sum + pick.amount, 0);
      expect(picked).toBeCloseTo(Math.min(amount, there), 6);
      expect(picked + missing).toBeCloseTo(amount, 6);
      for (const pick of picks) expect(pick.amount).toBeLessThanOrEqual(pick.lot.onHand + 1e-9);
      const ends = picks.map(({ lot }) => lot.expiresOn);
      expect(ends).toEqual([...ends].sort());
    }),
  );
});

test('what is short and what is there make up what is needed, and a later day never leaves less short', () => {
  const product = SHIPPED_CATALOGUE.find(VEIL)!;
  fc.assert(
    fc.property(anyStore, fc.integer({ min: 1, max: 800 }), (moves, required) => {
      const stock = fold(moves);
      const on = (day: string) => coverageOf([{ product, required }], stock, 'j', new Map([[VEIL.id, day]]))[0]!;
      const [soon, late] = [on('2026-03-21'), on('2026-08-01')];
      for (const { taken, available, short } of [soon, late]) expect(short).toBeCloseTo(Math.max(0, required - taken - available), 6);
      expect(late.short).toBeGreaterThanOrEqual(soon.short);
    }),
  );
});
