import type { Command, SessionInfo } from '@caulkhorn/contract';
import type { Feature, JobModel } from '@caulkhorn/core/jobs';
import { QueryClient } from '@tanstack/query-core';
import { crack, sampleJob } from '../../../core/src/testing/sample-job';
import { ApiError, api } from '../shared/api';
import { USUAL_HOUSE } from '@caulkhorn/core/planning';
import type { PlanningMeans } from './job-planning';
import type { Placer } from './placing';
import { JobSession, type Notice } from './job-session';
import { Outbox } from './outbox';

const storage = new Map<string, unknown>();
jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  get: (key: string) => Promise.resolve(structuredClone(storage.get(key))),
  update: (key: string, change: (old: unknown) => unknown) => {
    storage.set(key, structuredClone(change(structuredClone(storage.get(key)))));
    return Promise.resolve();
  },
}));
const post = jest.spyOn(api, 'post');
const getAgain = jest.spyOn(api, 'getAgain');
const PERSON: SessionInfo = { personId: 'p1', name: 'Nadia Brook', email: 'n@x.example', organisations: [] };
let here: string | null;
const ends: (() => void)[] = [];

beforeEach(() => {
  storage.clear();
  post.mockReset();
  here = 'p1';
  const kept = new Map<string, string>();
  Object.assign(globalThis, {
    addEventListener: () => {},
    removeEventListener: () => {},
    navigator: {},
    localStorage: {
      getItem: (key: string) => (key === 'caulkhorn-person' ? here : (kept.get(key) ?? null)),
      setItem: (key: string, value: string) => kept.set(key, value),
      removeItem: (key: string) => kept.delete(key),
    },
  });
});
afterEach(async () => {
  ends.splice(0).forEach((end) => end());
  here = null;
  await new Promise((resolve) => setTimeout(resolve, 20));
});

const many = (n: number): Feature[] => Array.from({ length: n }, (_, i) => crack({ id: `k${i}`, mark: `K${i}` }));
const until = async (wanted: () => boolean) => {
  for (let i = 0; i < 300 && !wanted(); i++) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(wanted()).toBe(true);
};

const NO_PLAN: PlanningMeans = {
  engine: () => new Promise(() => {}),
  newPlacer: () => {
    throw new Error('nothing to place');
  },
  crew: { getState: () => ({ people: 2 }), subscribe: () => () => {} },
};

async function opened(model: JobModel, versions: Record<string, number> = {}, planningBy = NO_PLAN) {
  getAgain.mockImplementation(((path: string) => {
    if (path.endsWith('/log') || path.endsWith('/bookings')) return Promise.resolve([]);
    if (path.endsWith('/plan')) return Promise.resolve({ latest: null });
    if (path.endsWith('/house')) return Promise.resolve({});
    return Promise.resolve({ model, versions });
  }) as typeof api.getAgain);
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, networkMode: 'always', gcTime: 0 } } });
  const outbox = new Outbox('/organisations/o/jobs/j', 'p1', 'j');
  const notices: Notice[] = [];
  const session = new JobSession({
    organisationId: 'o',
    jobId: 'j',
    person: PERSON,
    standing: 'planner',
    client,
    outbox,
    planningBy,
    notify: (notice) => notices.push(notice),
  });
  ends.push(outbox.open(), session.open(), () => client.clear());
  await until(() => session.getState().status === 'open');
  const job = () => {
    const state = session.getState();
    if (state.status !== 'open') throw new Error('not open');
    return state.job;
  };
  return { session, job, notices, client };
}

