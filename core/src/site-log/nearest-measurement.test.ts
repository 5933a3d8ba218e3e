import { HOUR_MS } from '../quantities';
import { type EntryBody, type LogEntry, type Measurement, checkEntry, foldLog, nearestMeasurement } from './index';

const NOW = Date.parse('2026-05-18T08:00:00Z');
const at = (hours: number, faceId = 'north'): Measurement => ({
  at: NOW + hours * HOUR_MS,
  faceId,
  conditions: { airTemperatureC: 12, surfaceTemperatureC: 10, relativeHumidityPct: 60 },
});
const here = ({ faceId }: Measurement) => faceId === 'north';

test.each<[string, Measurement[], number | undefined]>([
  ['the nearest in time, before or after', [at(-0.9), at(-0.2), at(0.5)], -0.2],
  ['not the newest', [at(-0.1), at(0.8)], -0.1],
  ['none of another face', [at(-0.1, 'east')], undefined],
  ['none of other air', [at(-1.1)], undefined],
  ['none at all', [], undefined],
])('%s', (_says, measured, hours) =>
  expect(nearestMeasurement(measured, NOW, here)?.at).toBe(hours === undefined ? undefined : NOW + hours * HOUR_MS),
);

describe('air that was measured before a start', () => {
  const start = (conditionsAt?: string): EntryBody => ({
    kind: 'start',
    workItemId: 'a',
    planRevisionId: 'r',
    conditions: at(0).conditions,
    ...(conditionsAt === undefined ? {} : { conditionsAt }),
  });
  const iso = (hours: number) => new Date(NOW + hours * HOUR_MS).toISOString();
  const fold = (body: EntryBody) => foldLog([{ entry: { id: 'e', body, occurredAt: iso(0), personName: 'Ida' } as LogEntry }]);
  test('counts while it is the same air, with its own time; later it is measured again', () => {
    expect(checkEntry(start(iso(-0.9)), iso(0))).toEqual([]);
    expect(checkEntry(start(iso(-1.2)), iso(0)).map(({ code, path }) => `${code} ${path}`)).toEqual([
      'measured-too-long-ago body.conditionsAt',
    ]);
    expect(fold(start(iso(-0.9))).done.get('a')!.conditionsAt).toBe(NOW - 0.9 * HOUR_MS);
  });
  test('is no reading of its own: it cannot be taken over again, nor move the window of a wall', () => {
    expect(fold(start(iso(-0.9))).measured).toEqual([]);
    expect(fold(start()).measured).toHaveLength(1);
  });
  test('without the air itself it means nothing', () => {
    const { conditions: _, ...bare } = start(iso(0)) as Extract<EntryBody, { kind: 'start' }>;
    expect(checkEntry(bare, iso(0)).map(({ code }) => code)).toEqual(['only-with']);
  });
});
