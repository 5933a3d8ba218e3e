import { arrowHead } from './arrow-head';

test('the head ends where the arrow points, and lies across it', () => {
  expect(arrowHead({ x: 0, y: 0 }, { x: 10, y: 0 }, 4)).toEqual([
    { x: 10, y: 0 },
    { x: 6, y: 2 },
    { x: 6, y: -2 },
  ]);
  // a short arrow has a short head, and one without length none that is no number
  expect(arrowHead({ x: 0, y: 0 }, { x: 0, y: 1 }, 4)[1]).toEqual({ x: -0.5, y: 0 });
  expect(
    arrowHead({ x: 5, y: 5 }, { x: 5, y: 5 }, 4)
      .flatMap(({ x, y }) => [x, y])
      .every(Number.isFinite),
  ).toBe(true);
});
