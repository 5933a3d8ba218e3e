import '../messages/later';
import { GasBodyDto, InsideBodyDto, checkShape } from '@caulkhorn/contract';
import { type ConfinedState, type EntryBody, GASES, GAS_GOOD_FOR_MS, checkEntry, confinedAt, gasAlarms } from '@caulkhorn/core/site-log';
import { useEffect, useMemo } from 'react';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { readQuantity } from '../shared/numbers';
import { hoursMinutes, timeOfDay } from '../shared/times';
import { trueNow, trueNowIso } from '../shared/true-clock';
import { Button } from '../shared/ui/button';
import { TextField } from '../shared/ui/field';
import { FormFoot } from '../shared/ui/form-foot';
import { useKeptForm } from '../shared/use-kept-form';
import { RescuePlan } from './rescue-plan';

const NO_AIR = { oxygenPct: '', lelPct: '', h2sPpm: '', coPpm: '' };

/** A confined space while it is worked in: its air by the meter, who is inside, who watches. Nobody goes in on bad or old air. */
export function ConfinedWatch({ spaceId, now }: { spaceId: string; now: number }) {
  const { model, lines, can } = useJob(parts('model', 'lines', 'can'));
  const minute = Math.ceil(now / 60_000) * 60_000;
  const state = useMemo(() => confinedAt(lines, spaceId, minute), [lines, spaceId, minute]);
  const room = model.spaces.find(({ id }) => id === spaceId)?.name ?? '';
  return (
    <section aria-label={t('confined.title', { room })} className="flex flex-col gap-2.5 border-2 border-iron px-3 py-2.5">
      <h3 className="font-semibold">{t('confined.title', { room })}</h3>
      <RescuePlan rescue={state.rescue} spaceId={spaceId} now={now} />
      <Air state={state} now={now} timeZone={model.job.timeZone} />
      {can('log') ? <AirForm spaceId={spaceId} /> : null}
      <Inside state={state} spaceId={spaceId} now={now} />
      <p className="text-[13px] text-soft">{t('confined.defers')}</p>
    </section>
  );
}

function Air({ state: { gas, inside }, now, timeZone }: { state: ConfinedState; now: number; timeZone: string }) {
  if (!gas) return <p className="font-medium">{t('confined.no-air')}</p>;
  const alarms = gasAlarms(gas.reading);
  const isOld = now - gas.at > GAS_GOOD_FOR_MS;
  return (
    <>
      <p>
        {GASES.map((each) => t(`confined.read.${each}`, { figure: gas.reading[each] })).join(' · ')}
        <span className="block text-[13px] text-soft">
          {t('confined.read-at', { at: timeOfDay(gas.at, timeZone), ago: hoursMinutes(Math.max(0, now - gas.at)), name: gas.personName })}
        </span>
      </p>
      {alarms.length > 0 ? (
        <p role="alert" className="bg-iron px-3 py-2 text-lg font-bold text-paper">
          {t(inside.length > 0 ? 'confined.all-out' : 'confined.nobody-in')}{' '}
          {alarms
            .map(({ gas: which, figure, limit, side }) => t(`confined.beyond-${side}`, { gas: t(`confined.gas.${which}`), figure, limit }))
            .join(' ')}
        </p>
      ) : isOld ? (
        <p role={inside.length > 0 ? 'alert' : 'status'} className="font-semibold text-iron">
          {t(inside.length > 0 ? 'confined.read-again' : 'confined.read-before')}
        </p>
      ) : null}
    </>
  );
}

