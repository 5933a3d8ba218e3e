import { FIRST_LINK, type LogEntry, entryHash, sealEntry } from '@caulkhorn/core/site-log';
import { QueryClient } from '@tanstack/react-query';
import { ApiError, api } from '../shared/api';
import { beginAs } from '../shared/kept-answers';
import type { Command } from '@caulkhorn/contract';
import { Outbox } from './outbox';

const storage = new Map<string, unknown>();
/** a device without room takes nothing more */
let isFull = false;
/** a device that keeps nothing, and does not say so */
let isStuck = false;
const full = () => Promise.reject(new DOMException('', 'QuotaExceededError'));
jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  get: (key: string) => Promise.resolve(storage.get(key)),
  set: (key: string, value: unknown) => Promise.resolve(void storage.set(key, value)),
  del: (key: string) => Promise.resolve(void storage.delete(key)),
  update: (key: string, change: (old: unknown) => unknown) =>
    isStuck ? new Promise(() => {}) : isFull ? full() : Promise.resolve(void storage.set(key, change(storage.get(key)))),
}));

/** as the server answers a command that it has taken */
const taken = (_path: string, body: unknown) => Promise.resolve({ id: (body as Command).id, version: 1 }) as Promise<never>;

/** who works at the device */
let here: string | null;
const post = jest.spyOn(api, 'post');
const putFile = jest.spyOn(api, 'putFile');
let job = 0;
const closeAll: (() => void)[] = [];

/** An outbox of a job of its own; what the server accepted, in order. */
function open() {
  const accepted: string[] = [];
  const outbox = new Outbox('/jobs/x', 'person', `job ${++job}`);
  outbox.onAccepted((command) => void accepted.push(command.id));
  closeAll.push(outbox.open());
  return { outbox, accepted };
}

const command = (id: string, part: Partial<Record<keyof Command, unknown>> = {}) =>
  ({
    id,
    deviceId: 'd',
    jobId: 'j',
    kind: 'feature.put',
    baseVersion: 0,
    payload: { id: 'f' },
    occurredAt: '2026-05-20T10:00:00Z',
    ...part,
  }) as Command;
