import fc from 'fast-check';
import type { FacePoint } from './job';
import { netAreaM2 } from './geometry';
import { stripsOf } from './strips';

const rectangle = (width: number, height: number, [u, v]: FacePoint = [0, 0]): FacePoint[] => [
  [u, v],
  [u + width, v],
  [u + width, v + height],
  [u, v + height],
];

test('a plain wall is cut into strips of the same width', () => {
  expect(stripsOf({ outline: rectangle(12, 3, [2, 0]) }, 3).map(({ fromM, toM, areaM2 }) => [fromM, toM, areaM2])).toEqual([
    [0, expect.closeTo(4, 4), 12],
    [expect.closeTo(4, 4), expect.closeTo(8, 4), 12],
    [expect.closeTo(8, 4), 12, 12],
  ]);
});

test('the low end of a gable is wider: half of a right triangle lies beyond √½ of its width', () => {
  const outline: FacePoint[] = [
    [0, 0],
    [10, 0],
    [10, 4],
  ];
  expect(stripsOf({ outline }, 2)[0]!.toM).toBeCloseTo(10 * Math.SQRT1_2, 4);
});

test('a door makes its strip wider', () => {
  const [left, right] = stripsOf({ outline: rectangle(10, 3), openings: [rectangle(2, 2, [1, 0])] }, 2);
  // 13 m² each: 3u − 4 = 13
  expect(left!.toM).toBeCloseTo(17 / 3, 4);
  expect(right).toEqual({ fromM: left!.toM, toM: 10, areaM2: 13 });
});

test('strips lie side by side from end to end and add up to the face, a room with a bay as well', () => {
  fc.assert(
    fc.property(
      fc.integer({ min: 1, max: 40 }),
      fc.double({ min: 1, max: 30, noNaN: true }),
      fc.double({ min: 0.5, max: 0.9, noNaN: true }),
      (count, widthM, share) => {
        // open towards the top: what is cut is two pieces there
        const outline: FacePoint[] = [
          [0, 0],
          [widthM, 0],
          [widthM, 3],
          [widthM * share, 3],
          [widthM * share, 1],
          [widthM * 0.2, 1],
          [widthM * 0.2, 3],
          [0, 3],
        ];
        const strips = stripsOf({ outline }, count);
        expect(strips).toHaveLength(count);
        expect(strips[0]!.fromM).toBe(0);
        expect(strips.at(-1)!.toM).toBe(widthM);
        strips.slice(1).forEach(({ fromM }, i) => expect(fromM).toBe(strips[i]!.toM));
        expect(strips.reduce((sum, { areaM2 }) => sum + areaM2, 0)).toBeCloseTo(netAreaM2({ outline }), 9);
      },
    ),
  );
});
