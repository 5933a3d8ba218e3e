import '../messages/later';
import type { SessionInfo } from '@caulkhorn/contract';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Download, Upload } from 'lucide-react';
import { useEffect, useState, useSyncExternalStore } from 'react';
import { outboxesOf } from '../job/outboxes';
import { besideQuery } from '../job/waiting-of';
import { t } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { refusalOf } from '../shared/refusal';
import { saveFile } from '../shared/save-file';
import { Button } from '../shared/ui/button';
import { FileButton } from '../shared/ui/file-button';
import { bringIn, waitingFile } from './waiting-file';

const total = (by: ReadonlyMap<string, number>) => [...by.values()].reduce((sum, n) => sum + n, 0);

/** What this device still has to hand over: saved as a file where there will be no signal, and brought in where there is. */
export function WaitingHere({ session }: { session: SessionInfo }) {
  const client = useQueryClient();
  const outboxes = outboxesOf(session.personId);
  const { pending, refused } = useSyncExternalStore(outboxes.subscribe, outboxes.getState);
  const [said, setSaid] = useState<{ text: string; isFault: boolean }>();
  useEffect(() => void outboxes.openKept(session.organisations.map(({ id }) => id)), [outboxes, session.organisations]);
  const { data: beside } = useQuery(besideQuery(session.personId));
  const n = total(pending) + total(refused) + (beside ?? 0);

  const save = async () => {
    const file = await waitingFile(session.personId);
    if (!file) return setSaid({ text: t('waiting-file.nothing'), isFault: false });
    saveFile(`Caulkhorn ${session.name} ${file.savedAt.slice(0, 16).replace(':', '')}.json`, JSON.stringify(file), 'application/json');
    setSaid({ text: t('waiting-file.saved'), isFault: false });
  };
  const take = async (file: File) => {
    try {
      const taken = await bringIn(await file.text(), session, outboxes, client);
      // what is on its way now is told before anything says that nothing waits
      await client.invalidateQueries({ queryKey: besideQuery(session.personId).queryKey });
      setSaid(
        taken.ok
          ? { text: t('waiting-file.taken', { n: taken.value }), isFault: false }
          : { text: taken.issues.slice(0, 3).map(faultText).join(' '), isFault: true },
      );
    } catch (fault) {
      setSaid({ text: refusalOf(fault), isFault: true });
    }
  };

  return (
    <>
      {/* until it is known, nothing is promised */}
      <p className="min-h-5 font-medium">{n > 0 ? t('waiting-file.waits', { n }) : beside === 0 ? t('waiting-file.none') : null}</p>
      <p className="text-[13px] text-soft">{t('waiting-file.about')}</p>
      <div className="flex flex-wrap gap-2">
        <Button disabled={n === 0} onClick={() => void save()}>
          <Download size={16} aria-hidden /> {t('waiting-file.save')}
        </Button>
        <FileButton label={t('waiting-file.file')} accept="application/json,.json" onFile={(file) => void take(file)}>
          <Upload size={16} aria-hidden /> {t('waiting-file.bring-in')}
        </FileButton>
      </div>
      {said ? <p role={said.isFault ? 'alert' : 'status'}>{said.text}</p> : null}
    </>
  );
}
