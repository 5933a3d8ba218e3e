import { NOTCHES, notchFilmMm, notchFor } from './index';

// by geometry: what stands in the notches, spread over the floor
test.each([
  ['square 6 × 6 every 12', { shape: 'square', widthMm: 6, depthMm: 6, pitchMm: 12 }, 3],
  ['V 6 × 6 every 12', { shape: 'v', widthMm: 6, depthMm: 6, pitchMm: 12 }, 1.5],
  ['square 10 × 10 every 20', { shape: 'square', widthMm: 10, depthMm: 10, pitchMm: 20 }, 5],
] as const)('%s leaves %d mm', (_says, notch, filmMm) => expect(notchFilmMm(notch)).toBeCloseTo(filmMm, 12));

test('for a film the notch that leaves as much or a little more, because a tilted tool leaves less', () => {
  expect(notchFor(3)).toMatchObject({ shape: 'square', widthMm: 6 });
  expect(notchFilmMm(notchFor(1.4)!)).toBeCloseTo(1.5, 12);
  expect(notchFilmMm(notchFor(2.9)!)).toBeCloseTo(3, 12);
});

test('for a film that no notch leaves none is named', () => {
  expect(notchFor(0.05)).toBeUndefined();
  expect(notchFor(30)).toBeUndefined();
  for (const notch of NOTCHES) expect(notchFor(notchFilmMm(notch))).toBeDefined();
});
