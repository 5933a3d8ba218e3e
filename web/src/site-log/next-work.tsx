import {
  type MeasuredWall,
  USUAL_CREW,
  type WorkItem,
  hazardsOf,
  materialFor,
  outsideSheet,
  remedyWayOf,
  windowWorkings,
} from '@caulkhorn/core/planning';
import type { PlacedTask } from '@caulkhorn/core/programme';
import { HOUR_MS, MINUTE_MS } from '@caulkhorn/core/quantities';
import { Suspense, lazy } from 'react';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, fullTime, hoursMinutes } from '../shared/times';
import { Caution } from '../shared/ui/states';
import { faultText } from '../shared/fault-text';
import { CareList } from '../words/care-list';
import { EngineerFirst } from '../words/engineer-first';
import { stepName } from '../words/item-name';
import { roundsOf } from '../words/rounds';
import { LayCard } from '../words/lay-card';
import { PrepareCard } from '../words/prepare-card';
import { Said } from '../words/said';
import { stripPlace } from '../words/step-text';
import { Batch } from '../materials/batch';
import { LateCoat } from '../materials/late-coat';
import { parts, useJob, usePlanning } from '../job/job-context';
import { ConfinedWatch } from './confined-watch';
import { DailyCare, useCareLeft, useIsConfined, usePermitsLapsed } from './daily-care';
import { CureRounds } from './cure-rounds';
import { FilmPad } from './film-pad';
import { HoldPoint, useIsHeld } from './hold-point';
import { LastChance } from './last-chance';
import { BeginPail } from './pails';
import { StepForm } from './step-form';
import { WindowBar } from './window-bar';
import { WorkPhotos } from './work-photos';

const DetailNow = lazy(() => import('./detail-now').then((m) => ({ default: m.DetailNow })));

/** The piece of work that is on or comes next on a face: its window, what to wet, what to mix, which way to brush, and one button. */
export function NextWork({ task, item, now }: { task: PlacedTask; item: WorkItem; now: number }) {
  const { model, can } = useJob(parts('model', 'can'));
  const { site, plan, programme, walls, conditions } = usePlanning();
  const units = useUnits();
  const wall = walls.get(item.faceId);
  const temperatureC = wall?.temperatureC ?? USUAL_CREW.temperatureC;
  const face = model.faces.find((f) => f.id === item.faceId)!;
  const facePlan = plan.faces.find((f) => f.faceId === item.faceId);
  const material = materialFor(item, facePlan?.lines ?? []);
  const feature = item.targetId === undefined ? undefined : model.features.find(({ id }) => id === item.targetId);
  const isStart = task.state !== 'running';
  const left = useCareLeft(item)(now);
  const lapsed = usePermitsLapsed(item)(now);
  const isHeld = useIsHeld(item);
  const isConfined = useIsConfined(item);
  const closesMs = task.state === 'planned' ? (task.window?.closesMs ?? undefined) : undefined;
  const isMissed = closesMs !== undefined && closesMs < now;
  const late = remedyWayOf(item.step);
  const isCrosswise = facePlan?.layers.some(({ id, crosswise }) => id === item.step && crosswise);
  return (
    <article aria-label={t('now.work-on', { mark: face.mark })} className="flex flex-col gap-3">
      <header>
        <h2 className="text-2xl leading-8 font-bold">
          {face.mark} {face.name}
        </h2>
        <p className="text-lg">{t(`task-now.${task.state}`, { step: stepName(item, model) })}</p>
        {item.zone ? <p>{stripPlace(item.zone, units)}</p> : null}
      </header>
      {isStart ? <HoldPoint item={item} /> : null}
      {isStart ? <LastChance item={item} /> : null}
      {task.window && task.state === 'planned' ? (
        <WindowBar
          window={task.window}
          now={now}
          timeZone={model.job.timeZone}
          workings={windowWorkings(item, programme, site, wall?.history ?? [{ atMs: now, temperatureC }])}
        />
      ) : null}
      {material?.product.workingLifeMin === undefined && !task.window ? null : <WallSaid wall={wall} now={now} />}
      {material && wall
        ? outsideSheet(material.product, wall.temperatureC).map((found) => (
            <p key={found.code} role="alert" className="font-medium text-iron">
              {faultText(found)}
            </p>
          ))
        : null}
      <ByItself item={item} task={task} now={now} timeZone={model.job.timeZone} />
      {item.rewet && task.state === 'planned' && !isMissed ? (
        <p className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5 font-medium">
          <Said>{t('now.wet-first')}</Said>
        </p>
      ) : null}
      {late ? (
        <p className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5 font-medium">
          <Said>{t(`late-coat.${late}`)}</Said>
        </p>
      ) : null}
      {isMissed && material ? <LateCoat product={material.product} /> : null}
      {material && !isMissed && !(isStart && isHeld) ? (
        <Batch item={item} product={material.product} kg={material.amount} temperatureC={temperatureC} />
      ) : null}
      {item.targetId === undefined ? null : (
        <Suspense fallback={<div className="h-40" />}>
          <DetailNow item={item} />
        </Suspense>
      )}
      {item.step === 'coat-2' && isCrosswise ? <Crosswise /> : null}
      {item.step === 'prepare' && facePlan ? <PrepareCard plan={facePlan} /> : null}
      {item.targetId === undefined && item.step !== 'prepare' && facePlan?.family ? (
        <details>
          <summary className="min-h-14 py-3 font-semibold">{t('now.how-laid')}</summary>
          <LayCard plan={facePlan} tool={conditions.tool} />
        </details>
      ) : null}
      {hazardsOf(item, facePlan?.lines ?? []).map((hazard) => (
        <Caution key={hazard}>{t(`caution.${hazard}`)}</Caution>
      ))}
      {isStart && lapsed.length > 0 ? (
        <p role="alert" className="border-2 border-iron bg-iron-soft px-3 py-2 font-semibold">
          {lapsed.map((permit) => t('permit.lapsed', { permit: t(`permit.${permit}`) })).join(' ')}
        </p>
      ) : null}
      {feature ? <EngineerFirst feature={feature} /> : null}
      {isStart && left.length === 0 ? <CareList face={face} job={model.job} /> : null}
      {isConfined && item.room && left.length === 0 ? <ConfinedWatch spaceId={item.room.spaceId} now={now} /> : null}
      {can('log') && isStart && left.length > 0 ? <DailyCare item={item} left={left} /> : null}
      {!isStart && item.roundsPerDay !== undefined ? <CureRounds item={item} startedMs={task.startMs} /> : null}
      {can('log') && !isStart && item.restH === undefined ? (
        <>
          <WorkPhotos item={item} asked={['before', 'after']} />
          <BeginPail item={item} />
          <FilmPad item={item} />
        </>
      ) : null}
      {can('log') && !(isStart && (left.length > 0 || isHeld)) ? (
        <StepForm
          key={`${item.id} ${task.state}`}
          item={item}
          kind={isStart ? 'start' : 'finish'}
          window={isStart ? task.window : undefined}
          done={site.done.get(item.id)}
        />
      ) : null}
    </article>
  );
}

