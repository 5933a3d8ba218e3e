import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, unknown>;

describe('plug timing (common practice, no source)', () => {
  test.each([
    [30, 60, 60, 60],
    [20, 120, 90, 120],
    [40, 30, 30, 30],
    [10, 240, 90, 180],
    [50, 15, 30, 15],
  ])('60 s at 30 °C: at %p °C %p s, hold %p s, usable %p s', (temperatureC, setS, holdS, usableS) => {
    expect(run('plug-timing', { setS: 60, referenceC: 30, temperatureC })).toEqual({ setS, holdS, usableS });
  });
});

describe('misting rounds (common practice, no source)', () => {
  const hoursOf = (rounds: unknown) => (rounds as string[]).map((at) => Number(at.slice(11, 13)) + Number(at.slice(14, 16)) / 60);

  test('four a day for two days, evenly over the waking hours', () => {
    expect(run('cure-rounds', { coatedAt: '2026-04-14T07:00:00+02:00' })['rounds']).toEqual([
      '2026-04-14T10:30:00.000+02:00',
      '2026-04-14T14:00:00.000+02:00',
      '2026-04-14T17:30:00.000+02:00',
      '2026-04-14T21:00:00.000+02:00',
      '2026-04-15T10:30:00.000+02:00',
      '2026-04-15T14:00:00.000+02:00',
      '2026-04-15T17:30:00.000+02:00',
      '2026-04-15T21:00:00.000+02:00',
    ]);
  });

  test('a dry hour adds a round within it, a dry hour at night does not', () => {
    const coatedAt = '2026-04-14T19:00:00+02:00';
    const usual = run('cure-rounds', { coatedAt })['rounds'] as string[];
    // an empty list says that none is known, as leaving it out does
    expect(run('cure-rounds', { coatedAt, evaporationKgPerM2H: [] })).toEqual(run('cure-rounds', { coatedAt }));
    const drier = run('cure-rounds', { coatedAt, evaporationKgPerM2H: [0.5, 0.51, 0.9, 0.9] })['rounds'] as string[];
    expect(drier.filter((at) => !usual.includes(at))).toEqual(['2026-04-14T20:30:00.000+02:00']);
  });

  test('waking hours of one’s own; the wrong way round they are refused', () => {
    const hours = hoursOf(run('cure-rounds', { coatedAt: '2026-04-14T12:00:00Z', wakingHours: { from: '05:30', to: '23:00' } })['rounds']);
    expect(Math.min(...hours)).toBeGreaterThanOrEqual(5.5);
    expect(refusals(calculate('cure-rounds', { coatedAt: '2026-04-14T12:00:00Z', wakingHours: { from: '21:00', to: '07:00' } }))).toEqual([
      'to-not-after-from at wakingHours.to',
    ]);
    expect(refusals(calculate('cure-rounds', { coatedAt: '2026-04-14T12:00:00Z', wakingHours: { from: '7', to: '24:00' } }))).toHaveLength(
      2,
    );
  });

  test('as many rounds as asked, all of them awake, in order, within the days', () => {
    const when = fc.date({ min: new Date('2026-01-01'), max: new Date('2026-12-31'), noInvalidDate: true });
    fc.assert(
      fc.property(when, fc.integer({ min: 1, max: 12 }), fc.integer({ min: 1, max: 7 }), (date, perDay, days) => {
        const rounds = run('cure-rounds', { coatedAt: date.toISOString(), perDay, days })['rounds'] as string[];
        expect(rounds).toHaveLength(perDay * days);
        expect([...rounds].sort()).toEqual(rounds);
        for (const hour of hoursOf(rounds)) expect(hour >= 7 - 1e-9 && hour <= 21 + 1e-9).toBe(true);
        expect(Date.parse(rounds[0]!)).toBeGreaterThan(date.getTime());
        expect(Date.parse(rounds.at(-1)!)).toBeLessThanOrEqual(date.getTime() + days * 86_400_000 + 1);
      }),
    );
  });
});

describe('crystals (common practice, no source; ages by ASTM C1074)', () => {
  test('28 days at 20 °C, 30 in block', () => {
    const at20 = (days: number, block: boolean) => run('crystal-progress', { series: [{ hours: 24 * days, temperatureC: 20 }], block });
    expect(at20(28, false)).toEqual({ equivalentDays: 28, pct: 100, doneAt: 672 });
    expect(at20(28, true)['pct']).toBeCloseTo(93.333, 3);
    expect(at20(14, false)).toEqual({ equivalentDays: 14, pct: 50 });
    expect(at20(40, true)).toMatchObject({ pct: 100, doneAt: 720 });
  });

  // ASTM C1074: at 10 °C against 20 °C and Q = 5000 K the factor is 0.548
  test('colder takes longer: 28 / 0.548 days at 10 °C', () => {
    const done = run('crystal-progress', { series: [{ hours: 2000, temperatureC: 10 }], block: false })['doneAt'] as number;
    expect(done / 24).toBeCloseTo(28 / 0.548, 1);
  });
});

// ASTM C1074, with the same constants
test('equivalent age adds up over stretches', () => {
  const both = run('equivalent-age', {
    series: [
      { hours: 10, temperatureC: 10 },
      { hours: 5, temperatureC: 20 },
    ],
  });
  expect(both['equivalentHours']).toBeCloseTo(10 * 0.5475 + 5, 2);
  expect(run('equivalent-age', { series: [{ hours: 7, temperatureC: 35 }], referenceC: 35 })).toEqual({ equivalentHours: 7, factor: 1 });
  expect(refusals(calculate('equivalent-age', { series: [{ hours: 0, temperatureC: 20 }] }))).toEqual(['not-above at series[0].hours']);
});
