import fc from 'fast-check';
import { SHIPPED_CATALOGUE } from '../catalogue';
import { type StockMove, checkMove, foldStock, pickLots, coverageOf } from './index';

const VEIL = { id: 'tarnwick-veil', version: 2 };
const base = { at: '2026-03-01T08:00:00Z', by: 'Store' };
const delivery = (id: string, part: Partial<Extract<StockMove, { kind: 'delivery' }>> = {}): StockMove => ({
  ...base,
  id,
  kind: 'delivery',
  product: VEIL,
  batchNumber: `B-${id}`,
  madeOn: '2026-02-01',
  packSize: 25,
  packs: 4,
  ...part,
});
const move = (part: Record<string, unknown>): StockMove =>
  ({ ...base, id: Math.random().toString(36), at: '2026-03-02T08:00:00Z', ...part }) as StockMove;
const fold = (moves: StockMove[], onDate = '2026-03-10', used?: Map<string, number>) => foldStock(moves, SHIPPED_CATALOGUE, onDate, used);
const codes = (candidate: StockMove, moves: StockMove[], onDate?: string) =>
  checkMove(candidate, fold(moves, onDate), SHIPPED_CATALOGUE).map(({ code }) => code);

test('what comes in less what goes out is there, part packs and all', () => {
  const [lot] = fold([
    delivery('a'),
    move({ kind: 'taken', lotId: 'a', amount: 30, jobId: 'j' }),
    move({ kind: 'returned', lotId: 'a', amount: 4, jobId: 'j' }),
    move({ kind: 'scrapped', lotId: 'a', amount: 1 }),
  ]).lots;
  expect(lot).toMatchObject({ onHand: 73, openAmount: 23, takenByJob: { j: 26 }, expiresOn: '2027-02-01' });
});

test('moves may arrive in any order; the clock on them decides', () => {
  const moves = [
    delivery('a'),
    move({ kind: 'counted', lotId: 'a', amount: 60, at: '2026-03-03T08:00:00Z' }),
    move({ kind: 'taken', lotId: 'a', amount: 10, at: '2026-03-04T08:00:00Z' }),
  ];
  fc.assert(
    fc.property(fc.shuffledSubarray(moves, { minLength: 3 }), (shuffled) => {
      expect(fold(shuffled).lots[0]!.onHand).toBe(50);
    }),
  );
});

describe('first expired, first out', () => {
  const moves = [
    delivery('late', { expiresOn: '2026-09-01' }),
    delivery('soon', { expiresOn: '2026-05-01' }),
    delivery('gone', { expiresOn: '2026-03-05' }),
    delivery('opened', { expiresOn: '2026-09-01' }),
    move({ kind: 'taken', lotId: 'opened', amount: 5 }),
  ];
  test('by day, the opened one of two, never an expired one', () => {
    const { picks, missing } = pickLots(fold(moves), 'tarnwick-veil', 210);
    expect(picks.map(({ lot, amount }) => [lot.id, amount])).toEqual([
      ['soon', 100],
      ['opened', 95],
      ['late', 15],
    ]);
    expect(missing).toBe(0);
  });
  test('what is not there is said', () => expect(pickLots(fold(moves), 'tarnwick-veil', 300).missing).toBe(5));
  test('picks never exceed what is there, whatever is asked', () =>
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 1000, noNaN: true }), (amount) => {
        const { picks, missing } = pickLots(fold(moves), 'tarnwick-veil', amount);
        for (const each of picks) expect(each.amount).toBeLessThanOrEqual(each.lot.onHand + 1e-9);
        expect(picks.reduce((sum, each) => sum + each.amount, 0) + missing).toBeCloseTo(amount, 6);
      }),
    ));
});

