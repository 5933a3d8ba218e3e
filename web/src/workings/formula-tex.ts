import type { AnyCalculator } from '@caulkhorn/core/fields';
import { has, tOf } from '../messages/t';

const TOKEN = /@([A-Za-z0-9]+)/g;

/** A line of a calculator's law with its symbols. */
export function withSymbols(line: string, { symbols = {} }: Pick<AnyCalculator, 'symbols'>): string {
  return line.replace(TOKEN, (_, name: string) => `{${symbols[name] ?? inWords(name)}}`);
}

/** The same line with numbers in place of symbols, SI; null when it has no symbol, or one of them has no single number. */
export function withNumbers(line: string, values: Readonly<Record<string, unknown>>): string | null {
  const names = [...line.matchAll(TOKEN)].map((match) => match[1]!);
  if (names.length === 0 || names.some((name) => typeof values[name] !== 'number' || !Number.isFinite(values[name]))) return null;
  return line.replace(TOKEN, (_, name: string) => `{${numberTex(values[name] as number)}}`);
}

/** Six significant digits; powers of ten written out; a negative number in brackets. */
export function numberTex(value: number): string {
  const rounded = Number(value.toPrecision(6));
  const size = Math.abs(rounded);
  const plain = size === 0 || (size >= 1e-4 && size < 1e7);
  const [mantissa, exponent] = rounded.toExponential().split('e') as [string, string];
  const text = plain ? String(rounded).replace(/\B(?=(\d{3})+(?!\d))(?<!\.\d*)/g, '\\,') : `${mantissa} \\times 10^{${Number(exponent)}}`;
  return rounded < 0 ? `\\left(${text}\\right)` : text;
}

function inWords(name: string): string {
  const words = has(`field.${name}`) ? tOf(`field.${name}`) : name;
  return `\\text{${words.replace(/[\\{}$&#^_%~]/g, '')}}`;
}