/** What goes on once the crew has left, until when, and when it is kept wet next. */
function ByItself({ item, task, now, timeZone }: { item: WorkItem; task: PlacedTask; now: number; timeZone: string }) {
  if (item.restH === undefined) return null;
  const hours = formatQuantity(item.restH, 'h', 'metric');
  const until = fullTime(task.state === 'running' ? task.endMs : now + item.durationMin * MINUTE_MS + item.restH * HOUR_MS, timeZone);
  const next = roundsOf(task, item, timeZone).find((at) => at > now);
  return (
    <p className="border-l-4 border-water bg-water-soft px-2.5 py-1.5 font-medium">
      {t(item.roundsPerDay === undefined ? 'now.by-itself' : 'now.kept-wet', { hours, until, n: item.roundsPerDay ?? 0 })}
      {next === undefined ? '' : ` ${t('now.next-round', { at: dayAndTime(next, timeZone) })}`}
    </p>
  );
}

/** Which reading the window and the batch go by, and how old it is; or that there is none. */
function WallSaid({ wall, now }: { wall: MeasuredWall | undefined; now: number }) {
  const units = useUnits();
  if (!wall)
    return (
      <p role="status" className="border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5 font-medium">
        {t('wall.not-measured', { temperature: formatQuantity(USUAL_CREW.temperatureC, '°C', units) })}
      </p>
    );
  return (
    <p className="text-soft">
      {t(`wall.on-${wall.on}`, {
        temperature: formatQuantity(wall.temperatureC, '°C', units),
        age: hoursMinutes(Math.max(0, now - wall.atMs)),
      })}
    </p>
  );
}

/** Coat one went side to side; the second crosses it. */
function Crosswise() {
  return (
    <div className="flex items-center gap-3">
      <svg viewBox="0 0 48 36" className="h-9 w-12 shrink-0" aria-hidden>
        <path d="M2 8h44M2 18h44M2 28h44" stroke="var(--rule-strong)" strokeWidth="3" />
        <path d="M10 2v32M24 2v32M38 2v32" stroke="var(--water)" strokeWidth="4" />
      </svg>
      <p>
        {t('now.coat-1-way')} <b>{t('now.coat-2-way')}</b>
      </p>
    </div>
  );
}