describe('a move is refused', () => {
  test.each<[string, Record<string, unknown>, string[]]>([
    ['when more is taken than is there', { kind: 'taken', lotId: 'a', amount: 101 }, ['stock-negative']],
    ['when more is scrapped than is there', { kind: 'scrapped', lotId: 'a', amount: 101 }, ['stock-negative']],
    ['from a batch that nobody delivered', { kind: 'taken', lotId: 'x', amount: 1 }, ['not-found']],
    ['of a sheet that nobody knows', { ...delivery('b', { product: { id: 'x', version: 1 } }) }, ['not-found']],
    ['in a pack that is not sold', { ...delivery('b', { packSize: 24 }) }, ['no-such-pack']],
    ['made after it came', { ...delivery('b', { madeOn: '2026-03-02', at: '2026-03-01T08:00:00Z' }) }, ['made-after-delivery']],
    ['expired before it was made', { ...delivery('b', { expiresOn: '2026-01-01' }) }, ['max-below-min']],
    ['kept back of nothing', { kind: 'reserved', jobId: 'j', productId: 'x', amount: 3 }, ['not-found']],
  ])('%s', (_why, part, wanted) => expect(codes(move(part), [delivery('a')])).toEqual(wanted));

  test('from an expired batch, unless somebody says why', () => {
    const late = [delivery('a', { expiresOn: '2026-03-05' })];
    expect(codes(move({ kind: 'taken', lotId: 'a', amount: 5 }), late)).toEqual(['batch-expired']);
    expect(codes(move({ kind: 'taken', lotId: 'a', amount: 5, reason: 'maker has extended it in writing' }), late)).toEqual([]);
  });

  test('when a two-part pack is split', () => {
    const pails = [delivery('a', { product: { id: 'fennick-floorlock', version: 1 }, packSize: 10 })];
    expect(codes(move({ kind: 'taken', lotId: 'a', amount: 15 }), pails)).toEqual(['whole-packs-only']);
    expect(codes(move({ kind: 'taken', lotId: 'a', amount: 20 }), pails)).toEqual([]);
  });
});

test('a store too cold or too hot is held against what lay in it then', () => {
  const { lots, latestTemperature } = fold([
    delivery('a'),
    move({ kind: 'temperature', temperatureC: 2 }),
    move({ kind: 'temperature', temperatureC: 36, at: '2026-03-03T08:00:00Z' }),
    delivery('b', { at: '2026-03-05T08:00:00Z' }),
    move({ kind: 'temperature', temperatureC: 18, at: '2026-03-06T08:00:00Z' }),
  ]);
  expect(lots.map(({ breaches }) => breaches.map(({ kind }) => kind))).toEqual([['cold', 'hot'], []]);
  expect(latestTemperature!.temperatureC).toBe(18);
});

test.each<[string, number, Map<string, number> | undefined, object]>([
  ['a spoonful is the scale', 99.5, undefined, { because: 'scale' }],
  ['two packs', 50, undefined, { because: 'whole-packs', of: -2 }],
  ['what the log says was used and nobody took out', 62.4, new Map([['B-a', 38]]), { because: 'logged-not-taken', of: 38 }],
  ['nothing that anyone knows', 81, undefined, { because: 'not-explained' }],
])('a count explains itself: %s', (_what, amount, used, wanted) => {
  const [lot] = fold([delivery('a'), move({ kind: 'counted', lotId: 'a', amount })], '2026-03-10', used).lots;
  expect(lot!.differences[0]).toMatchObject(wanted);
  expect(lot!.onHand).toBe(amount);
});

test('what a job lacks, others’ reservations and lead time reckoned in', () => {
  const stock = fold([
    delivery('a'),
    move({ kind: 'taken', lotId: 'a', amount: 20, jobId: 'mine' }),
    move({ kind: 'reserved', jobId: 'other', productId: 'tarnwick-veil', amount: 30 }),
    move({ kind: 'reserved', jobId: 'mine', productId: 'tarnwick-veil', amount: 10 }),
  ]);
  const product = SHIPPED_CATALOGUE.find(VEIL)!;
  // by hand: 80 there, 30 kept back for others: 50; 120 needed, 20 taken: 50 short; three days to deliver
  expect(coverageOf([{ product, required: 120 }], stock, 'mine', new Map([['tarnwick-veil', '2026-03-20']]))).toEqual([
    { product, required: 120, taken: 20, reserved: 10, available: 50, short: 50, orderBy: '2026-03-17' },
  ]);
});

test('what expires before it is laid does not count as there', () => {
  const stock = fold([delivery('a', { expiresOn: '2026-03-18' }), delivery('b', { expiresOn: '2026-06-01' })]);
  const product = SHIPPED_CATALOGUE.find(VEIL)!;
  const shortOn = (day: string) => coverageOf([{ product, required: 150 }], stock, 'mine', new Map([['tarnwick-veil', day]]))[0]!.short;
  expect([shortOn('2026-03-18'), shortOn('2026-03-19'), shortOn('2026-06-02')]).toEqual([0, 50, 150]);
});

