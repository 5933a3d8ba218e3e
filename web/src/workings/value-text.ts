import type { FieldSpec } from '@caulkhorn/core/fields';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { fullTime } from '../shared/times';

export interface ValueReader {
  units: 'metric' | 'us';
  /** see `Working` */ kgStandsFor?: string;
  timeZone: string;
  /** money comes in hundredths (jobs) or as it was typed (bench) */ moneyIn: 'minor' | 'plain';
}

const ISO_TIME = /^\d{4}-\d{2}-\d{2}T[\d:.]+(Z|[+-]\d{2}:\d{2})$/;
/** Units of fields inside lists and records, by the way their names end. */
const UNIT_BY_ENDING: readonly (readonly [RegExp, string])[] = [
  [/KPa$/, 'kPa'],
  [/(Kg|^mass)$/, 'kg'],
  [/Mm$|^mm$/, 'mm'],
  [/Min$/, 'min'],
  [/Pct$/, '%'],
  [/[a-z]C$/, '°C'],
  [/[a-z]H$/, 'h'],
  [/[a-z]L$/, 'L'],
  [/[a-z]M$/, 'm'],
  [/^price$/, 'money'],
  [/^headsAfter$/, 'm'],
  [/^flowsAfter$/, 'L/h'],
  [/^day$/, 'day'],
  [/^range$/, 'm'],
  [/^(nugget|partialSill)$/, 'mm²'],
];

export function unitByName(name: string): string {
  return UNIT_BY_ENDING.find(([ending]) => ending.test(name))?.[1] ?? '';
}

export function unitOfSpec(spec: FieldSpec | undefined): string {
  if (spec?.type === 'list') return unitOfSpec(spec.of);
  return spec?.type === 'number' ? spec.unit : '';
}

/** A single value in the reader's words and units. */
export function scalarText(value: unknown, unit: string, reader: ValueReader): string {
  if (value === null || value === undefined) return t('no-value');
  if (typeof value === 'boolean') return t(value ? 'yes' : 'no');
  if (typeof value === 'number') return numberText(value, unit, reader);
  const text = String(value);
  if (ISO_TIME.test(text)) return fullTime(text, reader.timeZone);
  return tOf(`value.${text}`) === `value.${text}` ? text : tOf(`value.${text}`);
}

function numberText(value: number, ofField: string, { units, moneyIn, kgStandsFor }: ValueReader): string {
  const unit = ofField === 'kg' ? (kgStandsFor ?? ofField) : ofField;
  if (unit === 'money') return formatNumber(moneyIn === 'minor' ? value / 100 : value, 2);
  if (unit === 'min' && Math.abs(value) >= 180) return hoursAndMinutes(value);
  if (unit === 'day' || unit === 'month') return `${formatNumber(value, 1, 0)} ${t(`unit.${unit}`)}`;
  const small = value !== 0 && Math.abs(value) < 0.01;
  if (small && Math.abs(value) < 1e-4) return `${value.toExponential(2).replace('-', '−')}${unit ? `\u202f${unit}` : ''}`;
  return small && unit !== 'm' ? `${Number(value.toPrecision(3))}${unit ? `\u202f${unit}` : ''}` : formatQuantity(value, unit, units);
}

function hoursAndMinutes(minutes: number): string {
  const whole = Math.round(minutes);
  const [days, hours, rest] = [Math.floor(whole / 1440), Math.floor((whole % 1440) / 60), whole % 60];
  return [days ? `${days} d` : '', hours ? `${hours} h` : '', rest ? `${rest} min` : ''].filter(Boolean).join(' ') || '0 min';
}
