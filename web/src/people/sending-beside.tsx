import type { SessionInfo } from '@caulkhorn/contract';
import { type QueryClient, useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { useLocation } from 'react-router';
import { whenSheetStands } from '../job/first-sheet';
import { queuesOf } from '../job/waiting-of';
import { QUEUES } from '../shared/send-queue';
import { type IncidentOut, IncidentOutbox } from '../site-log/incident-outbox';
import { type SentMove, StockOutbox } from '../stores/stock-outbox';

/** Sends what waits of the store and of accidents from pages of no house; within a house its own pages do. */
export function SendingBeside({ session }: { session: SessionInfo }) {
  const client = useQueryClient();
  const isInHouse = useLocation().pathname.startsWith('/o/');
  useEffect(() => {
    if (isInHouse) return;
    const sending = whenSheetStands().then(() => sendBeside(client, session));
    return () => void sending.then((end) => end());
  }, [client, session, isInHouse]);
  return null;
}

/** Sends what waits of houses and not of single jobs; on pages of a house it is sent anyway. @returns ends it */
async function sendBeside(client: QueryClient, session: SessionInfo): Promise<() => void> {
  const [stores, incidents] = await Promise.all([
    queuesOf<SentMove>(QUEUES.stock, session.personId),
    queuesOf<IncidentOut>(QUEUES.incidents, session.personId),
  ]);
  const closers = [
    ...stores.map(({ path }) => new StockOutbox(client, session, path).open()),
    ...incidents.map(({ path }) => new IncidentOutbox(client, session.personId, path).open()),
  ];
  return () => closers.forEach((close) => close());
}
