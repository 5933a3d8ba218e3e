import fc from 'fast-check';
import { dewPointOf, isNearDew } from './dew-point';

const celsius = fc.double({ min: -40, max: 60, noNaN: true });

/** The library searches its dew point to a thousandth of a kelvin. */
const SEARCHED_TO_K = 0.002;

test('near the dew point by pressure is near it by temperature', () =>
  fc.assert(
    fc.property(
      celsius,
      fc.double({ min: 1, max: 100, noNaN: true }),
      celsius,
      fc.double({ min: 0, max: 20 }),
      (airC, rhPct, surfaceC, marginC) => {
        const dewC = dewPointOf(airC, rhPct)!;
        const overK = surfaceC - dewC - marginC;
        fc.pre(Math.abs(overK) > SEARCHED_TO_K);
        expect(isNearDew({ airC, rhPct }, surfaceC, marginC)).toBe(overK < 0);
      },
    ),
  ));

test('air too dry for the equations is neither', () => {
  expect(isNearDew({ airC: 20, rhPct: 0 }, 10, 3)).toBeNull();
  expect(dewPointOf(20, 0)).toBeNull();
});
