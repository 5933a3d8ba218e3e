import { fromWritten } from './index';

// conversions: NIST SP 811, appendix B.8
test.each<[number, string, string, number]>([
  [4, 'ft', 'm', 1.2192],
  [12, 'in', 'm', 0.3048],
  [250, 'cm', 'm', 2.5],
  [59, '°F', '°C', 15],
  [-40, 'F', '°C', -40],
  [288.15, 'K', '°C', 15],
  [75, '% RH', '%', 75],
  [1000, 'psi', 'MPa', 6.89475729317],
  // 1 lb per 1000 ft² and 24 h is 4.88243 g/m² (ASTM F1869 gives 56.5 µg/(s·m²))
  [1, 'lb/1000 ft²/24 h', 'g/(m²·day)', 4.88242763638],
  [9.5, 'pH', '', 9.5],
  [20, 'mil', 'mm', 0.508],
  [0.5, 'in', 'mm', 12.7],
  [400, 'µm', 'mm', 0.4],
  [10, 'lb', 'kg', 4.5359237],
  [1, 'gal', 'L', 3.785411784],
  [2, 'bar', 'kPa', 200],
])('%p %s in %s is %p', (value, written, unit, wanted) => {
  expect(fromWritten(value, written, unit)).toBeCloseTo(wanted, 9);
});

test.each([
  ['kg', 'm'],
  ['ft', '°C'],
  ['m', '%'],
  ['furlong', 'm'],
  ['m', 'no such unit'],
])('%s does not measure %s', (written, unit) => {
  expect(fromWritten(1, written, unit)).toBeUndefined();
});
