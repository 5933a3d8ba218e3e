import fc from 'fast-check';
import { sampleJob } from '../testing/sample-job';
import { copiesAlong } from './copy-along';
import type { FacePoint } from './job';

const face = sampleJob().faces[0]!;
const foot: FacePoint[] = [
  [0, 0],
  [4, 0],
];
const copies = (path: FacePoint[], line: FacePoint[], spacingM: number) => {
  const result = copiesAlong(path, line, spacingM, face);
  return result.ok ? result.value : result.issues.map(({ code }) => code);
};

test('tie holes every 60 cm both ways from the first, as high as it is', () => {
  expect(copies([[1.2, 0.9]], foot, 0.6)).toEqual([[[0, 0.9]], [[0.6, 0.9]], [[1.8, 0.9]], [[2.4, 0.9]], [[3, 0.9]], [[3.6, 0.9]]]);
});

test('up a joint that bends, a line keeps its shape', () => {
  const bent: FacePoint[] = [
    [1, 0],
    [1, 1],
    [3, 1],
  ];
  expect(
    copies(
      [
        [1, 0.5],
        [1.2, 0.7],
      ],
      bent,
      1,
    ),
  ).toEqual([
    [
      [1.5, 1],
      [1.7, 1.2],
    ],
    [
      [2.5, 1],
      [2.7, 1.2],
    ],
  ]);
});

test('what would reach off the face is left out; nothing and too many are refused', () => {
  expect(copies([[0.1, 2.4], [0.5, 2.4]], foot, 1)).toHaveLength(3); // prettier-ignore
  expect(copies([[1, 1]], foot, 0)).toEqual(['not-above']);
  expect(copies([[1, 1]], foot, Number.NaN)).toEqual(['not-above']);
  expect(copies([[1, 1]], foot, 0.01)).toEqual(['too-many']);
});

test('copies stand the spacing apart along a straight line, and none where the original is', () => {
  fc.assert(
    fc.property(fc.double({ min: 0.1, max: 3.9, noNaN: true }), fc.double({ min: 0.05, max: 2, noNaN: true }), (u, spacing) => {
      const found = copies([[u, 1]], foot, spacing) as FacePoint[][];
      const all = [...found.map(([p]) => p![0]), Math.round(u * 1000) / 1000].sort((a, b) => a - b);
      for (let i = 1; i < all.length; i++) expect(Math.abs(all[i]! - all[i - 1]! - spacing)).toBeLessThan(2e-3);
    }),
  );
});
