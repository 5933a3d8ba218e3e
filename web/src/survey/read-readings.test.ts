import type { JobModel } from '@caulkhorn/core/jobs';
import { accepted, refusals } from '../../../core/src/testing/results';
import { sampleJob } from '../../../core/src/testing/sample-job';
import { guessMapping, readSheet, toReadings } from './read-readings';

const model: JobModel = sampleJob();
function read(text: string, timeZone = 'Europe/Oslo') {
  const sheet = accepted(readSheet(text));
  return toReadings(sheet, guessMapping(sheet.header), model, timeZone);
}
const HEADER = 'face,kind,value,time,along_m,up_m,instrument\n';

test('columns are known by their names, in any order, with commas or semicolons and decimal commas', () => {
  const rows = accepted(read('\uFEFFTime;Wall;Type;Reading;x;y\n2026-03-01T06:00:00+01:00;n;moisture-meter;61,5;1,2;0,3\n'));
  expect(rows).toMatchObject([{ faceId: 'north', kind: 'moisture-meter', value: 61.5, point: [1.2, 0.3], at: '2026-03-01T05:00:00.000Z' }]);
});

test('kinds by the words on the screen; a reading of the air needs no place', () => {
  expect(accepted(read(`${HEADER}E,Air humidity,64,2026-03-01T06:00Z,,,Hygrometer`))).toMatchObject([
    { faceId: 'east', kind: 'air-humidity', value: 64, instrument: 'Hygrometer' },
  ]);
});

test('every line at fault is named, and nothing is taken', () => {
  const text = `${HEADER}N,moisture-meter,60,2026-03-01T06:00Z,1,0.3,\nZ,moisture-meter,60,2026-03-01T06:00Z,1,0.3,\nN,mood,x,soon,1,0.3,\nN,moisture-meter,60,2026-03-01T06:00Z,9,0.3,\nN,moisture-meter,999,2026-03-01T06:00Z,1,0.4,\nN,moisture-meter,60,2026-03-01T06:00Z,1,0.3,`;
  expect(refusals(read(text))).toEqual([
    'csv-no-face at line 3',
    'csv-no-kind at line 4',
    'csv-not-a-number at line 4',
    'not-a-time at line 4',
    'off-its-face at line 5',
    'above-max at line 6',
    'csv-duplicate-row at line 7',
  ]);
});

test('times without an offset are read in the job’s zone; the hour skipped and the hour doubled are asked for', () => {
  const at = (time: string) => read(`${HEADER}N,moisture-meter,60,${time},1,0.3,`);
  expect(accepted(at('2026-07-01 06:00'))[0]!.at).toBe('2026-07-01T04:00:00.000Z');
  // IANA time zone database: clocks in Oslo go from 02:00 to 03:00 on 29 March 2026 and back on 25 October 2026
  expect(refusals(at('2026-03-29 02:30'))).toEqual(['hour-skipped at line 2']);
  expect(refusals(at('2026-10-25 02:30'))).toEqual(['hour-doubled at line 2']);
  expect(accepted(at('2026-10-25T02:30:00+01:00'))[0]!.at).toBe('2026-10-25T01:30:00.000Z');
});

test('an empty file, one cut off within quotes, one too long, and one without a needed column are refused', () => {
  expect(refusals(readSheet(HEADER))).toEqual(['csv-empty at line 2']);
  expect(refusals(readSheet(`${HEADER}N,"moisture-me`))).toEqual(['csv-cut-off at line 2']);
  expect(refusals(readSheet(HEADER + 'N,moisture-meter,60,2026-03-01T06:00Z,1,0.3,\n'.repeat(5001)))).toEqual(['too-many at line 5002']);
  const sheet = accepted(readSheet('a,b\n1,2'));
  expect(new Set(refusals(toReadings(sheet, guessMapping(sheet.header), model, 'UTC')))).toEqual(new Set(['csv-no-column at line 1']));
});
