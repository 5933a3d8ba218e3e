import fc from 'fast-check';
import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, unknown>;

// common practice, no source: gap + movement + 2 × 150 mm; a fixing at both ends of each bar and every 200 mm
test('sheet over a 20 mm joint that moves 10 mm, 10 m long', () => {
  expect(run('joint-sheet', { gapMm: 20, movementMm: 10, lengthM: 10 })).toEqual({
    sheetWidthMm: 330,
    slackMm: 10,
    barLengthM: 20,
    fixings: 102,
  });
  expect(run('joint-sheet', { gapMm: 0, movementMm: 0, lengthM: 1.01 })['fixings']).toBe(14);
});

// common practice, no source
test('a stripe of 10 m, 75 mm on each side at 0.75 mm', () => {
  const stripe = run('stripe-coat', { lengthM: 10, widthEachSideMm: 75, filmMm: 0.75, densityKgL: 1.3 });
  expect(stripe['areaM2']).toBeCloseTo(1.5, 12);
  expect(stripe['kg']).toBeCloseTo(1.4625, 12);
});

// common practice, no source: 30 m³ × 350 kg × 0.8 % = 84 kg
test.each<[number, number, string[]]>([
  [0.8, 84, []],
  [0.79, 82.95, ['under-least-dose']],
  [1, 105, []],
  [2, 210, ['special-dose']],
  [3, 315, ['special-dose']],
  [3.1, 325.5, ['over-special-dose']],
])('admixture at %p %% of the cement: %p kg', (dosePct, doseKg, warnings) => {
  const dose = run('admixture-dose', { concreteM3: 30, cementKgM3: 350, dosePct });
  expect(dose['doseKg']).toBeCloseTo(doseKg, 9);
  expect(dose['warnings']).toEqual(warnings);
});

describe('shelf life', () => {
  const pack = { storeTemperatureC: [20], onDate: '2026-02-01' };

  // Gregorian calendar: a month is a month
  test.each([
    ['2026-01-31', 1, '2026-02-28'],
    ['2024-01-31', 1, '2024-02-29'],
    ['2025-08-31', 6, '2026-02-28'],
    ['2025-03-15', 12, '2026-03-15'],
  ])('%s and %p months: %s', (madeOn, months, expiresOn) => {
    expect(run('shelf-life', { ...pack, madeOn, months })['expiresOn']).toBe(expiresOn);
  });

  test('days left count calendar days, also across daylight saving, and go under zero', () => {
    expect(run('shelf-life', { ...pack, madeOn: '2025-03-30', onDate: '2026-03-28' })['daysLeft']).toBe(2);
    expect(run('shelf-life', { ...pack, madeOn: '2025-03-30', onDate: '2026-04-01' })['daysLeft']).toBe(-2);
  });

  test('breaches say which reading and which way', () => {
    expect(run('shelf-life', { ...pack, madeOn: '2025-03-30', storeTemperatureC: [5, 4.9, 35, 36] })['breaches']).toEqual([
      { index: 1, temperatureC: 4.9, kind: 'cold' },
      { index: 3, temperatureC: 36, kind: 'hot' },
    ]);
  });

  test('a day that is none, an empty store, limits the wrong way round', () => {
    expect(refusals(calculate('shelf-life', { ...pack, madeOn: '2026-02-30' }))).toEqual(['not-a-date at madeOn']);
    expect(refusals(calculate('shelf-life', { ...pack, madeOn: '2026-02-01T00:00:00Z' }))).toEqual(['not-a-date at madeOn']);
    expect(refusals(calculate('shelf-life', { ...pack, madeOn: '2026-02-01', storeTemperatureC: [] }))).toEqual([
      'empty-list at storeTemperatureC',
    ]);
    expect(refusals(calculate('shelf-life', { ...pack, madeOn: '2026-02-01', min: 30, max: 10 }))).toEqual(['max-below-min at max']);
  });
});

test('longer, wider, thicker is never less', () => {
  const size = fc.double({ min: 0.1, max: 500, noNaN: true });
  fc.assert(
    fc.property(size, size, size, fc.double({ min: 1, max: 3, noNaN: true }), (lengthM, widthEachSideMm, filmMm, more) => {
      const kg = (scale: number) =>
        run('stripe-coat', { lengthM: lengthM * scale, widthEachSideMm, filmMm, densityKgL: 1.2 })['kg'] as number;
      expect(kg(more)).toBeGreaterThanOrEqual(kg(1));
      const sheet = (movementMm: number) => run('joint-sheet', { gapMm: 10, movementMm, lengthM })['sheetWidthMm'] as number;
      expect(sheet(10 * more)).toBeGreaterThanOrEqual(sheet(10));
    }),
  );
});
