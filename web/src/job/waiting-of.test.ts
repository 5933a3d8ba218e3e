import { waitingOf } from './waiting-of';

const kept = new Map<string, { pending: object[]; refused: object[] }>();
jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  keys: () => Promise.resolve([...kept.keys()]),
  get: (key: string) => Promise.resolve(kept.get(key)),
}));

test('whatever waits of a person is counted: of jobs, of the store, of accidents; nothing of anybody else', async () => {
  const queue = (pending: number, refused = 0) => ({
    pending: Array.from({ length: pending }, Object),
    refused: Array.from({ length: refused }, Object),
  });
  kept.set('outbox p1 job-a', queue(2, 1));
  kept.set('outbox p1 job-b', queue(4));
  kept.set('stock outbox p1 /organisations/o', queue(8));
  kept.set('incident outbox p1 /organisations/o', queue(16));
  kept.set('outbox p12 job-a', queue(100));
  kept.set('incident outbox p2 /organisations/o', queue(100));
  kept.set('photo p1', queue(100));
  expect(await waitingOf('p1')).toBe(31);
  expect(await waitingOf('p1', ['stock outbox ', 'incident outbox '])).toBe(24);
  expect(await waitingOf('p3')).toBe(0);
});
