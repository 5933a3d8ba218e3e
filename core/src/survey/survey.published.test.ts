import { calculate } from '../calculators';
import { accepted, refusals } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, number>;

describe('leak rate', () => {
  // common practice, no source: 20 drops to the millilitre
  test('twenty drips a minute are a millilitre', () => {
    expect(run('leak-rate', { dripsPerMin: 20 })).toEqual({ mlPerMin: 1, lPerDay: 1.44, state: 'dripping' });
  });

  test('bucket and watch', () => {
    expect(run('leak-rate', { volumeMl: 500, seconds: 30 })).toMatchObject({ mlPerMin: 1000, lPerDay: 1440, state: 'running' });
  });

  // the project's own scale
  test.each([
    [0, 'dry'],
    [0.99, 'weeping'],
    [1, 'dripping'],
    [100, 'dripping'],
    [100.1, 'running'],
    [2000, 'running'],
    [2001, 'gushing'],
  ])('%p mL/min is %s', (volumeMl, state) => expect(run('leak-rate', { volumeMl, seconds: 60 })['state']).toBe(state));

  test('either drips or a bucket', () => {
    expect(refusals(calculate('leak-rate', { dripsPerMin: 3, volumeMl: 5, seconds: 5 }))).toEqual([
      'only-one-of at dripsPerMin',
      'only-one-of at volumeMl',
    ]);
    expect(refusals(calculate('leak-rate', {}))).toEqual(['one-of-missing at dripsPerMin', 'one-of-missing at volumeMl']);
    expect(refusals(calculate('leak-rate', { volumeMl: 5 }))).toEqual(['missing at seconds']);
    expect(refusals(calculate('leak-rate', { dripsPerMin: 3, seconds: 5 }))).toEqual(['only-with at seconds']);
  });
});

describe('vapour emission', () => {
  // ASTM F1869: 3 lb/(1000 ft²·24 h) = 170 µg/(s·m²)
  test('three pounds are 170 micrograms', () => {
    const massGainG = ((3 * 453.59237) / 1000 / (0.3048 ** 2 * 1000)) * 0.05 * 1000 * (66 / 24);
    const at = run('vapour-emission', { massGainG, domeAreaM2: 0.05, exposureH: 66 });
    expect(at['lbPer1000Ft2Day']).toBeCloseTo(3, 9);
    expect(at['microgramsPerM2S']).toBeCloseTo(170, -1);
    expect(at['microgramsPerM2S']).toBeCloseTo(169.5, 1);
  });

  test.each([
    [59.9, ['exposure-under-60-h']],
    [60, []],
    [72, []],
    [72.1, ['exposure-over-72-h']],
  ])('%p h: %p', (exposureH, warnings) => {
    expect(run('vapour-emission', { massGainG: 1, domeAreaM2: 0.05, exposureH })['warnings']).toEqual(warnings);
  });
});

describe('moisture tests', () => {
  // ASTM F2170, F1869 (from memory): 3 for the first 1,000 ft², one more per further 1,000 ft² or part
  test.each([
    [10, 3],
    [92.903, 3],
    [93, 4],
    [2 * 92.90304, 4],
    [186, 5],
    [929.0304, 12],
  ])('%p m²: %p tests', (areaM2, tests) => {
    expect(run('moisture-test-plan', { areaM2, slabThicknessMm: 100, dryingSides: 1, method: 'rh' })['tests']).toBe(tests);
  });

  test('depth of the probe by drying sides; a dish has none', () => {
    const plan = { areaM2: 50, slabThicknessMm: 150, method: 'rh' };
    expect(run('moisture-test-plan', { ...plan, dryingSides: 1 })).toEqual({ tests: 3, depthMm: 60, equilibrationH: 24 });
    expect(run('moisture-test-plan', { ...plan, dryingSides: 2 })['depthMm']).toBe(30);
    expect(run('moisture-test-plan', { ...plan, dryingSides: 1, method: 'mver' })).not.toHaveProperty('depthMm');
  });
});

describe('moisture verdict (common practice, no source)', () => {
  const limits = { rhPct: 80, mverLb: 3, ph: 9 };
  test.each<[object, string, string[]]>([
    [{ rhPct: 80, mverLb: 3, ph: 9 }, 'cover', []],
    [{ rhPct: 80.1 }, 'barrier', ['rh-over-finish-limit']],
    [{ mverLb: 25, ph: 14 }, 'barrier', ['mver-over-finish-limit', 'ph-over-finish-limit']],
    [{ mverLb: 25.1 }, 'stop', ['mver-over-finish-limit', 'mver-over-barrier-limit']],
  ])('%p: %s', (readings, level, reasons) => {
    expect(run('moisture-verdict', { ...readings, limits })).toEqual({ level, reasons });
  });

  test('a barrier of its own limits, and readings without a limit', () => {
    expect(run('moisture-verdict', { rhPct: 96, limits, barrierLimits: { rhPct: 95 } })['level']).toBe('stop');
    expect(refusals(calculate('moisture-verdict', { rhPct: 96, limits: { ph: 9 } }))).toEqual(['missing at limits.rhPct']);
    expect(refusals(calculate('moisture-verdict', { limits }))).toHaveLength(3);
  });
});
