import fc from 'fast-check';
import type { FacePoint } from '@caulkhorn/core/jobs';
import { decimalSign } from '../messages/number-text';
import { outlineText, readOutline } from './outline-text';

jest.mock('../messages/number-text', () => ({ ...jest.requireActual<object>('../messages/number-text'), decimalSign: jest.fn(() => '.') }));

test('corners with points and commas, or with decimal commas and semicolons', () => {
  const triangle = [
    [0, 0],
    [4.5, 0],
    [4.5, 2.25],
  ];
  expect(readOutline('0 0, 4.5 0, 4.5 2.25', 'metric')).toEqual(triangle);
  expect(readOutline('0 0; 4,5 0; 4,5 2,25', 'metric')).toEqual(triangle);
});

test('in feet as in metres what is written can be read again', () => {
  const metres = fc.integer({ min: -5000, max: 50_000 }).map((mm) => mm / 1000);
  fc.assert(
    fc.property(fc.array(fc.tuple(metres, metres), { minLength: 3, maxLength: 8 }), (points) => {
      for (const units of ['metric', 'us'] as const)
        readOutline(outlineText(points as FacePoint[], units), units).forEach(([u, v], i) => {
          expect(u).toBeCloseTo(points[i]![0], 2);
          expect(v).toBeCloseTo(points[i]![1], 2);
        });
    }),
  );
});

test('what is no pair of figures stays no number', () => {
  for (const text of ['a b', '1', '1 2 3', '', '1,5 2']) expect(readOutline(text, 'metric').flat().some(Number.isNaN)).toBe(true);
});

test('where the comma stands before the tenths, corners are parted by semicolons, and read again as they were', () => {
  jest.mocked(decimalSign).mockReturnValue(',');
  const corners: FacePoint[] = [
    [0, 0],
    [4.5, 0],
    [4.5, 2.25],
  ];
  expect(outlineText(corners, 'metric')).toBe('0 0; 4,5 0; 4,5 2,25');
  expect(readOutline(outlineText(corners, 'metric'), 'metric')).toEqual(corners);
  jest.mocked(decimalSign).mockReturnValue('.');
});
