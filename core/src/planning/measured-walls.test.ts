import { type EntryBody, FIRST_LINK, type LogEntry, foldLog } from '../site-log';
import type { TemperatureAt } from '../programme';
import { buildUp, crack, reading, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, measuredWalls, planJob, programmeJob, zoneOf } from './index';

const NOW = Date.parse('2026-05-18T05:00:00Z');
const sample = sampleJob();
/** A second room with one wall of its own. */
const job = {
  ...sample,
  spaces: [...sample.spaces, { id: 'store', name: 'Store', order: 1 }],
  faces: [...sample.faces, { ...sample.faces[0]!, id: 'away', mark: 'W', spaceId: 'store', order: 3 }],
};
const entry = (body: EntryBody, occurredAt: string): { entry: LogEntry } => ({
  entry: {
    ...{ id: occurredAt, jobId: 'j', deviceId: 'd', deviceSeq: 1, prevHash: FIRST_LINK, personId: 'p', personName: 'Ida' },
    ...{ body, occurredAt, writtenAt: occurredAt, hash: '', signature: null },
  },
});
const air = (surfaceTemperatureC: number) => ({ airTemperatureC: 12, surfaceTemperatureC, relativeHumidityPct: 60 });
const noted = (faceId: string | undefined, surfaceC: number, at: string) =>
  entry({ kind: 'reading', conditions: air(surfaceC), ...(faceId ? { faceId } : {}) }, at);
const faceOfWork = (id: string) => id.split(':')[0];
const walls = (lines: { entry: LogEntry }[], readings = job.readings) => measuredWalls({ ...job, readings }, foldLog(lines), faceOfWork);

test('a wall goes by what was measured on it, else in its room, and never by another room’s', () => {
  const found = walls([noted('north', 9, '2026-05-18T04:00:00Z')]);
  expect(found.get('north')).toMatchObject({ temperatureC: 9, atMs: Date.parse('2026-05-18T04:00:00Z'), on: 'face' });
  expect(found.get('east')).toMatchObject({ temperatureC: 9, on: 'space' });
  expect(found.has('away')).toBe(false);
  expect(walls([]).size).toBe(0);
});

test('its own older reading stands before a newer one of its room; of its own the last counts', () => {
  const lines = [
    noted('north', 9, '2026-05-18T03:00:00Z'),
    noted('east', 4, '2026-05-18T04:00:00Z'),
    noted('north', 8, '2026-05-18T03:30:00Z'),
  ];
  expect(walls(lines).get('north')).toMatchObject({ temperatureC: 8, on: 'face' });
  expect(walls(lines).get('floor')).toMatchObject({ temperatureC: 4, on: 'space' });
});

test('what was measured when a coat was started belongs to its face; so does a reading of the survey', () => {
  const start = entry(
    { kind: 'start', workItemId: `${zoneOf('away')}:coat-1`, planRevisionId: 'r', conditions: air(6) },
    '2026-05-18T04:00:00Z',
  );
  expect(walls([start]).get('away')).toMatchObject({ temperatureC: 6, on: 'face' });
  const survey = reading({ faceId: 'away', kind: 'surface-temperature', value: 5, at: '2026-05-18T04:30:00Z' });
  expect(walls([start], [survey]).get('away')).toMatchObject({ temperatureC: 5 });
  expect(walls([], [{ ...survey, kind: 'air-temperature' }]).has('away')).toBe(false);
});

test('a reading for the whole site counts where nothing nearer was read', () => {
  const lines = [noted(undefined, 11, '2026-05-18T04:50:00Z'), noted('north', 9, '2026-05-18T03:00:00Z')];
  expect(walls(lines).get('away')).toMatchObject({ temperatureC: 11, on: 'site' });
  expect(walls(lines).get('east')).toMatchObject({ temperatureC: 9, on: 'space' });
});

test('a cold reading on one face puts off its own second coat and nobody else’s', () => {
  const model = { ...job, features: [crack()], buildUps: [buildUp('north'), buildUp('away', { id: 'b2' })] };
  const { workItems } = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const placed = (wallsC: ReadonlyMap<string, readonly TemperatureAt[]>) =>
    programmeJob(workItems, foldLog([]), { nowMs: NOW, timeZone: 'UTC', temperatureC: 20, wallsC }).tasks;
  const waitH = (tasks: ReturnType<typeof placed>, face: string) => {
    const at = (n: number) => tasks.find(({ id }) => id === `${zoneOf(face)}:coat-${n}`)!;
    return (at(2).window!.opensMs - at(1).endMs) / 3_600_000;
  };
  const cold = placed(new Map([['north', [{ atMs: NOW, temperatureC: 10 }]]]));
  expect(waitH(cold, 'north')).toBeCloseTo(6, 6);
  expect(waitH(cold, 'away')).toBeCloseTo(3, 6);
  expect(waitH(placed(new Map()), 'north')).toBeCloseTo(3, 6);
});
