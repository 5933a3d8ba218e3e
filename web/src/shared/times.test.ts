import { daysIn, fromLocalField, hoursMinutes, localField, timeOfDay } from './times';

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

test('the day of an instant is the one that a form shows in that zone, over midnights and changes of the clock', () => {
  for (const zone of ['Europe/Oslo', 'America/New_York', 'Asia/Kathmandu', 'Pacific/Auckland']) {
    const dayOf = daysIn(zone);
    for (let ms = Date.parse('2026-03-27T00:00:00Z'); ms < Date.parse('2026-03-31T00:00:00Z'); ms += 37 * 60_000)
      expect(dayOf(ms)).toBe(localField(ms, zone).slice(0, 10));
  }
});
