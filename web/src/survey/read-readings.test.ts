import type { JobModel } from '@caulkhorn/core/jobs';
import { accepted, refusals } from '../../../core/src/testing/results';
import { sampleJob } from '../../../core/src/testing/sample-job';
import { readSheet } from '../exchange/csv-in';
import { guessMapping, toReadings } from './read-readings';

const model: JobModel = sampleJob();
function read(text: string) {
  const sheet = accepted(readSheet(text));
  return toReadings(sheet, guessMapping(sheet.header), model, 'local');
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

test('figures in other units, by column or cell; a kind whose unit is named in some lines only is asked about', () => {
  const header = 'face,kind,value,time,along_ft,up_ft\n';
  expect(
    accepted(read(`${header}N,surface-temperature,59 °F,2026-03-01T06:00Z,5,1\nN,moisture-meter,60,2026-03-01T06:00Z,5,1\n`)),
  ).toMatchObject([
    { value: 15, point: [1.524, 0.3048] },
    { value: 60, point: [1.524, 0.3048] },
  ]);
  const mixed = `${header}N,surface-temperature,59 °F,2026-03-01T06:00Z,5,1\nN,surface-temperature,14,2026-03-01T07:00Z,5,1\n`;
  expect(refusals(read(mixed))).toEqual(['csv-unit-missing at line 3']);
});

test('a file without a needed column is refused', () => {
  const sheet = accepted(readSheet('a,b\n1,2'));
  expect(new Set(refusals(toReadings(sheet, guessMapping(sheet.header), model)))).toEqual(new Set(['csv-no-column at line 1']));
});

test('a mark that two faces carry is no address; words too long or with control characters are refused, not cut', () => {
  const twins: JobModel = { ...model, faces: model.faces.map((face) => ({ ...face, mark: 'N' })) };
  const sheet = accepted(readSheet(`${HEADER}N,moisture-meter,60,2026-03-01T06:00Z,1,0.3,`));
  expect(refusals(toReadings(sheet, guessMapping(sheet.header), twins))).toEqual(['csv-two-faces at line 2']);
  expect(refusals(read(`${HEADER}N,moisture-meter,60,2026-03-01T06:00Z,1,0.3,${'x'.repeat(121)}`))).toEqual(['too-long at line 2']);
  expect(refusals(read(`${HEADER}N,moisture-meter,60,2026-03-01T06:00Z,1,0.3,a\u0007b`))).toEqual(['not-in-this-form at line 2']);
});
