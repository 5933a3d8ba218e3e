import { createAsyncStoragePersister } from '@tanstack/query-async-storage-persister';
import type { Query, QueryClient } from '@tanstack/react-query';
import type { PersistQueryClientOptions, Persister } from '@tanstack/react-query-persist-client';
import { api } from './api';
import { createStore, del, get, set } from 'idb-keyval';
import { DAY_MS, HOUR_MS } from '@caulkhorn/core/quantities';

/** What the server last answered, kept on the device so that jobs open without it. */
export const KEPT_FOR_MS = 14 * DAY_MS;
/** counted up when what is kept takes another shape */
const SHAPE = '3';
const KEPT = new Set(['session', 'jobs', 'job', 'log', 'plan', 'house', 'bookings', 'stores', 'outlook', 'store-outlook']);
const PERSON = 'caulkhorn-person';
const PHOTOS = 'caulkhorn-photos';

const answers = createStore('caulkhorn-answers', 'answers');
const persister = createAsyncStoragePersister({
  storage: {
    getItem: (key) => get<string>(key, answers),
    setItem: (key, value) => set(key, value, answers),
    removeItem: (key) => del(key, answers),
  },
  key: 'answers',
  throttleTime: 1000,
});

let kept: { answers: readonly unknown[]; atMs: number } = { answers: [], atMs: 0 };

/** Every look at the server tells that something happened; written down is only what it answered anew. */
const whenNew: Persister = {
  ...persister,
  persistClient(client) {
    // that an answer is known to be old is kept as well: it is asked for again after a reload
    const answers = client.clientState.queries.flatMap(({ state }) => [state.data, state.isInvalidated]);
    const isSame = answers.length === kept.answers.length && answers.every((answer, i) => answer === kept.answers[i]);
    if (isSame && client.timestamp - kept.atMs < HOUR_MS) return;
    kept = { answers, atMs: client.timestamp };
    return persister.persistClient(client);
  },
};

export const KEEP_ANSWERS: Omit<PersistQueryClientOptions, 'queryClient'> = {
  persister: whenNew,
  maxAge: KEPT_FOR_MS,
  buster: SHAPE,
  dehydrateOptions: { shouldDehydrateQuery: ({ queryKey, state }) => state.data !== undefined && KEPT.has(String(queryKey[0])) },
};

/**
 * Another person at the same device sees nothing of what was kept for the one before. Where nobody was before, what this page asked
 * for under the session that it was opened with (`opened`) is that person's own, and is not asked for twice.
 */
export async function beginAs(personId: string, client: QueryClient, opened = false): Promise<void> {
  const before = localStorage.getItem(PERSON);
  if (before === personId) return;
  await forgetKept(client, opened && before === null ? isOfThisPage : isSession);
  localStorage.setItem(PERSON, personId);
  for (const tell of arrivals) tell();
}

const arrivals = new Set<() => void>();

/** Calls whenever somebody is known to work at this device who was not known before; the answer ends it. */
export function onArrival(tell: () => void): () => void {
  arrivals.add(tell);
  return () => arrivals.delete(tell);
}

/** Whether this person is the one who works at this device now. */
export const isHere = (personId: string): boolean => localStorage.getItem(PERSON) === personId;

const isSession = ({ queryKey }: Query): boolean => queryKey[0] === 'session';

/** Still on its way, or answered since this page was opened: nothing that was kept. */
const isOfThisPage = (query: Query): boolean =>
  isSession(query) || query.state.dataUpdatedAt === 0 || query.state.dataUpdatedAt >= performance.timeOrigin;

/** Answers, photos seen and unsaved texts leave this device. What waits to be sent stays, under its owner's name. */
export async function forgetKept(client: QueryClient, stays: (query: Query) => boolean = isSession): Promise<void> {
  client.removeQueries({ predicate: (query) => !stays(query) });
  for (const key of Object.keys(localStorage)) if (key.startsWith(DRAFT_PREFIX)) localStorage.removeItem(key);
  localStorage.removeItem(PERSON);
  kept = { answers: [], atMs: 0 };
  api.forget();
  await persister.removeClient();
  await globalThis.caches?.delete(PHOTOS);
}

/** Texts typed and not saved yet. */
export const DRAFT_PREFIX = 'caulkhorn-draft ';
