import type { JobModel } from '@caulkhorn/core/jobs';
import { type House, type JobPlan, type PlanConditions, expectedBreaches, revisionContent } from '@caulkhorn/core/planning';
import { weekOf } from '@caulkhorn/core/programme';
import { useDeferredValue, useMemo, useState } from 'react';
import { v4 } from 'uuid';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';
import { fullTime, hourOfDay, weekdayName } from '../shared/times';
import { Button } from '../shared/ui/button';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { breachText } from '../words/breach-text';
import { AlertsSwitch } from './alerts-switch';
import { ProgrammeBoard } from './board';
import { Permits, PermitsMissing } from './permits-dialog';
import { BoardHead } from './board-head';
import { BoardScale, SCALES, USUAL_SCALE } from './board-scale';
import { ProgrammeOut } from './programme-out';
import type { Row } from './programme-row';
import { ProgrammeTable } from './programme-table';
import { useDifference } from './replan';
import { useBoard } from './use-board';
import { useBoardLayout } from './use-board-layout';
import { Weather } from './weather-dialog';
import { WorkPanel } from './work-panel';

/** Programme: every piece of work in time, what cannot be met and why, and the release of the plan to the site. */
export function ProgrammeSlate() {
  const { model } = useJob(parts('model'));
  const { workItems } = usePlanning();
  const { select } = useSelection('select');
  const board = useBoard();
  const [isTable, setTable] = useState(false);
  const [scale, setScale] = useState(USUAL_SCALE);
  const [chosen, setChosen] = useState<string | null>(null);
  const layout = useBoardLayout(model, board, SCALES[scale]!);
  const week = weekOf(model.job);
  const items = useMemo(() => new Map(workItems.map((item) => [item.id, item])), [workItems]);
  // what is still to do stands first
  const rows = board.shown.tasks
    .map<Row>((task) => ({ ...task, item: items.get(task.id)! }))
    .sort((a, b) => Number(a.state === 'done') - Number(b.state === 'done') || a.startMs - b.startMs);
  const choose = (id: string) => {
    setChosen(id === chosen ? null : id);
    select({ kind: 'face', id: items.get(id)!.faceId });
  };
  return (
    <div className="flex min-h-full flex-col min-[720px]:h-full">
      <div className="mb-1 flex flex-wrap items-center gap-x-4 gap-y-2 pr-11 max-[719px]:pr-0">
        <h2 className="text-base font-semibold max-[719px]:hidden">{t('lens.programme')}</h2>
        <Release />
        {rows.length === 0 ? null : (
          <div className="flex flex-wrap gap-2">
            <div role="group" aria-label={t('board.how')} className="flex">
              {[false, true].map((asTable) => (
                <Button
                  key={String(asTable)}
                  size="small"
                  look={isTable === asTable ? 'solid' : 'outline'}
                  className="max-[719px]:h-14"
                  aria-pressed={isTable === asTable}
                  onClick={() => setTable(asTable)}
                >
                  {t(asTable ? 'board.as-table' : 'board.as-board')}
                </Button>
              ))}
            </div>
            {isTable ? null : <BoardScale scale={scale} setScale={setScale} />}
            <ProgrammeOut rows={rows} board={board} layout={layout} />
            <Weather />
            <Permits board={board} />
            <AlertsSwitch />
          </div>
        )}
      </div>
      {chosen ? null : <Expected />}
      {rows.length === 0 ? (
        <p className="text-soft">{t('programme.none')}</p>
      ) : (
        <>
          {chosen ? null : <PermitsMissing board={board} />}
          <BoardHead board={board} choose={choose} />
          {chosen && !isTable ? <WorkPanel board={board} id={chosen} choose={choose} close={() => setChosen(null)} /> : null}
          {isTable ? (
            <ProgrammeTable rows={rows} personOf={board.personOf} />
          ) : (
            <ProgrammeBoard board={board} layout={layout} pxPerHour={SCALES[scale]!} chosen={chosen} choose={choose} />
          )}
        </>
      )}
      <p className="mt-1.5 flex flex-wrap gap-x-4 text-[13px] text-soft">
        {t('programme.hours', {
          n: week.gangs,
          days: week.days.map((day) => weekdayName(day)).join(', '),
          from: hourOfDay(week.fromHour),
          to: hourOfDay(week.toHour),
        })}
        {week.pause ? (
          <span>{t('programme.pause', { from: hourOfDay(week.pause.fromHour), to: hourOfDay(week.pause.toHour) })}</span>
        ) : null}
        {isTable || !board.canPlan || rows.length === 0 ? null : <span className="max-[719px]:hidden">{t('board.hint')}</span>}
      </p>
    </div>
  );
}

