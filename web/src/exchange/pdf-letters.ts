/** Letters that the app's own font has in the files from which a PDF takes them. */
const OWN =
  /^[\u0020-\u007e\u00a0-\u00a5\u00a7-\u00a9\u00ab\u00ac\u00ae-\u00b4\u00b6-\u00b8\u00ba-\u00ff\u0152\u0153\u2009\u2013\u2014\u2018-\u201a\u201c-\u201e\u2022\u2026\u20ac\u2122\u2212\n\r\t]*$/;

/** Whether the app's own font can write all of this; another letter would come out as an empty box. */
export const isOwnLetters = (text: string): boolean => OWN.test(text);

/** No font here has the narrow space that stands before a unit; the usual one holds it as fast to its figure. */
export function withSpaces<T>(value: T): T {
  if (typeof value === 'string') return value.replaceAll('\u202f', '\u00a0') as T;
  if (Array.isArray(value)) return value.map(withSpaces) as T;
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(Object.entries(value).map(([name, each]) => [name, withSpaces(each)])) as T;
}
