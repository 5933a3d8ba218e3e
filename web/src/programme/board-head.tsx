import { type Found, GOALS, type Goal, type ProgrammeFigures } from '@caulkhorn/core/planning';
import { Loader, Search as SearchIcon, Square } from 'lucide-react';
import { useState } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { formatMoney } from '../shared/numbers';
import { dayAndTime, hoursMinutes } from '../shared/times';
import { Button } from '../shared/ui/button';
import { useIsPhone } from '../shared/use-media';
import { itemName } from '../words/item-name';
import { Moves } from './moves';
import { Replan } from './replan';
import type { Board } from './use-board';
import { WhatIf } from './what-if-panel';

const CONFLICTS_SHOWN = 8;
/** What clashes is read as one sentence. */
const CLASHES_SHOWN = 4;
/** Nearer than this to the bound is as good as at it. */
const AT_BOUND_MS = 60_000;

/** What the shown programme comes to, how far it is from the best there can be, and what is done with a better one or a changed one. */
export function BoardHead({ board, choose }: { board: Board; choose(id: string): void }) {
  const { model } = useJob(parts('model'));
  const { view, shown, before } = board;
  const { timeZone } = model.job;
  return (
    <div className="mb-2 flex flex-col gap-2">
      <div className="flex flex-wrap items-center gap-x-4 gap-y-1">
        <Figures figures={board.figuresOf(shown)} timeZone={timeZone} />
        <Aim board={board} />
        <Gap board={board} />
        {board.canPlan ? <WhatIf board={board} /> : null}
        <span className="text-[13px] text-soft">
          {before ? t('board.kept', { who: before.keptBy ?? '', when: dayAndTime(before.keptAt, timeZone) }) : t('board.not-kept')}
        </span>
        {before?.earlier && before.earlier.length > 0 ? (
          <select
            aria-label={t('board.compare')}
            value={board.comparedAt ?? ''}
            onChange={({ target }) => board.compareWith(target.value === '' ? null : Number(target.value))}
            className="h-8 rounded-[3px] border border-rule-strong bg-raised px-1.5 text-[13px] max-[719px]:h-14"
          >
            <option value="">{t('board.compare-none')}</option>
            {before.earlier.map(({ keptAt, keptBy }, i) => (
              <option key={keptAt} value={i}>
                {t('board.compare-with', { who: keptBy ?? '', when: dayAndTime(keptAt, timeZone) })}
              </option>
            ))}
          </select>
        ) : null}
      </div>
      <Replan board={board} />
      {view === 'stands' && board.comparedAt === null && board.slipped.length > 0 ? <Slipped board={board} /> : null}
      {view === 'stands' && board.comparedAt !== null ? <Compared board={board} /> : null}
      {view !== 'found' && board.isBetter ? <Offer board={board} timeZone={timeZone} /> : null}
      {view === 'stands' ? null : <Pending board={board} />}
      <Conflicts board={board} choose={choose} />
    </div>
  );
}

function Figures({ figures, timeZone }: { figures: ProgrammeFigures; timeZone: string }) {
  const { endMs, missed, roundsAtRest, roundsUnnamed, daysOnSite } = figures;
  return (
    <p className="flex flex-wrap items-baseline gap-x-3 text-[15px]">
      <b>{endMs === null ? t('board.no-end') : t('board.ends', { at: dayAndTime(endMs, timeZone) })}</b>
      <span>{t('board.days-on-site', { n: daysOnSite })}</span>
      {roundsAtRest > 0 ? (
        <span>
          {t('board.rounds-at-rest', { n: roundsAtRest })}
          {roundsUnnamed > 0 ? <b className="font-semibold text-iron"> {t('board.rounds-unnamed', { n: roundsUnnamed })}</b> : null}
        </span>
      ) : null}
      {missed > 0 ? <span className="font-semibold text-iron">{t('board.missed', { n: missed })}</span> : null}
    </p>
  );
}

