import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, unknown>;

describe('film check', () => {
  const sound = Array.from({ length: 20 }, () => 1.5);

  // DIN 18533-3 (from memory): the mean reaches what is specified, no reading under 80 %, 20 readings per 100 m²
  test('1.2 mm is not thin where 1.5 mm is specified; 1.19 mm is', () => {
    const one = (mm: number) => run('film-check', { readingsMm: [...sound.slice(2), mm, 3 - mm], specifiedMm: 1.5, areaM2: 100 });
    expect(one(1.2)).toMatchObject({ passes: true, thin: [], count: 20, requiredCount: 20 });
    expect(one(1.19)).toMatchObject({ passes: false, thin: [{ index: 18, mm: 1.19 }] });
  });

  test.each([
    [1, 20],
    [100, 20],
    [101, 21],
    [250, 50],
  ])('%p m² want %p readings', (areaM2, requiredCount) => {
    expect(run('film-check', { readingsMm: sound, specifiedMm: 1.5, areaM2 })['requiredCount']).toBe(requiredCount);
  });

  test('too few readings do not pass however thick', () => {
    expect(run('film-check', { readingsMm: [3, 3], specifiedMm: 1.5, areaM2: 10 })['passes']).toBe(false);
  });

  // NIST/SEMATECH e-Handbook of Statistical Methods, 1.3.5.6: the sample deviation divides by n − 1
  test('standard deviation of 2, 4, 4, 4, 5, 5, 7, 9 is √(32/7)', () => {
    expect(run('film-check', { readingsMm: [2, 4, 4, 4, 5, 5, 7, 9], specifiedMm: 1, areaM2: 1 })['sd']).toBeCloseTo(Math.sqrt(32 / 7), 12);
    expect(run('film-check', { readingsMm: [2], specifiedMm: 1, areaM2: 1 })['sd']).toBeNull();
  });
});

describe('tank test', () => {
  const tank = { depthM: 4, soakDays: 7, testDays: 7, startLevelMm: 3900, endLevelMm: 3890, evaporationPanMm: 3, rainMm: 1 };

  // BS 8007 (from memory): drop, corrected for evaporation and rain, within 1/500 of the depth and 10 mm over 7 days
  test('a 4 m tank may drop 8 mm; this one dropped exactly that', () => {
    expect(run('tank-test', tank)).toEqual({ dropMm: 8, allowedMm: 8, passes: true, reasons: [] });
    expect(run('tank-test', { ...tank, endLevelMm: 3889.9 })).toMatchObject({ passes: false, reasons: ['drop-over-allowed'] });
  });

  test('over 5 m it is 10 mm', () => expect(run('tank-test', { ...tank, depthM: 8 })['allowedMm']).toBe(10));

  test('a soak or a test under 7 days does not pass', () => {
    expect(run('tank-test', { ...tank, soakDays: 6.9 })).toMatchObject({ passes: false, reasons: ['soak-under-7-days'] });
    expect(run('tank-test', { ...tank, testDays: 6 })).toMatchObject({ passes: false, reasons: ['test-under-7-days'] });
  });

  // BS 8007 (from memory): 7 days of soaking to 0.1 mm of design crack, 21 to 0.2 mm
  test('wider cracks soak for three weeks', () => {
    expect(run('tank-test', { ...tank, crackWidthMm: 0.1 })['passes']).toBe(true);
    expect(run('tank-test', { ...tank, crackWidthMm: 0.2 })).toMatchObject({ passes: false, reasons: ['soak-under-21-days'] });
    expect(run('tank-test', { ...tank, crackWidthMm: 0.2, soakDays: 21 })['passes']).toBe(true);
    expect(run('tank-test', { ...tank, crackWidthMm: 0.2, soakDays: 5 })['reasons']).toEqual(['soak-under-21-days']);
  });

  test('a tank that fills by itself is not shown to be tight: a millimetre is scatter, more is water from somewhere', () => {
    const risen = (byMm: number) => run('tank-test', { ...tank, evaporationPanMm: 0, rainMm: 0, endLevelMm: 3900 + byMm });
    expect(risen(1)).toMatchObject({ dropMm: -1, passes: true });
    expect(risen(1.1)).toMatchObject({ passes: false, reasons: ['level-rises'] });
  });
});

test('ponding: decimal figures make no false loss (common practice, no source)', () => {
  const pond = { startMm: 50, endMm: 47.9, hours: 48 };
  expect(run('pond-test', { ...pond, evaporationMm: 0 })).toEqual({ lossMm: 2.1, passes: false, reasons: ['loss-over-1-mm'] });
  expect(run('pond-test', { ...pond, evaporationMm: 1.1 })).toEqual({ lossMm: 1, passes: true, reasons: [] });
  expect(run('pond-test', { ...pond, endMm: 51, evaporationMm: 0 })).toEqual({ lossMm: -1, passes: true, reasons: [] });
  expect(run('pond-test', { ...pond, endMm: 51.1, evaporationMm: 0 })).toMatchObject({ passes: false, reasons: ['gain-over-1-mm'] });
  expect(run('pond-test', { ...pond, hours: 23.9, evaporationMm: 1.1 })).toMatchObject({
    passes: false,
    reasons: ['ponded-under-24-hours'],
  });
  expect(run('pond-test', { ...pond, hours: 24, evaporationMm: 1.1 })['passes']).toBe(true);
});

