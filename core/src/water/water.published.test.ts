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
