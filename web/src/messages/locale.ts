/** In which language the app speaks, and how its reader writes numbers and times. */
export interface Locale {
  /** BCP 47: the words' language with the reader's region */ tag: string;
  /** a made-up language, to see what is not translated or does not fit */ isPseudo: boolean;
}

/** Languages that there are words in. */
const SPOKEN = ['en'] as const;
const KEPT_UNDER = 'caulkhorn-language';
const PSEUDO = 'pseudo';

let current: Locale | undefined;

/** Worked out once: words that are shown do not change under their reader. */
export function localeOf(): Locale {
  current ??= readersLocale(globalThis.navigator?.language ?? 'en-GB', wantedLanguage());
  return current;
}

/**
 * Numbers and times go by the reader's region, names of days and months by the language that the words are in: a reader in Berlin who
 * is spoken to in English reads "Wed 20 May", with a comma before the tenths.
 */
export function readersLocale(readers: string, wanted: string | null = null): Locale {
  let region: string | undefined;
  try {
    region = new Intl.Locale(readers).maximize().region;
  } catch {
    // a browser that calls its language something that is none
  }
  return { tag: `${SPOKEN[0]}-${region ?? 'GB'}`, isPseudo: wanted === PSEUDO };
}

function wantedLanguage(): string | null {
  try {
    return globalThis.localStorage?.getItem(KEPT_UNDER) ?? null;
  } catch {
    // storage that a browser forbids
    return null;
  }
}

const rules = new Map<string, Intl.PluralRules>();

/** `one`, `few`, `other` …: which form a number asks for. */
export function pluralOf(n: number, { tag }: Locale): Intl.LDMLPluralRule {
  const rule = rules.get(tag) ?? new Intl.PluralRules(tag);
  rules.set(tag, rule);
  return rule.select(n);
}
