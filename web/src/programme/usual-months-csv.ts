import type { UsualMonths } from '@caulkhorn/core/jobs';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import { QuantityColumn, inOrder, readSheet } from '../exchange/csv-in';

type Month = UsualMonths['months'][number];

/** By the head of its column: what it is called, its unit and its bounds. */
const COLUMNS = [
  { name: 'air', unit: '°C', field: 'airC', min: -60, max: 50 },
  { name: 'swing', unit: 'K', field: 'swingC', min: 0, max: 20 },
  { name: 'humidity', unit: '%', field: 'humidityPct', min: 0, max: 100 },
] as const satisfies readonly { name: string; unit: string; field: keyof Month; min: number; max: number }[];

const MONTHS = 12;

/** Twelve months in a table, each once and in any order, by their number 1 to 12; `docs/formats/tables.md` tells all. */
export function readUsualMonths(text: string): Result<Month[]> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header, rows } = sheet.value;
  const names = header.map((each) => each.toLowerCase());
  const at = (name: string) => names.findIndex((each) => each.startsWith(name));
  const missing = ['month', ...COLUMNS.map(({ name }) => name)].filter((name) => at(name) < 0);
  if (missing.length > 0) return { ok: false, issues: missing.map((column) => issue('csv-no-column', 'line 1', { column })) };
  const readers = COLUMNS.map(({ name }) => new QuantityColumn(header[at(name)]!, header[at(name)]!, true));
  const issues: Issue[] = [];
  const months = new Map<number, Month>();
  rows.forEach((cells, i) => {
    const line = i + 2;
    const month = Number(cells[at('month')]);
    if (!Number.isInteger(month) || month < 1 || month > MONTHS || months.has(month))
      issues.push(issue('csv-month', `line ${line}`, { text: (cells[at('month')] ?? '').slice(0, 20) }));
    const figures = COLUMNS.map(({ name, unit, field, min, max }, column) => {
      const value = readers[column]!.read(cells[at(name)] ?? '', unit, line, issues);
      if (value < min) issues.push(issue('below-min', `line ${line}`, { min, unit }));
      if (value > max) issues.push(issue('above-max', `line ${line}`, { max, unit }));
      return [field, value] as const;
    });
    months.set(month, Object.fromEntries(figures) as unknown as Month);
  });
  issues.push(...readers.flatMap((reader) => reader.doubts()));
  const absent = Array.from({ length: MONTHS }, (_, i) => i + 1).filter((month) => !months.has(month));
  if (issues.length === 0 && absent.length > 0) issues.push(issue('csv-months-missing', 'line 1', { months: absent.join(', ') }));
  if (issues.length > 0) return { ok: false, issues: inOrder(issues) };
  return { ok: true, value: Array.from({ length: MONTHS }, (_, i) => months.get(i + 1)!) };
}
