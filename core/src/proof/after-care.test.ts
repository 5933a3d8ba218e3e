import { FAMILY_IDS } from '../jobs';
import { AFTER_CARE, careLooks } from './index';

const DONE = Date.parse('2026-01-31T12:00:00Z');
const days = (times: readonly number[]) => times.map((ms) => new Date(ms).toISOString().slice(0, 10));

test('every family is looked at again within a year or so, in order, and says what voids its warranty', () => {
  for (const family of FAMILY_IDS) {
    const looks = careLooks(family, DONE);
    expect(looks.length).toBeGreaterThan(0);
    expect(looks).toEqual([...looks].sort((a, b) => a - b));
    expect((looks[0]! - DONE) / 86_400_000).toBeLessThanOrEqual(366);
    expect(AFTER_CARE[family].voids.length).toBeGreaterThan(0);
  }
});

test('crystals after one and five years, pumps twice a year for ten (common practice, no source)', () => {
  expect(days(careLooks('crystalline-slurry', DONE))).toEqual(['2027-01-31', '2031-01-31']);
  const pumps = careLooks('drained-cavity', DONE);
  expect(pumps).toHaveLength(20);
  // the last of a shorter month stands for a day that it does not have
  expect(days(pumps).slice(0, 2)).toEqual(['2026-07-31', '2027-01-31']);
  expect(days(careLooks('drained-cavity', Date.parse('2026-08-31T12:00:00Z')))[0]).toBe('2027-02-28');
});
