import { ReadingDto, checkShape } from '@caulkhorn/contract';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import {
  type JobModel,
  READING_SPECS,
  type Reading,
  type ReadingKind,
  checkItem,
  groupBy,
  lookupIn,
  READING_KINDS,
} from '@caulkhorn/core/jobs';
import { v4 } from 'uuid';
import { type Clock, QuantityColumn, type Sheet, inOrder, readTime } from '../exchange/csv-in';
import { has, t } from '../messages/t';

export const COLUMNS = ['face', 'kind', 'value', 'time', 'along', 'up', 'instrument', 'note'] as const;
export type Column = (typeof COLUMNS)[number];
export const NEEDED: readonly Column[] = ['face', 'kind', 'value', 'time'];

/** Which column of the file holds what; -1 for none. */
export type Mapping = Readonly<Record<Column, number>>;

const KNOWN: Readonly<Record<Column, RegExp>> = {
  face: /^(face|wall|mark)\b/i,
  kind: /^(kind|what|type|quantity)\b/i,
  value: /^(value|reading|result)(_|\b)/i,
  time: /^(time|date|at|when)\b/i,
  along: /^(u|x|along)(_|\b)/i,
  up: /^(v|y|up|height)(_|\b)/i,
  instrument: /^(instrument|device|probe|meter)\b/i,
  note: /^(note|remark|comment)\b/i,
};

/** The first column whose name says so. */
export function guessMapping(header: readonly string[]): Mapping {
  return Object.fromEntries(COLUMNS.map((column) => [column, header.findIndex((name) => KNOWN[column].test(name))])) as Mapping;
}

/** Every row as a reading, or every line at fault; times without an offset go by `clock`. */
export function toReadings({ header, rows }: Sheet, mapping: Mapping, model: JobModel, clock?: Clock): Result<Reading[]> {
  const missing = NEEDED.filter((column) => mapping[column] < 0);
  if (missing.length > 0)
    return { ok: false, issues: missing.map((column) => issue('csv-no-column', 'line 1', { column: t(`csv.${column}`) })) };
  const lookup = lookupIn(model);
  const faces = groupBy(model.faces, ({ mark }) => mark.toLowerCase());
  const issues: Issue[] = [];
  const figure = (column: Column) => new QuantityColumn(header[mapping[column]] ?? '', t(`csv.${column}`));
  const figures = { value: figure('value'), along: figure('along'), up: figure('up') };
  const seen = new Map<string, number>();
  const readings = rows.map((cells, i): Reading => {
    const path = `line ${i + 2}`;
    const cell = (column: Column) => (mapping[column] < 0 ? '' : (cells[mapping[column]] ?? '').trim());
    const [face, other] = faces.get(cell('face').toLowerCase()) ?? [];
    if (!face || other) issues.push(issue(face ? 'csv-two-faces' : 'csv-no-face', path, { mark: cell('face').slice(0, 20) }));
    const kind = kindOf(cell('kind'));
    if (!kind) issues.push(issue('csv-no-kind', path, { kind: cell('kind').slice(0, 40) }));
    const number = (column: keyof typeof figures, unit: string) => figures[column].read(cell(column), unit, i + 2, issues);
    const value = number('value', READING_SPECS[kind ?? 'in-slab-rh'].unit);
    const point = cell('along') || cell('up') ? ([number('along', 'm'), number('up', 'm')] as const) : undefined;
    const at = readTime(cell('time'), { clock, timeZone: model.job.timeZone }, path, issues);
    const reading: Reading = {
      id: v4(),
      faceId: face?.id ?? '',
      kind: kind ?? 'in-slab-rh',
      value,
      at,
      ...(point ? { point } : {}),
      ...(cell('instrument') ? { instrument: cell('instrument') } : {}),
      ...(cell('note') ? { note: cell('note') } : {}),
    };
    // what could not be read has been told already
    if (face && kind && at !== '' && !Number.isNaN(value) && (!point || point.every(Number.isFinite))) {
      const shape = checkShape(ReadingDto, reading);
      const ofWords = shape.ok ? [] : shape.issues.filter((found) => found.path === 'instrument' || found.path === 'note');
      issues.push(...[...ofWords, ...checkItem('reading', reading, lookup)].map((found) => ({ ...found, path })));
    }
    const same = JSON.stringify([reading.faceId, kind, at, point, reading.instrument]);
    if (seen.has(same)) issues.push(issue('csv-duplicate-row', path, { line: seen.get(same)! }));
    else seen.set(same, i + 2);
    return reading;
  });
  issues.push(...Object.values(figures).flatMap((each) => each.doubts()));
  return issues.length > 0 ? { ok: false, issues: inOrder(issues) } : { ok: true, value: readings };
}

/** By its id or by the words shown for it. */
function kindOf(text: string): ReadingKind | undefined {
  const wanted = text.toLowerCase();
  return READING_KINDS.find((kind) => kind === wanted || (has(`reading.${kind}`) && t(`reading.${kind}`).toLowerCase() === wanted));
}
