import { fromWritten, isWrittenUnit, startsUnit } from './index';

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

// each way of writing it, with what one of it is: NIST SP 811, appendix B.8, and the prefixes of the SI
test.each<[string, Record<string, number>]>([
  ['m', { m: 1, metre: 1, metres: 1, meter: 1, meters: 1, cm: 0.01, mm: 0.001, ft: 0.3048, foot: 0.3048, feet: 0.3048, "'": 0.3048 }],
  ['m', { in: 0.0254, inch: 0.0254, inches: 0.0254, '"': 0.0254 }],
  ['mm', { mm: 1, cm: 10, m: 1000, in: 25.4, inch: 25.4, inches: 25.4, '"': 25.4, ft: 304.8, foot: 304.8, feet: 304.8, "'": 304.8 }],
  ['mm', { mil: 0.0254, mils: 0.0254, µm: 0.001, um: 0.001, micron: 0.001, microns: 0.001 }],
  ['m²', { 'm²': 1, m2: 1, sqm: 1, 'ft²': 0.09290304, ft2: 0.09290304, sf: 0.09290304, sqft: 0.09290304 }],
  ['kg', { kg: 1, g: 0.001, lb: 0.45359237, lbs: 0.45359237 }],
  ['L', { l: 1, litre: 1, litres: 1, liter: 1, liters: 1, ml: 0.001, gal: 3.785411784, usgal: 3.785411784, gallon: 3.785411784 }],
  ['kPa', { kpa: 1, bar: 100, psi: 6.89475729317 }],
  ['N', { n: 1, newton: 1, newtons: 1, kn: 1000, lbf: 4.4482216152605 }],
  ['MPa', { mpa: 1, 'n/mm²': 1, 'n/mm2': 1, kpa: 0.001, psi: 0.00689475729317 }],
  ['%', { '%': 1, '%rh': 1, rh: 1, percent: 1, pct: 1 }],
  ['% mass', { '%mass': 1, '%': 1, 'mass%': 1, percent: 1, pct: 1 }],
  ['g/(m²·day)', { 'g/(m²·day)': 1, 'g/m²/d': 1, 'g/m2d': 1, 'lb/1000sf/24h': 4.88242763638, 'lb/1000ft2/day': 4.88242763638 }],
])('%s as it is written', (unit, ways) => {
  for (const [written, one] of Object.entries(ways)) {
    expect([written, fromWritten(1, written, unit)]).toEqual([written, expect.closeTo(one, 11)]);
    expect([isWrittenUnit(written), startsUnit(written.slice(0, 1), unit)]).toEqual([true, true]);
  }
  expect([isWrittenUnit('furlong'), startsUnit('z', unit)]).toEqual([false, false]);
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