const settled = async (outbox: Outbox, wanted: (state: ReturnType<Outbox['getState']>) => boolean) => {
  for (let i = 0; i < 200 && !wanted(outbox.getState()); i++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(wanted(outbox.getState())).toBe(true);
};

beforeEach(() => {
  post.mockReset();
  putFile.mockReset();
  isFull = false;
  here = 'person';
  Object.assign(globalThis, {
    addEventListener: () => {},
    removeEventListener: () => {},
    navigator: {},
    localStorage: { getItem: (key: string) => (key.startsWith('caulkhorn-enrolled') ? '1' : here), setItem: () => {} },
  });
});
afterEach(() => closeAll.splice(0).forEach((close) => close()));

test('commands go in the order in which they were made', async () => {
  const { outbox, accepted } = open();
  post.mockImplementation(taken);
  for (const id of ['a', 'b', 'c']) await outbox.add(command(id));
  await settled(outbox, (state) => state.pending.length === 0 && state.status === 'idle');
  expect(accepted).toEqual(['a', 'b', 'c']);
});

test('without an answer they are kept and tried again; nothing overtakes', async () => {
  const { outbox, accepted } = open();
  post.mockRejectedValueOnce(new ApiError(0, 'no-answer')).mockImplementation(taken);
  await outbox.add(command('a'));
  await outbox.add(command('b'));
  await settled(outbox, (state) => state.status === 'waiting');
  expect(outbox.getState().pending.map((c) => c.id)).toEqual(['a', 'b']);
  expect(accepted).toEqual([]);
  await settled(outbox, (state) => state.pending.length === 2);
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await settled(outbox, (state) => state.pending.length === 0);
  expect(accepted).toEqual(['a', 'b']);
});

test('what was kept is sent by the next page that opens', async () => {
  storage.set(`outbox person job ${job + 1}`, { pending: [command('from before')], refused: [] });
  post.mockImplementation(taken);
  const { outbox, accepted } = open();
  await settled(outbox, (state) => state.status === 'idle' && state.pending.length === 0);
  expect(accepted).toEqual(['from before']);
});

test('what is refused is kept with its text and does not hold up the rest', async () => {
  const { outbox, accepted } = open();
  post.mockRejectedValueOnce(new ApiError(409, 'stale-version', {}, { version: 4, item: { id: 'f' } })).mockImplementation(taken);
  await outbox.add(command('late', { payload: { id: 'f', note: 'mine' } }));
  await outbox.add(command('next'));
  await settled(outbox, (state) => state.pending.length === 0);
  expect(accepted).toEqual(['next']);
  expect(outbox.getState().refused).toMatchObject([
    { code: 'stale-version', command: { payload: { note: 'mine' } }, current: { version: 4 } },
  ]);
  await outbox.discard('late');
  expect(outbox.getState().refused).toEqual([]);
});

test('entries that fell out of their chain are linked anew and sent', async () => {
  const { outbox, accepted } = open();
  const entry = (note: string, seq: number, prevHash: string) =>
    sealEntry({
      id: note,
      jobId: 'j',
      deviceId: 'd',
      deviceSeq: seq,
      prevHash,
      personId: 'p',
      personName: 'P',
      occurredAt: '2026-05-20T10:00:00Z',
      writtenAt: '2026-05-20T10:00:00Z',
      body: { kind: 'note', note },
    });
  const [one, elsewhere] = [entry('one', 1, FIRST_LINK), entry('elsewhere', 7, 'a'.repeat(64))];
  const two = entry('two', 2, one.hash);
  const sent: LogEntry[] = [];
  post.mockImplementation((_path, body) => {
    const { payload } = body as Command;
    const { deviceSeq } = payload as LogEntry;
    if (deviceSeq < 8) return Promise.reject(new ApiError(409, 'chain-moved-on', {}, { hash: elsewhere.hash, deviceSeq: 7 }));
    sent.push(payload as LogEntry);
    return taken(_path, body);
  });
  await outbox.add(command('a', { kind: 'log.append', payload: one }));
  await outbox.add(command('b', { kind: 'log.append', payload: two }));
  await settled(outbox, (state) => state.pending.length === 0 && state.status === 'idle');
  expect(accepted).toEqual(['a', 'b']);
  expect(sent.map(({ deviceSeq, prevHash }) => [deviceSeq, prevHash])).toEqual([
    [8, elsewhere.hash],
    [9, sent[0]!.hash],
  ]);
});

test('under a device’s name that is somebody else’s nothing is sent: what waits is written under another, from its beginning', async () => {
  const { outbox, accepted } = open();
  const entry = sealEntry({
    id: 'e',
    jobId: 'j',
    deviceId: 'd',
    deviceSeq: 4,
    prevHash: 'a'.repeat(64),
    personId: 'person',
    personName: 'P',
    occurredAt: '2026-05-20T10:00:00Z',
    writtenAt: '2026-05-20T10:00:00Z',
    body: { kind: 'note', note: 'n' },
  });
  const kept = new Map<string, string>();
  Object.assign(globalThis, {
    localStorage: {
      getItem: (key: string) => (key.startsWith('caulkhorn-enrolled') ? '1' : (kept.get(key) ?? here)),
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    },
  });
  const sent: Command[] = [];
  post.mockImplementation((path, body) => {
    if ((body as Command).deviceId === 'd') return Promise.reject(new ApiError(409, 'device-of-another'));
    sent.push(body as Command);
    return taken(path, body);
  });
  await outbox.add(command('a', { kind: 'log.append', payload: entry }));
  await settled(outbox, (state) => state.pending.length === 0 && state.status === 'idle');
  expect(outbox.getState().unkept).toEqual([]);
  expect(accepted).toEqual(['a']);
  const written = sent[0]!.payload as LogEntry;
  expect(written).toMatchObject({ deviceSeq: 1, prevHash: FIRST_LINK, deviceId: sent[0]!.deviceId, body: entry.body });
  expect(entryHash(written)).toBe(written.hash);
  // signed with the key that was made under that name
  expect(written.signature).toMatch(/^[\w-]{86}$/);
});

test('a command over which the server stumbles again and again is set aside with its text, and the next goes on', async () => {
  const { outbox, accepted } = open();
  const wait = globalThis.setTimeout;
  jest.spyOn(globalThis, 'setTimeout').mockImplementation(((run: () => void, ms = 0) => wait(run, Math.min(ms, 5))) as typeof setTimeout);
  let tries = 0;
  post.mockImplementation((path, body) => {
    if ((body as Command).id !== 'poison') return taken(path, body);
    tries++;
    return Promise.reject(new ApiError(500, 'fault'));
  });
  await outbox.add(command('poison', { payload: { id: 'f', note: 'typed' } }));
  await outbox.add(command('next'));
  await settled(outbox, (state) => state.pending.length === 0);
  jest.mocked(globalThis.setTimeout).mockRestore();
  expect(tries).toBe(5);
  expect(accepted).toEqual(['next']);
  expect(outbox.getState().refused).toMatchObject([{ code: 'fault', command: { payload: { note: 'typed' } } }]);
});

test('an answer about something else is none: what was sent stays', async () => {
  const { outbox, accepted } = open();
  post.mockResolvedValueOnce({ welcome: true }).mockImplementation(taken);
  await outbox.add(command('a'));
  await settled(outbox, (state) => state.status === 'waiting');
  expect(outbox.getState().pending.map(({ id }) => id)).toEqual(['a']);
  expect(accepted).toEqual([]);
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await settled(outbox, (state) => state.pending.length === 0);
});

test('a picture is kept until the server says that it has it', async () => {
  const { outbox } = open();
  storage.set('photo-file w', new Blob(['jpeg']));
  post.mockImplementation(taken);
  putFile.mockResolvedValueOnce({ accepted: 'terms' }).mockResolvedValue({ storedSha256: 'b'.repeat(64) });
  await outbox.add(command('photo', { kind: 'photo.put', payload: { id: 'w' } }));
  await settled(outbox, (state) => state.status === 'waiting');
  expect(storage.has('photo-file w')).toBe(true);
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await settled(outbox, (state) => state.pending.length === 0);
  expect(storage.has('photo-file w')).toBe(false);
});

test('on a full device a change is said not to be kept, shown and sent all the same', async () => {
  const { outbox, accepted } = open();
  post.mockRejectedValueOnce(new ApiError(0, 'no-answer')).mockImplementation(taken);
  isFull = true;
  await expect(outbox.add(command('a'))).rejects.toThrow();
  await settled(outbox, (state) => state.status === 'waiting');
  expect(outbox.getState()).toMatchObject({ pending: [{ id: 'a' }], unkept: ['a'] });
  isFull = false;
  await settled(outbox, (state) => state.pending.length === 1);
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await settled(outbox, (state) => state.pending.length === 0 && state.status === 'idle');
  expect(accepted).toEqual(['a']);
});

test('what was done on site is on the device before it is shown, and counts at once for what is written next; a store that never answers does not hide it for good', async () => {
  const { outbox } = open();
  await settled(outbox, ({ status }) => status === 'idle');
  post.mockRejectedValue(new ApiError(0, 'no-answer'));
  const key = `outbox person job ${job}`;
  const keptWhenShown: boolean[] = [];
  const leave = outbox.subscribe(() => keptWhenShown.push((storage.get(key) as { pending: unknown[] } | undefined)?.pending.length === 1));
  const adding = outbox.add(command('entry', { kind: 'log.append' }));
  expect(outbox.getState().pending.map(({ id }) => id)).toEqual(['entry']);
  // whatever else is told meanwhile, it does not stand for who looks
  expect(outbox.getState().keeping).toEqual(['entry']);
  expect(keptWhenShown).toEqual([]);
  await adding;
  expect(outbox.getState().keeping).toEqual([]);
  expect(keptWhenShown[0]).toBe(true);
  leave();
  isStuck = true;
  void outbox.add(command('second', { kind: 'log.append' }));
  await new Promise((resolve) => setTimeout(resolve, 1000));
  expect(outbox.getState()).toMatchObject({ keeping: ['second'], unkept: [] });
  await new Promise((resolve) => setTimeout(resolve, 2200));
  // from then on it stands, and with it that it is in this page alone
  expect(outbox.getState()).toMatchObject({ keeping: [], unkept: ['second'] });
  isStuck = false;
  post.mockImplementation(taken);
  for (let i = 0; i < 80 && outbox.getState().pending.length > 0; i++) await new Promise((resolve) => setTimeout(resolve, 100));
  expect(outbox.getState().pending).toEqual([]);
}, 20_000);

test('a photo goes before its picture, and both again when the picture was cut off; then the device lets it go', async () => {
  const { outbox } = open();
  const order: string[] = [];
  storage.set('photo-file p', new Blob(['jpeg']));
  post.mockImplementation((path, body) => {
    order.push((body as Command).id);
    return taken(path, body);
  });
  putFile.mockImplementationOnce(() => Promise.reject(new ApiError(0, 'no-answer')));
  putFile.mockImplementation((path) => {
    order.push(path);
    return Promise.resolve({ storedSha256: 'a'.repeat(64) });
  });
  await outbox.add(command('photo', { kind: 'photo.put', payload: { id: 'p' } }));
  await outbox.add(command('next'));
  await settled(outbox, (state) => state.status === 'waiting');
  expect(storage.has('photo-file p')).toBe(true);
  await new Promise((resolve) => setTimeout(resolve, 1100));
  await settled(outbox, (state) => state.pending.length === 0);
  expect(order).toEqual(['photo', 'photo', '/jobs/x/photos/p/file', 'next']);
  expect(storage.has('photo-file p')).toBe(false);
});

test('a picture that the server cannot read is refused with its photo and stays on the device until someone decides', async () => {
  const { outbox } = open();
  storage.set('photo-file q', new Blob(['no jpeg']));
  post.mockImplementation(taken);
  putFile.mockRejectedValue(new ApiError(400, 'invalid', { file: [{ code: 'picture-damaged' }] }));
  await outbox.add(command('photo', { kind: 'photo.put', payload: { id: 'q' } }));
  await settled(outbox, (state) => state.refused.length === 1);
  expect(outbox.getState()).toMatchObject({ pending: [], refused: [{ fields: { file: [{ code: 'picture-damaged' }] } }] });
  expect(storage.has('photo-file q')).toBe(true);
});

test('when its owner signs out, what is left waits and is not sent in the next one’s name', async () => {
  const { outbox, accepted } = open();
  post.mockRejectedValueOnce(new ApiError(0, 'no-answer')).mockImplementation(taken);
  await outbox.add(command('a'));
  await settled(outbox, (state) => state.status === 'waiting');
  here = 'another person';
  await new Promise((resolve) => setTimeout(resolve, 1200));
  expect(post).toHaveBeenCalledTimes(1);
  expect(outbox.getState().pending.map((c) => c.id)).toEqual(['a']);
  here = 'person';
  closeAll.splice(0).forEach((close) => close());
  closeAll.push(outbox.open());
  await settled(outbox, (state) => state.pending.length === 0);
  expect(accepted).toEqual(['a']);
});

test('a device that fell and forgot whose it is sends what it kept as soon as that is known again', async () => {
  here = null;
  Object.assign(globalThis.localStorage, {
    setItem: (_key: string, value: string) => void (here = value),
    removeItem: () => void (here = null),
  });
  const { outbox, accepted } = open();
  post.mockImplementation(taken);
  await outbox.add(command('a'));
  await settled(outbox, (state) => state.status === 'waiting');
  expect(post).not.toHaveBeenCalled();
  await beginAs('person', new QueryClient());
  await settled(outbox, (state) => state.pending.length === 0);
  expect(accepted).toEqual(['a']);
});

test('an entry that was brought in from another device goes under that device’s signature, or is written anew under this one’s', async () => {
  const { outbox } = open();
  const seal = (deviceSeq: number) => ({ ...sealEntry({ ...ENTRY, deviceSeq, prevHash: FIRST_LINK }), signature: 'of the other device' });
  const sent: { deviceId: string; signature: string | null }[] = [];
  post
    .mockImplementationOnce((_path, body) => {
      sent.push((body as { payload: LogEntry }).payload);
      return Promise.reject(new ApiError(409, 'chain-moved-on', {}, { hash: 'f'.repeat(64), deviceSeq: 7 }));
    })
    .mockImplementation((path, body) => {
      sent.push((body as { payload: LogEntry }).payload);
      return taken(path, body);
    });
  await outbox.add(command('a', { kind: 'log.append', payload: seal(1) }));
  await settled(outbox, (state) => state.pending.length === 0 && state.status === 'idle');
  expect(sent[0]).toMatchObject({ deviceId: 'other', signature: 'of the other device' });
  // the other device went on meanwhile: its chain is its own
  expect(sent[1]!.deviceId).not.toBe('other');
  expect(sent[1]!.signature).not.toBe('of the other device');
});

const ENTRY = {
  ...{ id: 'e', jobId: 'j', deviceId: 'other', personId: 'person', personName: 'Nadia Brook' },
  ...{ occurredAt: '2026-05-20T10:00:00Z', writtenAt: '2026-05-20T10:00:00Z' },
  body: { kind: 'note', note: 'wet' },
} as const;

test('leaving the job does not stop what is on its way', async () => {
  const { outbox, accepted } = open();
  post.mockRejectedValueOnce(new ApiError(0, 'no-answer')).mockImplementation(taken);
  await outbox.add(command('a'));
  await settled(outbox, (state) => state.status === 'waiting');
  closeAll.splice(0).forEach((close) => close());
  await settled(outbox, (state) => state.pending.length === 1);
  await new Promise((resolve) => setTimeout(resolve, 1200));
  expect(accepted).toEqual(['a']);
});
