import type { JobModel } from '@caulkhorn/core/jobs';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import { CalendarDays, ClipboardList, FileText } from 'lucide-react';
import { Link } from 'react-router';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { programmeCsv } from '../exchange/write-csv';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { saveFile } from '../shared/save-file';
import { dayAndTime, fullTime, weekdayDay } from '../shared/times';
import { Button, buttonClass } from '../shared/ui/button';
import { itemName, stepName } from '../words/item-name';
import { roundsOf } from '../words/rounds';
import { restText } from './board';
import { boardPng, boardSvg } from './board-picture';
import type { Row } from './programme-row';
import { whoOf } from './who';
import type { Board } from './use-board';
import type { BoardLayout } from './use-board-layout';
import { trueNow } from '../shared/true-clock';

/** A round of mist keeps somebody so long, for the calendar. */
const ROUND_MS = 15 * MINUTE_MS;

/** The programme taken away: into anybody's calendar, where a later file replaces what moved, and as a table. */
export function ProgrammeOut({ rows, board, layout }: { rows: readonly Row[]; board: Board; layout: BoardLayout }) {
  const { model, organisationId, jobId } = useJob(parts('model', 'organisationId', 'jobId'));
  const units = useUnits();
  const name = `${model.job.name} ${t('lens.programme')}`;
  const calendar = async () => {
    const { asCalendar } = await import('../exchange/write-calendar');
    const ahead = rows.filter(({ state, endMs }) => state !== 'done' && Number.isFinite(endMs));
    const work = ahead.map((row) => ({
      // a piece of work keeps its name for as long as it is the same piece of work
      uid: `${row.item.id}@${model.job.id}`,
      summary: [itemName(row.item, model), whoOf(row, board.personOf) ?? ''].filter(Boolean).join(', '),
      description: [formatQuantity(row.item.quantity.value, row.item.quantity.unit, units), windowText(row, model)]
        .filter(Boolean)
        .join('\n'),
      startMs: row.startMs,
      endMs: row.endMs,
    }));
    const rounds = ahead.flatMap((row) =>
      roundsOf(row, row.item, model.job.timeZone).map((startMs, i) => ({
        uid: `${row.item.id}:round-${i}@${model.job.id}`,
        ...{ summary: t('programme.round', { name: itemName(row.item, model) }), description: '', startMs, endMs: startMs + ROUND_MS },
      })),
    );
    const events = [...work, ...rounds.filter(({ startMs }) => startMs > layout.now)];
    const file = asCalendar({ name, place: model.job.site, events, madeMs: trueNow() });
    saveFile(`${name}.ics`, file, 'text/calendar;charset=utf-8');
  };
  const drawing = () => {
    const { timeZone } = model.job;
    const { endMs } = board.figuresOf(board.shown);
    const ends = endMs === null ? t('board.no-end') : t('board.ends', { at: dayAndTime(endMs, timeZone) });
    return boardSvg({
      ...{ title: name, under: `${ends} · ${t('dossier.printed', { when: fullTime(layout.now, timeZone), zone: timeZone })}` },
      ...{ rows: layout.rows, bands: layout.bands, nowMs: layout.now, crew: t('board.crew') },
      machineName: (kind) => t(`machine.${kind}`),
      labelOf: ({ item, task }) => [stepName(item, model), whoOf(task, board.personOf) ?? ''].filter(Boolean).join(' · '),
      headOf: (band) => (band.kind === 'work' ? weekdayDay(band.fromMs, timeZone) : band.kind === 'rest' ? restText(band, timeZone) : ''),
    });
  };
  const table = () =>
    programmeCsv(
      rows.map((row) => ({
        face: model.faces.find(({ id }) => id === row.item.faceId)?.mark ?? '',
        work: stepName(row.item, model),
        startMs: row.startMs,
        endMs: row.endMs,
        ...row.window,
        amount: row.item.quantity.value,
        unit: row.item.quantity.unit,
        state: t(`task-state.${row.state}`),
        person: whoOf(row, board.personOf) ?? '',
      })),
    );
  return (
    <div className="flex flex-wrap gap-2">
      <Link to={`/o/${organisationId}/jobs/${jobId}/day`} className={`${buttonClass('outline', 'small')} max-[719px]:h-14`}>
        <ClipboardList size={15} aria-hidden /> {t('day.open')}
      </Link>
      <Button size="small" className="max-[719px]:h-14" onClick={() => void calendar()}>
        <CalendarDays size={15} aria-hidden /> {t('programme.calendar')}
      </Button>
      <Button size="small" className="max-[719px]:h-14" onClick={() => saveFile(`${name}.csv`, table(), 'text/csv;charset=utf-8')}>
        <FileText size={15} aria-hidden /> CSV
      </Button>
      {/* drawings are for paper: a phone has no room for them beside what is pressed there */}
      <Button
        size="small"
        className="max-[719px]:hidden"
        onClick={() => saveFile(`${name}.svg`, drawing().svg, 'image/svg+xml;charset=utf-8')}
      >
        SVG
      </Button>
      <Button
        size="small"
        className="max-[719px]:hidden"
        onClick={() => void boardPng(drawing()).then((png) => saveFile(`${name}.png`, png))}
      >
        PNG
      </Button>
    </div>
  );
}

function windowText({ window }: Row, { job }: JobModel): string {
  if (!window) return '';
  const { opensMs, closesMs } = window;
  const from = dayAndTime(opensMs, job.timeZone);
  return closesMs === null
    ? t('programme.window-from', { from })
    : t('programme.window-between', { from, until: dayAndTime(closesMs, job.timeZone) });
}
