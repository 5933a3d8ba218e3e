import type { FieldSpec } from '@caulkhorn/core/fields';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { readQuantity } from '../shared/numbers';
import { fromLocalField, localField } from '../shared/times';

/** What stands in a form, as typed: text, records of it, and rows of records. */
export type Draft = string | Draft[] | { [name: string]: Draft };
export type DraftRecord = { [name: string]: Draft };
type Specs = Readonly<Record<string, FieldSpec>>;

export interface Reader {
  units: UnitSystem;
  timeZone: string;
}

/** The form's text as a calculator's input: what is empty is left out, what is no number stays none and is refused by the core. */
export function readRecord(specs: Specs, draft: DraftRecord, reader: Reader): Record<string, unknown> {
  const entries = Object.entries(specs).map(([name, spec]) => [name, readDraft(spec, draft[name] ?? '', reader)] as const);
  return Object.fromEntries(entries.filter(([, value]) => value !== undefined));
}

function readDraft(spec: FieldSpec, draft: Draft, reader: Reader): unknown {
  switch (spec.type) {
    case 'record': {
      const read = readRecord(spec.fields, isRecord(draft) ? draft : {}, reader);
      return !spec.required && isHollow(read) ? undefined : read;
    }
    case 'list': {
      const items = Array.isArray(draft)
        ? draft.map((item) => readDraft(spec.of, item, reader))
        : readLines(spec.of, textOf(draft), reader);
      return items.length === 0 ? undefined : items;
    }
    case 'map': {
      const lines = textOf(draft)
        .split(/[\n;]/)
        .filter((line) => line.trim() !== '');
      if (lines.length === 0) return spec.required ? {} : undefined;
      return Object.fromEntries(lines.map(nameAndRest).map(([name, rest]) => [name, readDraft(spec.of, rest, reader)]));
    }
    default:
      return readScalar(spec, textOf(draft), reader);
  }
}

/** Nothing was typed anywhere in it. */
function isHollow(read: object): boolean {
  return Object.values(read).every((value) => isRecord(value) && isHollow(value));
}

function readScalar(spec: FieldSpec, text: string, { units, timeZone }: Reader): unknown {
  const trimmed = text.trim();
  if (trimmed === '') return undefined;
  if (spec.type === 'number') return spec.nullable && trimmed === NONE ? null : readQuantity(trimmed, spec.unit, units);
  if (spec.type === 'flag') return trimmed === 'yes' ? true : trimmed === 'no' ? false : trimmed;
  if (spec.type === 'time') return fromLocalField(trimmed, timeZone) ?? trimmed;
  return trimmed;
}

/** Stands for "there is none" in a field that may say so. */
export const NONE = '–';

/** Lines of values for records, or loose values for a plain list. Tab, semicolon and space part them; a comma may be a decimal sign. */
function readLines(of: FieldSpec, text: string, reader: Reader): unknown[] {
  if (of.type !== 'record')
    return text
      .split(/[\s;]+/)
      .filter(Boolean)
      .map((each) => readDraft(of, each, reader));
  const names = Object.keys(of.fields);
  return text
    .split('\n')
    .filter((line) => line.trim() !== '')
    .map((line) => {
      const cells = line.trim().split(line.includes('\t') ? '\t' : line.includes(';') ? ';' : /\s+/);
      const extra = cells.slice(names.length).map((cell, i) => [`column ${names.length + i + 1}`, cell] as const);
      const known = names.map(
        (name, i) => [name, readDraft(of.fields[name]!, (cells[i] ?? '').trim() === '-' ? '' : (cells[i] ?? ''), reader)] as const,
      );
      return Object.fromEntries([...known, ...extra].filter(([, value]) => value !== undefined));
    });
}

/** An input as text for the form, in the reader's units and time zone. */
export function draftOf(specs: Specs, input: Readonly<Record<string, unknown>>, reader: Reader, nested = false): DraftRecord {
  return Object.fromEntries(Object.entries(specs).map(([name, spec]) => [name, writeDraft(spec, input[name], reader, nested)]));
}

