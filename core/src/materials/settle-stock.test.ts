import fc from 'fast-check';
import { SHIPPED_CATALOGUE } from '../catalogue';
import { type StockMove, checkMove, foldStock, settleStock } from './index';

const AT = '2026-03-01T08:00:00Z';
const delivery = (id: string, packs: number, part: object = {}): StockMove => ({
  ...{ id, at: AT, by: 'Store', kind: 'delivery', product: { id: 'tarnwick-veil', version: 2 }, batchNumber: 'TV-1' },
  ...{ madeOn: '2026-02-01', packSize: 25, packs },
  ...part,
});
const move = (kind: 'taken' | 'returned', lotId: string, amount: number, jobId = 'j'): StockMove => ({
  ...{ id: `${kind} ${lotId} ${amount} ${jobId}`, at: '2026-03-02T08:00:00Z', by: 'Store', kind, lotId, amount, jobId },
});
const fold = (moves: StockMove[]) => foldStock(moves, SHIPPED_CATALOGUE, '2026-03-10');
const settled = (moves: StockMove[], usedKg: number, isOver = false) =>
  settleStock(fold(moves), new Map([['TV-1', usedKg]]), 'j', () => isOver).map(({ lot, kind, amount }) => [lot.id, kind, amount]);

test('what was used and not taken is taken out, what another job took is not counted', () => {
  expect(settled([delivery('a', 4)], 30)).toEqual([['a', 'taken', 30]]);
  expect(settled([delivery('a', 4), move('taken', 'a', 20)], 30)).toEqual([['a', 'taken', 10]]);
  expect(settled([delivery('a', 4), move('taken', 'a', 20, 'other')], 30)).toEqual([['a', 'taken', 30]]);
  expect(settled([delivery('a', 4), move('taken', 'a', 30)], 30)).toEqual([]);
});
test('no more than is there, and from its next delivery what is left', () => {
  expect(settled([delivery('a', 1), delivery('b', 2)], 40)).toEqual([
    ['a', 'taken', 25],
    ['b', 'taken', 15],
  ]);
  expect(settled([delivery('a', 1)], 60)).toEqual([['a', 'taken', 25]]);
});
test('of a delivery that is used up nothing is written', () => {
  expect(settled([delivery('a', 1), delivery('b', 2), move('taken', 'a', 25, 'other')], 30)).toEqual([['b', 'taken', 30]]);
});
test('what was taken and not used comes back once nothing more is laid of it', () => {
  const moves = [delivery('a', 4), move('taken', 'a', 50)];
  expect(settled(moves, 30)).toEqual([]);
  expect(settled(moves, 30, true)).toEqual([['a', 'returned', 20]]);
});

const kit = SHIPPED_CATALOGUE.products.find(({ mix, measure }) => mix?.wholePacksOnly && measure === 'kg')!;
const kits = (n: number): StockMove =>
  delivery('k', n, { product: { id: kit.id, version: kit.version }, packSize: kit.packs[0]!.size, madeOn: '2026-02-20' });
test('of a kit whole ones alone: an opened one is taken, and does not come back', () => {
  const { size } = kit.packs[0]!;
  expect(settled([kits(6)], 1.4 * size)).toEqual([['k', 'taken', 2 * size]]);
  const three = [kits(6), move('taken', 'k', 3 * size)];
  expect(settled(three, 1.4 * size, true)).toEqual([['k', 'returned', size]]);
  expect(settled(three, 2.5 * size, true)).toEqual([]);
  expect(settled(three, 3 * size, true)).toEqual([]);
});
test('a batch that the store never had, and one without a figure, settle nothing', () => {
  expect(settleStock(fold([delivery('a', 4)]), new Map([['XX-9', 10]]), 'j', () => true)).toEqual([]);
  expect(settleStock(fold([delivery('a', 4)]), new Map(), 'j', () => true)).toEqual([]);
});

test('written down, nothing is left to settle, and every move stands', () => {
  fc.assert(
    fc.property(fc.integer({ min: 0, max: 90 }), fc.integer({ min: 0, max: 90 }), fc.boolean(), (usedKg, takenKg, isOver) => {
      const moves = [delivery('a', 4), ...(takenKg > 0 ? [move('taken', 'a', takenKg)] : [])];
      const made = settleStock(fold(moves), new Map([['TV-1', usedKg]]), 'j', () => isOver);
      const more = made.map(({ lot, kind, amount }) => ({ ...move(kind, lot.id, amount), id: 'more', at: '2026-03-03T08:00:00Z' }));
      for (const each of more) expect(checkMove(each, fold(moves), SHIPPED_CATALOGUE)).toEqual([]);
      expect(settled([...moves, ...more], usedKg, isOver)).toEqual([]);
    }),
  );
});
