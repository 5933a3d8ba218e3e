import { type FacePoint, outlineAreaM2 } from '@caulkhorn/core/jobs';
import fc from 'fast-check';
import { outlineText, readOutline } from './outline-text';
import { areSame, gridStepM, isWhole, settle, viewOf, withCorner } from './pad-points';

const point = fc.tuple(fc.double({ min: -50, max: 50, noNaN: true }), fc.double({ min: -50, max: 50, noNaN: true }));

test('every corner lies in view, and the pad keeps its shape', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 12 }), (points) => {
      const { left, bottom, width, height } = viewOf(points);
      for (const [u, v] of points) {
        expect(u).toBeGreaterThanOrEqual(left);
        expect(u).toBeLessThanOrEqual(left + width);
        expect(v).toBeGreaterThanOrEqual(bottom);
        expect(v).toBeLessThanOrEqual(bottom + height + 1e-9);
      }
      expect(width / height).toBeCloseTo(7 / 4.5, 9);
    }),
  );
});

test('a corner settles on the step, or in line with one that is near', () => {
  expect(settle([1.234, 2.468], [], 0.05, 0.1)).toEqual([1.25, 2.45]);
  // 4.013 was typed: the corner above it stands straight above, not on the step
  expect(settle([4.06, 2.49], [[4.013, 0]], 0.05, 0.1)).toEqual([4.013, 2.5]);
  expect(settle([4.06, 2.49], [[4.013, 0]], 0.05, 0.01)).toEqual([4.05, 2.5]);
  // of two in reach the nearer one draws it
  expect(settle([1, 1], [[1.08, 5], [0.95, 7]], 0.05, 0.1)[0]).toBe(0.95); // prettier-ignore
});

test('a corner more changes no area', () => {
  const square: FacePoint[] = [
    [0, 0],
    [4, 0],
    [4, 2],
    [0, 2],
  ];
  for (const after of [0, 1, 2, 3]) {
    const more = withCorner(square, after);
    expect(more).toHaveLength(5);
    expect(outlineAreaM2(more)).toBeCloseTo(8, 12);
  }
});

test('grid lines stay countable in metres and in feet', () => {
  expect([7, 30, 400].map((width) => gridStepM(width, 1))).toEqual([0.5, 2, 50]);
  expect(gridStepM(7, 0.3048)).toBeCloseTo(2 * 0.3048, 12);
});

test('what is no outline yet', () => {
  expect(isWhole([[0, 0], [1, 0]])).toBe(false); // prettier-ignore
  expect(isWhole([[0, 0], [1, 1], [1, 0], [0, 1]])).toBe(false); // prettier-ignore
  expect(isWhole([[0, 0], [1, NaN], [1, 1]])).toBe(false); // prettier-ignore
  expect(isWhole([[0, 0], [1, 0], [1, 1]])).toBe(true); // prettier-ignore
});

test('corners given back as text in feet are the same corners', () => {
  fc.assert(
    fc.property(fc.array(point, { minLength: 1, maxLength: 8 }), (points) => {
      expect(areSame(readOutline(outlineText(points, 'us'), 'us'), points)).toBe(true);
      expect(areSame(points.slice(1), points)).toBe(false);
    }),
  );
});
