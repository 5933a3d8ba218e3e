import { EN } from './en';

type Values = Readonly<Record<string, string | number | boolean | null | undefined>>;

/** Every catalogue has the same keys; which one speaks is chosen here and nowhere else. */
const CATALOGUE: Record<string, string> = { ...EN };

/** Words that are fetched with the screens that speak them; what is known already stands. */
export function addWords(words: Readonly<Record<string, string>>): void {
  for (const [key, text] of Object.entries(words)) CATALOGUE[key] ??= text;
}

/** The words for a key, with `{name}` filled in; `key.one` speaks where `n` is 1. A key without words shows itself, which a test forbids. */
export function t(key: string, values: Values = {}): string {
  const text = (values['n'] === 1 ? CATALOGUE[`${key}.one`] : undefined) ?? CATALOGUE[key] ?? fallback(key) ?? key;
  return text.replace(/\{(\w+)\}/g, (_, name: string) => String(values[name] ?? ''));
}

export function has(key: string): boolean {
  return key in CATALOGUE;
}

/** Codes from outside that no catalogue knows yet are told in general words, never as a bare key. */
function fallback(key: string): string | undefined {
  const [area] = key.split('.');
  if (area === 'issue') return CATALOGUE['issue.other']?.replace('{code}', key.slice(6));
  if (area === 'failed') return CATALOGUE[`failed.fault.${key.endsWith('.title') ? 'title' : 'text'}`];
  return undefined;
}