/** How far a search is; once it is over, what it has shown. */
function Gap({ board }: { board: Board }) {
  const { search, shown, stopSearch, searchAgain, canPlan, figuresOf } = board;
  const { currency } = useJob((job) => job.model.job);
  if (!canPlan) return null;
  if (search.isOn)
    return (
      <span role="status" className="flex items-center gap-2 text-[13px] text-soft">
        <Loader size={14} className="animate-spin motion-reduce:animate-none" aria-hidden /> {t('board.looking')}
        <span className="h-1.5 w-20 overflow-hidden rounded-full bg-rule">
          <i className="block h-full bg-water" style={{ width: `${search.share * 100}%` }} />
        </span>
        <Button size="small" look="quiet" className="max-[719px]:h-14" onClick={stopSearch}>
          <Square size={12} aria-hidden /> {t('board.stop')}
        </Button>
      </span>
    );
  const { proposal, hasFailed } = search;
  const { endMs } = figuresOf(shown);
  const gapMs = proposal && endMs !== null ? endMs - proposal.lowerBoundMs : null;
  return (
    <span className="flex items-center gap-2 text-[13px] text-soft">
      {hasFailed ? <span className="text-iron">{t('board.search-failed')}</span> : null}
      {proposal?.byGoal
        ? goalText(proposal.byGoal, currency)
        : proposal?.programme && gapMs !== null
          ? gapMs <= AT_BOUND_MS
            ? t('board.proven')
            : t('board.gap', { hours: hoursMinutes(gapMs) })
          : null}
      <Button size="small" look="quiet" className="max-[719px]:h-14" onClick={searchAgain}>
        <SearchIcon size={13} aria-hidden /> {t('board.look-again')}
      </Button>
    </span>
  );
}

/** How far what was found is from the least there can be. */
function goalText({ goal, figure, bound }: NonNullable<Found['byGoal']>, currency: string): string {
  const say = (n: number) => (goal === 'cost' ? formatMoney(n, currency) : String(n));
  return figure <= bound
    ? t('goal.proven', { figure: t(`goal.comes-to.${goal}`, { n: say(figure) }) })
    : t('goal.gap', { figure: t(`goal.comes-to.${goal}`, { n: say(figure) }), bound: say(bound) });
}

/** What a better programme is looked for by. */
function Aim({ board }: { board: Board }) {
  if (!board.canPlan) return null;
  const { goal, setGoal } = board.aim;
  return (
    <label className="flex items-center gap-1.5 text-[13px] text-soft">
      {t('goal.look-for')}
      <select
        value={goal}
        onChange={({ target }) => setGoal(target.value as Goal)}
        className="h-8 rounded-[3px] border border-rule-strong bg-raised px-1.5 text-[13px] text-ink max-[719px]:h-14"
      >
        {GOALS.map((each) => (
          <option key={each} value={each}>
            {t(`goal.${each}`)}
          </option>
        ))}
      </select>
    </label>
  );
}

function Offer({ board, timeZone }: { board: Board; timeZone: string }) {
  const then = board.figuresOf(board.search.proposal!.programme!);
  const now = board.figuresOf(board.beside);
  const { byGoal } = board.search.proposal!;
  const { currency } = useJob((job) => job.model.job);
  const say = (n: number) => (byGoal?.goal === 'cost' ? formatMoney(n, currency) : String(n));
  return (
    <div role="status" className="flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-water bg-water-soft px-2.5 py-1.5">
      <span className="font-medium">
        {byGoal && board.aim.figureOf
          ? t('goal.better', {
              then: t(`goal.comes-to.${byGoal.goal}`, { n: say(byGoal.figure) }),
              now: say(board.aim.figureOf(board.beside)),
              at: then.endMs === null ? '' : dayAndTime(then.endMs, timeZone),
            })
          : t('board.better', {
              then: then.endMs === null ? '' : dayAndTime(then.endMs, timeZone),
              now: now.endMs === null ? t('board.no-end') : dayAndTime(now.endMs, timeZone),
            })}
        {then.missed < now.missed ? ` ${t('board.keeps-more', { n: now.missed - then.missed })}` : ''}
      </span>
      <Button size="small" className="max-[719px]:h-14" onClick={board.look}>
        {t('board.look')}
      </Button>
    </div>
  );
}

/** How what stands differs from what was kept then. */
function Compared({ board }: { board: Board }) {
  return (
    <div role="status" className="flex flex-wrap items-center gap-x-3 border-l-4 border-ochre px-2.5 py-1">
      <span>{t('board.compared', { n: board.moves.length })}</span>
      <Moves moves={board.moves} workItems={board.workItems} />
    </div>
  );
}

