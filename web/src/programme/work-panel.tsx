import { ChevronLeft, ChevronRight, Pin, PinOff } from 'lucide-react';
import type { Skill } from '@caulkhorn/core/jobs';
import { type HousePerson, machineFrom } from '@caulkhorn/core/planning';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { StripsField, isLaidInStrips } from '../build-up/strips-field';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, timeNear } from '../shared/times';
import { useNow } from '../shared/use-now';
import { Button } from '../shared/ui/button';
import { CloseButton } from '../shared/ui/close-button';
import { TextField } from '../shared/ui/field';
import { closingText } from '../words/closing-text';
import { itemName } from '../words/item-name';
import { onceEach } from './board-rows';
import { conflictText } from './conflict-text';
import { LateWork } from './late-work';
import type { Board } from './use-board';

/** Of a long list the next ones. */
const CLOSED_SHOWN = 2;
const STEPS_MIN = [-60, -15, 15, 60] as const;

/** The chosen piece of work: when, in which window, how much, who; moved by buttons where a hand cannot draw it. */
export function WorkPanel({ board, id, choose, close }: { board: Board; id: string; choose(id: string): void; close(): void }) {
  const { model } = useJob(parts('model'));
  const { site } = usePlanning();
  const units = useUnits();
  const house = useHouse();
  const now = useNow(30_000);
  const task = board.shown.tasks.find((each) => each.id === id);
  const item = board.workItems.find((each) => each.id === id);
  if (!task || !item) return null;
  const { timeZone } = model.job;
  const conflict = board.shown.conflicts.find(({ taskId }) => taskId === id);
  const isMovable = board.canPlan && task.state === 'planned';
  const isPinned = board.isPinned(id);
  const known = house.people ?? [];
  const people = [...new Set([...known.map(({ name }) => name), ...(board.before?.starts ?? []).flatMap(({ person }) => person ?? [])])];
  const person = board.personOf(id);
  const lacks = (item.skills ?? []).filter((skill) => isLacking(skill, person, known));
  const closed = onceEach(board.placedBy.closed?.get(id) ?? []).filter(({ fromMs, toMs }) => toMs > now && fromMs < task.endMs + DAY_MS);
  const itemOf = new Map(board.workItems.map((each) => [each.id, each]));
  const dryer = machineFrom(item, board.shown.tasks, itemOf);
  // a face of which coating has begun stays as it is
  const coats = board.workItems.filter((each) => each.faceId === item.faceId && isLaidInStrips(each));
  const isWhole = isLaidInStrips(item) && coats.every((each) => !site.done.has(each.id));
  const buildUp = isWhole ? model.buildUps.find(({ faceId }) => faceId === item.faceId) : undefined;
  const onFace = board.shown.tasks.filter(({ chain }) => chain === task.chain);
  const place = onFace.indexOf(task);
  const rows: [string, string][] = [
    [t('board.when'), `${dayAndTime(task.startMs, timeZone)} – ${dayAndTime(task.endMs, timeZone)}`],
    ...(task.window
      ? [
          [
            t('programme.window'),
            `${dayAndTime(task.window.opensMs, timeZone)} – ${task.window.closesMs === null ? t('board.no-latest') : dayAndTime(task.window.closesMs, timeZone)}`,
          ] as [string, string],
        ]
      : []),
    ...(dryer
      ? [
          [
            t('board.dryer-from'),
            t('board.until-then', { work: itemName(itemOf.get(dryer.id)!, model), time: timeNear(dryer.endMs, now, timeZone) }),
          ] as [string, string],
        ]
      : []),
    [t('programme.amount'), formatQuantity(item.quantity.value, item.quantity.unit, units)],
    [t('programme.state'), t(`task-state.${task.state}`)],
  ];
  return (
    <section
      aria-label={t('board.chosen')}
      className="flex shrink-0 flex-wrap items-end gap-x-6 gap-y-2 border-b border-rule bg-raised px-1 py-2"
    >
      <div className="min-w-[260px] flex-1">
        <h3 className="flex items-center gap-2 text-[15px] font-semibold">
          {([-1, 1] as const).map((by) => {
            const other = onFace[place + by];
            return (
              <button
                key={by}
                type="button"
                aria-label={t(by < 0 ? 'board.piece-before' : 'board.piece-after')}
                disabled={!other}
                onClick={() => choose(other!.id)}
                className="grid size-7 place-items-center rounded-[3px] border border-rule hover:bg-sunk disabled:opacity-40 max-[719px]:size-12"
              >
                {by < 0 ? <ChevronLeft size={15} aria-hidden /> : <ChevronRight size={15} aria-hidden />}
              </button>
            );
          })}
          {itemName(item, model)}
          {isPinned ? <Pin size={14} aria-label={t('board.pinned')} /> : null}
        </h3>
        <dl className="mt-1 flex flex-wrap gap-x-5 gap-y-0.5 text-[13px]">
          {rows.map(([term, text]) => (
            <div key={term} className="flex gap-1.5">
              <dt className="text-soft">{term}</dt>
              <dd>{text}</dd>
            </div>
          ))}
        </dl>
        {closed.length > 0 && task.state === 'planned' ? (
          <ul className="mt-1 text-[13px]">
            {closed.slice(0, CLOSED_SHOWN).map((hours, i) => (
              <li key={i}>
                {t('closing.from-to', {
                  from: timeNear(hours.fromMs, now, timeZone),
                  to: timeNear(hours.toMs, now, timeZone),
                  why: closingText(hours, units),
                })}
              </li>
            ))}
            {closed.length > CLOSED_SHOWN ? <li>{t('programme.more-conflicts', { n: closed.length - CLOSED_SHOWN })}</li> : null}
          </ul>
        ) : null}
        {lacks.map((skill) => (
          <p key={skill} className="mt-1 font-medium text-iron">
            {person === undefined
              ? t('skill.nobody', { skill: t(`skill.${skill}`) })
              : t('skill.lacking', { person, skill: t(`skill.${skill}`) })}
          </p>
        ))}
        {conflict ? <p className="mt-1 font-medium text-iron">{conflictText(conflict, itemName(item, model))}</p> : null}
      </div>
      {isMovable ? (
        <div className="flex flex-wrap items-end gap-2">
          <div role="group" aria-label={t('board.move')} className="flex gap-1">
            {STEPS_MIN.map((minutes) => (
              <Button
                key={minutes}
                size="small"
                className="max-[719px]:h-14"
                aria-label={moveLabel(minutes)}
                onClick={() => board.move(id, task.startMs + minutes * 60_000)}
              >
                {minutes < 0 ? '−' : '+'}
                {Math.abs(minutes) === 60 ? '1 h' : '15 min'}
              </Button>
            ))}
          </div>
          <Button size="small" className="max-[719px]:h-14" aria-pressed={isPinned} onClick={() => board.pin(id, !isPinned)}>
            {isPinned ? <PinOff size={14} aria-hidden /> : <Pin size={14} aria-hidden />} {t(isPinned ? 'board.unpin' : 'board.pin')}
          </Button>
          <div className="w-44">
            <TextField
              key={id}
              label={t('board.who')}
              defaultValue={board.personOf(id) ?? ''}
              maxLength={120}
              list="board-people"
              onBlur={({ target }) => {
                const person = target.value.trim() || undefined;
                if (person !== board.personOf(id)) board.give(id, person);
              }}
            />
            <datalist id="board-people">
              {people.map((person) => (
                <option key={person} value={person} />
              ))}
            </datalist>
          </div>
          {buildUp ? (
            <div className="w-44">
              <StripsField buildUp={buildUp} />
            </div>
          ) : null}
        </div>
      ) : null}
      <CloseButton onClick={close} />
      <LateWork key={id} item={item} isLate={task.state === 'planned' && conflict?.code === 'window-missed'} />
    </section>
  );
}

const moveLabel = (minutes: number): string => t(minutes < 0 ? 'board.earlier-by' : 'board.later-by', { n: Math.abs(minutes) });

/** Whoever was given it has not learned it, or nobody of the house has; of a house that lists nobody nothing is known. */
function isLacking(skill: Skill, person: string | undefined, people: readonly HousePerson[]): boolean {
  if (people.length === 0) return false;
  const given = people.find(({ name }) => name === person);
  if (person !== undefined && given) return !given.skills.includes(skill);
  return person === undefined && !people.some(({ skills }) => skills.includes(skill));
}
