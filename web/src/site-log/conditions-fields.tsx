import { FROST_FREE_H, type Product, freezes } from '@caulkhorn/core/catalogue';
import { type Breach, type Conditions, DEW_MARGIN_C, breachesOf, dewMargin, dewWorking } from '@caulkhorn/core/site-log';
import { toSystem, type UnitSystem } from '@caulkhorn/core/quantities';
import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import { t } from '../messages/t';
import { formatMargin, formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { TextField } from '../shared/ui/field';
import { breachText } from '../words/breach-text';
import { useWorking } from '../workings/use-working';

export interface ConditionTexts {
  airTemperatureC: string;
  surfaceTemperatureC: string;
  relativeHumidityPct: string;
  /** only where frost would harm what is laid */ coldestAheadC: string;
  warmestAheadC: string;
  rainInH: string;
  windMS: string;
}

const AHEAD = { coldestAheadC: '°C', warmestAheadC: '°C', rainInH: 'h', windMS: 'm/s' } as const;

export const NO_CONDITIONS: ConditionTexts = {
  ...{ airTemperatureC: '', surfaceTemperatureC: '', relativeHumidityPct: '' },
  ...{ coldestAheadC: '', warmestAheadC: '', rainInH: '', windMS: '' },
};

/** What was measured; undefined when nothing was typed. Unreadable figures stay NaN for the check to refuse. */
export function conditionsFrom(texts: ConditionTexts, units: UnitSystem): Conditions | undefined {
  if (
    Object.values({ a: texts.airTemperatureC, s: texts.surfaceTemperatureC, h: texts.relativeHumidityPct }).every(
      (text) => text.trim() === '',
    )
  )
    return undefined;
  return {
    airTemperatureC: readQuantity(texts.airTemperatureC, '°C', units) ?? NaN,
    surfaceTemperatureC: readQuantity(texts.surfaceTemperatureC, '°C', units) ?? NaN,
    relativeHumidityPct: readQuantity(texts.relativeHumidityPct, '%', units) ?? NaN,
    ...Object.fromEntries(
      Object.entries(AHEAD).flatMap(([name, unit]) => {
        const text = texts[name as keyof typeof AHEAD];
        return text.trim() ? [[name, readQuantity(text, unit, units) ?? NaN]] : [];
      }),
    ),
  };
}

/** Air, surface and humidity, with the dew-point margin as soon as all three are there. */
export function ConditionsFields<T extends ConditionTexts>({
  register,
  errors,
  texts,
  product,
}: {
  register: UseFormRegister<T>;
  errors: FieldErrors<ConditionTexts>;
  texts: ConditionTexts;
  /** what is started, so that its own sheet judges */ product?: Product | undefined;
}) {
  const units = useUnits();
  const degrees = toSystem(1, '°C', units).unit;
  const show = useWorking((state) => state.show);
  const field = register as unknown as UseFormRegister<ConditionTexts>;
  const complete = completeConditions(texts, units);
  const margin = complete && dewMargin(complete);
  const breaches = complete && product ? breachesOf(product, complete) : [];
  return (
    <>
      <div className="grid grid-cols-3 gap-2.5">
        <TextField
          label={t('conditions.air')}
          unit={degrees}
          inputMode="decimal"
          fault={errors.airTemperatureC?.message}
          {...field('airTemperatureC')}
        />
        <TextField
          label={t('conditions.surface')}
          unit={degrees}
          inputMode="decimal"
          fault={errors.surfaceTemperatureC?.message}
          {...field('surfaceTemperatureC')}
        />
        <TextField
          label={t('conditions.humidity')}
          unit="%"
          inputMode="decimal"
          fault={errors.relativeHumidityPct?.message}
          {...field('relativeHumidityPct')}
        />
        {product && freezes(product) ? (
          <div className="col-span-3">
            <TextField
              label={t('conditions.coldest-ahead', { h: product.limits.frostFreeH ?? FROST_FREE_H })}
              hint={t('conditions.coldest-ahead-how')}
              unit={degrees}
              inputMode="decimal"
              fault={errors.coldestAheadC?.message}
              {...field('coldestAheadC')}
            />
          </div>
        ) : null}
        {product ? (
          <details className="col-span-3">
            <summary className="min-h-9 py-1.5 font-medium max-[719px]:min-h-14">{t('conditions.outdoors')}</summary>
            <div className="grid grid-cols-3 items-end gap-2.5">
              <TextField
                label={t('conditions.warmest-ahead')}
                unit={degrees}
                inputMode="decimal"
                fault={errors.warmestAheadC?.message}
                {...field('warmestAheadC')}
              />
              <TextField
                label={t('conditions.rain-in')}
                unit="h"
                inputMode="decimal"
                fault={errors.rainInH?.message}
                {...field('rainInH')}
              />
              <TextField
                label={t('conditions.wind')}
                unit={toSystem(1, 'm/s', units).unit}
                inputMode="decimal"
                fault={errors.windMS?.message}
                {...field('windMS')}
              />
            </div>
          </details>
        ) : null}
      </div>
      {margin ? (
        <div role="status" className="flex items-baseline gap-2">
          <p className="flex-1 font-semibold">
            {t(margin.marginC < 0 ? 'conditions.margin-under' : 'conditions.margin', {
              margin: margin.marginC < 0 ? formatQuantity(-margin.marginC, 'K', units) : formatMargin(margin.marginC, units),
              // a hundredth of a degree is no dew point anybody measures
              dew: formatQuantity(Math.round(margin.dewPointC * 10) / 10, '°C', units),
            })}
          </p>
          <button
            type="button"
            className="min-h-7 shrink-0 underline decoration-rule-strong decoration-dotted underline-offset-4 max-[719px]:min-h-14"
            onClick={() => show(dewWorking(complete!) ?? null, t('air.margin'), t('air.why'))}
          >
            {t('why')}
          </button>
        </div>
      ) : null}
      {complete && product ? <Gate product={product} breaches={breaches} /> : null}
      {margin && !product && margin.marginC < DEW_MARGIN_C ? <p className="text-ochre">{t('gate.usual-margin')}</p> : null}
    </>
  );
}

/** What the product's sheet says of this air and surface: each limit that is not kept, with its figure; or that all are kept. */
function Gate({ product, breaches }: { product: Product; breaches: readonly Breach[] }) {
  const units = useUnits();
  if (breaches.length === 0)
    return <p className="border-l-4 border-water bg-water-soft px-2.5 py-1.5 font-medium">{t('gate.kept', { product: product.name })}</p>;
  return (
    <div role="alert" className="border-l-4 border-iron bg-iron-soft px-2.5 py-1.5">
      <p className="font-semibold">
        {t(breaches.some(({ isFinal }) => isFinal) ? 'gate.shut' : 'gate.not-kept', { product: product.name })}
      </p>
      <ul>
        {breaches.map((breach) => (
          <li key={breach.code}>{breachText(breach, units)}</li>
        ))}
      </ul>
    </div>
  );
}

/** Undefined until all three were read. */
export function completeConditions(texts: ConditionTexts, units: UnitSystem): Conditions | undefined {
  const conditions = conditionsFrom(texts, units);
  return conditions && Object.values(conditions).every(Number.isFinite) ? conditions : undefined;
}
