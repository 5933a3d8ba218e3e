import type { ClosedHours } from '@caulkhorn/core/planning';
import { DAY_MS, HOUR_MS } from '@caulkhorn/core/quantities';
import { useVirtualizer } from '@tanstack/react-virtual';
import { startTransition, useEffect, useMemo, useRef } from 'react';
import { parts, useJob, useSelection } from '../job/job-context';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { hourShort, timeNear, timeOfDay, weekdayDay } from '../shared/times';
import { closingText } from '../words/closing-text';
import { itemName, stepName } from '../words/item-name';
import { Bar } from './board-bar';
import { ClosedBands, NAME_PX, Where } from './board-lanes';
import type { BoardBar, BoardRow } from './board-rows';
import { conflictText } from './conflict-text';
import { type Band, type TimeBands, daysIn } from './time-bands';
import type { Board } from './use-board';
import type { BoardLayout } from './use-board-layout';

const SIZES: Readonly<Record<BoardRow['kind'], number>> = { room: 26, face: 40, who: 28, machine: 28 };
const HEAD_PX = 44;
/** The hour of the present, by a clock of twelve hours: whole even where the board begins. */
const NOW_PX = 62;
const QUARTER_MS = 15 * 60_000;
/** A hand that comes this near to the edge of a window means the edge. */
const SNAP_MS = 2 * HOUR_MS;
/** Hours that are written at each scale. */
const HOUR_STEPS: Readonly<Record<number, number>> = { 28: 2, 72: 1 };

