import { readTypedPoint } from './typed-point';

test('two numbers, with a blank or a semicolon between, a point or a comma in them', () => {
  expect(readTypedPoint('1.2 0.5', undefined, 'metric')).toEqual([1.2, 0.5]);
  expect(readTypedPoint(' 1,25;0,5 ', undefined, 'metric')).toEqual([1.25, 0.5]);
  expect(readTypedPoint('10 0', undefined, 'us')![0]).toBeCloseTo(3.048, 9);
});

test('with a plus, on from the last point; without one there is nothing to go on from', () => {
  expect(readTypedPoint('+0.5 -0.25', [1, 2], 'metric')).toEqual([1.5, 1.75]);
  expect(readTypedPoint('+0.5 0', undefined, 'metric')).toBeUndefined();
});

test('one number, three, or none are no point', () => {
  for (const text of ['', '1', '1 2 3', '1 -', '. .', '+']) expect(readTypedPoint(text, [0, 0], 'metric')).toBeUndefined();
});
