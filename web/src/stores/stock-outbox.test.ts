import type { StoresAnswer } from '@caulkhorn/contract';
import { SHIPPED_CATALOGUE } from '@caulkhorn/core/catalogue';
import { type StockMove, foldStock } from '@caulkhorn/core/materials';
import { QueryClient } from '@tanstack/react-query';
import { ApiError, api } from '../shared/api';
import { type SentMove, StockOutbox } from './stock-outbox';

const storage = new Map<string, unknown>();
jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  get: (key: string) => Promise.resolve(storage.get(key)),
  update: (key: string, change: (old: unknown) => unknown) => Promise.resolve(void storage.set(key, change(storage.get(key)))),
}));
/** Whoever asks for the same name waits for who has it. */
const held = new Map<string, Promise<void>>();
const LOCKS = {
  request(name: string, work: () => Promise<void>): Promise<void> {
    const next = (held.get(name) ?? Promise.resolve()).then(work);
    held.set(name, next);
    return next;
  },
};
const post = jest.spyOn(api, 'post');
const closeAll: (() => void)[] = [];
/** who works at the device; nobody, when the test is over */
let here: string | null;
const NADIA = { personId: 'p1', name: 'Nadia Brook' };

beforeEach(() => {
  post.mockReset();
  storage.clear();
  here = NADIA.personId;
  Object.assign(globalThis, {
    addEventListener: () => {},
    removeEventListener: () => {},
    navigator: { locks: LOCKS },
    localStorage: { getItem: () => here },
  });
});
afterEach(async () => {
  closeAll.splice(0).forEach((close) => close());
  here = null;
  // those that wait look again, and stop
  await new Promise((resolve) => setTimeout(resolve, 1100));
});

function open(path = '/organisations/o') {
  const client = new QueryClient();
  const key = ['stores', path.replace('/organisations/', '')];
  client.setQueryData<StoresAnswer>(key, { moves: [] });
  const outbox = new StockOutbox(client, NADIA, path);
  const close = outbox.open();
  closeAll.push(close);
  return { outbox, close, taken: () => client.getQueryData<StoresAnswer>(key)!.moves as StockMove[] };
}

const settled = async (wanted: () => boolean) => {
  for (let i = 0; i < 300 && !wanted(); i++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(wanted()).toBe(true);
};

const delivery: SentMove = {
  id: 'd1',
  at: '2026-05-10T08:00:00Z',
  kind: 'delivery',
  product: { id: 'tarnwick-veil', version: 2 },
  batchNumber: 'TV-1',
  madeOn: '2026-04-01',
  packSize: 25,
  packs: 2,
};
const take = (id: string, amount: number): SentMove => ({ id, at: '2026-05-10T09:00:00Z', kind: 'taken', lotId: 'd1', amount });
const onHand = (moves: StockMove[]) => foldStock(moves, SHIPPED_CATALOGUE, '2026-05-11').lots[0]!.onHand;

test('what is written goes out in order, without a name of its own, and stands under its writer’s name', async () => {
  const { outbox, taken } = open();
  post.mockImplementation((_path, body) => Promise.resolve({ id: (body as SentMove).id }) as Promise<never>);
  await outbox.add(delivery);
  await outbox.add(take('t1', 10));
  await settled(() => taken().length === 2);
  expect(post.mock.calls).toEqual([
    ['/organisations/o/stores/moves', delivery],
    ['/organisations/o/stores/moves', take('t1', 10)],
  ]);
  expect(taken().map(({ by }) => by)).toEqual(['Nadia Brook', 'Nadia Brook']);
  expect(onHand(taken())).toBe(40);
});

test('without an answer it waits, and the store already shows it', async () => {
  const { outbox } = open();
  post.mockRejectedValue(new ApiError(0, 'no-answer'));
  await outbox.add(delivery);
  await outbox.add(take('t1', 10));
  await settled(() => outbox.getState().status === 'waiting');
  expect(onHand(outbox.getState().pending.map((move) => outbox.named(move)))).toBe(40);
});

test('one move that is refused holds up no other, and is kept with its reason', async () => {
  const { outbox, taken } = open();
  post.mockImplementation((_path, body) =>
    (body as SentMove).id === 't1'
      ? Promise.reject(new ApiError(400, 'invalid', { amount: [{ code: 'stock-negative', values: { onHand: 5 } }] }))
      : Promise.resolve({ id: (body as SentMove).id }),
  );
  await outbox.add(take('t1', 60));
  await outbox.add(take('t2', 1));
  await settled(() => taken().length === 1 && outbox.getState().pending.length === 0);
  expect(taken().map(({ id }) => id)).toEqual(['t2']);
  expect(outbox.getState().refused).toMatchObject([
    { command: { id: 't1', amount: 60 }, fields: { amount: [{ code: 'stock-negative' }] } },
  ]);
  await outbox.discard('t1');
  expect(outbox.getState().refused).toEqual([]);
});

test('each organisation has a queue of its own', async () => {
  const [here, there] = [open('/organisations/a'), open('/organisations/b')];
  post.mockRejectedValue(new ApiError(503, 'away'));
  await here.outbox.add(delivery);
  await settled(() => here.outbox.getState().status === 'waiting');
  expect(there.outbox.getState().pending).toEqual([]);
  expect([...storage.keys()]).toEqual(['stock outbox p1 /organisations/a']);
});

test('what one page has sent stands in the store of every other of its owner, and of one that was opened while it went', async () => {
  const [one, other] = [open(), open()];
  let answer = () => {};
  post.mockImplementation(
    (_path, body) => new Promise<never>((resolve) => (answer = () => resolve({ id: (body as SentMove).id } as never))),
  );
  await one.outbox.add(delivery);
  await settled(() => post.mock.calls.length === 1 && other.outbox.getState().pending.length === 1);
  one.close();
  const late = open();
  answer();
  for (const { outbox, taken } of [one, other, late]) {
    await settled(() => taken().length === 1 && outbox.getState().pending.length === 0);
    expect(taken()[0]).toMatchObject({ id: 'd1', by: 'Nadia Brook' });
  }
  expect(post).toHaveBeenCalledTimes(1);
});
