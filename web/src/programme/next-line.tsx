import { DAY_MS } from '@caulkhorn/core/quantities';
import { ChevronUp } from 'lucide-react';
import { useMemo } from 'react';
import { t } from '../messages/t';
import { timeNear } from '../shared/times';
import { parts, useJob, usePlanning } from '../job/job-context';
import { itemName } from '../words/item-name';
import { type NextEvent, nextEvents } from './next-events';

/** What comes next on each face, in one line; what has no room on it is not shown in half. */
export function NextLine({ now, open }: { now: number; open(): void }) {
  const { model } = useJob(parts('model'));
  const { programme, workItems } = usePlanning();
  const items = useMemo(() => new Map(workItems.map((item) => [item.id, item])), [workItems]);
  const minute = Math.floor(now / 60_000) * 60_000;
  const events = useMemo(() => nextEvents(programme, minute, 2 * DAY_MS), [programme, minute]);
  const words = ({ task, kind }: NextEvent) => {
    const near = (ms: number) => timeNear(ms, now, model.job.timeZone);
    return t(`next.${kind}`, {
      name: itemName(items.get(task.id)!, model),
      at: near(kind === 'running' ? task.endMs : task.startMs),
      opens: task.window ? near(task.window.opensMs) : '',
      closes: task.window?.closesMs == null ? '' : near(task.window.closesMs),
    });
  };
  return (
    <button
      type="button"
      onClick={open}
      aria-expanded={false}
      className="flex h-10 w-full shrink-0 items-center gap-4 border-t border-rule-strong bg-sunk px-3 text-left hover:bg-rule"
    >
      <span className="font-semibold">{t('next.title')}</span>
      <span className="flex h-7 min-w-0 flex-1 flex-wrap gap-x-3 overflow-hidden">
        {events.length === 0 ? <span className="leading-7 text-soft">{t('strip.empty')}</span> : null}
        {events.map((event) => (
          <span
            key={event.task.id}
            className={`flex h-7 items-center gap-1 text-[13px] whitespace-nowrap ${event.kind === 'missed' ? 'font-semibold text-iron' : ''}`}
          >
            <Bracket /> {words(event)} <Bracket isRight />
          </span>
        ))}
      </span>
      <span className="flex items-center gap-1 text-[13px] text-soft">
        48 h <ChevronUp size={14} aria-label={t('strip.open')} />
      </span>
    </button>
  );
}

function Bracket({ isRight = false }: { isRight?: boolean }) {
  return <i aria-hidden className={`h-4 w-1.5 border-y-2 border-current ${isRight ? 'border-r-2' : 'border-l-2'}`} />;
}
