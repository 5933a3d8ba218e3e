import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import type { QueryClient } from '@tanstack/react-query';
import type { PersistQueryClientOptions } from '@tanstack/react-query-persist-client';
import { createStore, del, get, set } from 'idb-keyval';

/** What the server last answered, kept on the device so that jobs open without it. */
const DAY_MS = 86_400_000;
export const KEPT_FOR_MS = 14 * DAY_MS;
/** counted up when what is kept takes another shape */
const SHAPE = '1';
const KEPT = new Set(['session', 'jobs', 'job', 'log', 'plan']);
const PERSON = 'caulkhorn-person';
const PHOTOS = 'caulkhorn-photos';

const store = createStore('caulkhorn-answers', 'answers');
const persister = createAsyncStoragePersister({
  storage: {
    getItem: (key) => get<string>(key, store),
    setItem: (key, value) => set(key, value, store),
    removeItem: (key) => del(key, store),
  },
  key: 'answers',
  throttleTime: 1000,
});

export const KEEP_ANSWERS: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister,
  maxAge: KEPT_FOR_MS,
  buster: SHAPE,
  dehydrateOptions: { shouldDehydrateQuery: ({ queryKey, state }) => state.data !== undefined && KEPT.has(String(queryKey[0])) },
};

/** Another person at the same device sees nothing of what was kept for the one before. */
export async function beginAs(personId: string, client: QueryClient): Promise<void> {
  if (localStorage.getItem(PERSON) !== personId) await forgetKept(client);
  localStorage.setItem(PERSON, personId);
}

/** Answers, photos seen and unsaved texts leave this device. What waits to be sent stays, under its owner's name. */
export async function forgetKept(client: QueryClient): Promise<void> {
  client.removeQueries({ predicate: ({ queryKey }) => queryKey[0] !== 'session' });
  for (const key of Object.keys(localStorage)) if (key.startsWith(DRAFT_PREFIX)) localStorage.removeItem(key);
  localStorage.removeItem(PERSON);
  await persister.removeClient();
  await globalThis.caches?.delete(PHOTOS);
}

/** Texts typed and not saved yet. */
export const DRAFT_PREFIX = 'caulkhorn-draft ';
