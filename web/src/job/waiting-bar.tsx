import type { SessionInfo } from '@caulkhorn/contract';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useSyncExternalStore } from 'react';
import { Link, useLocation } from 'react-router';
import { t } from '../messages/t';
import { whenSheetStands } from './first-sheet';
import { outboxesOf } from './outboxes';
import { besideQuery } from './waiting-of';

/**
 * Sends what earlier days left in any job, whichever page is open, and says what waits for jobs that are not open here, and outside of
 * a house what waits of the store and of accidents. An open job and an open house say so themselves.
 */
export function WaitingBar({ session }: { session: SessionInfo }) {
  const { pathname } = useLocation();
  const outboxes = outboxesOf(session.personId);
  useEffect(() => {
    void whenSheetStands().then(() => outboxes.openKept(session.organisations.map(({ id }) => id)));
  }, [outboxes, session.organisations]);
  const { pending, refused, pathOf } = useSyncExternalStore(outboxes.subscribe, outboxes.getState);
  const elsewhere = (each: ReadonlyMap<string, number>) => [...each].filter(([jobId]) => !pathname.includes(jobId));
  const waiting = elsewhere(pending).reduce((sum, [, n]) => sum + n, 0);
  const stuck = elsewhere(refused);
  const isOutside = !pathname.startsWith('/o/');
  const { data: beside = 0 } = useQuery({ ...besideQuery(session.personId), enabled: isOutside });
  const isBeside = isOutside && beside > 0;
  if (waiting === 0 && stuck.length === 0 && !isBeside) return null;
  return (
    <p role="status" className="no-print flex flex-wrap gap-x-4 bg-ochre-soft px-4 py-1.5 text-[13px] font-medium">
      {waiting > 0 ? <span>{t('waiting.elsewhere', { n: waiting })}</span> : null}
      {isBeside ? <span>{t('waiting.beside', { n: beside })}</span> : null}
      {stuck.map(([jobId, n]) => (
        <Link key={jobId} to={pathOf(jobId)} className="underline underline-offset-4">
          {t('waiting.refused', { n })}
        </Link>
      ))}
    </p>
  );
}
