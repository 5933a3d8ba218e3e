import type { Reading } from '@caulkhorn/core/jobs';
import { rangeText } from './paint-readings';

const moisture = (value: number): Reading =>
  ({ id: `${value}`, faceId: 'a', kind: 'in-slab-rh', value, at: '2026-03-02T08:00:00Z' }) as Reading;

test('readings told together go from the lowest to the highest, with their unit once', () => {
  expect(rangeText([moisture(21), moisture(17), moisture(24)], 'metric')).toBe('17–24\u202f%');
  expect(rangeText([moisture(17), moisture(17)], 'metric')).toBe('17\u202f%');
});
