import { type Interval, shiftsFrom, weekOf } from '@caulkhorn/core/programme';
import { DAY_MS, HOUR_MS } from '@caulkhorn/core/quantities';
import { useVirtualizer } from '@tanstack/react-virtual';
import { Minus, Plus } from 'lucide-react';
import { useEffect, useMemo, useRef, useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { timeNear, timeOfDay, weekdayDay } from '../shared/times';
import { useNow } from '../shared/use-now';
import { itemName, stepName } from '../words/item-name';
import { Bar } from './board-bar';
import { type BoardBar, type BoardRow, boardRows, happenings } from './board-rows';
import { conflictText } from './conflict-text';
import { type Band, TimeBands, daysIn } from './time-bands';
import type { Board } from './use-board';

/** px an hour, from weeks to quarters of an hour. */
const SCALES = [4, 10, 28, 72] as const;
const USUAL_SCALE = 2;
const ROW_PX = 40;
const ROOM_PX = 26;
const NAME_PX = 64;
const HEAD_PX = 44;
/** What is behind one stays in sight for so long. */
const BACK_MS = 12 * HOUR_MS;
const QUARTER_MS = 15 * 60_000;
/** A hand that comes this near to the edge of a window means the edge. */
const SNAP_MS = 2 * HOUR_MS;
/** Hours that are written at each scale. */
const HOUR_STEPS: Readonly<Record<number, number>> = { 28: 2, 72: 1 };

/** Hours along, faces down: bars of work, their windows as brackets round them, rounds of mist as ticks, the crew below, the present across. */
export function ProgrammeBoard({ board, chosen, choose }: { board: Board; chosen: string | null; choose(id: string): void }) {
  const { model } = useJob(parts('model'));
  const { timeZone } = model.job;
  const [scale, setScale] = useState(USUAL_SCALE);
  const now = useNow(30_000);
  const frame = useRef<HTMLDivElement>(null);
  const { shown, stands, view, workItems } = board;

  const { rows, bands, shifts } = useMemo(() => {
    const ends = shown.tasks.map(({ endMs }) => endMs).filter(Number.isFinite);
    const span: Interval = { fromMs: now - BACK_MS, toMs: Math.max(now + DAY_MS, ...ends) + 6 * HOUR_MS };
    const found = boardRows(model, shown, workItems, span);
    const days = Math.ceil((span.toMs - span.fromMs) / DAY_MS) + 2;
    const worked = shiftsFrom(span.fromMs, weekOf(model.job), days);
    const { busy, events } = happenings(found);
    return {
      rows: found,
      shifts: worked,
      bands: TimeBands.of({ ...span, shifts: worked, busy: [...busy, around(now)], events, pxPerHour: SCALES[scale]! }),
    };
  }, [shown, workItems, model, now, scale]);

  const virtual = useVirtualizer({
    count: rows.length,
    getScrollElement: () => frame.current,
    estimateSize: (i) => (rows[i]!.kind === 'room' ? ROOM_PX : ROW_PX),
    overscan: 8,
  });
  const sizes = rows.length;
  useEffect(() => virtual.measure(), [virtual, sizes]);

  // begins with the present in sight
  useEffect(() => frame.current?.scrollTo({ left: Math.max(0, bands.x(now) - 60) }), [scale]); // eslint-disable-line react-hooks/exhaustive-deps

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
  const startOf = useMemo(() => new Map(stands.tasks.map((task) => [task.id, task])), [stands]);

  return (
    <section aria-label={t('board.name')} className="relative flex min-h-0 flex-1 flex-col">
      <div
        ref={frame}
        tabIndex={0}
        aria-label={t('board.scroll')}
        className="min-h-[220px] flex-1 overflow-auto border-y border-rule-strong bg-paper"
      >
        <div className="relative" style={{ width: NAME_PX + bands.widthPx, height: HEAD_PX + virtual.getTotalSize() + 8 }}>
          <Ground bands={bands} timeZone={timeZone} pxPerHour={SCALES[scale]!} now={now} />
          <div className="pointer-events-none absolute inset-y-0 z-10 w-[2px] bg-iron" style={{ left: NAME_PX + bands.x(now) }} />
          {virtual.getVirtualItems().map(({ index, start, size }) => {
            const row = rows[index]!;
            return (
              <div key={`${row.kind} ${row.id}`} className="absolute inset-x-0 flex" style={{ top: HEAD_PX + start, height: size }}>
                {row.kind === 'room' ? (
                  <span className="sticky left-0 z-20 px-2 pt-1 text-[13px] font-semibold text-soft">{row.name}</span>
                ) : (
                  <>
                    <span
                      className="sticky left-0 z-20 flex shrink-0 items-center border-r border-rule-strong bg-raised px-2"
                      style={{ width: NAME_PX }}
                    >
                      <b className="truncate text-[15px]">{row.face.mark}</b>
                    </span>
                    <div className="relative flex-1 border-b border-rule">
                      {view === 'stands' ? null : <Before row={row} bands={bands} startOf={startOf} />}
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
                          moveTo={(ms) => board.move(bar.task.id, aimed(bar, ms))}
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
      <Scale scale={scale} setScale={setScale} />
    </section>
  );

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

/** The hour around the present is never folded away. */
const around = (now: number): Interval => ({ fromMs: now - HOUR_MS / 2, toMs: now + HOUR_MS / 2 });

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
        <span className="sticky left-0 z-10 shrink-0 border-r border-rule-strong bg-raised" style={{ width: NAME_PX }} />
        <div className="relative flex-1">
          {bands.bands.map((band) => (
            <Head key={band.fromMs} band={band} bands={bands} timeZone={timeZone} step={step} />
          ))}
          <span
            className="absolute bottom-0 z-10 -translate-x-1/2 rounded-t-[2px] bg-iron px-1 text-[12px] leading-[18px] font-semibold text-paper"
            style={{ left: bands.x(now) }}
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
            <span className="text-soft">{t('board.rest')}</span>
          )}
        </span>
      ) : null}
      {hours.map((ms) => (
        <span key={ms} className="absolute bottom-0 text-[11px] text-soft" style={{ left: bands.x(ms) + 2 }}>
          {timeOfDay(ms, timeZone)}
        </span>
      ))}
    </>
  );
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

function Scale({ scale, setScale }: { scale: number; setScale(scale: number): void }) {
  return (
    <div className="absolute right-3 bottom-3 z-30 flex overflow-hidden rounded-[3px] border border-rule-strong bg-raised">
      {(['wider', 'closer'] as const).map((way) => (
        <button
          key={way}
          type="button"
          aria-label={t(`board.${way}`)}
          title={t(`board.${way}`)}
          disabled={way === 'wider' ? scale === 0 : scale === SCALES.length - 1}
          onClick={() => setScale(way === 'wider' ? scale - 1 : scale + 1)}
          className="grid size-9 place-items-center hover:bg-sunk disabled:opacity-40 max-[719px]:size-12"
        >
          {way === 'wider' ? <Minus size={16} aria-hidden /> : <Plus size={16} aria-hidden />}
        </button>
      ))}
    </div>
  );
}
