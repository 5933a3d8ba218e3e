import { QueryClient } from '@tanstack/query-core';
import { ApiError, api } from '../shared/api';
import { sessionQuery, signOut } from './session';

jest.mock('idb-keyval', () => ({
  createStore: () => undefined,
  get: () => Promise.resolve(undefined),
  set: () => Promise.resolve(),
  del: () => Promise.resolve(),
}));
const remove = jest.spyOn(api, 'delete');
const get = jest.spyOn(api, 'get');
let kept: Map<string, string>;
let client: QueryClient;

beforeEach(() => {
  remove.mockReset();
  get.mockReset();
  kept = new Map([
    ['caulkhorn-person', 'p1'],
    ['caulkhorn-draft note', 'half typed'],
  ]);
  const storage = {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => kept.set(key, value),
    removeItem: (key: string) => kept.delete(key),
  };
  // what localStorage holds are its own keys
  Object.assign(globalThis, {
    localStorage: new Proxy(storage, {
      ownKeys: () => [...kept.keys()],
      getOwnPropertyDescriptor: () => ({ enumerable: true, configurable: true }),
    }),
  });
  client = new QueryClient({ defaultOptions: { queries: { retry: false, networkMode: 'always', gcTime: 0 } } });
  client.setQueryData(['jobs', 'o'], [{ name: 'secret' }]);
});
afterEach(() => client.clear());

test('signing out without signal forgets first; the server is told before anyone is asked who they are', async () => {
  remove.mockRejectedValueOnce(new ApiError(0, 'no-answer'));
  await signOut(client);
  expect(client.getQueryData(['jobs', 'o'])).toBeUndefined();
  expect(client.getQueryData(['session'])).toBeNull();
  expect([...kept.keys()]).toEqual(['caulkhorn-signed-out']);
  // the cookie is still here: whoever opens the page now is nobody, until the server has forgotten it
  remove.mockRejectedValueOnce(new ApiError(503, 'database-away'));
  expect(await client.fetchQuery({ ...sessionQuery, staleTime: 0 })).toBeNull();
  expect(get).not.toHaveBeenCalled();
  remove.mockResolvedValueOnce(undefined);
  get.mockRejectedValueOnce(new ApiError(401, 'not-signed-in'));
  expect(await client.fetchQuery({ ...sessionQuery, staleTime: 0 })).toBeNull();
  expect(remove).toHaveBeenCalledTimes(3);
  expect(kept.has('caulkhorn-signed-out')).toBe(false);
});

test('with signal it is over at once', async () => {
  remove.mockResolvedValueOnce(undefined);
  await signOut(client);
  expect([...kept.keys()]).toEqual([]);
  expect(client.getQueryData(['session'])).toBeNull();
});
