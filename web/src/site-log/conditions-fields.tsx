import { type Conditions, DEW_MARGIN_C, dewMargin, dewWorking } from '@caulkhorn/core/site-log';
import { toSystem, type UnitSystem } from '@caulkhorn/core/quantities';
import type { FieldErrors, UseFormRegister } from 'react-hook-form';
import { t } from '../messages/t';
import { formatMargin, formatQuantity, readQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { TextField } from '../shared/ui/field';
import { useWorking } from '../workings/use-working';

export interface ConditionTexts {
  airTemperatureC: string;
  surfaceTemperatureC: string;
  relativeHumidityPct: string;
}

export const NO_CONDITIONS: ConditionTexts = { airTemperatureC: '', surfaceTemperatureC: '', relativeHumidityPct: '' };

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
  };
}

/** Air, surface and humidity, with the dew-point margin as soon as all three are there. */
export function ConditionsFields<T extends ConditionTexts>({
  register,
  errors,
  texts,
}: {
  register: UseFormRegister<T>;
  errors: FieldErrors<ConditionTexts>;
  texts: ConditionTexts;
}) {
  const units = useUnits();
  const degrees = toSystem(1, '°C', units).unit;
  const show = useWorking((state) => state.show);
  const field = register as unknown as UseFormRegister<ConditionTexts>;
  const conditions = conditionsFrom(texts, units);
  const complete = conditions && Object.values(conditions).every(Number.isFinite) ? conditions : undefined;
  const margin = complete && dewMargin(complete);
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
      </div>
      {margin ? (
        <div role="status" className="flex items-baseline gap-2">
          <p className={`flex-1 font-semibold ${margin.marginC < DEW_MARGIN_C ? 'text-iron' : 'text-water'}`}>
            {t(margin.marginC < DEW_MARGIN_C ? 'conditions.margin-low' : 'conditions.margin-ok', {
              margin: formatMargin(margin.marginC, units),
              dew: formatQuantity(margin.dewPointC, '°C', units),
            })}
          </p>
          <button
            type="button"
            className="min-h-7 shrink-0 underline decoration-rule-strong decoration-dotted underline-offset-4 max-[719px]:min-h-12"
            onClick={() => show(dewWorking(complete!) ?? null, t('air.margin'), t('air.why'))}
          >
            {t('why')}
          </button>
        </div>
      ) : null}
    </>
  );
}

export function isBreach(texts: ConditionTexts, units: UnitSystem): boolean {
  const conditions = conditionsFrom(texts, units);
  if (!conditions || !Object.values(conditions).every(Number.isFinite)) return false;
  const margin = dewMargin(conditions);
  return margin !== undefined && margin.marginC < DEW_MARGIN_C;
}
