import { FAMILIES } from '@caulkhorn/core/catalogue';
import { PourDto, checkShape } from '@caulkhorn/contract';
import { type Pour, netAreaM2 } from '@caulkhorn/core/jobs';
import { concreteM3, pourPlan } from '@caulkhorn/core/materials';
import { type WholePour, wholePour } from '@caulkhorn/core/planning';
import { isEqual } from 'es-toolkit';
import { useId } from 'react';
import { HOUR_MS, toSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { fieldText, formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { fromLocalField, fullTime, localField } from '../shared/times';
import { FormFoot } from '../shared/ui/form-foot';
import { TextField } from '../shared/ui/field';
import { SavingFoot } from '../shared/ui/saving-foot';
import { faultText } from '../shared/fault-text';
import { useSavingForm } from '../shared/use-saving-form';
import { Figure } from '../workings/figure';
import { parts, useJob, usePlanning } from '../job/job-context';
import type { FaceSite } from './use-face-site';

/** Concrete still to be placed: what goes into a pour, or onto a bay, and when. */
export function PourForm({ site }: { site: FaceSite }) {
  const { model, put, can } = useJob(parts('model', 'put', 'can'));
  const { faces } = usePlanning().plan;
  const units = useUnits();
  const { face, plan } = site;
  const buildUp = plan.buildUp!;
  const { pour } = buildUp;
  const { timeZone } = model.job;
  const shown = (unit: string) => toSystem(0, unit, units).unit;
  const isShake = FAMILIES[buildUp.family].placed === 'on-green-concrete';
  const start = {
    name: pour?.name ?? '',
    concreteM3: fieldText(pour?.concreteM3, 'm³', units),
    cementKgM3: fieldText(pour?.cementKgM3 ?? 350, 'kg/m³', units),
    dosePct: fieldText(pour?.dosePct ?? 0.8, '%', units),
    pouredAt: pour?.pouredAt ? localField(Date.parse(pour.pouredAt), timeZone) : '',
    bayM2: fieldText(pour?.bayM2, 'm²', units),
  };
  const form = useSavingForm({
    key: `pour ${buildUp.id} ${units}`,
    of: pour,
    texts: start,
    // one that is not there yet is made when its form is sent
    isEditable: pour !== undefined,
    write(texts) {
      const figure = (text: string, unit: string) => readQuantity(text, unit, units);
      const next: Pour = {
        name: texts.name.trim(),
        cementKgM3: figure(texts.cementKgM3, 'kg/m³') ?? NaN,
        dosePct: figure(texts.dosePct, '%') ?? NaN,
        ...optional('concreteM3', figure(texts.concreteM3, 'm³')),
        ...optional('bayM2', figure(texts.bayM2, 'm²')),
        ...optional('pouredAt', fromLocalField(texts.pouredAt, timeZone)),
      };
      const shape = checkShape(PourDto, next);
      if (!shape.ok) return shape.issues;
      if (!isEqual(next, pour)) put('build-up', { ...buildUp, pour: next });
      return [];
    },
  });
  const { save } = form;
  const field = pour ? form.field : form.register;
  const faults = form.formState.errors;
  const planned = pour && plan.products?.coat ? pourPlan(face, buildUp, plan.products.coat, site.conditions.temperatureC) : undefined;
  const namesId = useId();
  const names = [...new Set(faces.flatMap(({ buildUp: other }) => other?.pour?.name ?? []))];
  const whole = pour && wholePour(pour.name, faces);
  return (
    <section>
      <h3 className="mb-1 font-semibold">{t(isShake ? 'pour.bays' : 'pour.title')}</h3>
      {can('plan') ? (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            save();
          }}
          className="grid grid-cols-2 gap-2"
          noValidate
        >
          <TextField label={t('pour.name')} hint={t('pour.name-how')} list={namesId} fault={faults.name?.message} {...field('name')} />
          <datalist id={namesId}>
            {names.map((name) => (
              <option key={name} value={name} />
            ))}
          </datalist>
          <TextField label={t('pour.at')} type="datetime-local" fault={faults.pouredAt?.message} {...field('pouredAt')} />
          {isShake ? (
            <TextField label={t('pour.bay')} unit={shown('m²')} inputMode="decimal" fault={faults.bayM2?.message} {...field('bayM2')} />
          ) : (
            <>
              <TextField
                label={t('pour.concrete')}
                unit={shown('m³')}
                inputMode="decimal"
                placeholder={fieldText(concreteM3(face, {}), 'm³', units)}
                fault={faults.concreteM3?.message}
                {...field('concreteM3')}
              />
              <TextField
                label={t('pour.cement')}
                unit={shown('kg/m³')}
                inputMode="decimal"
                fault={faults.cementKgM3?.message}
                {...field('cementKgM3')}
              />
              <TextField label={t('pour.dose')} unit="%" inputMode="decimal" fault={faults.dosePct?.message} {...field('dosePct')} />
            </>
          )}
          <div className="col-span-2">
            {pour ? <SavingFoot faults={faults} /> : <FormFoot fault={faults.root?.message} label={t('pour.save')} />}
          </div>
        </form>
      ) : null}
      {planned?.kind === 'dose' ? (
        <div className="mt-2">
          <Figure
            label={t('pour.powder')}
            value={planned.doseKg}
            unit="kg"
            working={plan.lines.find(({ what }) => what === 'dose')?.working}
          />
          {whole && whole.faceIds.length > 1 ? <Whole pour={whole} /> : <Slurry {...planned} />}
          {planned.warnings.map((warning) => (
            <p key={warning} className="mt-1 font-medium text-ochre">
              {tOf(`pour.${warning}`)}
            </p>
          ))}
          <p className="mt-1">{t('pour.how')}</p>
        </div>
      ) : null}
      {planned?.kind === 'shake' ? (
        <div className="mt-2">
          <p>
            {t('pour.bays-of', {
              n: planned.bays,
              area: formatQuantity(planned.bayM2, 'm²', units),
              total: formatQuantity(netAreaM2(face), 'm²', units),
            })}
          </p>
          <Figure label={t('pour.per-bay')} value={planned.kgPerBay} unit="kg" />
          <ol className="mt-1 list-decimal pl-5">
            {planned.steps.map(({ id, fromH, toH }) => (
              <li key={id}>
                {t(`pour.step.${id}`)}{' '}
                <span className="text-soft">
                  {pour?.pouredAt
                    ? t('pour.from-to', {
                        from: fullTime(Date.parse(pour.pouredAt) + fromH * HOUR_MS, timeZone),
                        to: fullTime(Date.parse(pour.pouredAt) + toH * HOUR_MS, timeZone),
                      })
                    : t('pour.hours', { from: formatNumber(fromH, 1), to: formatNumber(toH, 1) })}
                </span>
              </li>
            ))}
          </ol>
        </div>
      ) : null}
    </section>
  );
}