// Haack 1991 (from memory), daily inflow over 10 m of tunnel
test.each([
  [0, 1],
  [0.02, 1],
  [0.021, 2],
  [0.1, 2],
  [0.2, 3],
  [0.5, 4],
  [1, 5],
  [1.01, null],
])('%p L/m² a day is class %p', (lPerM2Day, wanted) => expect(run('leakage-class', { lPerM2Day })['class']).toBe(wanted));

describe('pull-off', () => {
  const four = { dollyMm: 50, requiredMPa: 1.5 };

  // EN 1542: load over the area of the dolly; 2.945 kN on 50 mm is 1.50 MPa
  test('50 mm dolly at 2.945 kN', () => {
    const { strengthsMPa } = run('pull-off', { ...four, loadsN: [2945], failureModes: ['substrate'] }) as { strengthsMPa: number[] };
    expect(strengthsMPa[0]).toBeCloseTo(1.5, 3);
  });

  // EN 1504-2 (from memory) pairs mean and single value as 1.5 and 1.0 MPa
  test('a single value may be two thirds, the glue does not count', () => {
    const loadsAt = (...strengths: number[]) => strengths.map((each) => (each * Math.PI * 50 * 50) / 4);
    const modes = ['substrate', 'interface', 'coat', 'glue'];
    expect(run('pull-off', { ...four, loadsN: loadsAt(2, 1, 1.5, 0.2), failureModes: modes })['passes']).toBe(true);
    expect(run('pull-off', { ...four, loadsN: loadsAt(2.1, 0.99, 1.5, 1.5), failureModes: modes })['passes']).toBe(false);
    expect(run('pull-off', { ...four, loadsN: [900], failureModes: ['glue'] })).toMatchObject({
      mean: null,
      min: null,
      shown: false,
      passes: false,
    });
  });

  test('fewer than three results show nothing; glue that held more than is wanted shows at least so much', () => {
    const loadsAt = (...strengths: number[]) => strengths.map((each) => (each * Math.PI * 50 * 50) / 4);
    const pulled = (...strengths: number[]) => ({ ...four, loadsN: loadsAt(...strengths), failureModes: strengths.map(() => 'coat') });
    expect(run('pull-off', pulled(2, 2))).toMatchObject({ shown: false, passes: false });
    expect(run('pull-off', pulled(2, 2, 2))).toMatchObject({ shown: true, passes: true });
    const glue = { ...pulled(2, 2, 1.6), failureModes: ['coat', 'coat', 'glue'] };
    expect(run('pull-off', glue)).toMatchObject({ shown: true, passes: true, min: expect.closeTo(1.6, 9) });
    expect(run('pull-off', { ...pulled(2, 2, 1.4), failureModes: ['coat', 'coat', 'glue'] })).toMatchObject({
      shown: false,
      passes: false,
    });
  });

  // EN 1504-2 (from memory): 2.0/1.5, 1.5/1.0, 1.0/0.7, 0.8/0.5 MPa; between them by interpolation, outside in proportion (our own rule)
  test.each([
    [2, 1.5],
    [1.5, 1],
    [1, 0.7],
    [0.8, 0.5],
    [1.25, 0.85],
    [0.9, 0.6],
    [0.4, 0.25],
    [3, 2.25],
  ])('a mean of %d MPa goes with single results of %d', (requiredMPa, single) => {
    const at = (least: number) => {
      const strengths = [least, 2 * requiredMPa, 2 * requiredMPa];
      const loadsN = strengths.map((each) => (each * Math.PI * 50 * 50) / 4);
      return run('pull-off', { dollyMm: 50, requiredMPa, loadsN, failureModes: ['coat', 'coat', 'coat'] })['passes'];
    };
    expect([at(single * 1.001), at(single * 0.999)]).toEqual([true, false]);
  });

  test('one failure mode for each load', () => {
    expect(refusals(calculate('pull-off', { ...four, loadsN: [1, 2], failureModes: ['coat'] }))).toEqual([
      'lengths-differ at failureModes',
    ]);
  });
});

// common practice, no source
test('a stopped leak is looked at after a day, a week and four weeks; blockwork after 30 days', () => {
  const stoppedAt = '2026-03-28T10:00:00+01:00';
  expect(run('reinspection', { stoppedAt })['due']).toEqual([
    '2026-03-29T10:00:00.000+01:00',
    '2026-04-04T10:00:00.000+01:00',
    '2026-04-25T10:00:00.000+01:00',
  ]);
  expect((run('reinspection', { stoppedAt, block: true })['due'] as string[])[2]).toBe('2026-04-27T10:00:00.000+01:00');
});
