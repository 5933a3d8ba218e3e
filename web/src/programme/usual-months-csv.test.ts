import { readUsualMonths } from './usual-months-csv';

const table = (rows: readonly string[], head = 'month,air °C,swing K,humidity %') => [head, ...rows].join('\n');
const year = Array.from({ length: 12 }, (_, i) => `${i + 1},${i - 3},${4},${80 - i}`);
const refusals = (text: string) => {
  const read = readUsualMonths(text);
  return read.ok ? [] : read.issues.map(({ code, path }) => `${code} at ${path}`);
};

test('twelve months in any order become a year from January on', () => {
  const read = readUsualMonths(table(year.toReversed()));
  expect(read.ok && read.value.map(({ airC }) => airC)).toEqual([-3, -2, -1, 0, 1, 2, 3, 4, 5, 6, 7, 8]);
  expect(read.ok && read.value[11]).toEqual({ airC: 8, swingC: 4, humidityPct: 69 });
});

test('units stand in the head: Fahrenheit is read as Fahrenheit', () => {
  const read = readUsualMonths(
    table(
      year.map((row, i) => `${i + 1},50,${row.split(',').slice(2).join(',')}`),
      'month,air °F,swing K,humidity %',
    ),
  );
  expect(read.ok && read.value[0]!.airC).toBeCloseTo(10, 9);
});

test('a month twice, one that is none, one that is missing, a figure out of its bounds: each is told with its line', () => {
  expect(refusals(table([...year.slice(0, 11), year[0]!]))).toEqual(['csv-month at line 13']);
  expect(refusals(table(['13,1,1,50', ...year]))).toEqual(['csv-month at line 2']);
  expect(refusals(table(year.slice(0, 11)))).toEqual(['csv-months-missing at line 1']);
  expect(refusals(table([...year.slice(0, 11), '12,70,4,60']))).toEqual(['above-max at line 13']);
  expect(refusals(table([...year.slice(0, 11), '12,-70,-1,60']))).toEqual(['below-min at line 13', 'below-min at line 13']);
  expect(refusals(table(year, 'month,air °C,humidity %'))).toEqual(['csv-no-column at line 1']);
});