/** What no longer begins when people were told. */
function Slipped({ board }: { board: Board }) {
  return (
    <div role="status" className="flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
      <span className="font-medium">{t('board.slipped', { n: board.slipped.length })}</span>
      {board.canPlan ? (
        <Button size="small" className="max-[719px]:h-14" onClick={board.keep}>
          {t('board.keep-as-it-is')}
        </Button>
      ) : null}
      <Moves moves={board.slipped} workItems={board.workItems} />
    </div>
  );
}

/** What is shown and not kept: how it differs, and what to do with it. */
function Pending({ board }: { board: Board }) {
  const { moves } = board;
  return (
    <div role="status" className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5">
      <div className="flex flex-wrap items-center gap-x-3 gap-y-1">
        <span className="font-medium">{t(board.view === 'found' ? 'board.shows-found' : 'board.shows-draft', { n: moves.length })}</span>
        <Button size="small" look="solid" className="max-[719px]:h-14" onClick={board.keep}>
          {t('board.keep')}
        </Button>
        <Button size="small" className="max-[719px]:h-14" onClick={board.leave}>
          {t('board.leave')}
        </Button>
        <Moves moves={board.moves} workItems={board.workItems} />
      </div>
    </div>
  );
}

/** What is not kept, each to be looked at; and where it is proven that nothing helps in these hours, what it is that clashes. */
function Conflicts({ board, choose }: { board: Board; choose(id: string): void }) {
  const { model } = useJob(parts('model'));
  const { conflicts } = board.shown;
  const [isOpen, setOpen] = useState(!useIsPhone());
  const [areAllShown, showAll] = useState(false);
  if (conflicts.length === 0) return null;
  const items = new Map(board.workItems.map((item) => [item.id, item]));
  const clash = board.search.proposal?.clash ?? [];
  const isCut = conflicts.length > CONFLICTS_SHOWN || clash.length > CLASHES_SHOWN;
  const shown = <T,>(all: readonly T[], few: number) => (areAllShown ? all : all.slice(0, few));
  if (!isOpen)
    return (
      <div role="alert" className="border-l-4 border-iron bg-iron-soft px-2.5">
        <button
          type="button"
          aria-expanded={false}
          onClick={() => setOpen(true)}
          className="min-h-12 font-semibold underline underline-offset-2"
        >
          {t('board.missed', { n: conflicts.length })}: {t('board.which')}
        </button>
      </div>
    );
  return (
    <div role="alert" className="flex flex-wrap items-center gap-x-3 gap-y-1 border-l-4 border-iron bg-iron-soft px-2.5 py-1">
      {shown(conflicts, CONFLICTS_SHOWN).map(({ taskId, code, lateMs }) => (
        <button
          key={taskId}
          type="button"
          onClick={() => choose(taskId)}
          className="min-h-7 font-medium underline decoration-iron underline-offset-2 max-[719px]:min-h-14"
        >
          {t(`board.${code}`, { name: itemName(items.get(taskId)!, model), late: lateMs === undefined ? '' : hoursMinutes(lateMs) })}
        </button>
      ))}
      {isCut ? (
        <button
          type="button"
          aria-expanded={areAllShown}
          onClick={() => showAll(!areAllShown)}
          className="min-h-7 underline underline-offset-2 max-[719px]:min-h-14"
        >
          {t(areAllShown ? 'programme.less' : 'programme.all-of', { n: Math.max(conflicts.length, clash.length) })}
        </button>
      ) : null}
      {clash.length > 0 ? (
        <span className="text-[13px]">
          {t('board.impossible', {
            n: clash.length,
            what: shown(clash, CLASHES_SHOWN)
              .map(({ code, taskId }) =>
                taskId === undefined
                  ? t(code === 'clashes-hours' ? 'board.clashes-hours' : 'board.clashes-capacity')
                  : t('board.clashes-window', { name: itemName(items.get(taskId)!, model) }),
              )
              .concat(
                areAllShown || clash.length <= CLASHES_SHOWN ? [] : t('programme.more-conflicts', { n: clash.length - CLASHES_SHOWN }),
              )
              .join(', '),
          })}
        </span>
      ) : null}
    </div>
  );
}
