import { type Issue, issue } from '../issues.js';
import { type Field, type Fields, type ShapeOf, map, readFields, text } from './field.js';

/** Fields of things that are kept, beside those that forms of figures have. */

const ID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

/** An id made by whoever made the thing: a UUID. */
export function id(): Field<string> {
  return {
    spec: { type: 'text', minLength: 36, maxLength: 36, form: 'id', required: true },
    read(raw, path, issues) {
      if (typeof raw === 'string' && ID.test(raw)) return raw;
      return void issues.push(issue('not-an-id', path));
    },
  };
}

/** Text that may be empty: somebody wiped it out. */
export function textOrNone(maxLength: number): Field<string> {
  const some = text(maxLength);
  return {
    spec: { type: 'text', minLength: 0, maxLength, required: true },
    read: (raw, path, issues) => (raw === '' ? '' : some.read(raw, path, issues)),
  };
}

const SHA_256 = /^[0-9a-f]{64}$/;

/** A SHA-256, hexadecimal. */
export function sha256Hex(): Field<string> {
  return {
    spec: { type: 'text', minLength: 64, maxLength: 64, form: 'sha-256', required: true },
    read(raw, path, issues) {
      if (typeof raw === 'string' && SHA_256.test(raw)) return raw;
      return void issues.push(issue('not-in-this-form', path));
    },
  };
}

const LONGEST_ZONE = 64;

/** An IANA time zone that the machine knows. */
export function timeZone(): Field<string> {
  return {
    spec: { type: 'text', maxLength: LONGEST_ZONE, form: 'time-zone', required: true },
    read(raw, path, issues) {
      if (typeof raw === 'string' && raw !== '' && raw.length <= LONGEST_ZONE && isKnownZone(raw)) return raw;
      return void issues.push(issue('not-a-time-zone', path));
    },
  };
}

function isKnownZone(zone: string): boolean {
  try {
    new Intl.DateTimeFormat('en', { timeZone: zone });
    return true;
  } catch {
    return false;
  }
}

type Pair = readonly [number, number];

/** Two figures in one unit that belong together: a point on a face. */
export function pair(unit: string, reach: number): Field<Pair> {
  return {
    spec: {
      type: 'list',
      of: { type: 'number', unit, min: -reach, max: reach, required: true },
      minItems: 2,
      maxItems: 2,
      required: true,
    },
    read(raw, path, issues) {
      const isIn = (value: unknown) => typeof value === 'number' && Math.abs(value) <= reach;
      if (Array.isArray(raw) && raw.length === 2 && isIn(raw[0]) && isIn(raw[1])) return raw as unknown as Pair;
      return void issues.push(issue('not-points', path, { min: 1, max: 1 }));
    },
  };
}

/** So many points: a line, or the corners of an area. */
export function points(unit: string, reach: number, [min, max]: readonly [number, number]): Field<Pair[]> {
  const one = pair(unit, reach);
  return {
    spec: { type: 'list', of: one.spec, minItems: min, maxItems: max, required: true },
    read(raw, path, issues) {
      const before = issues.length;
      if (Array.isArray(raw) && raw.length >= min && raw.length <= max) {
        for (const point of raw) one.read(point, path, issues);
        if (issues.length === before) return raw as Pair[];
      }
      issues.length = before;
      return void issues.push(issue('not-points', path, { min, max }));
    },
  };
}

/** Values by a name out of a set, each at most once. */
export function mapOf<K extends string, T>(names: readonly K[], of: Field<T>): Field<Partial<Record<K, T>>> {
  const any = map(of, names.length);
  return {
    spec: { type: 'map', of: of.spec, names, maxItems: names.length, required: true },
    read(raw, path, issues) {
      const read = any.read(raw, path, issues);
      const odd = read && Object.keys(read).find((name) => !names.includes(name as K));
      if (odd === undefined) return read as Partial<Record<K, T>> | undefined;
      return void issues.push(issue('not-one-of', `${path}.${odd}`, { choices: names.join(', ') }));
    },
  };
}

/** A record whose `kind` says which of several it is. */
export function byKind<F extends Readonly<Record<string, Fields>>>(
  kinds: F,
): Field<{ [K in keyof F & string]: { kind: K } & ShapeOf<F[K]> }[keyof F & string]> {
  type Kept = { [K in keyof F & string]: { kind: K } & ShapeOf<F[K]> }[keyof F & string];
  const specs = Object.fromEntries(
    Object.entries(kinds).map(([kind, fields]) => [
      kind,
      Object.fromEntries(Object.entries(fields).map(([name, { spec }]) => [name, spec])),
    ]),
  );
  return {
    spec: { type: 'union', kinds: specs, required: true },
    read(raw, path, issues: Issue[]) {
      if (typeof raw !== 'object' || raw === null || Array.isArray(raw)) return void issues.push(issue('not-a-record', path));
      const { kind, ...rest } = raw as Record<string, unknown>;
      const fields = typeof kind === 'string' && Object.hasOwn(kinds, kind) ? kinds[kind] : undefined;
      if (!fields) return void issues.push(issue('not-one-of', `${path}.kind`, { choices: Object.keys(kinds).join(', ') }));
      const read = readFields(fields, rest, path, issues);
      return read && ({ kind, ...read } as unknown as Kept);
    },
  };
}
