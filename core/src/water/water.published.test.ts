import { calculate } from '../calculators';
import { accepted } from '../testing/results';

const run = (id: string, input: object) => accepted(calculate(id, input)) as Record<string, number>;

describe('hydrostatic head', () => {
  // ISO 80000-4; g = 9.80665 m/s² by definition (3rd CGPM 1901)
  test('one metre of fresh water is 9.80665 kPa', () => {
    expect(run('hydrostatic-head', { waterLevelM: 1, pointLevelM: 0 })['pressureKPa']).toBeCloseTo(9.80665, 12);
  });

  // NIST SP 811, appendix B.8: 1 mH2O (conventional) = 9.80665 kPa; 1 psi = 6.894757 kPa; hence 10 bar = 101.97 m
  test('101.97 m is 10 bar and 145.04 psi', () => {
    const at = run('hydrostatic-head', { waterLevelM: 101.9716213, pointLevelM: 0 });
    expect(at['pressureBar']).toBeCloseTo(10, 7);
    expect(at['pressurePsi']).toBeCloseTo(145.0377, 3);
  });

  test('above the water there is no head', () => {
    expect(run('hydrostatic-head', { waterLevelM: -2.1, pointLevelM: 0.4 })).toEqual({
      headM: 0,
      pressureKPa: 0,
      pressureBar: 0,
      pressurePsi: 0,
    });
  });
});

describe('face load', () => {
  // Fluid-mechanics handbooks: triangular prism of pressure, resultant a third of the depth above the foot
  test('3 m of water on a metre of wall: 44.13 kN, 1.0 m above the foot', () => {
    const load = run('face-load', { topLevelM: 4, bottomLevelM: 0, widthM: 1, waterLevelM: 3 });
    expect(load['forceKN']).toBeCloseTo(44.13, 2);
    expect(load['resultantLevelM']).toBeCloseTo(1, 12);
    expect(load['maxPressureKPa']).toBeCloseTo(29.42, 2);
  });

  // The same books: force on a drowned vertical rectangle is ρ g h_c A, its centre of pressure I/(h_c A) below the centroid
  test('a drowned wall against the centroid formulas', () => {
    const [top, foot, water, width] = [-1.2, -3.7, 0.8, 4.3];
    const height = top - foot;
    const centroidDepth = water - (top + foot) / 2;
    const load = run('face-load', { topLevelM: top, bottomLevelM: foot, widthM: width, waterLevelM: water });
    expect(load['forceKN']).toBeCloseTo(9.80665 * centroidDepth * height * width, 9);
    const below = (width * height ** 3) / 12 / (centroidDepth * width * height);
    expect(load['resultantLevelM']).toBeCloseTo((top + foot) / 2 - below, 9);
  });

  test('a dry wall has no resultant', () => {
    expect(run('face-load', { topLevelM: 1, bottomLevelM: 0, widthM: 1, waterLevelM: -1 })).toMatchObject({
      forceKN: 0,
      resultantLevelM: null,
      meanPressureKPa: null,
    });
  });
});

describe('self-healing limit', () => {
  // EN 1992-3, 7.3.1: 0.2 mm at h_D/h ≤ 5, 0.05 mm at ≥ 35, linear between
  test.each([
    [5, 0.2],
    [1, 0.2],
    [20, 0.125],
    [35, 0.05],
    [60, 0.05],
  ])('gradient %p: %p mm', (gradient, widthLimitMm) => {
    const limit = run('self-healing-limit', { headM: gradient * 0.3, wallThicknessMm: 300 });
    expect(limit['widthLimitMm']).toBeCloseTo(widthLimitMm, 12);
    expect(limit['gradient']).toBeCloseTo(gradient, 12);
  });
});

describe('pressure rating (common practice, no source)', () => {
  const coat = { ratedPositiveKPa: 1000, ratedNegativeKPa: 700, substrateStrengthMPa: 35, ratedOnStrengthMPa: 35 };

  test('required pressure carries the safety factor, the rating does not', () => {
    const at = run('pressure-rating', { ...coat, headM: 10, side: 'positive' });
    expect(at['requiredKPa']).toBeCloseTo(1.5 * 98.0665, 9);
    expect(at['ratedKPa']).toBe(1000);
    expect(at['utilisation']).toBeCloseTo(0.1471, 4);
  });

  test('on a weaker substrate the rating is void', () => {
    expect(run('pressure-rating', { ...coat, headM: 1, side: 'negative', substrateStrengthMPa: 34.9 })).toMatchObject({
      ratedKPa: 0,
      utilisation: null,
      passes: false,
      reasons: ['substrate-weaker-than-rated'],
    });
  });

  test('a side without rating carries no head, but damp ground above the water passes', () => {
    const unrated = { ...coat, ratedNegativeKPa: 0, side: 'negative' };
    expect(run('pressure-rating', { ...unrated, headM: 0.1 })).toMatchObject({
      passes: false,
      utilisation: null,
      reasons: ['not-rated-on-this-side'],
    });
    expect(run('pressure-rating', { ...unrated, headM: 0 })).toMatchObject({ passes: true, reasons: [] });
  });
});

