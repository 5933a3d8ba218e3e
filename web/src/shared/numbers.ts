import { type UnitSystem, fromSystem, toSystem } from '@caulkhorn/core/quantities';

/** Digits that mean something on site, by the unit shown. */
const DIGITS: Readonly<Record<string, number>> = {
  m: 2,
  ft: 2,
  mm: 1,
  in: 3,
  'm²': 1,
  'ft²': 0,
  kPa: 1,
  psi: 2,
  bar: 2,
  kN: 1,
  lbf: 0,
  kg: 1,
  lb: 1,
  L: 2,
  'US gal': 2,
  '°C': 1,
  '°F': 1,
  K: 1,
  min: 0,
  h: 1,
  '%': 0,
};

const formatters = new Map<string, Intl.NumberFormat>();

export function formatNumber(value: number, digits: number): string {
  const key = String(digits);
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.NumberFormat('en-GB', { maximumFractionDigits: digits, minimumFractionDigits: Math.min(digits, 1), useGrouping: true });
    formatters.set(key, formatter);
  }
  // a typographic minus lines up with digits and is not mistaken for a dash
  return formatter.format(Object.is(value, -0) ? 0 : value).replace('-', '−');
}

/** A quantity in the reader's units, with its unit. */
export function formatQuantity(value: number, unit: string, system: UnitSystem): string {
  const shown = toSystem(value, unit, system);
  const digits = DIGITS[shown.unit] ?? 2;
  return `${formatNumber(shown.value, digits)}${shown.unit ? `\u202f${shown.unit}` : ''}`;
}

export function formatMoney(minor: number, currency: string): string {
  return new Intl.NumberFormat('en-GB', { style: 'currency', currency }).format(minor / 100);
}

/** Reads what someone typed; a comma may stand for the decimal point. NaN when it is no number. */
export function parseNumber(text: string): number {
  const trimmed = text.trim().replace('−', '-');
  const decimal = /^[^.,]*,[^.,]*$/.test(trimmed) ? trimmed.replace(',', '.') : trimmed;
  return /^[+-]?(\d+\.?\d*|\.\d+)$/.test(decimal) ? Number(decimal) : NaN;
}

/** What was typed in the reader's units, in SI; undefined when nothing was typed. */
export function readQuantity(text: string, unit: string, system: UnitSystem): number | undefined {
  if (text.trim() === '') return undefined;
  const shown = parseNumber(text);
  // twelve digits: a conversion must not turn a round figure into 0.30000000000000004
  return Number.isNaN(shown) ? NaN : Number(fromSystem(shown, unit, system).toPrecision(12));
}

/** An SI value as text for a field, in the reader's units. */
export function fieldText(value: number | undefined, unit: string, system: UnitSystem): string {
  if (value === undefined) return '';
  return String(Number(toSystem(value, unit, system).value.toFixed((DIGITS[toSystem(value, unit, system).unit] ?? 2) + 1)));
}
