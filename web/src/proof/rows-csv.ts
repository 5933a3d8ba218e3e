import type { FieldSpec } from '@caulkhorn/core/fields';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import { fromWritten } from '@caulkhorn/core/quantities';
import Papa from 'papaparse';
import { QuantityColumn, inOrder, readSheet } from '../exchange/csv-in';
import { has, t, tOf } from '../messages/t';

/** The columns of a test's readings: figures, choices and ticks, one line a place. */
export type Columns = Readonly<Record<string, FieldSpec>>;

const UNIT_OF_HEAD = /[_ ([]+([^_()[\]\s]+)[)\]]?$/;
/** What ends the names of fields and stands in a head by itself. */
const UNIT_OF_FIELD = /(MPa|M2|Mm|M|N|Pct)$/;
const bareName = (field: string, spec: FieldSpec): string =>
  spec.type === 'number' && spec.unit ? (field === 'mm' ? 'film' : field.replace(UNIT_OF_FIELD, '')) : field;

/** As the head of a column is written: "load (N)", "u (m)", "failure". */
const headOf = (field: string, spec: FieldSpec): string =>
  spec.type === 'number' && spec.unit ? `${bareName(field, spec)} (${spec.unit})` : field;

export const headsOf = (columns: Columns): string[] => Object.entries(columns).map(([field, spec]) => headOf(field, spec));

/** Readings as a table for other programs, in SI, with codes for words: what `rowsIn` reads. */
export function rowsCsv(columns: Columns, rows: readonly Readonly<Record<string, unknown>>[]): string {
  const fields = Object.keys(columns);
  const data = rows.map((row) => fields.map((field) => row[field] ?? ''));
  return Papa.unparse({ fields: headsOf(columns), data }, { escapeFormulae: true, newline: '\r\n' });
}

export interface RowsRead {
  rows: Record<string, unknown>[];
  /** heads that stand for nothing here */ leftOut: string[];
}

/** Readings of a test from a table, columns in any order. A figure with a unit wants it in its head: pounds that were read as newtons would pass anything. */
export function rowsIn(text: string, columns: Columns): Result<RowsRead> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header, rows } = sheet.value;
  const issues: Issue[] = [];
  const found = Object.entries(columns).flatMap(([field, spec]) => {
    const names = [field, bareName(field, spec), ...(has(`field.${field}`) ? [tOf(`field.${field}`)] : [])].map(plain);
    const at = header.findIndex((head) => names.includes(plain(head)) || names.includes(plain(head.replace(UNIT_OF_HEAD, ''))));
    if (at < 0) {
      if (spec.required) issues.push(issue('csv-no-column', 'line 1', { column: headOf(field, spec) }));
      return [];
    }
    const head = header[at]!;
    if (spec.type === 'number' && spec.unit && !namesUnit(head, spec.unit))
      issues.push(issue('figures-without-unit', 'line 1', { column: head, wanted: headOf(field, spec) }));
    return [{ field, spec, at, quantity: new QuantityColumn(head, head) }];
  });
  if (issues.length > 0) return { ok: false, issues };
  const read = rows.map((cells, i) => {
    const line = i + 2;
    const row: Record<string, unknown> = {};
    for (const { field, spec, at, quantity } of found) {
      const cell = (cells[at] ?? '').trim();
      if (cell !== '')
        row[field] = spec.type === 'number' ? quantity.read(cell, spec.unit, line, issues) : wordIn(cell, spec, line, issues);
      else if (spec.required) issues.push(issue('missing', `line ${line}`));
    }
    return row;
  });
  issues.push(...found.flatMap(({ quantity }) => quantity.doubts()));
  if (issues.length > 0) return { ok: false, issues: inOrder(issues) };
  const used = new Set(found.map(({ at }) => at));
  return { ok: true, value: { rows: read, leftOut: header.filter((name, at) => !used.has(at) && name !== '') } };
}

function namesUnit(head: string, unit: string): boolean {
  const named = UNIT_OF_HEAD.exec(head)?.[1];
  return named !== undefined && (named === unit || fromWritten(1, named, unit) !== undefined);
}

const plain = (text: string): string => text.trim().toLowerCase();

/** A choice by its code or its word, a tick by yes and no. */
function wordIn(cell: string, spec: FieldSpec, line: number, issues: Issue[]): unknown {
  const said = plain(cell);
  if (spec.type === 'choice') {
    const choice = spec.choices.find((code) => [code, ...(has(`value.${code}`) ? [tOf(`value.${code}`)] : [])].map(plain).includes(said));
    if (choice === undefined) issues.push(issue('not-one-of', `line ${line}`, { choices: spec.choices.join(', ') }));
    return choice;
  }
  if (spec.type !== 'flag') return cell;
  if (['yes', 'true', '1', plain(t('yes'))].includes(said)) return true;
  if (['no', 'false', '0', plain(t('no'))].includes(said)) return false;
  issues.push(issue('not-one-of', `line ${line}`, { choices: `${t('yes')}, ${t('no')}` }));
  return undefined;
}