/** Hours along, faces down: bars of work, their windows as brackets round them, rounds of mist as ticks, the crew below, the present across. */
export function ProgrammeBoard({
  board,
  layout,
  pxPerHour,
  chosen,
  choose,
}: {
  board: Board;
  layout: BoardLayout;
  pxPerHour: number;
  chosen: string | null;
  choose(id: string): void;
}) {
  const { model } = useJob(parts('model'));
  const { selected } = useSelection('selected');
  const units = useUnits();
  const { timeZone } = model.job;
  const { now } = layout;
  const frame = useRef<HTMLDivElement>(null);
  const { against } = board;

  const { rows, bands, shifts } = layout;
  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: (i) => SIZES[rows[i]!.kind],
    overscan: 8,
  });
  const sizes = rows.length;
  useEffect(() => void virtual.measure(), [virtual, sizes]);

  const at = rows.findIndex((row) => row.kind === 'face' && row.id === selected?.id);
  useEffect(() => {
    if (at >= 0) virtual.scrollToIndex(at, { align: 'auto' });
    // only a new choice scrolls the board, once its work is there
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [selected?.id, at >= 0]);

  // begins with the present in sight
  useEffect(() => void frame.current?.scrollTo({ left: Math.max(0, bands.x(now) - 60) }), [pxPerHour]); // eslint-disable-line react-hooks/exhaustive-deps

  /** Where a hand has aimed at: quarters of an hour, inside a shift, and the edge of its window when that is near. */
  const aimed = ({ task }: BoardBar, ms: number): number => {
    const quarter = Math.max(Math.ceil(now / QUARTER_MS) * QUARTER_MS, Math.round(ms / QUARTER_MS) * QUARTER_MS);
    const { window } = task;
    const opensMs = window ? Math.ceil(window.opensMs / QUARTER_MS) * QUARTER_MS : quarter;
    const closesMs = window?.closesMs == null ? Infinity : Math.floor(window.closesMs / QUARTER_MS) * QUARTER_MS;
    const near =
      quarter < opensMs && opensMs - quarter < SNAP_MS ? opensMs : quarter > closesMs && quarter - closesMs < SNAP_MS ? closesMs : quarter;
    const shift = shifts.find(({ toMs }) => toMs > near);
    return shift && near < shift.fromMs ? shift.fromMs : near;
  };
  const startOf = useMemo(() => new Map((against?.tasks ?? []).map((task) => [task.id, task])), [against]);

  return (
    <section
      aria-label={t('board.name')}
      className="flex h-[60vh] flex-col min-[720px]:h-auto min-[720px]:min-h-[260px] min-[720px]:flex-1"
    >
      <div
        ref={frame}
        tabIndex={0}
        aria-label={t('board.scroll')}
        className="min-h-0 flex-1 overflow-auto border-y border-rule-strong bg-paper"
      >
        <div className="relative" style={{ width: NAME_PX + bands.widthPx, height: HEAD_PX + virtual.getTotalSize() + 8 }}>
          <Ground bands={bands} timeZone={timeZone} pxPerHour={pxPerHour} now={now} />
          <div className="pointer-events-none absolute inset-y-0 z-10 w-[2px] bg-iron" style={{ left: NAME_PX + bands.x(now) }} />
          {virtual.getVirtualItems().map(({ index, start, size }) => {
            const row = rows[index]!;
            return (
              <div key={`${row.kind} ${row.id}`} className="absolute inset-x-0 flex" style={{ top: HEAD_PX + start, height: size }}>
                {row.kind === 'who' ? (
                  <Where name={row.name ?? t('board.crew')} stays={row.stays} bands={bands} choose={choose} />
                ) : row.kind === 'machine' ? (
                  <Where name={t(`machine.${row.id}`)} stays={row.stays} away={row.away} bands={bands} choose={choose} />
                ) : row.kind === 'room' ? (
                  <span className="sticky left-0 z-20 h-full bg-paper px-2 pt-1 text-[13px] font-semibold text-soft">{row.name}</span>
                ) : (
                  <>
                    <span
                      className={`sticky left-0 z-20 flex shrink-0 items-center border-r border-rule-strong px-2 ${row.id === selected?.id ? 'bg-water-soft' : 'bg-raised'}`}
                      style={{ width: NAME_PX }}
                    >
                      <b className="truncate text-[15px]">{row.face.mark}</b>
                    </span>
                    <div className="relative flex-1 border-b border-rule">
                      <ClosedBands closed={row.closed} bands={bands} titleOf={closedTitle} />
                      {against === undefined ? null : <Before row={row} bands={bands} startOf={startOf} />}
                      <Windows row={row} bands={bands} />
                      {row.bars.map((bar, i) => (
                        <Bar
                          key={bar.task.id}
                          bar={bar}
                          bands={bands}
                          label={stepName(bar.item, model)}
                          title={titleOf(bar)}
                          roomPx={
                            bands.x(row.bars[i + 1]?.task.startMs ?? Infinity) - bands.x(bar.task.startMs) + (row.bars[i + 1] ? 0 : 200)
                          }
                          isChosen={chosen === bar.task.id}
                          isPinned={board.isPinned(bar.task.id)}
                          isMovable={board.canPlan && bar.task.state === 'planned'}
                          person={board.personOf(bar.task.id)}
                          choose={() => choose(bar.task.id)}
                          aim={(ms) => aimed(bar, ms)}
                          moveTo={(startMs, isHeld) => {
                            const move = () => board.move(bar.task.id, startMs);
                            if (isHeld) startTransition(move);
                            else move();
                          }}
                          togglePin={() => board.pin(bar.task.id, !board.isPinned(bar.task.id))}
                        />
                      ))}
                      {row.rounds.map((ms) => (
                        <span
                          key={ms}
                          title={t('strip.mist', { at: timeNear(ms, now, timeZone) })}
                          className="absolute top-1 h-3 w-[2px] bg-water"
                          style={{ left: bands.x(ms) }}
                        />
                      ))}
                    </div>
                  </>
                )}
              </div>
            );
          })}
        </div>
      </div>
    </section>
  );

  function closedTitle(hours: ClosedHours): string {
    const near = (ms: number) => timeNear(ms, now, timeZone);
    return t('closing.from-to', { from: near(hours.fromMs), to: near(hours.toMs), why: closingText(hours, units) });
  }

  function titleOf({ task, item, conflict }: BoardBar): string {
    if (conflict) return conflictText(conflict, itemName(item, model));
    const near = (ms: number) => timeNear(ms, now, timeZone);
    const { window } = task;
    const until = window?.closesMs == null ? '' : t('board.until', { at: near(window.closesMs) });
    return t('board.work', {
      name: itemName(item, model),
      from: near(task.startMs),
      to: near(task.endMs),
      window: window ? t('board.from', { at: near(window.opensMs) }) + until : '',
      state: t(`task-state.${task.state}`),
    });
  }
}

