import { fromLocalField, hoursMinutes, localField, timeOfDay } from './times';

test('times are read and shown in the job’s own zone', () => {
  const at = Date.parse('2026-07-01T10:30:00Z');
  expect(timeOfDay(at, 'Europe/Oslo')).toBe('12:30');
  expect(localField(at, 'America/New_York')).toBe('2026-07-01T06:30');
  expect(fromLocalField('2026-07-01T06:30', 'America/New_York')).toBe('2026-07-01T10:30:00.000Z');
  expect(fromLocalField('', 'Europe/Oslo')).toBeUndefined();
});

test('hours and minutes', () => {
  expect([0, 59_000, 60_000, 7_500_000, -5].map(hoursMinutes)).toEqual(['0:00', '0:01', '0:01', '2:05', '0:00']);
});
