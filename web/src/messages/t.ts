import type { EN } from './en';
import type { BENCH_PAGE } from './en/bench-page';
import type { GLOSSARY } from './en/glossary';
import type { LATER } from './en/later';
import type { TODAY } from './en/today';
import { inReadersUnits } from './figures-in-words';
import { type Locale, localeOf, pluralOf } from './locale';
import { formatNumber } from './number-text';
import { pseudo } from './pseudo';

type Early = typeof EN;
type Late = typeof LATER & typeof BENCH_PAGE & typeof GLOSSARY & typeof TODAY;
/** What may be said. A key that no catalogue has does not compile. */
export type MessageKey = (keyof Early | keyof Late) & string;
type TextOf<K extends MessageKey> = K extends keyof Early ? Early[K] : K extends keyof Late ? Late[K] : never;

type Value = string | number | boolean | null | undefined;
type Names<Text> = Text extends `${string}{${infer Name}}${infer Rest}` ? Name | Names<Rest> : never;
/** What the words of a key leave open; of several keys, what any of them does. */
type OpenIn<K extends MessageKey> = K extends MessageKey ? Names<TextOf<K>> : never;
type Values<K extends MessageKey> = [OpenIn<K>] extends [never]
  ? [values?: Readonly<Record<string, Value>>]
  : [values: Readonly<Record<OpenIn<K>, Value>> & Readonly<Record<string, Value>>];

/** Every catalogue has the same keys; which one speaks is chosen here and nowhere else. */
const WORDS: Record<string, string> = {};

/** Words come with whoever speaks them: a page begins with the early ones, a worker with its own. What is known already stands. */
export function addWords(words: Readonly<Record<string, string>>): void {
  const isPseudo = localeOf().isPseudo;
  for (const [key, text] of Object.entries(words)) WORDS[key] ??= isPseudo ? pseudo(text) : text;
}

/**
 * The words for a key, with `{name}` filled in. Where they go by a number they stand under the plural's name too (`key.one`), which
 * `n` chooses by the language's own rules.
 */
export function t<K extends MessageKey>(key: K, ...[values]: Values<K>): string {
  return say(key, values);
}

/** As `t`, for a key that is put together from what comes in: a refusal's code, a calculator's field. One without words is told in general ones. */
export function tOf(key: string, values?: Readonly<Record<string, Value>>): string {
  return say(key, values);
}

export function has(key: string): key is MessageKey {
  return key in WORDS;
}

function say(key: string, values: Readonly<Record<string, Value>> = {}, locale: Locale = localeOf()): string {
  const { n } = values;
  const plural = typeof n === 'number' ? WORDS[`${key}.${pluralOf(n, locale)}`] : undefined;
  const text = plural ?? WORDS[key] ?? fallback(key) ?? key;
  return inReadersUnits(text).replace(/\{(\w+)\}/g, (_, name: string) => valueText(values[name]));
}

/** A bare number as its reader writes it; whoever wants decimals or a unit hands over text. */
function valueText(value: Value): string {
  return typeof value === 'number' ? formatNumber(value, 6, 0) : String(value ?? '');
}

/** Codes from outside that no catalogue knows yet are told in general words, never as a bare key. */
function fallback(key: string): string | undefined {
  const [area] = key.split('.');
  if (area === 'issue') return WORDS['issue.other']?.replace('{code}', key.slice(6));
  if (area === 'failed') return WORDS[`failed.fault.${key.endsWith('.title') ? 'title' : 'text'}`];
  return undefined;
}