/** Nights, days of rest and what is folded, with days and hours above. */
function Ground({ bands, timeZone, pxPerHour, now }: { bands: TimeBands; timeZone: string; pxPerHour: number; now: number }) {
  const step = HOUR_STEPS[pxPerHour];
  return (
    <>
      <div className="absolute inset-y-0 right-0" style={{ left: NAME_PX }} aria-hidden>
        {bands.bands.map((band) => (
          <div
            key={band.fromMs}
            className={`absolute inset-y-0 ${band.kind === 'work' ? '' : 'bg-sunk'} ${band.kind === 'folded' ? 'border-x border-rule-strong' : ''}`}
            style={{ left: band.leftPx, width: band.widthPx }}
          />
        ))}
      </div>
      <div className="sticky top-0 z-30 flex border-b border-rule-strong bg-raised" style={{ height: HEAD_PX }}>
        <span className="sticky left-0 z-20 shrink-0 border-r border-rule-strong bg-raised" style={{ width: NAME_PX }} />
        <div className="relative flex-1">
          {bands.bands.map((band) => (
            <Head key={band.fromMs} band={band} bands={bands} timeZone={timeZone} step={step} />
          ))}
          <span
            className="absolute bottom-0 z-10 -translate-x-1/2 rounded-t-[2px] bg-iron px-1 text-[12px] leading-[18px] font-semibold text-paper"
            style={{ left: Math.max(NOW_PX / 2, bands.x(now)) }}
          >
            {timeOfDay(now, timeZone)}
          </span>
        </div>
      </div>
    </>
  );
}

function Head({ band, bands, timeZone, step }: { band: Band; bands: TimeBands; timeZone: string; step: number | undefined }) {
  if (band.kind === 'folded') {
    const days = daysIn(band);
    return days > 0 ? (
      <span
        className="absolute bottom-0 text-center text-[11px] leading-3 text-soft"
        style={{ left: band.leftPx, width: band.widthPx }}
        title={t('board.days', { n: days })}
      >
        {days}
        <br />d
      </span>
    ) : null;
  }
  const hours: number[] = [];
  if (step && band.kind === 'work')
    for (let ms = Math.ceil(band.fromMs / (step * HOUR_MS)) * step * HOUR_MS; ms < band.toMs - HOUR_MS / 2; ms += step * HOUR_MS)
      hours.push(ms);
  return (
    <>
      {band.widthPx > 34 ? (
        <span
          className="absolute top-0.5 overflow-hidden px-1 text-[13px] whitespace-nowrap"
          style={{ left: band.leftPx, width: band.widthPx }}
        >
          {band.kind === 'work' ? (
            <b className="font-semibold">{weekdayDay(band.fromMs, timeZone)}</b>
          ) : (
            <span className="text-soft">{restText(band, timeZone)}</span>
          )}
        </span>
      ) : null}
      {hours.map((ms) => (
        <span key={ms} className="absolute bottom-0 text-[11px] text-soft" style={{ left: bands.x(ms) + 2 }}>
          {hourShort(ms, timeZone)}
        </span>
      ))}
    </>
  );
}

/** A rest that holds a whole day is called after it. */
export function restText({ fromMs, toMs }: Band, timeZone: string): string {
  return toMs - fromMs < DAY_MS ? t('board.rest') : weekdayDay((fromMs + toMs) / 2, timeZone);
}

/** The windows of what is planned: a bracket where it opens, one where it closes. */
function Windows({ row, bands }: { row: Extract<BoardRow, { kind: 'face' }>; bands: TimeBands }) {
  return row.bars.map(({ task, conflict }) =>
    task.state === 'planned' && task.window && task.window.closesMs !== null ? (
      <span key={task.id} aria-hidden>
        <i
          className={`absolute inset-y-[2px] w-[5px] border-y-2 border-l-2 ${conflict ? 'border-iron' : 'border-ink'}`}
          style={{ left: bands.x(task.window.opensMs) - 2 }}
        />
        <i
          className={`absolute inset-y-[2px] w-[5px] border-y-2 border-r-2 ${conflict ? 'border-iron' : 'border-ink'}`}
          style={{ left: bands.x(task.window.closesMs) - 3 }}
        />
      </span>
    ) : null,
  );
}

/** Where work stands that is shown elsewhere now. */
function Before({
  row,
  bands,
  startOf,
}: {
  row: Extract<BoardRow, { kind: 'face' }>;
  bands: TimeBands;
  startOf: ReadonlyMap<string, { startMs: number; endMs: number }>;
}) {
  return row.bars.map(({ task }) => {
    const stood = startOf.get(task.id);
    if (!stood || stood.startMs === task.startMs || !Number.isFinite(stood.endMs)) return null;
    const leftPx = bands.x(stood.startMs);
    return (
      <span
        key={task.id}
        aria-hidden
        className="absolute bottom-[1px] h-[3px] bg-ochre"
        style={{ left: leftPx, width: Math.max(6, bands.x(stood.endMs) - leftPx) }}
      />
    );
  });
}
