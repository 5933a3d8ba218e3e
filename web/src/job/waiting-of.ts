import { queryOptions } from '@tanstack/react-query';
import { keys } from 'idb-keyval';
import { type Kept, QUEUES, keptIn } from '../shared/send-queue';

/** How much of a person's work still waits on this device to be sent: of all jobs, of the store, and of accidents, or of some of these. */
export async function waitingOf(personId: string, queues: readonly string[] = Object.values(QUEUES)): Promise<number> {
  const own = (await keys<string>()).filter(
    (key) => typeof key === 'string' && queues.some((queue) => key.startsWith(`${queue}${personId} `)),
  );
  const kept = await Promise.all(own.map((key): Promise<Kept<unknown> | undefined> => keptIn(key)));
  return kept.reduce((sum, each) => sum + (each ? each.pending.length + each.refused.length : 0), 0);
}

/** Queues of one kind in which something of a person's is left, what the server would not take first. */
export async function queuesOf<C>(kind: string, personId: string): Promise<{ rest: string; path: string; left: C[] }[]> {
  const prefix = `${kind}${personId} `;
  const own = (await keys<string>()).filter((key) => typeof key === 'string' && key.startsWith(prefix));
  const all = await Promise.all(own.map(async (key) => ({ rest: key.slice(prefix.length), kept: await keptIn<C>(key) })));
  return all.flatMap(({ rest, kept }) => {
    const left = [...(kept?.refused.map(({ command }) => command) ?? []), ...(kept?.pending ?? [])];
    return kept?.path && left.length > 0 ? [{ rest, path: kept.path, left }] : [];
  });
}

const LOOK_EVERY_MS = 1000;
/** Of no one job: their queues are open on pages of their house, or on those of none. */
const BESIDE = [QUEUES.stock, QUEUES.incidents];

/** How much of the store and of accidents waits here, of all houses; looked at again and again while it is shown. */
export const besideQuery = (personId: string) =>
  queryOptions({
    ...{ queryKey: ['waiting-beside', personId], networkMode: 'always' as const, refetchInterval: LOOK_EVERY_MS },
    queryFn: () => waitingOf(personId, BESIDE),
  });
