import { HEATED_C, type ProgrammeFigures, labourMinor, otherCoats, workInZones } from '@caulkhorn/core/planning';
import { weekOf } from '@caulkhorn/core/programme';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { isEqual } from 'es-toolkit';
import { Loader } from 'lucide-react';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { t } from '../messages/t';
import { formatMoney, formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, hoursMinutes } from '../shared/times';
import { Button } from '../shared/ui/button';
import { CloseButton } from '../shared/ui/close-button';
import { HeatingCost } from './heating-cost';
import type { Board } from './use-board';
import { type Answer, useWhatIf } from './use-what-if';

/** The programme under other circumstances, each worked out before it is shown: end, people, rounds and what is not kept side by side. */
export function WhatIf({ board }: { board: Board }) {
  const { model } = useJob(parts('model'));
  const { plan, site, conditions, placedBy, optionsFor } = usePlanning();
  const house = useHouse();
  const units = useUnits();
  const { asking, ask, leave } = useWhatIf();
  const { currency } = model.job;
  const start = () => {
    const kept = new Map([...(placedBy.kept ?? [])].filter(([, { isPinned }]) => isPinned));
    const given = { workItems: board.workItems, options: { ...placedBy, kept }, people: conditions.people };
    const work = { model, junctions: plan.junctions, house, conditions };
    const inStrips = (countOf: ReadonlyMap<string, number>) => {
      const workItems = workInZones({ ...work, plans: plan.faces }, countOf);
      return { workItems, closed: optionsFor(workItems).closed };
    };
    const begunOn = new Set(board.workItems.flatMap(({ id, faceId }) => (site.done.has(id) ? [faceId] : [])));
    const withOtherCoats = () => {
      const { nowMs } = given.options;
      const coats = otherCoats({ model, plan, house, conditions, nowMs, isBegun: (faceId) => begunOn.has(faceId) });
      if (coats.size === 0) return undefined;
      const plans = plan.faces.map((face) => coats.get(face.faceId)?.plan ?? face);
      const workItems = workInZones({ ...work, plans }, new Map());
      return { workItems, coats, closed: optionsFor(workItems, plans).closed };
    };
    ask({ ...given, inStrips, withOtherCoats, isBegun: (id) => site.done.has(id) }, site.done);
  };
  if (!asking)
    return (
      <Button size="small" className="max-[719px]:h-14" onClick={start}>
        {t('what-if.ask')}
      </Button>
    );
  const now = board.figuresOf(board.stands);
  const found = board.isBetter ? board.figuresOf(board.search.proposal!.programme!) : undefined;
  const { timeZone } = model.job;
  const money = (figures: ProgrammeFigures, people: number) => formatMoney(labourMinor(figures, people, house.labourMinorPerH), currency);
  const marksOf = (strips: ReadonlyMap<string, number>) =>
    model.faces.flatMap(({ id, mark }) => (strips.has(id) ? [`${mark}: ${strips.get(id)}`] : [])).join(', ');
  const nameOf = ({ id, given }: Pick<Answer, 'id' | 'given'>) =>
    t(`what-if.${id}`, {
      warm: formatQuantity(HEATED_C, '°C', units),
      n: conditions.people + 1,
      faces: marksOf(given.strips ?? new Map()),
      gangs: weekOf(given.options).gangs,
      machines: (given.machines ?? []).map((each) => t(`machine.${each}`)).join(', '),
      coats: model.faces.flatMap(({ id, mark }) => (given.coats?.has(id) ? [`${mark}: ${given.coats.get(id)!.coat.name}`] : [])).join(', '),
    });
  return (
    <section aria-label={t('what-if.title')} className="basis-full border-y border-rule-strong py-1.5">
      <div className="flex items-center gap-3">
        <h3 className="font-semibold">{t('what-if.title')}</h3>
        {asking.at ? (
          <span role="status" className="flex items-center gap-1.5 text-[13px] text-soft">
            <Loader size={14} className="animate-spin motion-reduce:animate-none" aria-hidden /> {nameOf(asking.at)}
          </span>
        ) : null}
        <CloseButton onClick={leave} className="ml-auto" />
      </div>
      <div className="overflow-x-auto" tabIndex={0} role="group" aria-label={t('what-if.title')}>
        <table className="w-full min-w-[640px] text-left text-[13px] [&_td]:py-1 [&_td]:pr-4 [&_th]:py-1 [&_th]:pr-4 [&_th]:font-medium">
          <thead className="text-soft">
            <tr>
              {(['if', 'ends', 'days', 'rounds', 'missed', 'labour'] as const).map((column) => (
                <th key={column} scope="col">
                  {t(`what-if.column.${column}`)}
                </th>
              ))}
              <th scope="col" aria-label={t('what-if.column.take')} />
            </tr>
          </thead>
          <tbody>
            <tr className="border-t border-rule font-medium">
              <th scope="row">{t('what-if.as-it-stands')}</th>
              <Cells figures={now} timeZone={timeZone} money={money(now, conditions.people)} />
              <td />
            </tr>
            {found ? (
              <tr className="border-t border-rule">
                <th scope="row">{t('what-if.found')}</th>
                <Cells figures={found} beside={now} timeZone={timeZone} money={money(found, conditions.people)} />
                <td />
              </tr>
            ) : null}
            {asking.answers.map((answer) => {
              const { id, figures, programme, given } = answer;
              return (
                <tr key={id} className={`border-t border-rule ${figures && isBetter(found ?? now, figures) ? 'bg-water-soft' : ''}`}>
                  <th scope="row">
                    {nameOf(answer)}
                    {id === 'warmer' && figures?.endMs != null ? <HeatingCost toC={HEATED_C} untilMs={figures.endMs} /> : null}
                  </th>
                  {figures ? (
                    <Cells figures={figures} beside={now} timeZone={timeZone} money={money(figures, given.people)} />
                  ) : (
                    <td colSpan={5} className="text-soft">
                      {t('what-if.none-found')}
                    </td>
                  )}
                  <td>
                    {board.canPlan && programme && !isEqual(given.options.week, placedBy.week) ? (
                      <Button
                        size="small"
                        className="max-[719px]:h-14"
                        onClick={() => {
                          board.keepInWeek(programme, given.options.week!);
                          leave();
                        }}
                      >
                        {t(id === 'second-gang' ? 'what-if.take-gang' : 'what-if.take')}
                      </Button>
                    ) : null}
                    {board.canPlan && programme && given.strips ? (
                      <Button
                        size="small"
                        className="max-[719px]:h-14"
                        onClick={() => {
                          board.keepInStrips(programme, given.strips!);
                          leave();
                        }}
                      >
                        {t('what-if.take-strips')}
                      </Button>
                    ) : null}
                    {board.canPlan && programme && given.coats ? (
                      <Button
                        size="small"
                        className="max-[719px]:h-14"
                        onClick={() => {
                          board.keepWithCoats(programme, given.coats!);
                          leave();
                        }}
                      >
                        {t('what-if.take-coats')}
                      </Button>
                    ) : null}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      <p className="mt-1 text-[13px] text-soft">{t('what-if.how')}</p>
    </section>
  );
}

/** Keeps more, or as much and ends earlier. */
const isBetter = (now: ProgrammeFigures, then: ProgrammeFigures): boolean =>
  then.missed < now.missed || (then.missed === now.missed && (then.endMs ?? Infinity) < (now.endMs ?? Infinity));

function Cells({
  figures,
  beside,
  timeZone,
  money,
}: {
  figures: ProgrammeFigures;
  beside?: ProgrammeFigures;
  timeZone: string;
  money: string;
}) {
  const { endMs, daysOnSite, roundsAtRest, missed } = figures;
  const byMs = beside?.endMs == null || endMs === null ? 0 : endMs - beside.endMs;
  return (
    <>
      <td className="whitespace-nowrap">
        {endMs === null ? t('board.no-end') : dayAndTime(endMs, timeZone)}
        {byMs === 0 ? '' : ` (${byMs < 0 ? '−' : '+'}${byLength(Math.abs(byMs))})`}
      </td>
      <td>{daysOnSite}</td>
      <td>{roundsAtRest}</td>
      <td className={missed > 0 ? 'font-semibold text-iron' : ''}>{missed}</td>
      <td className="whitespace-nowrap">{money}</td>
    </>
  );
}

const byLength = (ms: number): string => (ms < DAY_MS ? `${hoursMinutes(ms)} h` : t('what-if.days', { n: Math.round(ms / DAY_MS) }));