function writeDraft(spec: FieldSpec, value: unknown, reader: Reader, nested: boolean): Draft {
  if (spec.type === 'record') return draftOf(spec.fields, isRecord(value) ? value : {}, reader, nested);
  if (spec.type === 'list') {
    const items = Array.isArray(value) ? value : [];
    if (spec.of.type !== 'record') return items.map((item) => textOf(writeDraft(spec.of, item, reader, true))).join('  ');
    const asLines =
      nested || items.length > MOST_ROWS || (Object.keys(spec.of.fields).length > MOST_COLUMNS && items.length > MOST_WIDE_ROWS);
    return asLines ? linesOf(spec.of.fields, items, reader) : items.map((item) => writeDraft(spec.of, item, reader, true));
  }
  if (spec.type === 'map')
    return Object.entries(isRecord(value) ? value : {})
      .map(([name, each]) => `${name} ${textOf(writeDraft(spec.of, each, reader, true))}`)
      .join('\n');
  if (value === undefined) return '';
  if (value === null) return NONE;
  if (spec.type === 'number') return typeof value === 'number' ? numberText(value, spec.unit, reader.units) : String(value);
  if (spec.type === 'flag') return value === true ? 'yes' : value === false ? 'no' : String(value);
  if (spec.type === 'time')
    return Number.isNaN(Date.parse(String(value))) ? String(value) : localField(Date.parse(String(value)), reader.timeZone);
  return String(value);
}

/** What is typed, written anew for another reader, place by place: what is no number stays as it stands. */
export function rewriteRecord(specs: Specs, draft: DraftRecord, from: Reader, to: Reader): DraftRecord {
  return Object.fromEntries(
    Object.entries(draft).map(([name, value]) => {
      const spec = specs[name];
      return [name, spec ? rewrite(spec, value, from, to) : value];
    }),
  );
}

function rewrite(spec: FieldSpec, draft: Draft, from: Reader, to: Reader): Draft {
  if (spec.type === 'record') return isRecord(draft) ? rewriteRecord(spec.fields, draft, from, to) : draft;
  if (spec.type === 'list' && Array.isArray(draft)) return draft.map((item) => rewrite(spec.of, item, from, to));
  if (typeof draft !== 'string') return draft;
  const { type } = spec;
  if (type === 'map') return draft.replace(/\S+(?=\s*($|\n|;))/g, (cell) => textOf(rewrite(spec.of, cell, from, to)));
  if (type === 'list' && spec.of.type !== 'record') return draft.replace(/[^\s;]+/g, (cell) => textOf(rewrite(spec.of, cell, from, to)));
  if (type === 'list' && spec.of.type === 'record') {
    const columns = Object.values(spec.of.fields);
    const inLine = (line: string) => {
      let column = 0;
      return line.replace(cellPattern(line), (cell) => {
        const cellSpec = columns[column++];
        return cellSpec ? textOf(rewrite(cellSpec, cell, from, to)) : cell;
      });
    };
    return draft.split('\n').map(inLine).join('\n');
  }
  const value = readScalar(spec, draft, from);
  const isText = type !== 'number' || typeof value !== 'number' || Number.isNaN(value);
  return isText ? draft : writeDraft(spec, value, to, false);
}

/** Values within a line, by whatever parts them there. */
function cellPattern(line: string): RegExp {
  return line.includes('\t') ? /[^\t]+/g : line.includes(';') ? /[^;]+/g : /\S+/g;
}

/** More rows than this, or a few wide ones, are easier pasted and read as lines. */
const MOST_ROWS = 40;
const MOST_COLUMNS = 5;
const MOST_WIDE_ROWS = 3;

export function linesOf(specs: Specs, items: readonly unknown[], reader: Reader): string {
  return items
    .map((item) => {
      const draft = draftOf(specs, isRecord(item) ? item : {}, reader);
      return Object.keys(specs)
        .map((name) => textOf(draft[name] ?? '') || '-')
        .join('\t');
    })
    .join('\n');
}

function numberText(value: number, unit: string, units: UnitSystem): string {
  return String(Number(toSystem(value, unit, units).value.toPrecision(10)));
}

function nameAndRest(line: string): [string, string] {
  const at = line.trim().search(/\s\S+$/);
  return at < 0 ? [line.trim(), ''] : [line.trim().slice(0, at).trim(), line.trim().slice(at).trim()];
}

export function textOf(draft: Draft): string {
  return typeof draft === 'string' ? draft : '';
}

export function isRecord(value: unknown): value is Record<string, never> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
