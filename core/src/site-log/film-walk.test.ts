import fc from 'fast-check';
import { isOnFace } from '../jobs';
import { sampleJob } from '../testing/sample-job';
import { filmWalk } from './index';

const [north] = sampleJob().faces;

test('on a wall of 4 × 2.5 m twenty places: six columns up and down by turns, each the next one’s neighbour', () => {
  const places = filmWalk(north!, 20);
  expect(places.length).toBeGreaterThanOrEqual(20);
  expect(places[0]![0]).toBeLessThan(0.5);
  for (let i = 1; i < places.length; i++) {
    const [[u, v], [u0, v0]] = [places[i]!, places[i - 1]!];
    // one step up or down, or one along
    expect(Math.abs(u - u0) < 1e-9 || Math.abs(v - v0) < 1e-9).toBe(true);
  }
});

test('whatever is asked for: places lie on the face, in the strip, out of openings, and no two are one', () => {
  const opening: [number, number][] = [
    [1, 0.5],
    [2, 0.5],
    [2, 2],
    [1, 2],
  ];
  fc.assert(
    fc.property(fc.integer({ min: 1, max: 200 }), fc.double({ min: 0, max: 3.5, noNaN: true }), (count, from) => {
      const face = { ...north!, openings: [opening] };
      const places = filmWalk(face, count, [from, 4]);
      expect(new Set(places.map(String)).size).toBe(places.length);
      for (const [u, v] of places) {
        expect(isOnFace(face, [u, v])).toBe(true);
        expect(u).toBeGreaterThan(from);
      }
    }),
  );
});

test('a face without any extent has none', () =>
  expect(
    filmWalk(
      {
        outline: [
          [0, 0],
          [0, 0],
          [0, 0],
        ],
      },
      5,
    ),
  ).toEqual([]));