function AirForm({ spaceId }: { spaceId: string }) {
  const { log } = useJob(parts('log'));
  const form = useKeptForm(`gas ${spaceId}`, NO_AIR);
  const faults = form.formState.errors;
  const save = form.handleSubmit((texts) => {
    const figures = GASES.map((gas) => [gas, readQuantity(texts[gas], gas.endsWith('Pct') ? '%' : '', 'metric')] as const);
    const missing = figures.filter(([, figure]) => figure === undefined).map(([gas]) => ({ code: 'missing', path: gas }));
    if (missing.length > 0) return form.showIssues(missing);
    const body = { kind: 'gas', spaceId, reading: Object.fromEntries(figures) };
    const shape = checkShape<EntryBody>(GasBodyDto, body);
    if (!shape.ok) return form.showIssues(shape.issues.map((found) => ({ ...found, path: found.path.replace('reading.', '') })));
    log(shape.value, trueNowIso());
    form.reset(NO_AIR);
    form.forget();
  });
  return (
    <form onSubmit={(event) => void save(event)} noValidate className="flex flex-col gap-2">
      <div className="grid grid-cols-4 gap-2 max-[719px]:grid-cols-2">
        {GASES.map((gas) => (
          <TextField
            key={gas}
            label={t(`confined.gas.${gas}`)}
            unit={gas.endsWith('Pct') ? '%' : 'ppm'}
            inputMode="decimal"
            fault={faults[gas]?.message}
            {...form.register(gas)}
          />
        ))}
      </div>
      <Button type="submit" className="min-h-14">
        {t('confined.save-air')}
      </Button>
    </form>
  );
}

/** Each who is inside, with one press for coming out; and who goes in next, with who stays outside. */
function Inside({ state: { gas, rescue, inside }, spaceId, now }: { state: ConfinedState; spaceId: string; now: number }) {
  const { log, can, session } = useJob(parts('log', 'can', 'session'));
  const form = useKeptForm(`inside ${spaceId}`, { name: session.name, watcher: '' });
  const faults = form.formState.errors;
  const { clearErrors } = form;
  // what was against it may have been the air, or that nobody had said how to bring him out
  useEffect(() => clearErrors(), [gas?.at, rescue?.at, clearErrors]);
  const goIn = form.handleSubmit(({ name, watcher }) => {
    const body: EntryBody = { kind: 'inside', spaceId, went: 'in', name: name.trim(), watcher: watcher.trim() };
    const occurredAt = trueNowIso();
    const shape = checkShape<object>(InsideBodyDto, { ...body, watcher: watcher.trim() || undefined });
    const issues = [...(shape.ok ? [] : shape.issues), ...checkEntry(body, occurredAt, { gas, rescue, path: '' })];
    if (inside.some((each) => each.name.toLowerCase() === name.trim().toLowerCase())) issues.push({ code: 'inside-already', path: 'name' });
    if (issues.length > 0) return form.showIssues(issues);
    log(body, occurredAt);
    form.reset({ name: '', watcher: watcher.trim() });
    form.forget();
  });
  return (
    <>
      {inside.length === 0 ? <p>{t('confined.empty')}</p> : null}
      <ul className="flex flex-col gap-1.5">
        {inside.map(({ name, sinceMs, watcher }) => (
          <li key={name} className="flex items-center gap-2">
            <span className="min-w-0 flex-1">
              <b>{name}</b> {t('confined.in-for', { for: hoursMinutes(Math.max(0, now - sinceMs)) })}
              <span className="block text-[13px] text-soft">{t('confined.watched-by', { watcher })}</span>
            </span>
            {can('log') ? (
              <Button
                look="solid"
                className="min-h-14"
                aria-label={t('confined.is-out-of', { name })}
                onClick={() => log({ kind: 'inside', spaceId, name, went: 'out' }, new Date(Math.max(trueNow(), sinceMs)).toISOString())}
              >
                {t('confined.is-out')}
              </Button>
            ) : null}
          </li>
        ))}
      </ul>
      {can('log') ? (
        <form onSubmit={(event) => void goIn(event)} noValidate className="flex flex-col gap-2">
          <div className="grid grid-cols-2 gap-2">
            <TextField label={t('confined.who-goes')} fault={faults.name?.message} {...form.register('name')} />
            <TextField label={t('confined.who-watches')} fault={faults.watcher?.message} {...form.register('watcher')} />
          </div>
          <FormFoot fault={faults.root?.message} look="outline" className="min-h-14" label={t('confined.goes-in')} />
        </form>
      ) : null}
    </>
  );
}
