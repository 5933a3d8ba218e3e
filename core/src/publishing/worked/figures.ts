import { hashOf } from '../../site-log/index.js';

/** Digits that every machine agrees on: the last ones of a long sum may differ by how its processor takes a power. */
const DIGITS = 9;

/** Anything that was worked out, as plain JSON: figures to nine digits, sheets of products by their name and version. */
export function plain(value: unknown): unknown {
  if (typeof value === 'number') return Number.isFinite(value) ? Number(value.toPrecision(DIGITS)) + 0 : String(value);
  if (typeof value === 'function') return undefined;
  if (typeof value !== 'object' || value === null) return value;
  if (value instanceof Map) return [...value].map(([name, each]) => [plain(name), plain(each)]);
  if (value instanceof Set) return [...value].map(plain);
  if (Array.isArray(value)) return value.map((each) => plain(each) ?? null);
  if ('packs' in value && 'version' in value && 'id' in value) return `${String(value.id)} ${String(value.version)}`;
  return Object.fromEntries(Object.entries(value).flatMap(([name, each]) => (each === undefined ? [] : [[name, plain(each)]])));
}

/** So much of a hash as tells two results apart. */
export function mark(value: unknown): string {
  return hashOf(plain(value) ?? null).slice(0, 12);
}
