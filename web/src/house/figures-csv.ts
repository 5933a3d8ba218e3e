import type { FiguresRow } from '@caulkhorn/core/outlook';
import Papa from 'papaparse';

const FIELDS = [
  'group',
  'pieces',
  'timed',
  'planned_h',
  'took_h',
  'weighed',
  'planned_kg',
  'used_kg',
  'windows',
  'missed',
  'looks',
  'came_back',
];

/** What was planned against what it took, a group a line; what a spreadsheet would take for a formula is quoted away. */
export function figuresCsv(rows: readonly FiguresRow[], nameOf: (row: FiguresRow) => string): string {
  const data = rows.map((row) => [
    ...[nameOf(row), row.n, row.timed, round(row.plannedH), round(row.tookH), row.weighed, round(row.plannedKg), round(row.usedKg)],
    ...[row.windows, row.late, row.looks, row.cameBack],
  ]);
  return Papa.unparse({ fields: FIELDS, data }, { escapeFormulae: true, newline: '\r\n' });
}

const round = (value: number) => Math.round(value * 100) / 100;
