import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import type { ResultOf } from '@caulkhorn/core/jobs';
import { HOUR_MS, fromWritten } from '@caulkhorn/core/quantities';
import { QuantityColumn, type WrittenAt, hasBareTimes, inOrder, readSheet, readTime } from '../exchange/csv-in';
import { parseNumber } from '../shared/numbers';

export type Levels = ResultOf<'ponding'>['levels'];

const HEADS = {
  h: /^(h|hours?|hours? since.*)\b/i,
  time: /^(time|date|at|when)\b/i,
  level: /level/i,
  pan: /pan|evap/i,
  rain: /rain/i,
} as const;
/** A head that says its unit: level (mm), level_ft. */
const UNIT_OF_HEAD = /[_ ([]+([^_()[\]\s]+)[)\]]?$/;
const namesLength = (head: string): boolean => fromWritten(1, UNIT_OF_HEAD.exec(head)?.[1] ?? '', 'mm') !== undefined;

/**
 * Levels of a logger from a CSV: hours since the start or times, the level, and where there are any what the pan lost and the rain that fell.
 * Every column of a length must name its unit in its head: a logger in feet that was read as millimetres would hide any leak.
 */
export function levelsIn(text: string, at: WrittenAt): Result<Levels> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header, rows } = sheet.value;
  const find = (head: RegExp, not?: number) => header.findIndex((name, i) => i !== not && head.test(name));
  const columns = { h: find(HEADS.h), time: find(HEADS.time), level: find(HEADS.level), pan: find(HEADS.pan), rain: find(HEADS.rain) };
  const issues: Issue[] = [];
  if (columns.h < 0 && columns.time < 0) issues.push(issue('no-hours-column', 'line 1'));
  if (columns.level < 0) issues.push(issue('no-level-column', 'line 1'));
  for (const column of [columns.level, columns.pan, columns.rain])
    if (column >= 0 && !namesLength(header[column]!)) issues.push(issue('head-without-unit', 'line 1', { column: header[column]! }));
  if (columns.h < 0 && columns.time >= 0 && at.clock === undefined && hasBareTimes(sheet.value, columns.time))
    issues.push(issue('zone-not-said', 'line 2', { zone: at.timeZone }));
  if (issues.length > 0) return { ok: false, issues };
  const quantity = (column: number) => (column < 0 ? undefined : new QuantityColumn(header[column]!, header[column]!));
  const [level, pan, rain] = [quantity(columns.level)!, quantity(columns.pan), quantity(columns.rain)];
  let firstMs: number | undefined;
  const levels = rows.map((cells, i): Levels[number] => {
    const line = i + 2;
    const cell = (column: number) => (cells[column] ?? '').trim();
    let h = parseNumber(cell(columns.h));
    if (columns.h < 0) {
      const ms = Date.parse(readTime(cell(columns.time), at, `line ${line}`, issues));
      firstMs ??= ms;
      h = (ms - firstMs) / HOUR_MS;
    } else if (Number.isNaN(h))
      issues.push(issue('csv-not-a-number', `line ${line}`, { column: header[columns.h]!, text: cell(columns.h).slice(0, 20) }));
    const own = (read: QuantityColumn | undefined, column: number) =>
      read && cell(column) !== '' ? read.read(cell(column), 'mm', line, issues) : undefined;
    const evaporationMm = own(pan, columns.pan);
    const rainMm = own(rain, columns.rain);
    return {
      ...{ h: Math.round(h * 1000) / 1000, levelMm: level.read(cell(columns.level), 'mm', line, issues) },
      ...(evaporationMm === undefined ? {} : { evaporationMm }),
      ...(rainMm === undefined ? {} : { rainMm }),
    };
  });
  issues.push(...[level, pan, rain].flatMap((read) => read?.doubts() ?? []));
  return issues.length > 0 ? { ok: false, issues: inOrder(issues) } : { ok: true, value: levels };
}
