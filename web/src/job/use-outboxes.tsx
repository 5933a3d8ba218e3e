import type { SessionInfo } from '@caulkhorn/contract';
import { type ReactNode, createContext, use, useEffect, useState, useSyncExternalStore } from 'react';
import { Outboxes, type Waiting } from './outboxes';

const Context = createContext<Outboxes | null>(null);

/** All outboxes of who is signed in, opened with the first page, whichever that is. */
export function OutboxesProvider({ session, children }: { session: SessionInfo; children: ReactNode }) {
  const [outboxes] = useState(() => new Outboxes(session.personId));
  useEffect(() => outboxes.open(), [outboxes]);
  useEffect(() => {
    void outboxes.openKept(session.organisations.map(({ id }) => id));
  }, [outboxes, session.organisations]);
  return <Context value={outboxes}>{children}</Context>;
}

export function useOutboxes(): Outboxes {
  const outboxes = use(Context);
  if (!outboxes) throw new Error('useOutboxes outside an OutboxesProvider');
  return outboxes;
}

/** What waits on this device, by job. */
export function useWaiting(): Waiting {
  const outboxes = useOutboxes();
  return useSyncExternalStore(outboxes.subscribe, outboxes.getState);
}
