import { FinishBodyDto, StartBodyDto, checkShape } from '@caulkhorn/contract';
import { DRY_GOODS, LAYER_IDS } from '@caulkhorn/core/catalogue';
import type { WorkItem } from '@caulkhorn/core/planning';
import type { Window } from '@caulkhorn/core/programme';
import { productOfWork } from '@caulkhorn/core/proof';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import {
  type Conditions,
  type EntryBody,
  type LogEntry,
  type Measurement,
  type WorkDone,
  breachesOf,
  checkEntry,
  handsOfDay,
  nearestMeasurement,
  wantsAir,
} from '@caulkhorn/core/site-log';
import { type ReactNode, useEffect, useMemo, useState } from 'react';
import { t } from '../messages/t';
import { fieldText, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { dayAndTime, fromLocalField, hoursMinutes, localField } from '../shared/times';
import { FormFoot } from '../shared/ui/form-foot';
import { TextArea, TextField } from '../shared/ui/field';
import { useKeptForm } from '../shared/use-kept-form';
import { stepName } from '../words/item-name';
import { BatchField } from '../stores/batch-field';
import { useBatches } from '../stores/use-batches';
import { parts, useJob, usePlanning } from '../job/job-context';
import { useCareLeft, useGas, usePermitsLapsed } from './daily-care';
import { oddDuration, outOfWindow } from './odd-times';
import { type ConditionTexts, ConditionsFields, NO_CONDITIONS, completeConditions, conditionsFrom } from './conditions-fields';
import { trueNow } from '../shared/true-clock';
import { Hands } from './hands';
import { NOBODY_TICKED, type Ticked } from './name-ticks';

interface Texts extends ConditionTexts {
  occurredAt: string;
  batchNumber: string;
  breachReason: string;
  firstLaidAt: string;
  lastLaidAt: string;
  usedKg: string;
  note: string;
  supersedesReason: string;
  /** what was measured before, which stands in the fields of the air as long as nobody changes them */ taken: Taken | null;
  /** none: as the last finish of the day had it, which may arrive while this stands open */ hands: Ticked | null;
}

interface Taken {
  /** when it was measured, ms since 1970 */ at: number;
  texts: ConditionTexts;
}

interface StepFormProps {
  item: WorkItem;
  kind: 'start' | 'finish';
  done?: WorkDone;
  /** between which it may start */ window?: Window | undefined;
  /** an entry to be corrected: this one takes its place */ corrects?: LogEntry;
  onSaved?(): void;
}

/** Laid over the whole face like a coat: they want the air and a batch as well. */
const LAYERS: ReadonlySet<WorkItem['step']> = new Set(LAYER_IDS.flatMap((id) => (id === 'coat' || DRY_GOODS.includes(id) ? [] : [id])));

/** Start or finish of a piece of work. A coat also wants its air, its batch, and when its first and last square metre were laid. */
export function StepForm({ item, kind, done, window, corrects, onSaved }: StepFormProps) {
  const { model, revision, lines, log, session } = useJob(parts('model', 'revision', 'lines', 'log', 'session'));
  const units = useUnits();
  const { timeZone } = model.job;
  const isCoat = item.step.startsWith('coat-') || LAYERS.has(item.step);
  /** by its sheet as it was released: the server judges by the same */
  const product = revision ? productOfWork(revision, item.id) : undefined;
  const wantsAirFirst = product ? wantsAir(product) : isCoat;
  const near = useMeasuredHere(item);
  const follows = kind === 'start' && corrects === undefined;
  const beside = useMemo(() => handsOfDay(lines, session.personId, { atMs: trueNow(), timeZone }), [lines, session.personId, timeZone]);
  const handsOf = ({ hands }: Pick<Texts, 'hands'>): Ticked => hands ?? { ...NOBODY_TICKED, ticked: [...beside] };
  const form = useKeptForm<Texts>(
    `${kind} ${item.id} ${corrects?.id ?? ''} ${units}`,
    startTexts({ corrects, done, timeZone, units, near: follows ? near(trueNow()) : undefined }),
  );
  const { register, formState, watch } = form;
  const faults = formState.errors;
  const texts = watch();
  const careLeftAt = useCareLeft(item);
  const lapsedAt = usePermitsLapsed(item);
  const gasAt = useGas(item);
  const batches = useBatches(product, texts.batchNumber);
  const measured = completeConditions(texts, units);
  const breaches = kind === 'start' && measured ? breachesOf(product, measured) : [];
  const breach = breaches.length > 0 && !breaches.some(({ isFinal }) => isFinal);
  const startMs = Date.parse(fromLocalField(texts.occurredAt, timeZone) ?? '');
  useEffect(() => {
    // what was typed stays; what was taken over is that of the hour in which it starts, and may arrive while this stands open
    if (!follows || Number.isNaN(startMs) || !isUntyped(texts)) return;
    const nearest = near(startMs);
    if (nearest?.at === texts.taken?.at) return;
    const taken = nearest ? takenFrom(nearest, units) : null;
    for (const [name, text] of Object.entries(taken?.texts ?? NO_CONDITIONS)) form.setValue(name as keyof ConditionTexts, text);
    form.setValue('taken', taken);
  });
  const off = kind === 'start' && window ? outOfWindow(window, startMs) : undefined;
  /** past its day, or it lay in the cold: not without a reason */
  const isSpoiled = kind === 'start' && batches.warning !== undefined;
  /** asked once about a time that can hardly be */
  const [asked, setAsked] = useState('');
  /** somebody else's entry: the correction says why, under both names */
  const isOthers = corrects !== undefined && corrects.personId !== session.personId;

  const save = form.handleSubmit((values) => {
    const occurredAt = fromLocalField(values.occurredAt, timeZone) ?? '';
    const body = bodyFrom(values);
    const shape = checkShape<object>(kind === 'start' ? StartBodyDto : FinishBodyDto, body);
    const issues = [
      ...(shape.ok
        ? checkEntry(body, occurredAt, {
            product,
            isLaid: wantsAirFirst,
            careLeft: careLeftAt(Date.parse(occurredAt)),
            permitsLapsed: lapsedAt(Date.parse(occurredAt)),
            gas: gasAt(Date.parse(occurredAt)),
            path: '',
          })
        : shape.issues),
    ].map((found) => ({
      ...found,
      path: found.path.replace(/^\./, '').replace(/^conditions$/, 'surfaceTemperatureC'),
    }));
    if (occurredAt === '') issues.push({ code: 'not-a-time-with-offset', path: 'occurredAt' });
    const reason = values.supersedesReason.trim();
    if (corrects && isOthers && reason === '') issues.push({ code: 'supersede-needs-reason', path: 'supersedesReason' });
    if ((off || isSpoiled) && !breach && values.breachReason.trim() === '') issues.push({ code: 'missing', path: 'breachReason' });
    if (issues.length > 0) return form.showIssues(issues);
    const odd = kind === 'finish' ? oddDuration(item, done, body, occurredAt) : undefined;
    if (odd && asked !== odd.key) {
      setAsked(odd.key);
      return form.setError('root', {
        message: t(`log.odd.${odd.kind}`, { took: hoursMinutes(odd.tookMs), usual: hoursMinutes(odd.usualMs) }),
      });
    }
    log(body, occurredAt, corrects && { entryId: corrects.id, reason });
    form.forget();
    onSaved?.();
  });

  const bodyFrom = (values: Texts): EntryBody => {
    const common = {
      workItemId: item.id,
      planRevisionId: corrects && 'planRevisionId' in corrects.body ? corrects.body.planRevisionId : revision!.id,
    };
    const text = (name: 'batchNumber' | 'note' | 'breachReason') => (values[name].trim() ? { [name]: values[name].trim() } : {});
    if (kind === 'start') {
      const conditions = conditionsFrom(values, units);
      return {
        kind: 'start',
        ...common,
        ...(conditions ? { conditions } : {}),
        ...(values.taken && isAsTaken(values) ? { conditionsAt: new Date(values.taken.at).toISOString() } : {}),
        ...text('batchNumber'),
        ...(breach || off || isSpoiled ? text('breachReason') : {}),
        ...text('note'),
      };
    }
    const usedKg = readQuantity(values.usedKg, 'kg', units);
    return {
      kind: 'finish',
      ...common,
      ...(isCoat
        ? { firstLaidAt: fromLocalField(values.firstLaidAt, timeZone) ?? '', lastLaidAt: fromLocalField(values.lastLaidAt, timeZone) ?? '' }
        : {}),
      ...text('batchNumber'),
      ...(usedKg === undefined ? {} : { usedKg }),
      ...(handsOf(values).ticked.length > 0 ? { hands: handsOf(values).ticked } : {}),
      ...text('note'),
    };
  };

  return (
    <form
      onSubmit={(event) => void save(event)}
      className="flex flex-col gap-2.5"
      noValidate
      aria-label={t(`log.${kind}-of`, { name: stepName(item, model) })}
    >
      {kind === 'start' && (isCoat || product?.measure === 'kg') ? (
        <Air isWanted={wantsAirFirst} isFilled={measured !== undefined || faults.surfaceTemperatureC !== undefined}>
          <ConditionsFields register={register} errors={faults} texts={texts} product={product} />
          {texts.taken && isAsTaken(texts) ? (
            <p className="text-[13px] text-soft">{t('conditions.as-measured', { at: dayAndTime(texts.taken.at, timeZone) })}</p>
          ) : null}
        </Air>
      ) : null}
      {breach || off || isSpoiled ? (
        <TextArea
          label={
            breach || !off
              ? t(breach || !isSpoiled ? 'log.breach-reason' : 'label.spoiled-reason')
              : t(`log.out-of-window.${off.side}`, { by: hoursMinutes(off.byMs) })
          }
          hint={breach && off ? t(`log.out-of-window.${off.side}`, { by: hoursMinutes(off.byMs) }) : undefined}
          fault={faults.breachReason?.message}
          {...register('breachReason')}
        />
      ) : null}
      <div className="grid grid-cols-2 gap-2.5 max-[719px]:grid-cols-1">
        <TextField
          label={t(kind === 'start' ? 'log.started-at' : 'log.finished-at')}
          type="datetime-local"
          fault={faults.occurredAt?.message}
          {...register('occurredAt')}
        />
        {isCoat || product ? (
          <BatchField
            product={product}
            batches={batches}
            fault={faults.batchNumber?.message}
            field={register('batchNumber')}
            onScanned={(batchNumber) => form.setValue('batchNumber', batchNumber)}
          />
        ) : null}
        {kind === 'finish' && isCoat ? (
          <>
            <TextField label={t('log.first-laid')} type="datetime-local" fault={faults.firstLaidAt?.message} {...register('firstLaidAt')} />
            <TextField label={t('log.last-laid')} type="datetime-local" fault={faults.lastLaidAt?.message} {...register('lastLaidAt')} />
            <TextField
              label={t('field.usedKg')}
              unit={toSystem(1, 'kg', units).unit}
              inputMode="decimal"
              fault={faults.usedKg?.message}
              {...register('usedKg')}
            />
          </>
        ) : null}
        <div className={kind === 'finish' && isCoat ? '' : 'min-[720px]:col-span-2'}>
          <TextField label={t('field.note')} fault={faults.note?.message} {...register('note')} />
        </div>
      </div>
      {kind === 'finish' ? (
        <Hands
          self={corrects?.personName ?? session.name}
          value={handsOf(texts)}
          fault={faults.hands?.message}
          put={(part) => form.setValue('hands', { ...handsOf(texts), ...part })}
        />
      ) : null}
      {corrects ? (
        <TextArea
          label={t(isOthers ? 'log.supersede-reason-others' : 'log.supersede-reason', { name: corrects.personName })}
          fault={faults.supersedesReason?.message}
          {...register('supersedesReason')}
        />
      ) : null}
      <FormFoot
        fault={faults.root?.message}
        label={t(corrects ? 'log.correct' : `log.do-${kind}`, { name: stepName(item, model) })}
        size="large"
        className=""
      />
    </form>
  );
}

/** What was measured on the face of a piece of work, or in its room, within the hour. */
function useMeasuredHere({ faceId }: WorkItem): (atMs: number) => Measurement | undefined {
  const { model } = useJob(parts('model'));
  const { site, workItems } = usePlanning();
  const spaceOf = (id: string | undefined) => model.faces.find((face) => face.id === id)?.spaceId;
  const faceOf = (each: Measurement) => each.faceId ?? workItems.find(({ id }) => id === each.workItemId)?.faceId;
  return (atMs) =>
    nearestMeasurement(site.measured, atMs, (each) => faceOf(each) === faceId) ??
    nearestMeasurement(site.measured, atMs, (each) => spaceOf(faceOf(each)) === spaceOf(faceId));
}

/** A coat asks for its air; before mortar and plug it may be given, and is judged all the same. */
function Air({ isWanted, isFilled, children }: { isWanted: boolean; isFilled: boolean; children: ReactNode }) {
  if (isWanted) return <>{children}</>;
  return (
    <details open={isFilled || undefined}>
      <summary className="min-h-9 py-1.5 font-medium max-[719px]:min-h-14">{t('conditions.by-the-sheet')}</summary>
      <div className="flex flex-col gap-2.5">{children}</div>
    </details>
  );
}

function conditionTexts(conditions: Conditions, units: UnitSystem): ConditionTexts {
  return {
    airTemperatureC: fieldText(conditions.airTemperatureC, '°C', units),
    surfaceTemperatureC: fieldText(conditions.surfaceTemperatureC, '°C', units),
    relativeHumidityPct: String(conditions.relativeHumidityPct),
    coldestAheadC: fieldText(conditions.coldestAheadC, '°C', units),
    warmestAheadC: fieldText(conditions.warmestAheadC, '°C', units),
    rainInH: fieldText(conditions.rainInH, 'h', units),
    windMS: fieldText(conditions.windMS, 'm/s', units),
  };
}

const takenFrom = ({ at, conditions }: Measurement, units: UnitSystem): Taken => ({ at, texts: conditionTexts(conditions, units) });

const AIR = Object.keys(NO_CONDITIONS) as (keyof ConditionTexts)[];
const isAsTaken = ({ taken, ...texts }: Texts): boolean => taken !== null && AIR.every((name) => texts[name] === taken.texts[name]);
const isUntyped = (texts: Texts): boolean => isAsTaken(texts) || (texts.taken === null && AIR.every((name) => texts[name] === ''));

interface StartingFrom {
  corrects: LogEntry | undefined;
  done: WorkDone | undefined;
  timeZone: string;
  units: UnitSystem;
  /** as measured here just before */ near: Measurement | undefined;
}

function startTexts({ corrects, done, timeZone, units, near }: StartingFrom): Texts {
  const now = localField(trueNow(), timeZone);
  const body = corrects?.body;
  const start = body?.kind === 'start' ? body : undefined;
  const conditions = start ? start.conditions : near?.conditions;
  const at = start?.conditionsAt === undefined ? near?.at : Date.parse(start.conditionsAt);
  const air = conditions ? conditionTexts(conditions, units) : NO_CONDITIONS;
  const finish = body?.kind === 'finish' ? body : undefined;
  const local = (iso: string | undefined, otherwise: string) => (iso ? localField(Date.parse(iso), timeZone) : otherwise);
  return {
    ...air,
    taken: at === undefined ? null : { at, texts: air },
    occurredAt: local(corrects?.occurredAt, now),
    batchNumber: (body && 'batchNumber' in body ? body.batchNumber : undefined) ?? done?.batchNumbers.at(-1) ?? '',
    breachReason: start?.breachReason ?? '',
    firstLaidAt: local(finish?.firstLaidAt, done?.startedAt ? localField(done.startedAt, timeZone) : now),
    lastLaidAt: local(finish?.lastLaidAt, now),
    usedKg: fieldText(finish?.usedKg, 'kg', units),
    note: body?.note ?? '',
    supersedesReason: '',
    hands: corrects ? { ...NOBODY_TICKED, ticked: [...(finish?.hands ?? [])] } : null,
  };
}
