import { refusals } from '../../core/src/testing/results';
import { FinishBodyDto, LogEntryDto, NoteBodyDto, ReadingBodyDto, ReleasePayloadDto, StartBodyDto, checkShape } from './index';

const ID = '3b241101-e2bb-4255-8caf-4136c566a962';
const HASH = 'a'.repeat(64);
const conditions = { airTemperatureC: 12, surfaceTemperatureC: 10, relativeHumidityPct: 60 };
const start = { kind: 'start', workItemId: `${ID}:z1:coat-1`, planRevisionId: ID, conditions };
const entry = {
  id: ID,
  jobId: ID,
  deviceId: ID,
  deviceSeq: 1,
  prevHash: HASH,
  personId: ID,
  personName: 'P',
  occurredAt: '2026-05-20T10:00:00Z',
  writtenAt: '2026-05-20T10:00:00Z',
  body: start,
  hash: HASH,
  signature: null,
};
const read = (part: object) => refusals(checkShape(LogEntryDto, { ...entry, ...part }));

test('an entry of each kind passes, without a signature and with one', () => {
  for (const body of [
    start,
    { kind: 'finish', workItemId: 'w', planRevisionId: ID, usedKg: 3 },
    { kind: 'reading', conditions },
    { kind: 'note', note: 'x' },
  ])
    expect(checkShape(LogEntryDto, { ...entry, body }).ok).toBe(true);
  expect(checkShape(LogEntryDto, { ...entry, signature: 'later' }).ok).toBe(true);
});

test.each<[string, object, string]>([
  ['no such kind', { body: { kind: 'dance' } }, 'not-one-of at body.kind'],
  ['a start without its work', { body: { kind: 'start', planRevisionId: ID } }, 'missing at body.workItemId'],
  ['a field of another kind', { body: { kind: 'note', note: 'x', usedKg: 3 } }, 'unknown-field at body.usedKg'],
  ['an empty note', { body: { kind: 'note', note: '' } }, 'too-short at body.note'],
  ['a reading without figures', { body: { kind: 'reading' } }, 'missing at body.conditions'],
  [
    'humidity of 130 %',
    { body: { kind: 'reading', conditions: { ...conditions, relativeHumidityPct: 130 } } },
    'above-max at body.conditions.relativeHumidityPct',
  ],
  [
    'a boiling wall',
    { body: { kind: 'reading', conditions: { ...conditions, surfaceTemperatureC: 100 } } },
    'above-max at body.conditions.surfaceTemperatureC',
  ],
  ['more than there is', { body: { kind: 'finish', workItemId: 'w', planRevisionId: ID, usedKg: -1 } }, 'below-min at body.usedKg'],
  [
    'laid at no time',
    { body: { kind: 'finish', workItemId: 'w', planRevisionId: ID, lastLaidAt: 'noon' } },
    'not-a-time-with-offset at body.lastLaidAt',
  ],
  ['a hash that is none', { hash: 'A'.repeat(64) }, 'not-in-this-form at hash'],
  ['number nought', { deviceSeq: 0 }, 'below-min at deviceSeq'],
  ['in nobody’s name', { personName: '' }, 'too-short at personName'],
])('%s', (_name, part, wanted) => expect(read(part)).toEqual([wanted]));

test('the bodies check alone as they do in an entry', () => {
  expect(checkShape(StartBodyDto, start).ok).toBe(true);
  expect(checkShape(ReadingBodyDto, { kind: 'reading', conditions }).ok).toBe(true);
  expect(checkShape(NoteBodyDto, { kind: 'note', note: 'x'.repeat(2001) }).ok).toBe(false);
  expect(
    checkShape(FinishBodyDto, { kind: 'finish', workItemId: 'w', planRevisionId: ID, firstLaidAt: '2026-05-20T10:00:00+02:00' }).ok,
  ).toBe(true);
});

test('a release needs a crew and a temperature that a crew can stand', () => {
  expect(checkShape(ReleasePayloadDto, { revisionId: ID, people: 2, temperatureC: 11 }).ok).toBe(true);
  expect(refusals(checkShape(ReleasePayloadDto, { revisionId: ID, people: 0, temperatureC: 80 }))).toEqual([
    'below-min at people',
    'above-max at temperatureC',
  ]);
});
