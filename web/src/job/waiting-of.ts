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
