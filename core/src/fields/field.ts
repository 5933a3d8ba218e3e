import { type Issue, issue } from '../issues.js';

/** What a form, an API schema or a command line needs to know of one input field. Plain data. */
export type FieldSpec =
  | {
      type: 'number';
      unit: string;
      min?: number;
      max?: number;
      above?: number;
      whole?: boolean;
      nullable?: boolean;
      required: boolean;
      default?: number;
    }
  | { type: 'choice'; choices: readonly string[]; required: boolean; default?: string }
  | { type: 'flag'; required: boolean; default?: boolean }
  | { type: 'time'; required: boolean }
  | { type: 'date'; required: boolean }
  | {
      type: 'text';
      /** 1 unless given */ minLength?: number;
      maxLength: number;
      pattern?: string;
      form?: TextForm;
      required: boolean;
      default?: string;
    }
  | {
      type: 'list';
      of: FieldSpec;
      /** 1 unless given */ minItems?: number;
      maxItems: number;
      /** each value at most once, in any order */ distinct?: boolean;
      required: boolean;
    }
  | { type: 'map'; of: FieldSpec; /** any, when not given */ names?: readonly string[]; maxItems: number; required: boolean }
  | { type: 'record'; fields: Readonly<Record<string, FieldSpec>>; required: boolean }
  /** one of several records, told apart by their `kind` */
  | { type: 'union'; kinds: Readonly<Record<string, Readonly<Record<string, FieldSpec>>>>; required: boolean };

/** What a text stands for, where more is asked of it than its length. */
export type TextForm = 'id' | 'time-zone' | 'sha-256';

/**
 * A field is its specification together with the check that follows from it.
 * `read` returns undefined when it reported an issue, or when an optional value is absent.
 */
export interface Field<T> {
  readonly spec: FieldSpec;
  read(raw: unknown, path: string, issues: Issue[]): T | undefined;
}

export type Fields = Readonly<Record<string, Field<unknown>>>;
export type InputOf<F extends Fields> = { [K in keyof F]: F[K] extends Field<infer T> ? T : never };

type ValueOf<F> = F extends Field<infer T> ? T : never;
type OptionalIn<F extends Fields> = { [K in keyof F]: undefined extends ValueOf<F[K]> ? K : never }[keyof F];
/** The record that fields describe, with what may be left out left out: the type of a thing that is kept. */
export type ShapeOf<F extends Fields> = { [K in Exclude<keyof F, OptionalIn<F>>]: ValueOf<F[K]> } & {
  [K in OptionalIn<F>]?: Exclude<ValueOf<F[K]>, undefined>;
};

export interface NumberLimits {
  /** inclusive */ min?: number;
  /** inclusive */ max?: number;
  /** exclusive lower bound */ above?: number;
  whole?: boolean;
}

/** A finite number in `unit`. Text that looks like a number is refused: the caller parses, and knows the decimal sign. */
export function number(unit: string, limits: NumberLimits = {}): Field<number> {
  const { min, max, above, whole } = limits;
  const [least, most, over] = [min ?? -Number.MAX_VALUE, max ?? Number.MAX_VALUE, above ?? -Infinity];
  return {
    spec: { type: 'number', unit, ...limits, required: true },
    read(raw, path, issues) {
      // most numbers are sound: they pass without more ado
      if (typeof raw === 'number' && raw >= least && raw <= most && raw > over && (!whole || Number.isInteger(raw))) return raw;
      const fail = (code: string, values?: Issue['values']): undefined => void issues.push(issue(code, path, values));
      if (typeof raw !== 'number' || !Number.isFinite(raw)) return fail('not-a-number');
      if (whole && !Number.isInteger(raw)) return fail('not-whole');
      if (raw <= over) return fail('not-above', { above: over, unit });
      return raw < least ? fail('below-min', { min: least, unit }) : fail('above-max', { max: most, unit });
    },
  };
}

export function choice<const C extends string>(choices: readonly C[]): Field<C> {
  return {
    spec: { type: 'choice', choices, required: true },
    read(raw, path, issues) {
      if (choices.includes(raw as C)) return raw as C;
      issues.push(issue('not-one-of', path, { choices: choices.join(', ') }));
      return undefined;
    },
  };
}

export function flag(): Field<boolean> {
  return {
    spec: { type: 'flag', required: true },
    read(raw, path, issues) {
      if (typeof raw === 'boolean') return raw;
      issues.push(issue('not-true-or-false', path));
      return undefined;
    },
  };
}

const ISO_WITH_OFFSET = /^\d{4}-\d{2}-\d{2}T\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

const LONGEST_TIME = '2026-01-01T00:00:00.000+00:00'.length;

/** An ISO 8601 time that carries its offset: without one the hour is a guess. */
export function time(): Field<string> {
  return {
    spec: { type: 'time', required: true },
    read(raw, path, issues) {
      if (typeof raw === 'string' && raw.length <= LONGEST_TIME && ISO_WITH_OFFSET.test(raw) && !Number.isNaN(Date.parse(raw))) return raw;
      issues.push(issue('not-a-time-with-offset', path));
      return undefined;
    },
  };
}

const ISO_DATE = /^\d{4}-\d{2}-\d{2}$/;

/** A calendar day, ISO 8601 (2026-02-28); a day that no calendar has is refused. */
export function date(): Field<string> {
  return {
    spec: { type: 'date', required: true },
    read(raw, path, issues) {
      // Date.parse lets 30 February roll over into March; the day must come back as it was given
      const ms = typeof raw === 'string' && ISO_DATE.test(raw) ? Date.parse(raw) : NaN;
      if (!Number.isNaN(ms) && new Date(ms).getUTCDate() === Number((raw as string).slice(8))) return raw as string;
      issues.push(issue('not-a-date', path));
      return undefined;
    },
  };
}

