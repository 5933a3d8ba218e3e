import fc from 'fast-check';
import { polygonArea, polygonContains } from 'd3-polygon';
import { crosses } from '../../testing/crosses';
import type { SectionPoint } from './sketch';
import { type Corner, contour, insideCorner, outsideCorner, skin, skinOver } from './skin';

const CORNERS: [string, (leg: number) => Corner][] = [
  ['a fillet', (leg) => insideCorner(leg, 'triangle')],
  ['a cove', (leg) => insideCorner(leg, 'cove')],
  ['an arris', outsideCorner],
];
/** a brushed film of a millimetre up to a render of four centimetres, on legs from none to a large fillet */
const LEVEL = fc.double({ min: 1, max: 40, noNaN: true });
const LEG = fc.double({ min: 0, max: 60, noNaN: true });
const REACH = [150, 170] as const;

const areaMm2 = (points: readonly SectionPoint[]) => Math.abs(polygonArea(points as [number, number][]));

/** Nearest distance of a point from a line, mm. */
function distanceMm([x, y]: SectionPoint, line: readonly SectionPoint[]): number {
  return Math.min(
    ...line.slice(1).map(([bx, by], i) => {
      const [ax, ay] = line[i]!;
      const length2 = (bx - ax) ** 2 + (by - ay) ** 2;
      const share = length2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / length2));
      return Math.hypot(x - ax - share * (bx - ax), y - ay - share * (by - ay));
    }),
  );
}

describe.each(CORNERS)('%s', (what, corner) => {
  test('however thick, a layer crosses itself nowhere and is nowhere thinner than it is', () => {
    fc.assert(
      fc.property(LEG, LEVEL, (leg, thick) => {
        const layer = skin(corner(leg), thick, REACH);
        expect(crosses(layer)).toBe(false);
        const ground = contour(corner(leg), 0, REACH);
        // a cove is drawn by straight pieces
        const slack = what === 'a cove' ? 0.3 : 1e-6;
        for (const point of contour(corner(leg), thick, REACH)) expect(distanceMm(point, ground)).toBeGreaterThanOrEqual(thick - slack);
      }),
      { numRuns: 300 },
    );
  });

  test('over a stripe it crosses itself nowhere, and beyond the stripe it lies on the ground', () => {
    fc.assert(
      fc.property(LEG, LEVEL, LEVEL, (leg, thick, underThick) => {
        const under = { thick: underThick, reach: [120, 120] as const };
        const layer = skinOver(corner(leg), thick, REACH, under);
        expect(crosses(layer)).toBe(false);
        const inside = layer as [number, number][];
        expect(polygonContains(inside, [...corner(leg).first(thick / 2, 135)] as [number, number])).toBe(true);
        expect(polygonContains(inside, [...corner(leg).first(underThick / 2, 110)] as [number, number])).toBe(false);
      }),
      { numRuns: 200 },
    );
  });
});

test('by hand: a render of 30 mm in a bare corner is 30 mm thick on both arms and meets in a square', () => {
  expect(contour(insideCorner(0, 'triangle'), 30, REACH)).toEqual([
    [30, -150],
    [30, -30],
    [170, -30],
  ]);
  expect(areaMm2(skin(insideCorner(0, 'triangle'), 30, REACH))).toBeCloseTo(30 * 150 + 30 * 170 - 30 * 30, 9);
});

test('by hand: 10 mm over a fillet of 40 mm: 10 mm across the slope as well, √2 · 40 mm long at the ground', () => {
  const [wall, floor] = insideCorner(40, 'triangle').bend(10);
  expect(wall![1]).toBeCloseTo(-44.142, 3);
  expect(floor![0]).toBeCloseTo(44.142, 3);
  // the slope itself is x − y = 40; the layer's face lies √2 · 10 further out on that scale
  expect(wall![0] - wall![1]).toBeCloseTo(40 + 10 * Math.SQRT2, 9);
});

test('by hand: a render as thick as the cove’s radius, or over 1.7 times the leg of a fillet, hides it', () => {
  expect(insideCorner(20, 'cove').bend(20)).toEqual([[20, -20]]);
  expect(insideCorner(20, 'cove').bend(15)).toHaveLength(13);
  expect(insideCorner(20, 'triangle').bend(34)).toHaveLength(2);
  expect(insideCorner(20, 'triangle').bend(35)).toEqual([[35, -35]]);
});
