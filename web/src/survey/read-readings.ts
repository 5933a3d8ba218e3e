import { READING_KINDS } from '@caulkhorn/contract';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import { type JobModel, type Reading, type ReadingKind, checkItem, lookupIn } from '@caulkhorn/core/jobs';
import Papa from 'papaparse';
import { v4 } from 'uuid';
import { has, t } from '../messages/t';
import { parseNumber } from '../shared/numbers';
import { instantsOf } from '../shared/times';

export const COLUMNS = ['face', 'kind', 'value', 'time', 'along', 'up', 'instrument', 'note'] as const;
export type Column = (typeof COLUMNS)[number];
export const NEEDED: readonly Column[] = ['face', 'kind', 'value', 'time'];
export const MOST_READINGS = 5000;

/** Which column of the file holds what; -1 for none. */
export type Mapping = Readonly<Record<Column, number>>;

export interface Sheet {
  header: readonly string[];
  rows: readonly (readonly string[])[];
}

const KNOWN: Readonly<Record<Column, RegExp>> = {
  face: /^(face|wall|mark)\b/i,
  kind: /^(kind|what|type|quantity)\b/i,
  value: /^(value|reading|result)\b/i,
  time: /^(time|date|at|when)\b/i,
  along: /^(u|x|along)(_m|\b)/i,
  up: /^(v|y|up|height)(_m|\b)/i,
  instrument: /^(instrument|device|probe|meter)\b/i,
  note: /^(note|remark|comment)\b/i,
};

/** The cells of a CSV, comma, semicolon or tab; a file cut off within quotes is refused. */
export function readSheet(text: string): Result<Sheet> {
  const { data, errors } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), {
    skipEmptyLines: 'greedy',
    delimitersToGuess: [',', ';', '\t'],
  });
  const broken = errors.find(({ type }) => type === 'Quotes');
  if (broken) return { ok: false, issues: [issue('csv-cut-off', `line ${(broken.row ?? 0) + 1}`)] };
  const [header, ...rows] = data;
  if (!header || rows.length === 0) return { ok: false, issues: [issue('csv-empty', 'line 2')] };
  if (rows.length > MOST_READINGS) return { ok: false, issues: [issue('too-many', `line ${MOST_READINGS + 2}`, { max: MOST_READINGS })] };
  return { ok: true, value: { header: header.map((name) => name.trim()), rows } };
}

/** The first column whose name says so. */
export function guessMapping(header: readonly string[]): Mapping {
  return Object.fromEntries(COLUMNS.map((column) => [column, header.findIndex((name) => KNOWN[column].test(name))])) as Mapping;
}

/** Every row as a reading, or every line at fault; times without an offset are read in `timeZone`. */
export function toReadings({ rows }: Sheet, mapping: Mapping, model: JobModel, timeZone: string): Result<Reading[]> {
  const missing = NEEDED.filter((column) => mapping[column] < 0);
  if (missing.length > 0)
    return { ok: false, issues: missing.map((column) => issue('csv-no-column', 'line 1', { column: t(`csv.${column}`) })) };
  const lookup = lookupIn(model);
  const faces = new Map(model.faces.map((face) => [face.mark.toLowerCase(), face]));
  const issues: Issue[] = [];
  const seen = new Map<string, number>();
  const readings = rows.map((cells, i): Reading => {
    const path = `line ${i + 2}`;
    const cell = (column: Column) => (mapping[column] < 0 ? '' : (cells[mapping[column]] ?? '').trim());
    const face = faces.get(cell('face').toLowerCase());
    if (!face) issues.push(issue('csv-no-face', path, { mark: cell('face').slice(0, 20) }));
    const kind = kindOf(cell('kind'));
    if (!kind) issues.push(issue('csv-no-kind', path, { kind: cell('kind').slice(0, 40) }));
    const number = (column: Column) => {
      const value = parseNumber(cell(column));
      if (Number.isNaN(value))
        issues.push(issue('csv-not-a-number', path, { column: t(`csv.${column}`), text: cell(column).slice(0, 20) }));
      return value;
    };
    const value = number('value');
    const point = cell('along') || cell('up') ? ([number('along'), number('up')] as const) : undefined;
    const at = timeOf(cell('time'), timeZone, path, issues);
    const reading: Reading = {
      id: v4(),
      faceId: face?.id ?? '',
      kind: kind ?? 'in-slab-rh',
      value,
      at,
      ...(point ? { point } : {}),
      ...(cell('instrument') ? { instrument: cell('instrument').slice(0, 120) } : {}),
      ...(cell('note') ? { note: cell('note').slice(0, 500) } : {}),
    };
    if (face && kind && !Number.isNaN(value) && (!point || point.every(Number.isFinite)))
      issues.push(...checkItem('reading', reading, lookup).map((found) => ({ ...found, path })));
    const same = JSON.stringify([reading.faceId, kind, at, point, reading.instrument]);
    if (seen.has(same)) issues.push(issue('csv-duplicate-row', path, { line: seen.get(same)! }));
    else seen.set(same, i + 2);
    return reading;
  });
  return issues.length > 0 ? { ok: false, issues } : { ok: true, value: readings };
}

/** By its id or by the words shown for it. */
function kindOf(text: string): ReadingKind | undefined {
  const wanted = text.toLowerCase();
  return READING_KINDS.find((kind) => kind === wanted || (has(`reading.${kind}`) && t(`reading.${kind}`).toLowerCase() === wanted));
}

const WITH_OFFSET = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;
const LOCAL = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2})?$/;

function timeOf(text: string, timeZone: string, path: string, issues: Issue[]): string {
  const iso = text.replace(' ', 'T');
  if (WITH_OFFSET.test(text) && !Number.isNaN(Date.parse(iso))) return new Date(iso).toISOString();
  const instants = LOCAL.test(text) ? instantsOf(iso, timeZone) : [];
  if (instants.length === 1) return instants[0]!;
  const code = !LOCAL.test(text) ? 'not-a-time' : instants.length === 0 ? 'hour-skipped' : 'hour-doubled';
  issues.push(issue(code, path, { zone: timeZone }));
  return '';
}
