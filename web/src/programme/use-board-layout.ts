import type { JobModel } from '@caulkhorn/core/jobs';
import { type Interval, shiftsFrom, weekOf } from '@caulkhorn/core/programme';
import { DAY_MS, HOUR_MS } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { useNow } from '../shared/use-now';
import { type BoardRow, boardRows, happenings, machineRows, whoIsWhere } from './board-rows';
import { TimeBands } from './time-bands';
import type { Board } from './use-board';

/** What is behind one stays in sight for so long. */
const BACK_MS = 12 * HOUR_MS;

/** Where everything of a programme lies on the board: screen and picture are drawn by it alike. */
export interface BoardLayout {
  now: number;
  rows: readonly BoardRow[];
  bands: TimeBands;
  shifts: readonly Interval[];
}

export function useBoardLayout(model: JobModel, board: Board, pxPerHour: number): BoardLayout {
  const { shown, workItems, personOf, bookings, placedBy } = board;
  const { closed, holidays } = placedBy;
  const now = useNow(30_000);
  const { faces, machines, ...layout } = useMemo(() => {
    const ends = shown.tasks.map(({ endMs }) => endMs).filter(Number.isFinite);
    const span: Interval = { fromMs: now - BACK_MS, toMs: Math.max(now + DAY_MS, ...ends) + 6 * HOUR_MS };
    const found = boardRows(model, shown, workItems, { ...span, closedOf: (id) => closed?.get(id) ?? [] });
    const days = Math.ceil((span.toMs - span.fromMs) / DAY_MS) + 2;
    const shifts = shiftsFrom(span.fromMs, weekOf({ ...model.job, ...(holidays ? { holidays } : {}) }), days);
    const { busy, events } = happenings(found);
    return {
      faces: found,
      machines: machineRows(found, bookings, span),
      shifts,
      bands: TimeBands.of({ ...span, shifts, busy: [...busy, around(now)], events, pxPerHour }),
    };
  }, [shown, workItems, model, now, pxPerHour, closed, holidays, bookings]);
  return { now, rows: [...faces, ...whoIsWhere(faces, personOf), ...machines], ...layout };
}

/** The hour around the present is never folded away. */
const around = (now: number): Interval => ({ fromMs: now - HOUR_MS / 2, toMs: now + HOUR_MS / 2 });
