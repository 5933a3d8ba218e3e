import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import type { WaterLevel } from '@caulkhorn/core/jobs';
import Papa from 'papaparse';
import { v4 } from 'uuid';
import { parseNumber } from '../shared/numbers';

const HEADER = ['time', 'level_m'];
export const MOST_ROWS = 5000;
const WITH_OFFSET = /^\d{4}-\d{2}-\d{2}[T ]\d{2}:\d{2}(:\d{2}(\.\d{1,3})?)?(Z|[+-]\d{2}:\d{2})$/;

/** What a logger's figures are counted from: the job's datum, or down from a point at a known level, m. */
export type LevelsFrom = { kind: 'datum' } | { kind: 'below'; levelM: number };

/** Reads a CSV of `time,level_m` (comma or semicolon). Every faulty line is named; nothing is taken unless all can be. */
export function readLevels(text: string, waterBodyId: string, from: LevelsFrom): Result<WaterLevel[]> {
  const { data } = Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: 'greedy', delimitersToGuess: [',', ';', '\t'] });
  const [header, ...rows] = data;
  const given = (header ?? []).map((name) => name.trim().toLowerCase());
  if (HEADER.some((name, i) => given[i] !== name))
    return { ok: false, issues: [issue('csv-header', 'line 1', { wanted: HEADER.join(',') })] };
  if (rows.length === 0) return { ok: false, issues: [issue('csv-empty', 'line 2')] };
  if (rows.length > MOST_ROWS) return { ok: false, issues: [issue('too-many', `line ${MOST_ROWS + 2}`, { max: MOST_ROWS })] };
  const issues: Issue[] = [];
  const seen = new Map<number, number>();
  const levels = rows.map((cells, i): WaterLevel => {
    const line = i + 2;
    const path = `line ${line}`;
    if (cells.length !== HEADER.length) issues.push(issue('csv-columns', path, { wanted: HEADER.length, found: cells.length }));
    const at = (cells[0] ?? '').trim().replace(' ', 'T');
    const ms = WITH_OFFSET.test((cells[0] ?? '').trim()) ? Date.parse(at) : NaN;
    if (Number.isNaN(ms)) issues.push(issue('not-a-time-with-offset', path));
    else if (seen.has(ms)) issues.push(issue('csv-duplicate-time', path, { line: seen.get(ms)! }));
    else seen.set(ms, line);
    const figure = parseNumber(cells[1] ?? '');
    const levelM = from.kind === 'datum' ? figure : round(from.levelM - figure);
    if (Number.isNaN(levelM)) issues.push(issue('not-a-number', path));
    else if (levelM < -12_000 || levelM > 9_000) issues.push(issue('level-out-of-range', path));
    return { id: v4(), waterBodyId, at: Number.isNaN(ms) ? '' : new Date(ms).toISOString(), levelM, kind: 'logger' };
  });
  return issues.length > 0 ? { ok: false, issues } : { ok: true, value: levels };
}

/** Millimetres: finer than any logger. */
function round(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}