const CONFLICTS_SHOWN = 12;

/** What the sheets say of the temperatures ahead: each product and limit once, with its faces. */
function Expected() {
  const { model } = useJob(parts('model'));
  const { plan, walls, site } = usePlanning();
  const units = useUnits();
  const { ahead } = model.job;
  const [isOpen, setOpen] = useState(false);
  const found = useMemo(
    () => expectedBreaches(plan, model.faces, { ahead, walls, isDone: (id) => site.done.get(id)?.startedAt !== undefined }),
    [plan, model.faces, ahead, walls, site],
  );
  if (found.length === 0) return null;
  const marks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  const lines = isOpen ? found.slice(0, CONFLICTS_SHOWN) : found.slice(0, 1);
  return (
    <section aria-label={t('programme.ahead')} className="mb-1.5 flex gap-3 border-l-4 border-ochre bg-ochre-soft px-2.5 py-1">
      <ul className="min-w-0 flex-1">
        {lines.map(({ product, breach, faceIds }) => (
          <li
            key={`${product.id} ${breach.code} ${breach.figure}`}
            className={`${breach.isFinal ? 'font-medium text-iron' : ''} ${isOpen ? '' : 'truncate'}`}
          >
            {isOpen ? '' : `${t('programme.ahead')}: `}
            {faceIds.map((id) => marks.get(id)).join(', ')} · {product.name}: {breachText(breach, units)}
          </li>
        ))}
        {isOpen && found.length > CONFLICTS_SHOWN ? <li>{t('programme.more-conflicts', { n: found.length - CONFLICTS_SHOWN })}</li> : null}
      </ul>
      <button
        type="button"
        aria-expanded={isOpen}
        onClick={() => setOpen(!isOpen)}
        className="min-h-6 shrink-0 self-start underline underline-offset-2 max-[719px]:min-h-14"
      >
        {isOpen ? t('programme.less') : t('programme.all-of', { n: found.length })}
      </button>
    </section>
  );
}

/** A job and its plan as they belong together. */
interface Settled {
  model: JobModel;
  plan: JobPlan;
  conditions: PlanConditions;
  house: House;
}

/** A plan is released once; what follows from later changes becomes the next revision. */
function Release() {
  const { model, revision, can, send } = useJob(parts('model', 'revision', 'can', 'send'));
  const { plan, conditions } = usePlanning();
  const house = useHouse();
  // where the work is another, it is released where that is told
  const differs = useDifference() !== null;
  // the board goes first: to seal a large plan takes as long as to draw it
  const settled = useDeferredValue<Settled | null>(
    useMemo(() => ({ model, plan, conditions, house }), [model, plan, conditions, house]),
    null,
  );
  const isReleased = revision !== null;
  // only what was decided counts, not how warm the wall is today; before any release there is nothing to hold it against
  const now = useMemo(
    () => (isReleased && settled ? revisionContent(settled.model, settled.plan, settled.conditions, settled.house).fingerprint : undefined),
    [isReleased, settled],
  );
  const isKnown = !isReleased || now !== undefined;
  const isCurrent = isReleased && revision.fingerprint === now;
  return (
    <section className="flex min-w-0 flex-1 flex-wrap items-center gap-3 max-[1400px]:order-last max-[1400px]:flex-none max-[1400px]:basis-full">
      <p className="min-w-0 flex-1 text-[13px] leading-4">
        {revision
          ? t('release.current', { n: revision.number, who: revision.madeBy, when: fullTime(revision.madeAt, model.job.timeZone) })
          : t('release.none')}
        {revision && isKnown ? (
          <span className={`block ${isCurrent ? 'text-soft' : 'font-medium text-ochre'}`}>
            {t(isCurrent ? 'release.unchanged' : 'release.changed')}
          </span>
        ) : null}
      </p>
      {can('plan') && !differs ? (
        <Button
          size="small"
          className="max-[719px]:h-14"
          look={isCurrent ? 'outline' : 'solid'}
          disabled={plan.workItems.length === 0 || !isKnown || isCurrent}
          onClick={() => send('plan.release', { revisionId: v4(), ...conditions })}
        >
          {t('release.do', { n: (revision?.number ?? 0) + 1 })}
        </Button>
      ) : null}
    </section>
  );
}
