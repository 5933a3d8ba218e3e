import { accepted, refusals } from '../../../core/src/testing/results';
import { readSheet } from '../exchange/csv-in';
import { type LevelsFrom, guessLevelColumns, toLevels } from './read-levels';

const DATUM: LevelsFrom = { kind: 'datum' };
function read(text: string, from = DATUM) {
  const sheet = accepted(readSheet(text));
  return toLevels(sheet, guessLevelColumns(sheet.header), { waterBodyId: 'body', from, clock: undefined, timeZone: 'Europe/Oslo' });
}
const figures = (text: string, from?: LevelsFrom) => accepted(read(text, from)).map(({ levelM }) => levelM);

test('a logger’s file, with a byte order mark, blank lines and Windows line ends', () => {
  const levels = accepted(read('\uFEFFtime,level_m\r\n2026-03-01T06:00:00+01:00,-1.42\r\n\r\n2026-03-01 07:00+01:00,-1.38\r\n'));
  expect(levels.map(({ at, levelM, kind, waterBodyId }) => ({ at, levelM, kind, waterBodyId }))).toEqual([
    { at: '2026-03-01T05:00:00.000Z', levelM: -1.42, kind: 'logger', waterBodyId: 'body' },
    { at: '2026-03-01T06:00:00.000Z', levelM: -1.38, kind: 'logger', waterBodyId: 'body' },
  ]);
});

test('columns by their names, in any order and among others; of two the other is the other', () => {
  expect(figures('no,Water level (m),battery,Date\n1,-1.5,3.6,2026-03-01T06:00:00Z\n2,-1.4,3.6,2026-03-01T07:00:00Z\n')).toEqual([
    -1.5, -1.4,
  ]);
  expect(guessLevelColumns(['Zeit', 'level'])).toEqual({ time: 0, level: 1 });
  expect(guessLevelColumns(['a', 'b', 'c'])).toEqual({ time: -1, level: -1 });
  expect(refusals(read('a,b\n1,2'))).toEqual(['csv-no-column at line 1', 'csv-no-column at line 1']);
});

test('a decimal comma, where semicolons part the columns', () => {
  expect(figures('time;level_m\n2026-03-01T06:00:00Z;-1,42\n2026-03-01T07:00:00Z;-1,4\n')).toEqual([-1.42, -1.4]);
});

test('feet by the name of the column or beside the figure; a file that names a unit in some lines only is asked about', () => {
  expect(figures('time,level_ft\n2026-03-01T06:00:00Z,-10\n')).toEqual([-3.048]);
  expect(figures('time,level\n2026-03-01T06:00:00Z,-10 ft\n2026-03-01T07:00:00Z,-3.1 m\n')).toEqual([-3.048, -3.1]);
  // a logger of pressure is none of levels
  expect(refusals(read('time,level (kPa)\n2026-03-01T06:00:00Z,23.5\n2026-03-01T07:00:00Z,23.6\n'))).toEqual(['csv-unit at line 1']);
  const mixed = 'time,level\n2026-03-01T06:00:00Z,-3\n2026-03-01T07:00:00Z,-10 ft\n2026-03-01T08:00:00Z,-3.2\n2026-03-01T09:00:00Z,4 psi\n';
  expect(refusals(read(mixed))).toEqual(['csv-unit-missing at line 2', 'csv-unit-missing at line 4', 'csv-unit at line 5']);
});

test('every faulty line is named, in order, and nothing is taken', () => {
  const lines = [
    'time,level_m',
    '2026-03-01T06:00:00,-1.42',
    '2026-03-01T06:00:00Z,deep',
    'yesterday,-1',
    '2026-03-01T06:00:00Z,-1.2',
    '2026-03-01T08:00:00Z,-1,2',
    '2026-13-45T08:00:00Z,-1',
    '2026-03-01T09:00:00Z,99999',
  ];
  expect(refusals(read(lines.join('\n')))).toEqual([
    'zone-not-said at line 2',
    'csv-not-a-number at line 3',
    'not-a-time at line 4',
    'csv-duplicate-time at line 5',
    'csv-columns at line 6',
    'not-a-time at line 7',
    'level-out-of-range at line 8',
  ]);
});

test('depths under the top of a standpipe become levels on the datum', () => {
  const text = 'time,level_m\n2026-03-01T06:00:00Z,1.42\n2026-03-01T07:00:00Z,0.9\n';
  expect(figures(text, { kind: 'below', levelM: 0.35 })).toEqual([-1.07, -0.55]);
});
