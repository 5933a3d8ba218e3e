import fc from 'fast-check';
import type { FacePoint } from '../jobs';
import { testPlacesOn } from './index';

const wall = (width: number, height: number) => ({
  ...{
    kind: 'wall' as const,
    outline: [
      [0, 0],
      [width, 0],
      [width, height],
      [0, height],
    ] as FacePoint[],
  },
  openings: [
    [
      [1, 1],
      [2, 1],
      [2, 2],
      [1, 2],
    ],
  ] as FacePoint[][],
});
const size = fc.double({ min: 3, max: 60, noNaN: true });

test('as many as are asked for, each on the face and off its openings, no two the same', () => {
  fc.assert(
    fc.property(
      size,
      size,
      fc.integer({ min: 1, max: 60 }),
      fc.constantFrom('spread' as const, 'worst-first' as const),
      (w, h, count, where) => {
        const places = testPlacesOn({ face: wall(w, h), lines: [] }, count, where);
        const inside = ([u, v]: FacePoint) => u >= 0 && u <= w && v >= 0 && v <= h && !(u > 1 && u < 2 && v > 1 && v < 2);
        return places.length === count && places.every(inside) && new Set(places.map(String)).size === count;
      },
    ),
  );
});

test('worst first goes to the foot, the corners and the old leak; spread does not crowd them', () => {
  const crack: FacePoint[] = [
    [6, 1],
    [6, 3.5],
  ];
  const bad = ([u, v]: FacePoint) => v <= 0.5 || Math.abs(u - 6) <= 0.5;
  const at = (where: 'spread' | 'worst-first') => testPlacesOn({ face: wall(12, 4), lines: [crack] }, 20, where).filter(bad).length;
  expect(at('worst-first')).toBeGreaterThanOrEqual(11);
  expect(at('worst-first')).toBeGreaterThan(at('spread'));
});

test('the foot of a wall is half a metre from where it stands, wherever its outline is counted from', () => {
  const { outline, ...rest } = wall(12, 4);
  const raised = { ...rest, openings: [], outline: outline.map(([u, v]): FacePoint => [u, v - 3]) };
  const atFoot = (face: typeof raised, footM: number) =>
    testPlacesOn({ face, lines: [] }, 20, 'worst-first').filter(([u, v]) => v - footM <= 0.5 && u > 1 && u < 11).length;
  expect(atFoot(raised, -3)).toBe(atFoot({ ...raised, outline }, 0));
  expect(atFoot(raised, -3)).toBeGreaterThanOrEqual(5);
});

test('more are asked for than there is room for: as many as there are', () => {
  expect(testPlacesOn({ face: wall(3, 3), lines: [] }, 600, 'worst-first').length).toBeLessThanOrEqual(441);
});
