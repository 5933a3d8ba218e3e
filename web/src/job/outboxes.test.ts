import { api } from '../shared/api';
import type { Command } from '@caulkhorn/contract';
import { Outboxes, outboxesOf } from './outboxes';

const storage = new Map<string, unknown>();
jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  get: (key: string) => Promise.resolve(storage.get(key)),
  keys: () => Promise.resolve([...storage.keys()]),
  update: (key: string, change: (old: unknown) => unknown) => Promise.resolve(void storage.set(key, change(storage.get(key)))),
}));
const post = jest.spyOn(api, 'post');
let here: string | null = 'p1';

const command = (id: string, jobId: string) =>
  ({
    id,
    deviceId: 'd',
    jobId,
    kind: 'feature.put',
    baseVersion: 0,
    payload: { id: 'f' },
    occurredAt: '2026-05-20T10:00:00Z',
  }) as Command;
const until = async (wanted: () => boolean) => {
  for (let i = 0; i < 300 && !wanted(); i++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(wanted()).toBe(true);
};

beforeEach(() => {
  storage.clear();
  post.mockReset();
  here = 'p1';
  Object.assign(globalThis, {
    addEventListener: () => {},
    removeEventListener: () => {},
    navigator: {},
    localStorage: { getItem: () => here },
  });
});
const closeAll: (() => void)[] = [];
afterEach(async () => {
  closeAll.splice(0).forEach((close) => close());
  here = null;
  await new Promise((resolve) => setTimeout(resolve, 20));
});

test('what was left in jobs that nobody opens is sent from whatever page is open, each to its own job', async () => {
  const kept = (id: string, jobId: string, path?: string) => ({ pending: [command(id, jobId)], refused: [], ...(path ? { path } : {}) });
  storage.set('outbox p1 j1', kept('a', 'j1', '/organisations/o1/jobs/j1'));
  storage.set('outbox p1 j2', kept('b', 'j2'));
  storage.set('outbox p2 j3', kept('c', 'j3', '/organisations/o1/jobs/j3'));
  storage.set('photo-file x', 'a blob');
  const sent: string[] = [];
  let letGo = () => {};
  const line = new Promise<void>((resolve) => (letGo = resolve));
  post.mockImplementation(async (path, body) => {
    await line;
    sent.push(`${path} ${(body as Command).id}`);
    return { id: (body as Command).id, version: 1 } as never;
  });
  const outboxes = new Outboxes('p1');
  closeAll.push(() => outboxes.close());
  await outboxes.openKept(['o1']);
  await until(() => outboxes.getState().pending.size === 2);
  expect([...outboxes.getState().pending]).toEqual([
    ['j1', 1],
    ['j2', 1],
  ]);
  expect(outboxes.getState().pathOf('j2')).toBe('/o/o1/jobs/j2');
  letGo();
  await until(() => outboxes.getState().pending.size === 0);
  // another person's waits for that person
  expect(sent.sort()).toEqual(['/organisations/o1/jobs/j1/commands a', '/organisations/o1/jobs/j2/commands b']);
});

test('a job has one outbox, whichever page asks for it, and each person their own', () => {
  const outboxes = outboxesOf('p1');
  closeAll.push(() => outboxes.close());
  expect(outboxesOf('p1')).toBe(outboxes);
  expect(outboxes.of('/organisations/o/jobs/j', 'j')).toBe(outboxes.of('/organisations/o/jobs/j', 'j'));
  expect(outboxesOf('p2')).not.toBe(outboxes);
});