test('one edit in a job of 3,000 features makes one new model and tells of it once; being sent makes none', async () => {
  const { session, job } = await opened({ ...sampleJob(), features: many(3000) });
  await new Promise((resolve) => setTimeout(resolve, 50));
  let letGo = () => {};
  const line = new Promise<void>((resolve) => (letGo = resolve));
  post.mockImplementation(async (_path, body) => {
    await line;
    return { id: (body as Command).id, version: 2 } as never;
  });
  const models = new Set<JobModel>([job().model]);
  let emissions = 0;
  let modelEmissions = 0;
  let last = job().model;
  ends.push(
    session.subscribe(() => {
      emissions++;
      const { model } = job();
      models.add(model);
      if (model !== last) modelEmissions++;
      last = model;
    }),
  );
  job().put('feature', { ...many(1)[0]!, note: 'seen' });
  expect([models.size, emissions]).toEqual([2, 1]);
  await until(() => job().outbox.status === 'sending');
  letGo();
  await until(() => job().outbox.pending.length === 0 && job().outbox.status === 'idle');
  // kept, sent, taken: the outbox tells how it stands, the model stays the one that was made
  expect([models.size, modelEmissions]).toEqual([2, 1]);
  expect(job().model.features[0]!.note).toBe('seen');
});

test('parts that did not change stay the very same, so that who reads only those is not drawn anew', async () => {
  const { job } = await opened(sampleJob());
  post.mockImplementation(() => new Promise(() => {}));
  const before = job();
  job().put('feature', crack());
  expect(job()).not.toBe(before);
  for (const name of ['lines', 'revision', 'houseAnswer', 'put', 'can', 'session'] as const) expect(job()[name]).toBe(before[name]);
});

test('what was taken is part of what the server has, and an older answer on its way does not undo it', async () => {
  const { job, client } = await opened(sampleJob());
  const invalidated = jest.spyOn(client, 'invalidateQueries');
  post.mockImplementation((_path, body) => Promise.resolve({ id: (body as Command).id, version: 1 }) as Promise<never>);
  job().put('feature', crack({ id: 'new' }));
  await until(() => job().outbox.pending.length === 0 && job().outbox.status === 'idle');
  expect(job().model.features.map(({ id }) => id)).toContain('new');
  expect(client.getQueryData<{ versions: Record<string, number> }>(['job', 'j'])!.versions['new']).toBe(1);
  // the first page asks anew about this job, and about no other
  expect(invalidated.mock.calls.map(([of]) => of!.queryKey)).toEqual([
    ['outlook', 'j'],
    ['figures', 'j'],
  ]);
});

test('undo sends the inverse with the version it expects, and refuses when someone else was there', async () => {
  const { job, notices, client } = await opened({ ...sampleJob(), features: [crack()] }, { k1: 3 });
  const sent: Command[] = [];
  post.mockImplementation((_path, body) => {
    sent.push(body as Command);
    return Promise.resolve({ id: (body as Command).id, version: (body as Command).baseVersion + 1 }) as Promise<never>;
  });
  job().put('feature', crack({ note: 'mine' }));
  await until(() => job().outbox.pending.length === 0 && job().outbox.status === 'idle');
  job().undo();
  await until(() => sent.length === 2);
  expect(sent.map(({ baseVersion, payload }) => [baseVersion, (payload as Feature).note])).toEqual([
    [3, 'mine'],
    [4, undefined],
  ]);
  await until(() => job().outbox.pending.length === 0 && job().outbox.status === 'idle');
  const stored = client.getQueryData<{ model: JobModel; versions: Record<string, number> }>(['job', 'j'])!;
  client.setQueryData(['job', 'j'], { ...stored, versions: { ...stored.versions, k1: 9 } });
  await until(() => client.getQueryState(['job', 'j'])!.dataUpdateCount > 1);
  await new Promise((resolve) => setTimeout(resolve, 20));
  job().redo();
  expect(notices.at(-1)).toMatchObject({ code: 'changed-since' });
  job().undo();
  expect(notices.at(-1)).toEqual({ code: 'nothing-to-undo' });
});

test('what is said of the job as a whole goes back as well, and forth again', async () => {
  const { job, notices } = await opened(sampleJob(), { j: 2 });
  const sent: Command[] = [];
  post.mockImplementation((_path, body) => {
    sent.push(body as Command);
    return Promise.resolve({ id: (body as Command).id, version: (body as Command).baseVersion + 1 }) as Promise<never>;
  });
  const { name } = job().model.job;
  job().putHead({ ...job().model.job, name: 'Cellar, east' });
  expect(job().model.job.name).toBe('Cellar, east');
  job().undo();
  expect(job().model.job.name).toBe(name);
  expect(notices.at(-1)).toMatchObject({ code: 'undone', item: { name: 'Cellar, east' } });
  job().redo();
  await until(() => job().outbox.pending.length === 0 && job().outbox.status === 'idle');
  expect(sent.map(({ kind, baseVersion, payload }) => [kind, baseVersion, (payload as { name: string }).name])).toEqual([
    ['job.put', 2, 'Cellar, east'],
    ['job.put', 3, name],
    ['job.put', 4, 'Cellar, east'],
  ]);
});

