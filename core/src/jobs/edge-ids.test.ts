import type { FacePoint } from './index';
import { edgeIdsOf, keepEdgeIds } from './edge-ids';
import { sampleJob } from '../testing/sample-job';

const [wall] = sampleJob().faces;
const square: FacePoint[] = [
  [0, 0],
  [4, 0],
  [4, 3],
  [0, 3],
];
const kept = (outline: FacePoint[], before: FacePoint[] = square, edgeIds?: number[]) =>
  edgeIdsOf(keepEdgeIds({ outline: before, ...(edgeIds ? { edgeIds } : {}) }, { ...wall!, outline }));

test('an outline that did not change counts from 0, or keeps the numbers it had', () => {
  expect(kept(square)).toEqual([0, 1, 2, 3]);
  expect(keepEdgeIds({ outline: square }, { ...wall!, outline: square })).not.toHaveProperty('edgeIds');
  expect(kept(square, square, [7, 1, 9, 3])).toEqual([7, 1, 9, 3]);
  // numbers that do not match the outline are none
  expect(edgeIdsOf({ outline: square, edgeIds: [5, 6] })).toEqual([0, 1, 2, 3]);
});

test('begun at another corner, or walked the other way, each edge keeps its own number', () => {
  expect(kept([...square.slice(1), square[0]!])).toEqual([1, 2, 3, 0]);
  expect(kept([...square].reverse())).toEqual([2, 1, 0, 3]);
});

test('a new corner on an edge: both halves carry its number', () => {
  expect(
    kept([
      [0, 0],
      [1, 0],
      [4, 0],
      [4, 3],
      [0, 3],
    ]),
  ).toEqual([0, 0, 1, 2, 3]);
});

test('a step cut into an edge: what still lies on it keeps its number, what is new was never used', () => {
  expect(
    kept([
      [0, 0],
      [1, 0],
      [1, 1],
      [2, 1],
      [2, 0],
      [4, 0],
      [4, 3],
      [0, 3],
    ]),
  ).toEqual([0, 8, 9, 10, 0, 1, 2, 3]);
});

test('a corner pulled: both edges that it turned keep their numbers', () => {
  expect(
    kept([
      [0, 0],
      [4, 0],
      [4.5, 3.5],
      [0, 3],
    ]),
  ).toEqual([0, 1, 2, 3]);
  // a hair is the same corner, a centimetre is another
  expect(
    kept([
      [0, 0],
      [4, 0],
      [4.0005, 3],
      [0, 3],
    ]),
  ).toEqual([0, 1, 2, 3]);
});

test('a corner dropped: the edge that closes the gap keeps the number of the one it begins with', () => {
  expect(
    kept([
      [0, 0],
      [4, 0],
      [4, 3],
    ]),
  ).toEqual([0, 1, 2]);
});

test('of two old edges in one line the one that it lies on for longer gives the number', () => {
  const parted: FacePoint[] = [
    [0, 0],
    [1, 0],
    [4, 0],
    [4, 3],
    [0, 3],
  ];
  expect(kept(square, parted)).toEqual([1, 2, 3, 4]);
  const other: FacePoint[] = [
    [0, 0],
    [3, 0],
    [4, 0],
    [4, 3],
    [0, 3],
  ];
  expect(kept(square, other)).toEqual([0, 2, 3, 4]);
});

test('drawn wholly anew with as many corners it goes by place, with more by new numbers', () => {
  const away = square.map(([u, v]): FacePoint => [u + 50, v + 50.5]);
  expect(kept(away)).toEqual([0, 1, 2, 3]);
  expect(kept([...away, [49, 52]])).toEqual([5, 6, 7, 8, 9]);
});
