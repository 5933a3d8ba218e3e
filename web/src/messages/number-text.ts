import { localeOf } from './locale';

const formatters = new Map<string, Intl.NumberFormat>();

export function formatNumber(value: number, most: number, least = most, tag = localeOf().tag): string {
  const key = `${tag} ${least} ${most}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    formatter = new Intl.NumberFormat(tag, { maximumFractionDigits: most, minimumFractionDigits: least, numberingSystem: 'latn' });
    formatters.set(key, formatter);
  }
  // thousands are parted by a thin space (ISO 80000-1): a sign there would be read back as a decimal one;
  // a typographic minus lines up with digits and is not mistaken for a dash
  return formatter
    .formatToParts(Object.is(value, -0) ? 0 : value)
    .map(({ type, value: part }) => (type === 'group' ? '\u202f' : type === 'minusSign' ? '−' : part))
    .join('');
}

/** What stands before the tenths where the reader lives. */
export function decimalSign(tag = localeOf().tag): ',' | '.' {
  return formatNumber(0.5, 1, 1, tag).includes(',') ? ',' : '.';
}
