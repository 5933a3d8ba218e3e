import type { Issue } from '@caulkhorn/core/issues';
import { accepted, refusals } from '../../../core/src/testing/results';
import { type Clock, QuantityColumn, hasBareTimes, readSheet, readTime } from './csv-in';

const timed = (text: string, clock?: Clock, zone = 'Europe/Oslo') => {
  const issues: Issue[] = [];
  const at = readTime(text, { clock, timeZone: zone }, 'line 2', issues);
  return at || issues[0]!.code;
};

test('an empty file, one cut off within quotes, and one too long are refused', () => {
  expect(refusals(readSheet(''))).toEqual(['csv-empty at line 2']);
  expect(refusals(readSheet('a,b\n'))).toEqual(['csv-empty at line 2']);
  expect(refusals(readSheet('a,b\n1,"cut o'))).toEqual(['csv-cut-off at line 2']);
  expect(refusals(readSheet(`a,b\n${'1,2\n'.repeat(5001)}`))).toEqual(['too-many at line 5002']);
});

test('only times without an offset are asked about', () => {
  const sheet = (time: string) => accepted(readSheet(`time,x\n${time},1\n`));
  expect(hasBareTimes(sheet('2026-03-01 06:00'), 0)).toBe(true);
  expect(hasBareTimes(sheet('2026-03-01T06:00Z'), 0)).toBe(false);
  expect(hasBareTimes(sheet('soon'), 0)).toBe(false);
});

// IANA time zone database: clocks in Oslo go from 02:00 to 03:00 on 29 March 2026 and back on 25 October 2026; UTC+1 in winter
test('a time without an offset goes by the clock that was named, and by none that was not', () => {
  expect(timed('2026-07-01 06:00')).toBe('zone-not-said');
  expect(timed('2026-07-01 06:00', 'local')).toBe('2026-07-01T04:00:00.000Z');
  expect(timed('2026-07-01 06:00', 'standard')).toBe('2026-07-01T05:00:00.000Z');
  expect(timed('2026-07-01 06:00', 'utc')).toBe('2026-07-01T06:00:00.000Z');
  expect(timed('2026-01-01 06:00', 'standard')).toBe(timed('2026-01-01 06:00', 'local'));
  // south of the line summer is in January: Sydney keeps UTC+10 in winter
  expect(timed('2026-01-01 06:00', 'standard', 'Australia/Sydney')).toBe('2025-12-31T20:00:00.000Z');
  expect(timed('2026-07-01T06:00:00+02:00', 'utc')).toBe('2026-07-01T04:00:00.000Z');
});

test('the hour that clocks skip and the one they show twice are asked for; a logger’s own time knows neither', () => {
  expect(timed('2026-03-29 02:30', 'local')).toBe('hour-skipped');
  expect(timed('2026-10-25 02:30', 'local')).toBe('hour-doubled');
  expect(timed('2026-03-29 02:30', 'standard')).toBe('2026-03-29T01:30:00.000Z');
  expect(timed('2026-10-25 02:30', 'standard')).toBe('2026-10-25T01:30:00.000Z');
});

test.each(['', 'soon', '2026-02-30T25:00', '2026-13-01T06:00Z', '01/03/2026 06:00'])('%p is no time', (text) => {
  expect(timed(text, 'local')).toBe('not-a-time');
});

describe('figures', () => {
  const column = (header: string, ...cells: [text: string, unit: string][]) => {
    const issues: Issue[] = [];
    const figures = new QuantityColumn(header, 'Value');
    const values = cells.map(([text, unit], i) => figures.read(text, unit, i + 2, issues));
    return { values, codes: [...issues, ...figures.doubts()].map(({ code, path }) => `${code} ${path}`) };
  };

  test('each in the unit of what it measures, by the name of the column or beside it', () => {
    expect(column('value', ['59 °F', '°C'], ['62 %', '%'], ['8.5', ''])).toEqual({ values: [15, 62, 8.5], codes: [] });
    expect(column('value (°F)', ['59', '°C'], ['62', '%'])).toEqual({ values: [15, 62], codes: [] });
    expect(column('along_ft', ['10', 'm'], ['2 m', 'm'])).toEqual({ values: [3.048, 2], codes: [] });
    expect(column('value', ['−1,5', '°C'], ['1e2', '%'])).toEqual({ values: [-1.5, 100], codes: [] });
  });

  test('a column of one kind of thing whose head names a unit of another is refused: a pressure is no level', () => {
    const issues: Issue[] = [];
    const levels = new QuantityColumn('level (kPa)', 'Level', true);
    expect([levels.read('23.5', 'm', 2, issues), issues.map(({ code, path }) => `${code} ${path}`)]).toEqual([NaN, ['csv-unit line 1']]);
    // a word in brackets that is no unit says nothing
    expect(new QuantityColumn('level (well 3)', 'Level', true).read('23.5', 'm', 2, issues)).toBe(23.5);
  });

  test('a unit beside some figures of a kind puts those without one in doubt, and those of other kinds not', () => {
    expect(column('value', ['59 °F', '°C'], ['15', '°C'], ['62', '%']).codes).toEqual(['csv-unit-missing line 3']);
  });

  test('what is no figure, or in a unit of something else', () => {
    const { values, codes } = column('value', ['wet', '%'], ['', '%'], ['1 2', '%'], ['3 m', '%'], ['12..4', '%']);
    expect(values).toEqual([NaN, NaN, NaN, NaN, NaN]);
    expect(codes).toEqual([
      'csv-not-a-number line 2',
      'csv-not-a-number line 3',
      'csv-not-a-number line 4',
      'csv-unit line 5',
      'csv-not-a-number line 6',
    ]);
  });
});
