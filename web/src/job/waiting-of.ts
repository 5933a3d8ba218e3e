import { keys } from 'idb-keyval';
import { type Kept, keptIn } from '../shared/send-queue';
import { OUTBOX_PREFIX } from './outbox';

/** How much of a person's work still waits on this device to be sent, over all jobs. */
export async function waitingOf(personId: string): Promise<number> {
  const own = (await keys<string>()).filter((key) => typeof key === 'string' && key.startsWith(`${OUTBOX_PREFIX}${personId} `));
  const kept = await Promise.all(own.map((key): Promise<Kept<unknown> | undefined> => keptIn(key)));
  return kept.reduce((sum, each) => sum + (each ? each.pending.length + each.refused.length : 0), 0);
}
