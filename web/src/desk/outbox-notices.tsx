import { Suspense, lazy } from 'react';
import { t, tOf } from '../messages/t';
import { LITTLE_ROOM_BYTES, useDeviceRoom } from '../shared/device-storage';
import { Button } from '../shared/ui/button';
import { faultText } from '../shared/fault-text';
import { parts, useJob } from '../job/job-context';
import { entryOf } from '../job/commands';
import type { Refused } from '../job/outbox';

const EntryText = lazy(() => import('../site-log/entry-text').then((m) => ({ default: m.EntryText })));

/** Changes that the server would not take, each with what was typed and what may be done about it; and a full device, before it bites. */
export function OutboxNotices() {
  const { outbox } = useJob(parts('outbox'));
  return (
    <>
      <LittleRoom />
      {outbox.refused.length > 0 ? <RefusedChanges refused={outbox.refused} /> : null}
    </>
  );
}

function LittleRoom() {
  const room = useDeviceRoom();
  if (!room || room.leftBytes >= LITTLE_ROOM_BYTES) return null;
  return (
    <p role="alert" className="shrink-0 border-b border-ochre bg-ochre-soft px-4 py-2 font-medium">
      {t('room-left.little', { left: t('room-left.mb', { n: Math.floor(room.leftBytes / 1e6) }) })}
    </p>
  );
}

function RefusedChanges({ refused: all }: { refused: readonly Refused[] }) {
  return (
    <section
      role="alert"
      aria-label={t('refused.title')}
      className="max-h-44 shrink-0 overflow-y-auto border-b border-iron bg-iron-soft px-4 py-2"
    >
      {all.map((refused) => (
        <Notice key={refused.command.id} refused={refused} />
      ))}
    </section>
  );
}

function Notice({ refused }: { refused: Refused }) {
  const { resolve } = useJob(parts('resolve'));
  const { command, code, fields, current } = refused;
  const item = command.payload as { mark?: string; name?: string; note?: string };
  const isStale = code === 'stale-version';
  const reasons = Object.values(fields).flat().map(faultText).join(' ');
  return (
    <div className="flex flex-wrap items-center gap-2 py-1">
      <p className="min-w-0 flex-1">
        <b>{item.mark ?? item.name ?? tOf(`command.${command.kind.split('.')[0]}`)}</b>:{' '}
        {isStale ? t(current?.item ? 'refused.stale' : 'refused.gone') : reasons || tOf(`failed.${code}.text`)}
        <Typed command={command} />
      </p>
      {isStale && current?.item ? (
        <Button size="small" onClick={() => resolve(command.id, 'overwrite')}>
          {t('refused.mine')}
        </Button>
      ) : null}
      <Button size="small" onClick={() => resolve(command.id, 'discard')}>
        {t(isStale ? 'refused.theirs' : 'refused.discard')}
      </Button>
    </div>
  );
}

/** What was refused: an entry as the log would say it, of anything else what was typed. */
function Typed({ command }: { command: Refused['command'] }) {
  const entry = entryOf(command);
  if (!entry) return <TypedText payload={command.payload} />;
  return (
    <Suspense>
      <span className="block text-[13px] text-soft">
        <EntryText entry={entry} />
      </span>
    </Suspense>
  );
}

/** Figures and words of the refused change, so that they can be read off and typed again. */
function TypedText({ payload }: { payload: object }) {
  const words = Object.entries(payload).filter(
    ([name, value]) => (typeof value === 'string' || typeof value === 'number') && !/(^id$|Id$|^kind$)/.test(name),
  );
  if (words.length === 0) return null;
  return (
    <span className="block text-[13px] text-soft">{words.map(([name, value]) => `${tOf(`field.${name}`)}: ${value}`).join(' · ')}</span>
  );
}
