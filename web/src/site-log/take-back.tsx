import '../messages/later';
import { mayWithdraw } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { deviceId } from '../shared/device';
import { Button } from '../shared/ui/button';
import { useNow } from '../shared/use-now';
import { EntryText } from './entry-text';
import { clockAheadMs, trueNowIso } from '../shared/true-clock';

/** What was just written here can be taken back for a minute: the log then says that it was a slip, and keeps both. */
export function TakeBack() {
  const { lines, session, log } = useJob(parts('lines', 'session', 'log'));
  const by = { personId: session.personId, deviceId: deviceId(session.personId) };
  const last = useMemo(
    () =>
      lines
        .map(({ entry }) => entry)
        .filter((entry) => entry.deviceId === by.deviceId)
        .reduce<(typeof lines)[number]['entry'] | undefined>((a, b) => (a && a.deviceSeq > b.deviceSeq ? a : b), undefined),
    [lines, by.deviceId],
  );
  const now = useNow(5000);
  // both by the device's own clock
  if (!last || !mayWithdraw(last, by, Math.max(now + (clockAheadMs() ?? 0), Date.parse(last.writtenAt)))) return null;
  return (
    <div role="status" className="flex items-center gap-3 border-t border-rule-strong bg-raised px-4 py-1.5">
      <span className="min-w-0 flex-1 truncate">
        {t('log.just-written')} <EntryText entry={last} short />
      </span>
      <Button className="min-h-14" onClick={() => log({ kind: 'withdrawn' }, trueNowIso(), { entryId: last.id })}>
        {t('log.take-back')}
      </Button>
    </div>
  );
}
