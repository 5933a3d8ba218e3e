import fc from 'fast-check';
import { DAY_MS, HOUR_MS, MINUTE_MS, ceilDecimal, fromSystem, toSystem } from './index';

test('what is typed comes back as it was', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      fc.constantFrom(
        'm',
        'mm',
        'm²',
        'kPa',
        'kg',
        'L',
        '°C',
        'K',
        'kN',
        'kg/m²',
        'min',
        'MPa',
        'm³',
        'kg/m³',
        'L/m³',
        'bar',
        'kg/L',
        'L/kg',
        'm/s',
      ),
      (value, unit) => {
        expect(toSystem(fromSystem(value, unit, 'us'), unit, 'us').value).toBeCloseTo(value, 6);
        expect(fromSystem(value, unit, 'metric')).toBe(value);
      },
    ),
  );
});

test('decimal sums do not cost a pack too many', () => {
  expect(ceilDecimal(435 / 4.35)).toBe(100);
  expect(ceilDecimal(100.001)).toBe(101);
});

// NIST SP 811, appendix B.8: exact by definition
test.each([
  [1, 'm', 3.280839895, 'ft'],
  [25.4, 'mm', 1, 'in'],
  [1, 'm²', 10.763910417, 'ft²'],
  [1, 'm³', 1.3079506193, 'yd³'],
  [100, 'kPa', 14.503773773, 'psi'],
  [1, 'MPa', 145.03773773, 'psi'],
  [1, 'kN', 224.8089431, 'lbf'],
  [1, 'kg', 2.2046226218, 'lb'],
  [3.785411784, 'L', 1, 'US gal'],
  [1, 'bar', 14.503773773, 'psi'],
  [1000, 'L/m³', 201.97402597, 'US gal/yd³'],
  [29.5735295625, 'mL', 1, 'fl oz'],
  [3.785411784, 'L/h', 1, 'US gal/h'],
  [3.785411784, 'L/day', 1, 'US gal/day'],
  [0.45359237, 'kg/min', 1, 'lb/min'],
  [1, 'kg/L', 8.345404452, 'lb/US gal'],
  [8.345404452, 'L/kg', 1, 'US gal/lb'],
  [1, 'kg/(m²·h)', 0.2048161436, 'lb/(ft²·h)'],
  [1.609344, 'km/h', 1, 'mph'],
  [0.44704, 'm/s', 1, 'mph'],
  [1000, 'kg/m³', 1685.5549, 'lb/yd³'],
  [1, 'kg/m²', 0.2048161436, 'lb/ft²'],
  [100, '°C', 212, '°F'],
  [5, 'K', 9, '°F'],
])('%d %s are %d %s', (value, unit, shown, customary) => {
  const { value: found, unit: name } = toSystem(value, unit, 'us');
  expect(name).toBe(customary);
  expect(found / shown).toBeCloseTo(1, 7);
  expect(toSystem(value, unit, 'metric')).toEqual({ value, unit });
});

test('hours and days in milliseconds', () => expect([MINUTE_MS, HOUR_MS, DAY_MS]).toEqual([60_000, 3_600_000, 86_400_000]));
