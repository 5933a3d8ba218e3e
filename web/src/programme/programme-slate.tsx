import { expectedBreaches, revisionContent } from '@caulkhorn/core/planning';
import { weekOf } from '@caulkhorn/core/programme';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { useMemo } from 'react';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, fullTime, hourOfDay, timeNear, timeOfDay, weekdayName } from '../shared/times';
import { Button } from '../shared/ui/button';
import { type Column, DataTable } from '../shared/ui/data-table';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { useHouse } from '../job/use-house';
import { breachText } from '../words/breach-text';
import { conflictText } from './conflict-text';
import { ProgrammeOut } from './programme-out';
import type { Row } from './programme-row';
import { itemName, stepName } from '../words/item-name';

const CONFLICTS_SHOWN = 12;

/** Programme: every piece of work in time, what cannot be met and why, and the release of the plan to the site. */
export function ProgrammeSlate() {
  const { model } = useJob(parts('model'));
  const { programme, workItems } = usePlanning();
  const { selected, select } = useSelection('selected', 'select');
  const units = useUnits();
  const { timeZone } = model.job;
  const week = weekOf(model.job);
  const items = useMemo(() => new Map(workItems.map((item) => [item.id, item])), [workItems]);
  // what is still to do stands first
  const rows = programme.tasks
    .map<Row>((task) => ({ ...task, item: items.get(task.id)! }))
    .sort((a, b) => Number(a.state === 'done') - Number(b.state === 'done') || a.startMs - b.startMs);
  const columns: Column<Row>[] = [
    { id: 'face', header: t('programme.face'), value: (row) => model.faces.find((f) => f.id === row.item.faceId)?.mark ?? '' },
    { id: 'step', header: t('programme.step'), value: (row) => stepName(row.item, model) },
    {
      id: 'start',
      header: t('programme.start'),
      isNumber: true,
      value: (row) => row.startMs,
      cell: (row) => <TwoLines first={dayAndTime(row.startMs, timeZone)} second={`– ${untilText(row.startMs, row.endMs, timeZone)}`} />,
    },
    {
      id: 'amount',
      header: t('programme.amount'),
      isNumber: true,
      value: (row) => row.item.quantity.value,
      cell: (row) => formatQuantity(row.item.quantity.value, row.item.quantity.unit, units),
    },
    {
      id: 'window',
      header: t('programme.window'),
      value: (row) => row.window?.opensMs ?? 0,
      cell: (row) =>
        row.window ? (
          <TwoLines
            first={`[ ${timeNear(row.window.opensMs, row.startMs, timeZone)}`}
            second={`– ${row.window.closesMs === null ? '…' : timeNear(row.window.closesMs, row.startMs, timeZone)} ]`}
          />
        ) : (
          ''
        ),
    },
    { id: 'state', header: t('programme.state'), value: (row) => t(`task-state.${row.state}`) },
  ];
  return (
    <>
      <SlateTitle>{t('lens.programme')}</SlateTitle>
      <Release />
      {programme.conflicts.length > 0 ? (
        <div className="mb-3 border-l-4 border-iron bg-iron-soft p-2.5" role="alert">
          <ul>
            {programme.conflicts.slice(0, CONFLICTS_SHOWN).map((conflict, i) => (
              <li key={i}>{conflictText(conflict, itemName(items.get(conflict.taskId)!, model))}</li>
            ))}
          </ul>
          {programme.conflicts.length > CONFLICTS_SHOWN ? (
            <p>{t('programme.more-conflicts', { n: programme.conflicts.length - CONFLICTS_SHOWN })}</p>
          ) : null}
        </div>
      ) : null}
      <Expected />
      {rows.length === 0 ? (
        <p className="text-soft">{t('programme.none')}</p>
      ) : (
        <>
          <ProgrammeOut rows={rows} />
          <DataTable
            name={t('lens.programme')}
            rows={rows}
            columns={columns}
            rowKey={(row) => row.id}
            isCurrent={(row) => row.item.targetId === selected?.id || (row.item.faceId === selected?.id && !row.item.targetId)}
            onRow={(row) => select({ kind: 'face', id: row.item.faceId })}
          />
        </>
      )}
      <p className="mt-3 text-[13px] text-soft">
        {t('programme.hours', {
          days: week.days.map((day) => weekdayName(day)).join(', '),
          from: hourOfDay(week.fromHour),
          to: hourOfDay(week.toHour),
        })}
      </p>
    </>
  );
}

