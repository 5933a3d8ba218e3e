import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import type { WaterLevel } from '@caulkhorn/core/jobs';
import { v4 } from 'uuid';
import { type Clock, QuantityColumn, type Sheet, inOrder, readTime } from '../exchange/csv-in';
import { t } from '../messages/t';

/** What a logger's figures are counted from: the job's datum, or down from a point at a known level, m. */
export type LevelsFrom = { kind: 'datum' } | { kind: 'below'; levelM: number };

/** Which column holds what; -1 for none. */
export interface LevelColumns {
  time: number;
  level: number;
}

const KNOWN: Readonly<Record<keyof LevelColumns, RegExp>> = {
  time: /^(time|date|at|when)/i,
  level: /^(level|depth|water|head|dip|height)/i,
};

/** By their names; in a file of two columns the other one is the other. */
export function guessLevelColumns(header: readonly string[]): LevelColumns {
  const [time, level] = [KNOWN.time, KNOWN.level].map((name) => header.findIndex((each) => name.test(each))) as [number, number];
  if (header.length !== 2) return { time, level };
  return { time: time < 0 && level >= 0 ? 1 - level : time, level: level < 0 && time >= 0 ? 1 - time : level };
}

/** Levels from the rows of a CSV. Every faulty line is named; nothing is taken unless all can be. Times without an offset go by `clock`. */
export function toLevels(
  { header, rows }: Sheet,
  columns: LevelColumns,
  {
    waterBodyId,
    from,
    clock,
    timeZone,
  }: {
    waterBodyId: string;
    from: LevelsFrom;
    clock?: Clock;
    timeZone: string;
  },
): Result<WaterLevel[]> {
  const missing = (['time', 'level'] as const).filter((name) => columns[name] < 0);
  if (missing.length > 0)
    return { ok: false, issues: missing.map((name) => issue('csv-no-column', 'line 1', { column: t(`csv.${name}`) })) };
  const issues: Issue[] = [];
  const seen = new Map<string, number>();
  const figures = new QuantityColumn(header[columns.level]!, t('csv.level'), true);
  const levels = rows.map((cells, i): WaterLevel => {
    const line = i + 2;
    const path = `line ${line}`;
    // a decimal comma in a file parted by commas tears its figure apart
    if (cells.length !== header.length) issues.push(issue('csv-columns', path, { wanted: header.length, found: cells.length }));
    const at = readTime((cells[columns.time] ?? '').trim(), { clock, timeZone }, path, issues);
    if (at !== '' && seen.has(at)) issues.push(issue('csv-duplicate-time', path, { line: seen.get(at)! }));
    else seen.set(at, line);
    const figure = figures.read(cells[columns.level] ?? '', 'm', line, issues);
    const levelM = from.kind === 'datum' ? figure : round(from.levelM - figure);
    if (levelM < -12_000 || levelM > 9_000) issues.push(issue('level-out-of-range', path));
    return { id: v4(), waterBodyId, at, levelM, kind: 'logger' };
  });
  issues.push(...figures.doubts());
  return issues.length > 0 ? { ok: false, issues: inOrder(issues) } : { ok: true, value: levels };
}

/** Millimetres: finer than any logger. */
function round(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}
