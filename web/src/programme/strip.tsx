import { facesInWalk } from '@caulkhorn/core/jobs';
import { type Interval, type PlacedTask, shiftsFrom, weekOf } from '@caulkhorn/core/programme';
import { ChevronDown } from 'lucide-react';
import { useMemo, useState } from 'react';
import { t } from '../messages/t';
import { timeNear, timeOfDay, weekdayAndTime } from '../shared/times';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { conflictText } from './conflict-text';
import { NextLine } from './next-line';
import { itemName, stepName } from '../words/item-name';
import { roundsOf } from '../words/rounds';
import { HOUR_MS } from '@caulkhorn/core/quantities';

const BACK_H = 6;
const SHOWN_H = 48;
const ROW_PX = 24;
const NAME_PX = 64;
/** hour labels this near to the present would stand under it, ms */
const NEAR_NOW_MS = 2.8 * HOUR_MS;
/** shorter bars have no room for a name */
const NAMED_FROM_MS = 1.6 * HOUR_MS;

/**
 * The next two days. Where nobody plans or logs it is one line of what comes next on each face; a press anywhere on it
 * opens the whole: work as bars, recoat windows as brackets, mist rounds as arrows, what cannot be met hatched.
 */
export function Strip({ isFull }: { isFull: boolean }) {
  const [open, setOpen] = useState(isFull);
  const now = useNow(15_000);
  return open ? <FullStrip now={now} close={() => setOpen(false)} /> : <NextLine now={now} open={() => setOpen(true)} />;
}

function FullStrip({ now, close }: { now: number; close(): void }) {
  const { model } = useJob(parts('model'));
  const { programme, workItems, placedBy } = usePlanning();
  const { select, selected } = useSelection('select', 'selected');
  const { timeZone } = model.job;
  const from = Math.floor((now - BACK_H * HOUR_MS) / HOUR_MS) * HOUR_MS;
  const to = from + SHOWN_H * HOUR_MS;
  const share = (ms: number) => `${((ms - from) / (to - from)) * 100}%`;
  const items = useMemo(() => new Map(workItems.map((item) => [item.id, item])), [workItems]);

  const rows = useMemo(
    () =>
      facesInWalk(model)
        .map((face) => {
          const tasks = programme.tasks.filter((task) => task.chain === face.id && task.endMs > from && task.startMs < to);
          const windows = programme.tasks.filter(
            (task) =>
              task.chain === face.id &&
              task.state === 'planned' &&
              task.window?.closesMs != null &&
              task.window.closesMs > from &&
              task.window.opensMs < to,
          );
          const mists = tasks.flatMap((task) => roundsOf(task, items.get(task.id)!, timeZone)).filter((at) => at > from && at < to);
          return { face, tasks, windows, mists };
        })
        .filter((row) => row.tasks.length + row.windows.length + row.mists.length > 0),
    [model, programme, items, from, to, timeZone],
  );
  const late = new Map(programme.conflicts.map((conflict) => [conflict.taskId, conflict]));
  const hours = Array.from({ length: SHOWN_H / 6 + 1 }, (_, i) => Math.ceil(from / (6 * HOUR_MS)) * 6 * HOUR_MS + i * 6 * HOUR_MS).filter(
    (at) => at < to - HOUR_MS && at > from + HOUR_MS && Math.abs(at - now) > NEAR_NOW_MS,
  );
  const dark = restBetween(shiftsFrom(from - 24 * HOUR_MS, weekOf(placedBy), 5), from, to);

  return (
    <section aria-label={t('strip.name')} className="shrink-0 border-t border-rule-strong bg-sunk">
      <div className="flex h-6">
        <button
          type="button"
          onClick={close}
          aria-expanded
          aria-label={t('strip.close')}
          className="flex shrink-0 items-center gap-1 px-2 text-[13px] font-semibold"
          style={{ width: NAME_PX }}
        >
          48 h <ChevronDown size={14} />
        </button>
        <div className="relative flex-1">
          {hours.map((at, i) => (
            <span
              key={at}
              className="absolute top-0.5 -translate-x-1/2 text-[12px] whitespace-nowrap text-soft"
              style={{ left: share(at) }}
            >
              {i === 0 || timeOfDay(at, timeZone) < '06:00' ? weekdayAndTime(at, timeZone) : timeOfDay(at, timeZone)}
            </span>
          ))}
          <span
            className="absolute top-0 z-10 -translate-x-1/2 rounded-[2px] bg-iron px-1.5 text-[12px] font-semibold text-paper"
            style={{ left: share(now) }}
          >
            {timeOfDay(now, timeZone)}
          </span>
        </div>
      </div>
      <div className="max-h-[170px] overflow-y-auto pb-1">
        {rows.length === 0 ? <p className="px-2 pb-2 text-soft">{t('strip.empty')}</p> : null}
        {rows.map(({ face, tasks, windows, mists }) => (
          <div key={face.id} className={`flex ${selected?.id === face.id ? 'bg-water-soft' : ''}`} style={{ height: ROW_PX }}>
            <button
              type="button"
              className="shrink-0 px-2 text-left font-semibold hover:underline"
              style={{ width: NAME_PX }}
              onClick={() => select({ kind: 'face', id: face.id })}
            >
              {face.mark}
            </button>
            <div className="relative flex-1 overflow-hidden border-t border-rule">
              {dark.map(({ fromMs, toMs }) => (
                <div
                  key={fromMs}
                  className="absolute inset-y-0 bg-rule opacity-60"
                  style={{ left: share(fromMs), width: `calc(${share(toMs)} - ${share(fromMs)})` }}
                />
              ))}
              <div className="absolute inset-y-0 w-[2px] bg-iron" style={{ left: share(now) }} />
              {tasks.map((task) => {
                const item = items.get(task.id)!;
                const conflict = late.get(task.id);
                const text = conflict
                  ? conflictText(conflict, itemName(item, model))
                  : `${itemName(item, model)}, ${timeNear(task.startMs, now, timeZone)}–${timeNear(task.endMs, now, timeZone)}, ${t(`task-state.${task.state}`)}`;
                return (
                  <Bar
                    key={task.id}
                    task={task}
                    isCoat={item.step.startsWith('coat')}
                    isUnattended={item.restH !== undefined}
                    left={share(task.startMs)}
                    width={`calc(${share(task.endMs)} - ${share(task.startMs)} - 1px)`}
                    label={item.step.startsWith('coat') && task.endMs - task.startMs >= NAMED_FROM_MS ? stepName(item, model) : ''}
                    title={text}
                    isLate={Boolean(conflict)}
                  />
                );
              })}
              {windows.map((task) => (
                <div
                  key={task.id}
                  title={t('strip.window', {
                    name: itemName(items.get(task.id)!, model),
                    opens: timeNear(task.window!.opensMs, now, timeZone),
                    closes: timeNear(task.window!.closesMs!, now, timeZone),
                  })}
                  className="absolute inset-y-[2px] border-x-[3px] border-ink"
                  style={{
                    left: share(task.window!.opensMs),
                    width: `calc(${share(task.window!.closesMs!)} - ${share(task.window!.opensMs)})`,
                  }}
                >
                  <i className="absolute top-0 left-0 h-[3px] w-1.5 bg-ink" />
                  <i className="absolute bottom-0 left-0 h-[3px] w-1.5 bg-ink" />
                  <i className="absolute top-0 right-0 h-[3px] w-1.5 bg-ink" />
                  <i className="absolute right-0 bottom-0 h-[3px] w-1.5 bg-ink" />
                </div>
              ))}
              {mists.map((at) => (
                <span
                  key={at}
                  title={t('strip.mist', { at: timeNear(at, now, timeZone) })}
                  className="absolute top-0 -translate-x-1/2 font-bold text-water"
                  style={{ left: share(at) }}
                >
                  ↓
                </span>
              ))}
            </div>
          </div>
        ))}
      </div>
    </section>
  );
}

