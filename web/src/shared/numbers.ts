import { localeOf } from '../messages/locale';
import { decimalSign, formatNumber } from '../messages/number-text';
import { type UnitSystem, feetInches, fromSystem, fromWritten, readFeetInches, startsUnit, toSystem } from '@caulkhorn/core/quantities';

/** Decimals that mean something on site, least and most, by the unit shown. */
const DECIMALS: Readonly<Record<string, readonly [least: number, most: number]>> = {
  m: [2, 2],
  ft: [2, 2],
  mm: [0, 2],
  in: [0, 3],
  'm²': [1, 1],
  'ft²': [0, 0],
  kPa: [1, 1],
  psi: [0, 2],
  kN: [1, 1],
  lbf: [0, 0],
  kg: [1, 1],
  lb: [1, 1],
  L: [2, 2],
  'US gal': [2, 2],
  '°C': [1, 1],
  '°F': [1, 1],
  K: [1, 1],
  min: [0, 0],
  '%': [0, 1],
  piece: [0, 0],
};
/** How a unit is written beside a figure, where that is not its own name. */
const WRITTEN: Readonly<Record<string, string>> = { piece: 'pcs' };
/** Poured from a jug: a hundredth counts below ten only. */
const POURED: ReadonlySet<string> = new Set(['L', 'US gal']);
const USUAL_DECIMALS = [0, 2] as const;

/** A quantity in the reader's units, with its unit. */
export function formatQuantity(value: number, unit: string, system: UnitSystem): string {
  const shown = toSystem(value, unit, system);
  if (shown.unit === 'ft') return feetInches(value);
  const [least, usual] = DECIMALS[shown.unit] ?? USUAL_DECIMALS;
  // nobody measures a thousandth of a per cent
  const most = least === 0 && Math.abs(shown.value) >= 1000 ? 0 : usual + Number(isLost(shown.value, usual));
  if (POURED.has(shown.unit) && Math.abs(shown.value) >= 10) return `${formatNumber(shown.value, 1)}\u202f${shown.unit}`;
  return `${formatNumber(shown.value, most, least)}${shown.unit ? `\u202f${WRITTEN[shown.unit] ?? shown.unit}` : ''}`;
}

/** A limit of a field: as short as it can be said. */
export function formatLimit(value: number, unit: string, system: UnitSystem): string {
  const shown = toSystem(value, unit, system);
  if (shown.unit === 'ft') return feetInches(value);
  return `${formatNumber(shown.value, 3, 0)}${shown.unit ? `\u202f${WRITTEN[shown.unit] ?? shown.unit}` : ''}`;
}

const MIL_PER_MM = 1000 / 25.4;

/** A film as the trade says it: mm, or in US units mils. */
export function formatFilm(mm: number, system: UnitSystem): string {
  return system === 'us' ? `${formatNumber(mm * MIL_PER_MM, 0)}\u202fmil` : formatQuantity(mm, 'mm', system);
}

const L_PER_M3 = 1000;

/** A flow that nobody knows better than to two figures: `about 110 m³/day`, in US units gallons. */
export function aboutFlow(lPerDay: number, system: UnitSystem): string {
  const inUnit =
    system === 'us'
      ? toSystem(lPerDay, 'L', 'us')
      : lPerDay >= L_PER_M3
        ? { value: lPerDay / L_PER_M3, unit: 'm³' }
        : { value: lPerDay, unit: 'L' };
  return `${formatNumber(Number(inUnit.value.toPrecision(2)), 1, 0)}\u202f${inUnit.unit}/day`;
}

/** A little of something is not nothing: where the usual decimals would show 0, one more may show it. */
function isLost(value: number, decimals: number): boolean {
  return Math.abs(value) < 0.5 * 10 ** -decimals && Math.abs(value) >= 0.5 * 10 ** -(decimals + 1);
}