/** What the sheets say of the temperatures ahead: each product and limit once, with its faces. */
function Expected() {
  const { model } = useJob(parts('model'));
  const { plan, walls, site } = usePlanning();
  const units = useUnits();
  const { ahead } = model.job;
  const found = useMemo(
    () => expectedBreaches(plan, model.faces, { ahead, walls, isDone: (id) => site.done.get(id)?.startedAt !== undefined }),
    [plan, model.faces, ahead, walls, site],
  );
  if (found.length === 0) return null;
  const marks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  return (
    <section aria-label={t('programme.ahead')} className="mb-3 border-l-4 border-ochre bg-ochre-soft p-2.5">
      <h3 className="font-semibold">{t('programme.ahead')}</h3>
      <ul>
        {found.slice(0, CONFLICTS_SHOWN).map(({ product, breach, faceIds }) => (
          <li key={`${product.id} ${breach.code} ${breach.figure}`} className={breach.isFinal ? 'font-medium text-iron' : ''}>
            {faceIds.map((id) => marks.get(id)).join(', ')} · {product.name}: {breachText(breach, units)}
          </li>
        ))}
      </ul>
      {found.length > CONFLICTS_SHOWN ? <p>{t('programme.more-conflicts', { n: found.length - CONFLICTS_SHOWN })}</p> : null}
    </section>
  );
}

/** A plan is released once; what follows from later changes becomes the next revision. */
function Release() {
  const { model, revision, can, send } = useJob(parts('model', 'revision', 'can', 'send'));
  const { plan, conditions } = usePlanning();
  const house = useHouse();
  // only what was decided counts, not how warm the wall is today
  const now = useMemo(() => revisionContent(model, plan, conditions, house).fingerprint, [model, plan, conditions, house]);
  const isCurrent = revision?.fingerprint === now;
  return (
    <section className="mb-3 flex flex-wrap items-center gap-3 border-b border-rule pb-3">
      <p className="min-w-0 flex-1">
        {revision
          ? t('release.current', { n: revision.number, who: revision.madeBy, when: fullTime(revision.madeAt, model.job.timeZone) })
          : t('release.none')}
        {revision ? (
          <span className={`block text-[13px] ${isCurrent ? 'text-soft' : 'font-medium text-ochre'}`}>
            {t(isCurrent ? 'release.unchanged' : 'release.changed')}
          </span>
        ) : null}
      </p>
      {can('plan') ? (
        <Button
          look={isCurrent ? 'outline' : 'solid'}
          disabled={plan.workItems.length === 0 || (isCurrent && revision !== null)}
          onClick={() => send('plan.release', { revisionId: v4(), ...conditions })}
        >
          {t('release.do', { n: (revision?.number ?? 0) + 1 })}
        </Button>
      ) : null}
    </section>
  );
}

/** When it ends: with its day only where that is another. */
const untilText = (fromMs: number, toMs: number, timeZone: string): string =>
  toMs - fromMs < DAY_MS ? timeOfDay(toMs, timeZone) : dayAndTime(toMs, timeZone);

/** A span of time one line over the other: the table stays as narrow as its slate. */
function TwoLines({ first, second }: { first: string; second: string }) {
  return (
    <>
      <span className="block whitespace-nowrap">{first}</span>
      <span className="block whitespace-nowrap">{second}</span>
    </>
  );
}
