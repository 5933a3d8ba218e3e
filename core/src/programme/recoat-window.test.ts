import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

const window = (input: object) => accepted(calculate('recoat-window', input)) as { opensAt: string; closesAt: string | null };
const base = { minH: 3, maxH: 6, referenceC: 20, startedAt: '2026-03-28T22:00:00+01:00' };

describe('recoat window', () => {
  test('the reference temperature gives the product’s own hours back', () => {
    expect(window({ ...base, temperatureC: 20 })).toEqual({
      opensAt: '2026-03-29T01:00:00.000+01:00',
      closesAt: '2026-03-29T04:00:00.000+01:00',
    });
  });

  test('hourly temperatures are added up, the last one holds', () => {
    // 2 h at 10 °C make 1 h of age, then full speed
    expect(window({ ...base, temperatures: [10, 10, 20] })).toEqual({
      opensAt: '2026-03-29T02:00:00.000+01:00',
      closesAt: '2026-03-29T05:00:00.000+01:00',
    });
  });

  test('no latest time stays none', () => {
    expect(window({ ...base, maxH: null, temperatureC: 20 }).closesAt).toBeNull();
  });

  test('working life halves for ten degrees (common practice, no source)', () => {
    expect(accepted(calculate('working-life', { lifeMin: 25, referenceC: 20, temperatureC: 30 }))).toEqual({ lifeMin: 12.5 });
  });

  test('contradictions are refused', () => {
    expect(refusals(calculate('recoat-window', { ...base, maxH: 2, temperatureC: 20 }))).toEqual(['max-below-min at maxH']);
    expect(refusals(calculate('recoat-window', { ...base, temperatureC: 20, q10: 2, activationK: 5000 }))).toEqual([
      'only-one-of at activationK',
    ]);
    expect(refusals(calculate('recoat-window', { ...base, temperatureC: 20, temperatures: [20] }))).toHaveLength(2);
    expect(refusals(calculate('recoat-window', { ...base, temperatureC: 20, startedAt: '2026-03-28T22:00:00' }))).toEqual([
      'not-a-time-with-offset at startedAt',
    ]);
  });

  test('warmer is never later', () => {
    fc.assert(
      fc.property(fc.double({ min: -5, max: 40, noNaN: true }), fc.double({ min: 0, max: 15, noNaN: true }), (cool, more) => {
        const opens = (temperatureC: number) => Date.parse(window({ ...base, temperatureC }).opensAt);
        expect(opens(cool + more)).toBeLessThanOrEqual(opens(cool));
      }),
    );
  });
});