/** A dew-point margin, rounded down: 2.98 K is not yet 3 and must not read so. */
export function formatMargin(marginK: number, system: UnitSystem): string {
  return formatQuantity(Math.floor(marginK * 10 + 1e-9) / 10, 'K', system);
}

export function formatMoney(minor: number, currency: string): string {
  return new Intl.NumberFormat(localeOf().tag, { style: 'currency', currency }).format(minor / 100);
}

/** Thousands parted by a space of any width, as formatNumber writes them. */
const IN_THOUSANDS = /^([+-]?\d{1,3})((?:[ \u00a0\u2009\u202f]\d{2,3})*[ \u00a0\u2009\u202f]\d{3})(?!\d)/;
/** One man's thousand is another's 1.25: a sign that is not the reader's own decimal one, before three figures, is asked about. */
const EITHER: Readonly<Record<',' | '.', RegExp>> = { '.': /^[+-]?[1-9]\d{0,2},\d{3}$/, ',': /^[+-]?[1-9]\d{0,2}\.\d{3}$/ };

/** Reads what someone typed; comma and point may both stand before the tenths. NaN when it is no number, or when the sign could part thousands. */
export function parseNumber(text: string, own = decimalSign()): number {
  const trimmed = text
    .trim()
    .replace('−', '-')
    .replace(IN_THOUSANDS, (_, first: string, rest: string) => first + rest.replace(/\D/g, ''));
  if (EITHER[own].test(trimmed)) return NaN;
  const decimal = /^[^.,]*,[^.,]*$/.test(trimmed) ? trimmed.replace(',', '.') : trimmed;
  return /^[+-]?(\d+\.?\d*|\.\d+)(e[+-]?\d+)?$/i.test(decimal) ? Number(decimal) : NaN;
}

/** What was typed in the reader's units, in SI; undefined when nothing was typed. */
export function readQuantity(text: string, unit: string, system: UnitSystem): number | undefined {
  if (text.trim() === '') return undefined;
  const shown = parseNumber(text);
  // twelve digits: a conversion must not turn a round figure into 0.30000000000000004
  return Number.isNaN(shown) ? readWritten(text, unit) : Number(fromSystem(shown, unit, system).toPrecision(12));
}

const MM_PER_M = 1000;
/** A figure and what comes after it: a unit, or nothing that we know. */
const WITH_UNIT = /^(.*[\d.,])\s*([^\d.,\s].*)$/;

/** A figure with its unit written behind it, whatever units the reader has: `68 °F`, `7' 6"`, `20 mil`. NaN where it is none of that kind. */
function readWritten(text: string, unit: string): number {
  const lengthM = unit === 'm' || unit === 'mm' ? readFeetInches(text) : undefined;
  if (lengthM !== undefined) return Number((unit === 'mm' ? lengthM * MM_PER_M : lengthM).toPrecision(12));
  const [, figure = '', written = ''] = WITH_UNIT.exec(text.trim()) ?? [];
  const value = parseNumber(figure);
  return Number.isNaN(value) ? NaN : (fromWritten(value, written, unit) ?? NaN);
}

/** Whether what stands in a field can still become a figure, or one with its unit: a stray letter cannot. */
export function mayBecomeFigure(text: string, unit: string): boolean {
  const written = /[^\d\s.,+\-−/_()'"′″].*$/.exec(text)?.[0] ?? '';
  return written === '' || /^e[+-]?\d*$/i.test(written) || startsUnit(written.replace(/[\d\s.,/'"′″]+/g, ''), unit);
}

/** An SI value as text for a field, in the reader's units. */
export function fieldText(value: number | undefined, unit: string, system: UnitSystem): string {
  if (value === undefined) return '';
  const shown = toSystem(value, unit, system);
  const [, most] = DECIMALS[shown.unit] ?? USUAL_DECIMALS;
  return String(Number(shown.value.toFixed(most + 1))).replace('.', decimalSign());
}