describe('slab uplift', () => {
  // Archimedes: 10 m² drowned by 2 m displace 20 t, 196.133 kN
  test('uplift, factor and the highest water that is still safe', () => {
    const at = run('slab-uplift', { waterLevelM: 1, undersideLevelM: -1, areaM2: 10, deadLoadKN: 215.7463 });
    expect(at['upliftKN']).toBeCloseTo(196.133, 9);
    expect(at['factor']).toBeCloseTo(1.1, 9);
    expect(at['passes']).toBe(true);
    expect(at['maxSafeWaterLevelM']).toBeCloseTo(1, 9);
    expect(run('slab-uplift', { waterLevelM: 1.001, undersideLevelM: -1, areaM2: 10, deadLoadKN: 215.7463 })['passes']).toBe(false);
  });

  test('nothing lifts above the water', () => {
    expect(run('slab-uplift', { waterLevelM: -2, undersideLevelM: -1, areaM2: 10, deadLoadKN: 0 })).toMatchObject({
      upliftKN: 0,
      factor: null,
      passes: true,
    });
  });
});

describe('crack flow', () => {
  const crack = { widthMm: 0.2, lengthM: 1, wallThicknessMm: 300, headM: 3, temperatureC: 10 };

  // Witherspoon et al. 1980 (cubic law); worked by hand with μ(10 °C) = 1.306 mPa·s: 4.3 × 10³ L/day
  test('0.2 mm, 1 m long, 300 mm of wall, 3 m of head at 10 °C', () => {
    expect(run('crack-flow', crack)['flowLPerDay']).toBeCloseTo(4325, -1);
  });

  // the cubic law itself: eight times for twice the width
  test('doubling the width is eightfold; head and length are in proportion', () => {
    const flow = (part: object) => run('crack-flow', { ...crack, ...part })['flowLPerH']!;
    expect(flow({ widthMm: 0.4 }) / flow({})).toBeCloseTo(8, 9);
    expect(flow({ headM: 6 }) / flow({})).toBeCloseTo(2, 9);
    expect(flow({ lengthM: 3 * (crack.lengthM ?? 1) }) / flow({})).toBeCloseTo(3, 9);
    expect(flow({ roughnessFactor: 0.25 }) / flow({})).toBeCloseTo(0.25, 9);
    expect(flow({ headM: 0 })).toBe(0);
  });

  // CRC Handbook of Chemistry and Physics, viscosity of water (mPa·s): 0 °C 1.792, 20 °C 1.002, 40 °C 0.653, 80 °C 0.354
  test.each([
    [0, 1.792],
    [20, 1.002],
    [40, 0.653],
    [80, 0.354],
  ])('viscosity at %p °C is %p mPa·s', (temperatureC, mPaS) => {
    const ratio =
      run('crack-flow', { ...crack, temperatureC: 20 })['flowLPerH']! / run('crack-flow', { ...crack, temperatureC })['flowLPerH']!;
    expect(ratio * 1.002).toBeCloseTo(mPaS, 2);
  });

  // ducts turn turbulent at Re = 2300 on the hydraulic diameter (any fluid-mechanics handbook)
  test('Reynolds number on twice the width, laminar under 2300', () => {
    const fine = run('crack-flow', crack);
    // Re = 2 ρ q / (L μ), q = 5.006e-5 m³/s
    expect(fine['reynolds']).toBeCloseTo((2 * 1000 * fine['flowLPerH']!) / 3.6e6 / 1.3059e-3, 0);
    expect(fine['laminar']).toBe(true);
    expect(run('crack-flow', { ...crack, widthMm: 1 })['laminar']).toBe(false);
  });
});

describe('rising damp', () => {
  // Hall & Hoff 2007: S 1.0 mm/√min, wall 150 mm, 1.44 mm/day from one side, θ 0.2: 612 mm
  test('a wall that dries from one side', () => {
    const at = run('rising-damp', { sorptivityMmPerSqrtMin: 1, wallThicknessMm: 150, evaporationMmPerDay: 1.44, evaporatingSides: 1 });
    expect(at['heightMm']).toBeCloseTo(612, 0);
    expect(at['heightIfOneSideSealedMm']).toBeNull();
  });

  test('sealing one of two sides lifts it by √2', () => {
    const at = run('rising-damp', { sorptivityMmPerSqrtMin: 1, wallThicknessMm: 150, evaporationMmPerDay: 1.44 });
    expect(at['heightIfOneSideSealedMm']! / at['heightMm']!).toBeCloseTo(Math.SQRT2, 12);
    expect(at['heightIfOneSideSealedMm']).toBeCloseTo(612.37, 1);
  });

  // the same paper's law dH/dt = S²/(2 θ² H) − e H/(θ b), integrated here by small steps
  test('time to nine tenths of the height', () => {
    const [S, b, theta, e] = [1.2, 300, 0.25, 0.9 / 1440];
    const { heightMm, timeTo90PctDays } = run('rising-damp', {
      sorptivityMmPerSqrtMin: S,
      wallThicknessMm: b,
      evaporationMmPerDay: 0.9,
      freeWaterFraction: theta,
      evaporatingSides: 1,
    });
    let [h, minutes] = [1, 0];
    for (const dt = 0.5; h < 0.9 * heightMm!; minutes += dt) h += dt * ((S * S) / (2 * theta * theta * h) - (e * h) / (theta * b));
    expect(minutes / 1440 / timeTo90PctDays!).toBeCloseTo(1, 2);
  });
});