test('a stock take that a slow clock stamped before its delivery is kept, counts after it, and is explained', () => {
  const early = { at: '2026-03-01T07:56:00Z' };
  const stock = fold([delivery('d', { packs: 4 }), move({ id: 'c', kind: 'counted', lotId: 'd', amount: 90, ...early })]);
  expect(stock.lots[0]).toMatchObject({ onHand: 90, differences: [{ amount: -10 }], stampedEarly: [{ ...early, kind: 'counted' }] });
  // whatever order they arrive in, and what came after the count still comes after it
  const more = [
    move({ id: 't', kind: 'taken', lotId: 'd', amount: 20, at: '2026-03-01T09:00:00Z' }),
    move({ id: 'c', kind: 'counted', lotId: 'd', amount: 90, ...early }),
    delivery('d', { packs: 4 }),
  ];
  expect(fold(more).lots[0]!.onHand).toBe(70);
  expect(fold([...more].reverse()).lots[0]!.onHand).toBe(70);
  expect(fold([delivery('d', { packs: 4 })]).lots[0]!.stampedEarly).toEqual([]);
});

describe('what cannot be written says why, and where', () => {
  const said = (candidate: StockMove, moves: StockMove[] = [delivery('a')]) => checkMove(candidate, fold(moves), SHIPPED_CATALOGUE);

  test('lots and products that are not there', () => {
    expect(said(move({ kind: 'taken', lotId: 'none', amount: 1 }))).toEqual([{ code: 'not-found', path: 'lotId' }]);
    expect(said(move({ kind: 'reserved', productId: 'none', amount: 1, jobId: 'j' }))).toEqual([{ code: 'not-found', path: 'productId' }]);
    expect(said(move({ kind: 'reserved', productId: 'tarnwick-veil', amount: 1, jobId: 'j' }))).toEqual([]);
    expect(said(delivery('b', { product: { id: 'none', version: 1 } }))).toEqual([{ code: 'not-found', path: 'product' }]);
    expect(said(move({ kind: 'temperature', temperatureC: -40 }))).toEqual([]);
  });

  test('more than is there is not taken nor scrapped; all of it is', () => {
    for (const kind of ['taken', 'scrapped']) {
      expect(said(move({ kind, lotId: 'a', amount: 100 }))).toEqual([]);
      expect(said(move({ kind, lotId: 'a', amount: 100.1 }))).toEqual([
        { code: 'stock-negative', path: 'amount', values: { onHand: 100 } },
      ]);
    }
    expect(said(move({ kind: 'returned', lotId: 'a', amount: 500 }))).toEqual([]);
  });

  test('a delivery is of packs that there are, and was made before it expires and before it came', () => {
    expect(said(delivery('b', { packSize: 10 }))).toEqual([]);
    expect(said(delivery('b', { packSize: 11 }))).toEqual([{ code: 'no-such-pack', path: 'packSize', values: { sizes: '25, 10' } }]);
    expect(said(delivery('b', { madeOn: '2026-02-01', expiresOn: '2026-02-02' }))).toEqual([]);
    expect(said(delivery('b', { madeOn: '2026-02-01', expiresOn: '2026-02-01' }))).toEqual([{ code: 'max-below-min', path: 'expiresOn' }]);
    expect(said(delivery('b', { madeOn: undefined, expiresOn: '2026-02-01' }))).toEqual([]);
    expect(said(delivery('b', { madeOn: '2026-03-01' }))).toEqual([]);
    expect(said(delivery('b', { madeOn: '2026-03-02' }))).toEqual([{ code: 'made-after-delivery', path: 'madeOn' }]);
  });

  test('a store as cold or warm as the sheet allows is no breach; a tenth more is', () => {
    const breaches = (temperatureC: number) =>
      fold([delivery('a'), move({ kind: 'temperature', temperatureC })]).lots[0]!.breaches.map(({ kind }) => kind);
    expect([5, 4.9, 35, 35.1].map(breaches)).toEqual([[], ['cold'], [], ['hot']]);
  });
});
