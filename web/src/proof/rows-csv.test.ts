import '../messages/later';
import { describeFields } from '@caulkhorn/core/fields';
import { TEST_RESULT_FIELDS } from '@caulkhorn/core/jobs';
import fc from 'fast-check';
import { type Columns, headsOf, rowsCsv, rowsIn } from './rows-csv';

function columnsOf(kind: keyof typeof TEST_RESULT_FIELDS, list: string): Columns {
  const spec = describeFields(TEST_RESULT_FIELDS[kind])[list]!;
  return spec.type === 'list' && spec.of.type === 'record' ? spec.of.fields : {};
}
const PULLS = columnsOf('pull-off', 'pulls');
const FILM = columnsOf('film-dry', 'readings');
const codes = (text: string, columns = PULLS) => {
  const read = rowsIn(text, columns);
  return read.ok ? [] : read.issues.map(({ code, path }) => `${path} ${code}`);
};

test('pull-offs in kilonewtons or pounds, columns in any order, words or codes; what stands for nothing is told', () => {
  expect(headsOf(PULLS)).toEqual(['load (N)', 'failure', 'u (m)', 'v (m)']);
  const read = rowsIn('no;failure;load (kN);u (m);v (m)\n1;substrate;3.1;0.5;1.2\n2;In the glue;2.75;1;\n', PULLS);
  expect(read).toEqual({
    ok: true,
    value: {
      rows: [
        { failure: 'substrate', loadN: 3100, uM: 0.5, vM: 1.2 },
        { failure: 'glue', loadN: 2750, uM: 1 },
      ],
      leftOut: ['no'],
    },
  });
  // 1 lbf is 4.4482216152605 N (NIST SP 811)
  const pounds = rowsIn('failure,load (lbf)\ncoat,700\n', PULLS);
  expect(pounds.ok && pounds.value.rows[0]!['loadN']).toBeCloseTo(3113.755, 3);
});

test('film in micrometres and mils', () => {
  const micron = rowsIn('film (µm)\n2150\n', FILM);
  expect(micron.ok && micron.value.rows).toEqual([{ mm: 2.15 }]);
  const mils = rowsIn('film_mils\n80\n', FILM);
  expect(mils.ok && mils.value.rows[0]!['mm']).toBeCloseTo(2.032, 9);
});

test.each([
  ['a load whose unit nobody says: in pounds it would pass anything', 'load,failure\n700,coat\n', ['line 1 figures-without-unit']],
  ['a unit of something else', 'load (kg),failure\n70,coat\n', ['line 1 figures-without-unit']],
  ['no column of what broke', 'load (N)\n700\n', ['line 1 csv-no-column']],
  ['a word that is none', 'load (N),failure\n700,paint\n', ['line 2 not-one-of']],
  ['a figure that is none, and one that is missing', 'load (N),failure\nabc,coat\n,coat\n', ['line 2 csv-not-a-number', 'line 3 missing']],
  ['a file cut off', 'load (N),failure\n700,"coat\n', ['line 2 csv-cut-off']],
  ['an empty one', 'load (N),failure\n', ['line 2 csv-empty']],
])('refused: %s', (_, text, found) => {
  expect(codes(text)).toEqual(found);
});

test('what goes out comes in the same, for every kind of readings', () => {
  for (const [kind, fields] of Object.entries(TEST_RESULT_FIELDS))
    for (const [list, spec] of Object.entries(describeFields(fields))) {
      if (spec.type !== 'list' || spec.of.type !== 'record') continue;
      const columns = spec.of.fields;
      const values = Object.entries(columns).map(([field, each]) => {
        const value: fc.Arbitrary<unknown> =
          each.type === 'choice'
            ? fc.constantFrom(...each.choices)
            : each.type === 'flag'
              ? fc.boolean()
              : each.type === 'number'
                ? fc.integer({ min: Math.max(0, each.min ?? 0), max: Math.min(5, each.max ?? 5) })
                : fc.stringMatching(/^[a-z0-9]{1,8}$/);
        return [field, each.required ? value : fc.option(value, { nil: undefined })] as const;
      });
      // a line without anything in it is no line
      const row = fc
        .record(Object.fromEntries(values))
        .map((each) => Object.fromEntries(Object.entries(each).filter(([, value]) => value !== undefined)))
        .filter((each) => Object.keys(each).length > 0);
      fc.assert(
        fc.property(fc.array(row, { minLength: 1, maxLength: 20 }), (rows) => {
          expect({ kind, list, read: rowsIn(rowsCsv(columns, rows), columns) }).toEqual({
            kind,
            list,
            read: { ok: true, value: { rows, leftOut: [] } },
          });
        }),
        { numRuns: 30 },
      );
    }
});