/** Several faces out of the same trucks: the powder goes in by the pour, not by the face. */
function Whole({ pour }: { pour: WholePour }) {
  const { faces } = useJob((job) => job.model);
  const marks = faces.filter(({ id }) => pour.faceIds.includes(id)).map(({ mark }) => mark);
  return (
    <>
      <h4 className="mt-2 font-semibold">{t('pour.whole', { faces: marks.join(', ') })}</h4>
      <Figure label={t('pour.all-concrete')} value={pour.concreteM3} unit="m³" />
      <Figure label={t('pour.all-powder')} value={pour.doseKg} unit="kg" />
      <Slurry {...pour} />
      {pour.issues.map((found) => (
        <p key={found.code} role="alert" className="mt-1 font-medium text-iron">
          {faultText(found)}
        </p>
      ))}
    </>
  );
}

function Slurry({ slurryWaterL, holdBackLPerM3 }: Pick<WholePour, 'slurryWaterL' | 'holdBackLPerM3'>) {
  return (
    <>
      <Figure label={t('pour.slurry-water')} value={slurryWaterL} unit="L" />
      <Figure label={t('pour.hold-back')} value={holdBackLPerM3} unit="L/m³" />
    </>
  );
}

function optional<K extends string, V>(name: K, value: V | undefined): Partial<Record<K, V>> {
  return value === undefined ? {} : ({ [name]: value } as Record<K, V>);
}
