import { type Forecast, type ForecastHour, MOST_FORECAST_H } from '@caulkhorn/core/jobs';
import { type Issue, type Result, issue } from '@caulkhorn/core/issues';
import { QuantityColumn, inOrder, readSheet, readTime } from '../exchange/csv-in';
import { HOUR_MS } from '@caulkhorn/core/quantities';

/** A forecast as a table: a line an hour, its time first; `docs/formats/tables.md` tells all. */
const COLUMNS = {
  air: { unit: '°C', field: 'airC' },
  humidity: { unit: '%', field: 'humidityPct' },
  rain: { unit: 'mm', field: 'rainMm' },
  wind: { unit: 'm/s', field: 'windMS' },
} as const satisfies Record<string, { unit: string; field: keyof ForecastHour }>;

type ColumnName = keyof typeof COLUMNS;
const NAMES = Object.keys(COLUMNS) as ColumnName[];

/** Every hour of a table, or every fault in it by line. Times without an offset are clocks on the job. */
export function readForecastCsv(text: string, timeZone: string): Result<ForecastHour[]> {
  const sheet = readSheet(text);
  if (!sheet.ok) return sheet;
  const { header, rows } = sheet.value;
  const names = header.map((each) => each.toLowerCase());
  const at = names.findIndex((name) => name.startsWith('time'));
  const columns = NAMES.map((name) => ({
    name,
    index: names.findIndex((each) => each.startsWith(name)),
  })).filter(({ index }) => index >= 0);
  const missing = [at < 0 ? 'time' : '', columns.some(({ name }) => name === 'air') ? '' : 'air'].filter(Boolean);
  if (missing.length > 0) return { ok: false, issues: missing.map((column) => issue('csv-no-column', 'line 1', { column })) };
  if (rows.length > MOST_FORECAST_H)
    return { ok: false, issues: [issue('too-many', `line ${MOST_FORECAST_H + 2}`, { max: MOST_FORECAST_H })] };
  const readers = new Map(columns.map(({ name, index }) => [name, new QuantityColumn(header[index]!, header[index]!, true)]));
  const issues: Issue[] = [];
  const seen = new Map<number, number>();
  const hours = rows.map((cells, i): ForecastHour => {
    const line = i + 2;
    const time = readTime((cells[at] ?? '').trim(), { clock: 'local', timeZone }, `line ${line}`, issues);
    const hourMs = Math.floor(Date.parse(time) / HOUR_MS) * HOUR_MS;
    const twin = seen.get(hourMs);
    if (twin !== undefined) issues.push(issue('csv-duplicate-time', `line ${line}`, { line: twin }));
    else if (time !== '') seen.set(hourMs, line);
    const figures = columns.flatMap(({ name, index }) => {
      const cell = (cells[index] ?? '').trim();
      if (cell === '' && name !== 'air') return [];
      return [[COLUMNS[name].field, readers.get(name)!.read(cell, COLUMNS[name].unit, line, issues)] as const];
    });
    return { at: time === '' ? '' : new Date(hourMs).toISOString(), ...(Object.fromEntries(figures) as { airC: number }) };
  });
  issues.push(...[...readers.values()].flatMap((reader) => reader.doubts()));
  return issues.length > 0 ? { ok: false, issues: inOrder(issues) } : { ok: true, value: hours };
}

/** The same table from a forecast, so that it can be looked over and changed elsewhere. */
export function forecastCsv({ hours }: Forecast): string {
  const head = 'time,air °C,humidity %,rain mm,wind m/s';
  const lines = hours.map(({ at, airC, humidityPct = '', rainMm = '', windMS = '' }) => [at, airC, humidityPct, rainMm, windMS].join(','));
  return `${[head, ...lines].join('\r\n')}\r\n`;
}
