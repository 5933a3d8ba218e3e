import { polygonArea, polygonCentroid, polygonContains, polygonHull } from 'd3-polygon';
import fc from 'fast-check';
import {
  type Face,
  type FacePoint,
  crossesItself,
  distanceToSegment,
  isOnFace,
  isOnOutline,
  levelAt,
  levelRange,
  netAreaM2,
  outlineAreaM2,
  pathLengthM,
  sitePoint,
} from './index';
import { outlinesCross } from './geometry';

/** Outlines are held against d3-polygon, a general library of plane polygons. */
type Point = [number, number];
const coordinate = fc.double({ min: -40, max: 40, noNaN: true });
const point = fc.tuple(coordinate, coordinate);
/** The hull of scattered points: a sound outline, whichever way it runs. */
const convex = fc
  .array(point, { minLength: 4, maxLength: 14 })
  .map((points) => polygonHull(points))
  .filter((hull): hull is Point[] => hull !== null && Math.abs(polygonArea(hull)) > 1);
/** A star about the origin: sound, and seldom convex. */
const star = fc
  .array(fc.double({ min: 1, max: 20, noNaN: true }), { minLength: 5, maxLength: 16 })
  .map((radii) =>
    radii.map((r, i): Point => [r * Math.cos((2 * Math.PI * i) / radii.length), r * Math.sin((2 * Math.PI * i) / radii.length)]),
  );
const outline = fc.oneof(convex, star);
const degrees = fc.double({ min: 0, max: 360, noNaN: true });
const placement: fc.Arbitrary<Face['placement']> = fc.oneof(
  fc.record({
    kind: fc.constant('plane' as const),
    xM: coordinate,
    yM: coordinate,
    zM: coordinate,
    headingDeg: degrees,
    tiltDeg: fc.double({ min: 0, max: 180, noNaN: true }),
  }),
  fc.record({
    kind: fc.constant('cylinder' as const),
    axis: fc.constantFrom('vertical' as const, 'horizontal' as const),
    xM: coordinate,
    yM: coordinate,
    zM: coordinate,
    headingDeg: degrees,
    radiusM: fc.double({ min: 0.5, max: 30, noNaN: true }),
    startAngleDeg: degrees,
  }),
);
const apart = (a: readonly number[], b: readonly number[]) => Math.hypot(...a.map((value, i) => value - b[i]!));

describe('outlines', () => {
  test('area as d3-polygon finds it, either way round and wherever it begins', () => {
    fc.assert(
      fc.property(outline, fc.nat(20), (ring, by) => {
        const turned = [...ring.slice(by % ring.length), ...ring.slice(0, by % ring.length)];
        expect(outlineAreaM2(ring)).toBeCloseTo(Math.abs(polygonArea(ring)), 6);
        expect(outlineAreaM2(turned.reverse())).toBeCloseTo(outlineAreaM2(ring), 6);
      }),
    );
  });

  test('a point lies on an outline where d3-polygon says so', () => {
    fc.assert(
      fc.property(outline, point, (ring, at) => {
        // at the very edge the two may differ: there ours takes it in
        fc.pre(ring.every((from, i) => distanceToSegment(at, from, ring[(i + 1) % ring.length]!) > 1e-5));
        expect(isOnOutline(ring, at)).toBe(polygonContains(ring, at));
      }),
    );
  });

  test('a star never crosses itself; a round outline with two neighbours exchanged does', () => {
    fc.assert(fc.property(star, (ring) => expect(crossesItself(ring)).toBe(false)));
    fc.assert(
      fc.property(fc.integer({ min: 5, max: 40 }), fc.nat(39), (n, by) => {
        const ring = Array.from({ length: n }, (_, i): Point => [Math.cos((2 * Math.PI * i) / n), Math.sin((2 * Math.PI * i) / n)]);
        const at = by % (n - 1);
        [ring[at], ring[at + 1]] = [ring[at + 1]!, ring[at]!];
        expect(crossesItself(ring)).toBe(true);
      }),
    );
  });

  test('an outline shrunk about its middle crosses it nowhere, and takes its share away', () => {
    fc.assert(
      fc.property(convex, (ring) => {
        const [u, v] = polygonCentroid(ring);
        const inner = ring.map(([x, y]): FacePoint => [u + (x - u) / 2, v + (y - v) / 2]);
        expect(outlinesCross(ring, inner)).toBe(false);
        expect(netAreaM2({ outline: ring, openings: [inner] })).toBeCloseTo(0.75 * outlineAreaM2(ring), 6);
        expect(isOnFace({ outline: ring, openings: [inner] }, [u, v])).toBe(false);
      }),
    );
  });

  test('a point is as far from a segment as from its nearest place', () => {
    fc.assert(
      fc.property(point, point, point, fc.double({ min: 0, max: 1, noNaN: true }), (at, a, b, share) => {
        const on: Point = [a[0] + share * (b[0] - a[0]), a[1] + share * (b[1] - a[1])];
        expect(distanceToSegment(at, a, b)).toBeLessThanOrEqual(apart(at, on) + 1e-9);
        expect(distanceToSegment(on, a, b)).toBeLessThan(1e-6);
        expect(pathLengthM([a, on, b])).toBeCloseTo(apart(a, b), 6);
      }),
    );
  });
});

describe('places', () => {
  test('a metre on a face is a metre on the site, bent or not', () => {
    fc.assert(
      fc.property(placement, point, fc.double({ min: 0, max: 2 * Math.PI, noNaN: true }), (place, [u, v], way) => {
        const step = 1e-4;
        const next: FacePoint = [u + step * Math.cos(way), v + step * Math.sin(way)];
        expect(apart(sitePoint(place, [u, v]), sitePoint(place, next)) / step).toBeCloseTo(1, 4);
      }),
    );
  });

  test('what lies on a flat face keeps its distances', () => {
    fc.assert(
      fc.property(placement, point, point, (place, a, b) => {
        fc.pre(place.kind === 'plane');
        expect(apart(sitePoint(place, a), sitePoint(place, b))).toBeCloseTo(apart(a, b), 6);
      }),
    );
  });

  test('no point of a face lies above its top or under its foot', () => {
    fc.assert(
      fc.property(
        placement,
        outline,
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { minLength: 3, maxLength: 3 }),
        (place, ring, [a = 0, b = 0, c = 0]) => {
          // no lining goes round more than twice
          const most = place.kind === 'cylinder' ? 4 * Math.PI * place.radiusM : Infinity;
          const low = Math.min(...ring.map(([, v]) => v));
          fc.pre(Math.max(...ring.map(([, v]) => v)) - low <= most);
          const { bottomM, topM } = levelRange({ placement: place, outline: ring });
          const corner = (share: number) => ring[Math.floor(share * (ring.length - 1))]!;
          const at: FacePoint = [corner(a)[0] * c + corner(b)[0] * (1 - c), corner(a)[1] * c + corner(b)[1] * (1 - c)];
          expect(levelAt({ placement: place }, at)).toBeGreaterThanOrEqual(bottomM - 1e-9);
          expect(levelAt({ placement: place }, at)).toBeLessThanOrEqual(topM + 1e-9);
        },
      ),
    );
  });
});