/** Control signs, and half of a surrogate pair: neither can be stored or shown. */
const UNFIT = /[\u0000-\u0008\u000b\u000c\u000e-\u001f\p{Cs}]/u;

/** Text of 1 to `maxLength` characters; `pattern` is an ECMAScript regular expression over the whole text. */
export function text(maxLength: number, pattern?: string): Field<string> {
  const wanted = pattern === undefined ? undefined : new RegExp(`^(?:${pattern})$`, 'u');
  return {
    spec: { type: 'text', maxLength, ...(pattern === undefined ? {} : { pattern }), required: true },
    read(raw, path, issues) {
      const fail = (code: string, values?: Issue['values']): undefined => void issues.push(issue(code, path, values));
      if (typeof raw !== 'string') return fail('not-text');
      if (raw === '') return fail('too-short', { min: 1 });
      if (raw.length > maxLength) return fail('too-long', { max: maxLength });
      if (UNFIT.test(raw) || (wanted && !wanted.test(raw))) return fail('not-in-this-form');
      return raw;
    },
  };
}

/** A list that says something: one that may well say "none" gives 0 for the least. */
export function list<T>(of: Field<T>, maxItems = 10_000, minItems = 1): Field<T[]> {
  return {
    spec: { type: 'list', of: of.spec, ...(minItems === 1 ? {} : { minItems }), maxItems, required: true },
    read(raw, path, issues) {
      if (!Array.isArray(raw)) return void issues.push(issue('not-a-list', path));
      if (raw.length < minItems) return void issues.push(issue('empty-list', path));
      if (raw.length > maxItems) return void issues.push(issue('too-many', path, { max: maxItems }));
      const before = issues.length;
      const items = raw.map((item) => of.read(item, '', issues));
      if (issues.length === before) return items as T[];
      // only a list with faults pays for the paths to them
      issues.length = before;
      raw.forEach((item, i) => of.read(item, `${path}[${i}]`, issues));
      return undefined;
    },
  };
}

/** Any of the choices, each at most once; their order says nothing. */
export function anyOf<C extends string>(choices: readonly C[]): Field<C[]> {
  const items = list(choice(choices), choices.length);
  return {
    spec: { type: 'list', of: { type: 'choice', choices, required: true }, maxItems: choices.length, distinct: true, required: true },
    read(raw, path, issues) {
      const read = items.read(raw, path, issues);
      const twice = read?.findIndex((each, i) => read.indexOf(each) < i) ?? -1;
      if (twice < 0) return read;
      return void issues.push(issue('listed-twice', `${path}[${twice}]`));
    },
  };
}

export function record<F extends Fields>(fields: F): Field<ShapeOf<F>> {
  const specs = Object.fromEntries(Object.entries(fields).map(([name, field]) => [name, field.spec]));
  return {
    spec: { type: 'record', fields: specs, required: true },
    read: (raw, path, issues) => readFields(fields, raw, path, issues) as ShapeOf<F> | undefined,
  };
}

/** Values by a name that the caller chooses. May be empty. */
export function map<T>(of: Field<T>, maxItems = 1000): Field<Readonly<Record<string, T>>> {
  return {
    spec: { type: 'map', of: of.spec, maxItems, required: true },
    read(raw, path, issues) {
      if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return void issues.push(issue('not-a-record', path));
      const entries = Object.entries(raw);
      if (entries.length > maxItems) return void issues.push(issue('too-many', path, { max: maxItems }));
      const before = issues.length;
      const read = entries.map(([name, value]) => [name, of.read(value, `${path}.${name}`, issues)] as const);
      return issues.length === before ? (Object.fromEntries(read) as Record<string, T>) : undefined;
    },
  };
}

export function optional<T>(field: Field<T>): Field<T | undefined> {
  return {
    spec: { ...field.spec, required: false },
    read: (raw, path, issues) => (raw === undefined ? undefined : field.read(raw, path, issues)),
  };
}

/** `null` says "there is none" (no latest time, say), which is not the same as leaving the field out. */
export function nullable(field: Field<number>): Field<number | null> {
  return {
    spec: { ...field.spec, nullable: true } as FieldSpec,
    read: (raw, path, issues) => (raw === null ? null : field.read(raw, path, issues)),
  };
}

export function withDefault<T extends number | string | boolean>(field: Field<T>, value: T): Field<T> {
  return {
    spec: { ...field.spec, required: false, default: value } as FieldSpec,
    read: (raw, path, issues) => (raw === undefined ? value : field.read(raw, path, issues)),
  };
}

/** Reads a whole record; unknown and missing fields are issues. Returns undefined when any issue was found. */
export function readFields<F extends Fields>(fields: F, raw: unknown, path: string, issues: Issue[]): InputOf<F> | undefined {
  if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return void issues.push(issue('not-a-record', path));
  const given = raw as Record<string, unknown>;
  const before = issues.length;
  const at = (name: string) => (path === '' ? name : `${path}.${name}`);
  for (const name in given) if (!Object.hasOwn(fields, name)) issues.push(issue('unknown-field', at(name)));
  const out: Record<string, unknown> = {};
  for (const name in fields) {
    const field = fields[name]!;
    const value = Object.hasOwn(given, name) ? given[name] : undefined;
    if (value === undefined && field.spec.required) issues.push(issue('missing', at(name)));
    else {
      const read = field.read(value, at(name), issues);
      if (read !== undefined) out[name] = read;
    }
  }
  return issues.length === before ? (out as InputOf<F>) : undefined;
}