/** The hours in which nobody works, within a span. */
function restBetween(shifts: readonly Interval[], from: number, to: number): Interval[] {
  const edges = [from, ...shifts.flatMap((shift) => [shift.fromMs, shift.toMs]).filter((ms) => ms > from && ms < to), to];
  const isWorked = (ms: number) => shifts.some((shift) => ms >= shift.fromMs && ms < shift.toMs);
  return edges.slice(1).flatMap((end, i) => (isWorked((edges[i]! + end) / 2) ? [] : [{ fromMs: edges[i]!, toMs: end }]));
}

const HATCHED = 'repeating-linear-gradient(45deg, var(--iron) 0 3px, transparent 3px 7px)';

function Bar({
  task,
  isCoat,
  isUnattended,
  left,
  width,
  label,
  title,
  isLate,
}: {
  task: PlacedTask;
  isCoat: boolean;
  /** goes on by itself */ isUnattended: boolean;
  left: string;
  width: string;
  label: string;
  title: string;
  isLate: boolean;
}) {
  const look = isLate
    ? 'border border-iron text-ink'
    : task.state === 'done'
      ? 'bg-rule-strong text-paper'
      : isCoat
        ? 'bg-water text-paper'
        : isUnattended
          ? 'border border-dashed border-water text-ink'
          : 'border border-water bg-water-soft text-ink';
  return (
    <div
      title={title}
      className={`absolute inset-y-[4px] overflow-hidden rounded-[2px] px-1 text-[11px] leading-[13px] whitespace-nowrap ${look}`}
      style={{ left, width, minWidth: 3, ...(isLate ? { backgroundImage: HATCHED } : {}) }}
    >
      {isLate ? <span className="bg-iron-soft px-0.5 font-semibold">{label || '!'}</span> : label}
    </div>
  );
}
