import { outdoorsAt } from '@caulkhorn/core/devices';
import { forecastCsv, readForecastCsv } from './forecast-csv';

const ZONE = 'Europe/Oslo';
const codes = (text: string) => {
  const read = readForecastCsv(text, ZONE);
  return read.ok ? [] : read.issues.map(({ code, path }) => `${path} ${code}`);
};

test('what is written out is read in again', () => {
  const hours = Array.from({ length: 60 }, (_, h) => {
    const atMs = Date.UTC(2026, 10, 28) + h * 3_600_000;
    return { at: new Date(atMs).toISOString(), ...outdoorsAt(atMs) };
  });
  expect(readForecastCsv(forecastCsv({ source: 's', madeAt: '2026-11-28T00:00:00Z', hours }), ZONE)).toEqual({ ok: true, value: hours });
});

test('columns by name in any order and unit; what is not there is not known', () => {
  const read = readForecastCsv('Rain;Time;Air °F\n1,5;2026-11-28 07:00;50\n;2026-11-28 08:00;41', ZONE);
  expect(read).toEqual({
    ok: true,
    value: [
      { at: '2026-11-28T06:00:00.000Z', airC: 10, rainMm: 1.5 },
      { at: '2026-11-28T07:00:00.000Z', airC: 5 },
    ],
  });
});

test.each([
  ['no time', 'air\n5', ['line 1 csv-no-column']],
  ['no air', 'time,rain\n2026-11-28T07:00Z,1', ['line 1 csv-no-column']],
  ['an hour twice', 'time,air\n2026-11-28T07:00Z,5\n2026-11-28T07:30Z,6', ['line 3 csv-duplicate-time']],
  ['the hour that clocks skip', 'time,air\n2026-03-29T02:30,5', ['line 2 hour-skipped']],
  ['the hour that clocks show twice', 'time,air\n2026-10-25T02:30,5', ['line 2 hour-doubled']],
  ['no figure', 'time,air\n2026-11-28T07:00Z,warm', ['line 2 csv-not-a-number']],
  ['no air in an hour', 'time,air\n2026-11-28T07:00Z,', ['line 2 csv-not-a-number']],
  [
    'more hours than a forecast has',
    `time,air\n${Array.from({ length: 505 }, (_, h) => `${new Date(h * 3_600_000).toISOString()},1`).join('\n')}`,
    ['line 506 too-many'],
  ],
])('%s is refused', (_name, text, found) => expect(codes(text)).toEqual(found));
