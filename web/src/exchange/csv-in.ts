import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import { fromWritten, isWrittenUnit } from '@caulkhorn/core/quantities';
import Papa from 'papaparse';
import { parseNumber } from '../shared/numbers';
import { instantsOf, localField } from '../shared/times';

export interface Sheet {
  header: readonly string[];
  rows: readonly (readonly string[])[];
}

export const MOST_ROWS = 5000;
/** A larger file is no list that anyone typed or a logger of a few months kept. */
export const LARGEST_CSV_BYTES = 5_000_000;

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
  if (rows.length > MOST_ROWS) return { ok: false, issues: [issue('too-many', `line ${MOST_ROWS + 2}`, { max: MOST_ROWS })] };
  return { ok: true, value: { header: header.map((name) => name.trim()), rows } };
}

/** What times without an offset go by: clocks on the job, those clocks without summer time as loggers keep them, or UTC. */
export type Clock = 'local' | 'standard' | 'utc';

/** How times in a file are to be read. */
export interface WrittenAt {
  clock: Clock | undefined;
  timeZone: string;
}

const WITH_OFFSET = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;
const WITHOUT = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2})?$/;

export function hasBareTimes({ rows }: Sheet, column: number): boolean {
  return rows.some((cells) => WITHOUT.test((cells[column] ?? '').trim()));
}

/** The instant of a time as written, ISO 8601 in UTC; '' with an issue at `path` where it is none or in doubt. */
export function readTime(text: string, { clock, timeZone }: WrittenAt, path: string, issues: Issue[]): string {
  const iso = text.replace(' ', 'T');
  const refused = (code: string): string => {
    issues.push(issue(code, path, { zone: timeZone }));
    return '';
  };
  if (WITH_OFFSET.test(text)) return Number.isNaN(Date.parse(iso)) ? refused('not-a-time') : new Date(iso).toISOString();
  if (!WITHOUT.test(text) || Number.isNaN(Date.parse(`${iso}Z`))) return refused('not-a-time');
  if (clock === undefined) return refused('zone-not-said');
  if (clock !== 'local') return new Date(Date.parse(`${iso}Z`) - (clock === 'utc' ? 0 : standardOffsetMs(iso, timeZone))).toISOString();
  const instants = instantsOf(iso, timeZone);
  return instants.length === 1 ? instants[0]! : refused(instants.length === 0 ? 'hour-skipped' : 'hour-doubled');
}

/** Offset of the zone without summer time in that year: the smaller of January's and July's. */
function standardOffsetMs(iso: string, timeZone: string): number {
  const year = iso.slice(0, 4);
  const offset = (at: number) => Date.parse(`${localField(at, timeZone)}Z`) - at;
  return Math.min(offset(Date.parse(`${year}-01-15T12:00:00Z`)), offset(Date.parse(`${year}-07-15T12:00:00Z`)));
}

const FIGURE = /^([+\-−]?[\d.,]+(?:e[+-]?\d+)?)\s*([^\d\s].*)?$/i;

/** Reads the figures of one column into the unit of what they measure, and refuses a column whose units are in doubt. */
export class QuantityColumn {
  private readonly headerUnit: string | undefined;
  private isRefused = false;
  /** by unit wanted: a line that names a unit, and those that do not */
  private readonly named = new Map<string, number>();
  private readonly bare = new Map<string, number[]>();

  constructor(
    header: string,
    /** how it is called to people */ private readonly name: string,
    /** it holds one kind of thing: a unit of another in its head is no unit of some other line */ private readonly isOfOneKind = false,
  ) {
    this.headerUnit = /[_ ([]+([^_()[\]\s]+)[)\]]?$/.exec(header)?.[1];
  }

  /** NaN with an issue where the cell holds no figure or a unit of something else. */
  read(text: string, unit: string, line: number, issues: Issue[]): number {
    const path = `line ${line}`;
    const [, figure = '', written] = FIGURE.exec(text.trim()) ?? [];
    const value = parseNumber(figure);
    if (Number.isNaN(value)) {
      issues.push(issue('csv-not-a-number', path, { column: this.name, text: text.slice(0, 20) }));
      return NaN;
    }
    if (written !== undefined) {
      this.named.set(unit, line);
      const converted = fromWritten(value, written, unit);
      if (converted === undefined) issues.push(issue('csv-unit', path, { column: this.name, unit: written.slice(0, 20) }));
      return converted ?? NaN;
    }
    const byHeader = this.headerUnit === undefined ? undefined : fromWritten(value, this.headerUnit, unit);
    if (byHeader === undefined && this.isOfOneKind && this.headerUnit !== undefined && isWrittenUnit(this.headerUnit)) {
      // a logger of pressure would be taken for one of levels, ten times too high
      if (!this.isRefused) issues.push(issue('csv-unit', 'line 1', { column: this.name, unit: this.headerUnit }));
      this.isRefused = true;
      return NaN;
    }
    if (byHeader === undefined) this.bare.set(unit, [...(this.bare.get(unit) ?? []), line]);
    return byHeader ?? value;
  }

  /** To be asked once all lines are read: where some name a unit, those without one are in doubt. */
  doubts(): Issue[] {
    return [...this.bare].flatMap(([unit, lines]) => {
      const other = this.named.get(unit);
      return other === undefined ? [] : lines.map((line) => issue('csv-unit-missing', `line ${line}`, { column: this.name, line: other }));
    });
  }
}

/** Issues by the line they stand in. */
export function inOrder(issues: readonly Issue[]): Issue[] {
  const line = ({ path }: Issue) => Number(path.replace('line ', ''));
  return [...issues].sort((a, b) => line(a) - line(b));
}
