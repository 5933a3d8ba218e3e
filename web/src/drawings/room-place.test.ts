import { sampleJob } from '../../../core/src/testing/sample-job';
import { nextMarks, placeForNext } from './room-place';

const marked = (...marks: string[]) => marks.map((mark) => ({ mark }));

test('the first marks that are free, and after Z two letters', () => {
  expect(nextMarks([], 3)).toEqual(['A', 'B', 'C']);
  expect(nextMarks(marked('A', 'C'), 3)).toEqual(['B', 'D', 'E']);
  const alphabet = Array.from({ length: 26 }, (_, i) => String.fromCharCode(65 + i));
  expect(nextMarks(marked(...alphabet), 2)).toEqual(['AA', 'AB']);
  expect(nextMarks(marked(...alphabet, ...alphabet.map((letter) => `A${letter}`)), 1)).toEqual(['BA']);
});

test('a thousand faces have a thousand marks', () => {
  expect(new Set(nextMarks([], 1000)).size).toBe(1000);
});

test('the next room stands east of all that is there, touching nothing', () => {
  expect(placeForNext({ faces: [] })).toEqual({ xM: 0, yM: 0 });
  // the sample room reaches to x = 4 m
  expect(placeForNext(sampleJob())).toEqual({ xM: 6, yM: 0 });
});