test('a job that cannot be fetched says why, and opens once it can', async () => {
  getAgain.mockRejectedValue(new ApiError(404, 'not-found'));
  const client = new QueryClient({ defaultOptions: { queries: { retry: false, networkMode: 'always' } } });
  const outbox = new Outbox('/organisations/o/jobs/j', 'p1', 'j');
  const session = new JobSession({
    organisationId: 'o',
    jobId: 'j',
    person: PERSON,
    standing: 'guest',
    client,
    outbox,
    planningBy: NO_PLAN,
    notify: () => {},
  });
  ends.push(session.open(), () => client.clear());
  await until(() => session.getState().status === 'failed');
  getAgain.mockImplementation(((path: string) =>
    Promise.resolve(
      path.endsWith('/j') ? { model: sampleJob(), versions: {} } : path.endsWith('/plan') ? { latest: null } : [],
    )) as typeof api.getAgain);
  session.retry();
  await until(() => session.getState().status === 'open');
  const state = session.getState();
  expect(state.status === 'open' && state.job.can('survey')).toBe(false);
});

test('with the plan asked for, one edit still tells once, and model and plan come together', async () => {
  let made = 0;
  class Counting {
    *prepare() {
      yield;
    }
    plan(model: JobModel) {
      made++;
      return { workItems: [], of: model };
    }
  }
  const silent = { onmessage: null as Placer['onmessage'], onerror: null, terminate: () => {}, postMessage: () => answer() };
  const answer = () => queueMicrotask(() => silent.onmessage?.call(null as never, { data: { tasks: [] } } as MessageEvent));
  const { session, job } = await opened(
    { ...sampleJob(), features: many(20) },
    {},
    {
      ...NO_PLAN,
      engine: () =>
        Promise.resolve({
          Planner: Counting as never,
          placingOptions: () => ({ timeZone: 'UTC', temperatureC: 12 }),
          foldStock: () => ({ lots: [], reserved: [] }),
          measuredWalls: () => new Map(),
          houseOf: () => USUAL_HOUSE,
        }),
      newPlacer: () => silent,
    },
  );
  post.mockImplementation(() => new Promise(() => {}));
  session.planning.ask();
  await until(() => job().planning !== undefined);
  made = 0;
  const told: unknown[] = [];
  ends.push(session.subscribe(() => told.push([job().model, (job().planning as unknown as { plan: { of: JobModel } }).plan.of])));
  job().put('feature', { ...many(1)[0]!, note: 'seen' });
  expect(told).toEqual([[job().model, job().model]]);
  expect(made).toBe(1);
});

test('what only placing goes by is asked for with the plan, and not before: the sheet comes first; no answer holds no plan up', async () => {
  const asked: string[] = [];
  const engine = { Planner: class {}, houseOf: () => USUAL_HOUSE } as never;
  const { session } = await opened(sampleJob(), {}, { ...NO_PLAN, engine: () => Promise.resolve(engine) });
  const follow = jest.spyOn(session.planning, 'follow').mockReturnValue(undefined);
  getAgain.mockImplementation(((path: string) => {
    asked.push(path.split('/').at(-1)!);
    return path.endsWith('/stores') ? Promise.resolve({ moves: [], stores: [] }) : Promise.reject(new ApiError(503, 'server-error'));
  }) as typeof api.getAgain);
  await new Promise((resolve) => setTimeout(resolve, 20));
  expect(asked).toEqual([]);
  session.planning.ask();
  await until(() => follow.mock.lastCall?.[0].yard !== undefined);
  expect(asked.sort()).toEqual(['bookings', 'stores']);
  expect(follow.mock.lastCall![0].yard).toEqual({ bookings: [], moves: [] });
});
