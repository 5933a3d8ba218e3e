import { HOUR_MS } from '../quantities';
import { type Measurement, nearestMeasurement } from './index';

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
