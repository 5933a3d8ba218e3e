import fc from 'fast-check';
import { DAY_MS, HOUR_MS, MINUTE_MS, ceilDecimal, fromSystem, toSystem } from './index';

// NIST SP 811, appendix B.8: exact factors
test.each([
  [0.3048, 'm', 1, 'ft'],
  [25.4, 'mm', 1, 'in'],
  [6.894757293168361, 'kPa', 1, 'psi'],
  [0.45359237, 'kg', 1, 'lb'],
  [3.785411784, 'L', 1, 'US gal'],
  [100, '°C', 212, '°F'],
  [0.764554857984, 'm³', 1, 'yd³'],
  [6.894757293168361 / 1000, 'MPa', 1, 'psi'],
  [0.5932764, 'kg/m³', 1, 'lb/yd³'],
  [4.951132, 'L/m³', 1, 'US gal/yd³'],
] as const)('%p %s is %p %s', (si, unit, shown, shownUnit) => {
  const quantity = toSystem(si, unit, 'us');
  expect(quantity.value / shown).toBeCloseTo(1, 6);
  expect(quantity.unit).toBe(shownUnit);
});

test('what is typed comes back as it was', () => {
  fc.assert(
    fc.property(
      fc.double({ min: -1e6, max: 1e6, noNaN: true }),
      fc.constantFrom('m', 'mm', 'm²', 'kPa', 'kg', 'L', '°C', 'K', 'kN', 'kg/m²', 'min', 'MPa', 'm³', 'kg/m³', 'L/m³'),
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
