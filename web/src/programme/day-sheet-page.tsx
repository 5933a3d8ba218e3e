import { careOf } from '@caulkhorn/core/jobs';
import { type WorkItem, USUAL_CREW, hazardsOf, materialFor, remedyWayOf } from '@caulkhorn/core/planning';
import { DAY_MS } from '@caulkhorn/core/quantities';
import { useSearchParams } from 'react-router';
import { parts, useJob, usePlanning } from '../job/job-context';
import { Batch } from '../materials/batch';
import { LateCoat } from '../materials/late-coat';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { timeNear, timeOfDay, weekdayDay } from '../shared/times';
import { Caution } from '../shared/ui/states';
import { useNow } from '../shared/use-now';
import { CareList } from '../words/care-list';
import { itemName, stepName } from '../words/item-name';
import { LayCard } from '../words/lay-card';
import { PrepareCard } from '../words/prepare-card';
import { Said } from '../words/said';
import { stripPlace } from '../words/step-text';
import { DayPaper } from './day-paper';
import { type DaySheet, boundsOfDay, dayEvents, dayOf, daySheets } from './day-sheet';

/** A day on paper or on the phone: for the crew and for each person what, where, when, how much, from which batch, and what to look out for. */
export function DaySheetPage() {
  const { model } = useJob(parts('model'));
  const { programme, workItems } = usePlanning();
  const [query, setQuery] = useSearchParams();
  const now = useNow(60_000);
  const { timeZone } = model.job;
  const today = dayOf(now, timeZone);
  const asked = query.get('day') ?? today;
  const bounds = boundsOfDay(asked, timeZone) ?? boundsOfDay(today, timeZone)!;
  const starts = model.keptProgrammes?.[0]?.starts ?? [];
  const people = new Map(starts.map(({ workItemId, person }) => [workItemId, person]));
  const sheets = daySheets(programme, workItems, bounds, (id) => people.get(id));
  const events = dayEvents(programme, workItems, bounds, timeZone);
  const go = (byDays: number) => setQuery({ day: dayOf(bounds.fromMs + DAY_MS / 2 + byDays * DAY_MS, timeZone) }, { replace: true });
  const faces = new Set(sheets.flatMap(({ work }) => work.map(({ item }) => item.faceId)));
  // one place that asks for care is named once
  const careful = model.faces.filter(({ id }) => faces.has(id)).filter((face) => careOf(face, model.job).length > 0);
  return (
    <DayPaper from="programme" go={go} printing={t('day.print')} heading={weekdayDay(bounds.fromMs + DAY_MS / 2, timeZone)}>
      {careful.map((face) => (
        <div key={face.id}>
          <p className="font-semibold">
            {face.mark} {face.name}
          </p>
          <CareList face={face} job={model.job} isOneOfMany />
        </div>
      ))}
      {events.length > 0 ? (
        <section aria-label={t('day.hours')} className="mb-3">
          <h2 className="font-semibold">{t('day.hours')}</h2>
          <ul className="flex flex-wrap gap-x-5">
            {events.map(({ ms, kind, item }) => (
              <li key={`${ms} ${kind} ${item.id}`}>{t(`day.${kind}`, { at: timeOfDay(ms, timeZone), name: itemName(item, model) })}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {sheets.length === 0 ? <p>{t('day.none')}</p> : null}
      {sheets.map((sheet) => (
        <Sheet key={sheet.person ?? ''} sheet={sheet} />
      ))}
      <p className="mt-6 border-t border-ink pt-2 text-[13px]">{t('dossier.disclaimer')}</p>
    </DayPaper>
  );
}

function Sheet({ sheet: { person, work } }: { sheet: DaySheet }) {
  const { model } = useJob(parts('model'));
  return (
    <section aria-label={person ?? t('board.crew')} className="mb-6 print:break-after-page print:last:break-after-auto">
      <h2 className="border-b border-rule-strong text-xl leading-8 font-bold">{person ?? t('board.crew')}</h2>
      <ol>
        {work.map(({ task, item, leftMs }) => {
          const face = model.faces.find(({ id }) => id === item.faceId);
          const { timeZone } = model.job;
          return (
            <li key={task.id} className="grid grid-cols-[84px_1fr] gap-x-3 border-b border-rule py-2 break-inside-avoid-page">
              <p className="text-lg leading-6 font-semibold">
                {timeOfDay(task.startMs, timeZone)}
                <span className="block text-[13px] font-normal text-soft">– {timeNear(leftMs, task.startMs, timeZone)}</span>
              </p>
              <div>
                <h3 className="text-lg leading-6 font-semibold">
                  {face?.mark} {face?.name}: {stepName(item, model)}
                </h3>
                <Piece item={item} window={task.window} startMs={task.startMs} />
              </div>
            </li>
          );
        })}
      </ol>
    </section>
  );
}

function Piece({
  item,
  window,
  startMs,
}: {
  item: WorkItem;
  window: { opensMs: number; closesMs: number | null } | undefined;
  startMs: number;
}) {
  const { model } = useJob(parts('model'));
  const { plan, walls, conditions } = usePlanning();
  const units = useUnits();
  const { timeZone } = model.job;
  const facePlan = plan.faces.find(({ faceId }) => faceId === item.faceId);
  const material = materialFor(item, facePlan?.lines ?? []);
  const isLate = window?.closesMs != null && startMs > window.closesMs;
  const late = remedyWayOf(item.step);
  const isLayer = item.targetId === undefined && item.step.startsWith('coat-');
  return (
    <>
      <p>
        {formatQuantity(item.quantity.value, item.quantity.unit, units)}
        {window
          ? ` · ${t('day.window', {
              opens: timeNear(window.opensMs, startMs, timeZone),
              closes: window.closesMs === null ? t('board.no-latest') : timeNear(window.closesMs, startMs, timeZone),
            })}`
          : ''}
      </p>
      {item.zone ? <p>{stripPlace(item.zone, units)}</p> : null}
      {item.rewet && !isLate ? (
        <p className="font-medium">
          <Said>{t('now.wet-first')}</Said>
        </p>
      ) : null}
      {late ? (
        <p className="font-medium">
          <Said>{t(`late-coat.${late}`)}</Said>
        </p>
      ) : null}
      {isLate && material ? <LateCoat product={material.product} isOneOfMany /> : null}
      {material && !isLate ? (
        <Batch
          isOneOfMany
          item={item}
          product={material.product}
          kg={material.amount}
          temperatureC={walls.get(item.faceId)?.temperatureC ?? USUAL_CREW.temperatureC}
        />
      ) : null}
      {hazardsOf(item, facePlan?.lines ?? []).map((hazard) => (
        <Caution key={hazard}>{t(`caution.${hazard}`)}</Caution>
      ))}
      {item.step === 'prepare' && facePlan ? <PrepareCard plan={facePlan} isOneOfMany /> : null}
      {isLayer && !isLate && facePlan ? <LayCard plan={facePlan} tool={conditions.tool} isOneOfMany /> : null}
    </>
  );
}
