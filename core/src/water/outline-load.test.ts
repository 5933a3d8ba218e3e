import { polygonArea, polygonCentroid, polygonHull } from 'd3-polygon';
import fc from 'fast-check';
import type { Face, FacePoint } from '../jobs';
import { accepted } from '../testing/results';
import { faceLoad, outlineLoad } from './index';

const upright = (
  outline: FacePoint[],
  zM = -3,
  tiltDeg = 90,
  openings?: FacePoint[][],
): Pick<Face, 'outline' | 'openings' | 'placement'> => ({
  outline,
  openings,
  placement: { kind: 'plane', xM: 0, yM: 0, zM, headingDeg: 0, tiltDeg },
});
const box = (u: number, v: number, wide: number, high: number): FacePoint[] => [
  [u, v],
  [u + wide, v],
  [u + wide, v + high],
  [u, v + high],
];
const circle = (radius: number, at: number): FacePoint[] =>
  Array.from({ length: 720 }, (_, i) => [radius * Math.cos((i * Math.PI) / 360), at + radius * Math.sin((i * Math.PI) / 360)]);

test('a rectangle loads as the handbook formula says, part-wetted or drowned', () => {
  const metres = fc.double({ min: 0.1, max: 20, noNaN: true });
  fc.assert(
    fc.property(metres, metres, fc.double({ min: -5, max: 30, noNaN: true }), (wide, high, waterLevelM) => {
      const found = outlineLoad(upright(box(0, 0, wide, high), -3), waterLevelM, 1000);
      const formula = accepted(faceLoad.compute({ topLevelM: high - 3, bottomLevelM: -3, widthM: wide, waterLevelM, densityKgM3: 1000 }));
      expect(found.forceKN).toBeCloseTo(formula.forceKN, 6);
      if (formula.forceKN > 1e-3) expect(found.resultantLevelM).toBeCloseTo(formula.resultantLevelM!, 6);
    }),
  );
});

// Hydrostatic force on plane gates, general tables of fluid mechanics (White, Fluid Mechanics, ch. 2): F = ρ g h_CG A, depth of
// action h_CG + I/(h_CG A); I = bh³/36 of a triangle, π r⁴/4 of a circle
test('a triangle on its point, top at the water line', () => {
  // b = 2, h = 3 m: h_CG = 1 m, A = 3 m², acts at h/2
  const { forceKN, resultantLevelM } = outlineLoad(upright([[0, 0], [1, 3], [-1, 3]]), 0, 1000); // prettier-ignore
  expect(forceKN).toBeCloseTo(9.80665 * 3, 9);
  expect(resultantLevelM).toBeCloseTo(-1.5, 9);
});

test('a round gate with its middle 4 m down', () => {
  const { forceKN, resultantLevelM } = outlineLoad(upright(circle(1, -1)), 0, 1000);
  expect(forceKN).toBeCloseTo(9.80665 * 4 * Math.PI, 2);
  expect(resultantLevelM).toBeCloseTo(-(4 + 1 / (4 * 4)), 4);
});

test('a gate leaning at 60°, 5 m by 2 m, its foot 5 m down', () => {
  // White, example on an inclined gate, by its formula: h_CG = 5 − 2.5 sin 60°
  const sine = Math.sin(Math.PI / 3);
  const centreM = 5 - 2.5 * sine;
  const { forceKN, resultantLevelM } = outlineLoad(upright(box(0, 0, 2, 5), -5, 60), 0, 1000);
  expect(forceKN).toBeCloseTo(9.80665 * centreM * 10, 9);
  const inertia = (2 * 5 ** 3) / 12;
  expect(resultantLevelM).toBeCloseTo(-(centreM + (inertia * sine ** 2) / (centreM * 10)), 9);
});

test('an opening takes its own share away, whichever way its corners run', () => {
  const whole = outlineLoad(upright(box(0, 0, 4, 3)), 0, 1000);
  const part = outlineLoad(upright(box(1, 0.5, 1, 1)), 0, 1000);
  for (const hole of [box(1, 0.5, 1, 1), box(1, 0.5, 1, 1).reverse()]) {
    const left = outlineLoad(upright(box(0, 0, 4, 3), -3, 90, [hole]), 0, 1000);
    expect(left.forceKN).toBeCloseTo(whole.forceKN - part.forceKN, 9);
    expect(left.forceKN * left.resultantLevelM!).toBeCloseTo(
      whole.forceKN * whole.resultantLevelM! - part.forceKN * part.resultantLevelM!,
      9,
    );
  }
});

test('above the water there is no load; a step in the outline is followed', () => {
  expect(outlineLoad(upright(box(0, 0, 4, 3)), -3, 1000)).toEqual({ forceKN: 0, resultantLevelM: null });
  // an L: 4 m wide below −2, 1 m wide above
  const stepped: FacePoint[] = [[0, 0], [4, 0], [4, 1], [1, 1], [1, 3], [0, 3]]; // prettier-ignore
  const sum = outlineLoad(upright(box(0, 0, 4, 1)), 0, 1000).forceKN + outlineLoad(upright(box(0, 1, 1, 2)), 0, 1000).forceKN;
  expect(outlineLoad(upright(stepped), 0, 1000).forceKN).toBeCloseTo(sum, 9);
});

/** The hull of scattered points. */
const coordinate = fc.double({ min: -20, max: 20, noNaN: true });
const hull = fc
  .array(fc.tuple(coordinate, coordinate), { minLength: 4, maxLength: 12 })
  .map((points) => polygonHull(points))
  .filter((ring): ring is [number, number][] => ring !== null && Math.abs(polygonArea(ring)) > 1);

test('a drowned wall of any outline carries the pressure at its centroid, as d3-polygon finds it', () => {
  fc.assert(
    fc.property(hull, fc.double({ min: 0.1, max: 20, noNaN: true }), (ring, overM) => {
      const topV = Math.max(...ring.map(([, v]) => v));
      const face = { outline: ring, placement: { kind: 'plane', xM: 0, yM: 0, zM: 0, headingDeg: 0, tiltDeg: 90 } } as const;
      const { forceKN, resultantLevelM } = outlineLoad({ ...face, outline: [...ring] }, topV + overM, 1000);
      const centroidV = polygonCentroid(ring)[1];
      const wanted = 9.80665 * (topV + overM - centroidV) * Math.abs(polygonArea(ring));
      expect(forceKN / wanted).toBeCloseTo(1, 9);
      // pressure grows downwards: the force acts under the centroid
      expect(resultantLevelM!).toBeLessThanOrEqual(centroidV + 1e-9);
    }),
  );
});
