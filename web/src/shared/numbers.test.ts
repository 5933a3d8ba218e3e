import fc from 'fast-check';
import { decimalSign, formatNumber } from '../messages/number-text';
import { fieldText, formatMargin, formatQuantity, mayBecomeFigure, parseNumber, readQuantity } from './numbers';

test('numbers as people type them', () => {
  expect(
    ['0.4', '0,4', ' 12 ', '-1.5', '−2', '.5', '1e3', '1e', '1.2.3', '1,2,3', 'abc', '', '1 2'].map((text) => parseNumber(text)),
  ).toEqual([0.4, 0.4, 12, -1.5, -2, 0.5, 1000, NaN, NaN, NaN, NaN, NaN, NaN]);
});

test('what could be a thousand or a decimal is asked, never guessed', () => {
  expect(['1,250', '-1,250', '12,500', '999,999'].map((text) => parseNumber(text))).toEqual([NaN, NaN, NaN, NaN]);
  // three figures after the comma say nothing where no thousand is written so
  expect(['0,250', '1234,567', '1,25', '1,2500', '1.250', '1 250', '1\u202f250\u202f000,5'].map((text) => parseNumber(text))).toEqual([
    0.25, 1234.567, 1.25, 1.25, 1.25, 1250, 1_250_000.5,
  ]);
});

test('where the comma stands before the tenths, the point before three figures is asked about', () => {
  expect(['1.250', '-12.500'].map((text) => parseNumber(text, ','))).toEqual([NaN, NaN]);
  expect(['1,250', '0.250', '1,25', '1.25', '1 250,5'].map((text) => parseNumber(text, ','))).toEqual([1.25, 0.25, 1.25, 1.25, 1250.5]);
});

test('numbers are written as the reader’s region does, thousands parted by a space everywhere', () => {
  const written = (tag: string) => formatNumber(-1234567.891, 2, 2, tag);
  expect(['en-GB', 'en-US', 'en-DE', 'en-CH', 'en-FR', 'en-IN', 'en-SE'].map(written)).toEqual([
    '−1\u202f234\u202f567.89',
    '−1\u202f234\u202f567.89',
    '−1\u202f234\u202f567,89',
    '−1\u202f234\u202f567.89',
    expect.stringMatching(/^−1\u202f234\u202f567[.,]89$/),
    '−12\u202f34\u202f567.89',
    '−1\u202f234\u202f567,89',
  ]);
});

test.each(['en-GB', 'en-US', 'en-DE', 'en-SE', 'en-CH', 'en-ZA', 'en-PL', 'en-IN'])(
  'the app reads back every figure that it shows, in %s',
  (tag) => {
    fc.assert(
      fc.property(fc.double({ min: -1e9, max: 1e9, noNaN: true }), fc.nat(3), (value, decimals) => {
        const shown = formatNumber(value, decimals, decimals, tag);
        expect(parseNumber(shown, decimalSign(tag))).toBeCloseTo(Number(value.toFixed(decimals)), decimals === 0 ? 0 : decimals - 1);
      }),
    );
  },
);

test('quantities are read and shown in the reader’s units', () => {
  expect(readQuantity('1', 'm', 'us')).toBe(0.3048);
  expect(readQuantity('', 'm', 'us')).toBeUndefined();
  expect(readQuantity('x', 'm', 'us')).toBeNaN();
  expect(formatQuantity(-1.45, 'm', 'metric')).toBe('−1.45\u202fm');
  expect(formatQuantity(20, '°C', 'us')).toBe('68.0\u202f°F');
  expect(formatQuantity(25, 'mm', 'metric')).toBe('25\u202fmm');
  expect(formatQuantity(112_595.44, 'L/day', 'metric')).toBe('112\u202f595\u202fL/day');
  expect(formatQuantity(0.44, 'L/day', 'metric')).toBe('0.44\u202fL/day');
  // a little is not nothing, and next to nothing is
  expect(formatQuantity(0.04, 'kg', 'metric')).toBe('0.04\u202fkg');
  expect(formatQuantity(1e-9, 'kg', 'metric')).toBe('0.0\u202fkg');
  // levels keep their centimetres however high the datum lies
  expect(formatQuantity(1204.35, 'm', 'metric')).toBe('1\u202f204.35\u202fm');
});

// 68 °F is 20 °C; 1 in is 25.4 mm exactly (NIST SP 811, appendix B.8)
test('a unit may be written behind the figure, whatever units the reader has', () => {
  expect(readQuantity('68 °F', '°C', 'metric')).toBe(20);
  expect(readQuantity('20 C', '°C', 'us')).toBe(20);
  expect(readQuantity(`7' 6"`, 'm', 'metric')).toBe(2.286);
  expect(readQuantity('1/2"', 'mm', 'metric')).toBe(12.7);
  expect(readQuantity('20 mil', 'mm', 'metric')).toBe(0.508);
  expect(readQuantity('0,5 in', 'mm', 'metric')).toBe(12.7);
  for (const text of ['68 furlongs', '5 kg', '°F', '0.6l']) expect(readQuantity(text, 'mm', 'metric')).toBeNaN();
  expect(formatQuantity(2.286, 'm', 'us')).toBe('7′ 6″');
});

test('a stray letter never lands in a figure; a unit does', () => {
  const stays = (unit: string) => (text: string) => mayBecomeFigure(text, unit);
  expect(['0.6', '0.6 m', '0.6mm', '7\' 6"', '1e', '1e-3', '', '-'].map(stays('mm'))).toEqual(Array(8).fill(true));
  expect(['0.6l', 'k', '0.6k', '0.6 mx'].map(stays('mm'))).toEqual(Array(4).fill(false));
  expect(['68 °F', '68f'].map(stays('°C'))).toEqual([true, true]);
  expect(['5l', '5x'].map(stays('%'))).toEqual([false, false]);
});

test('a margin is rounded down: 2.98 K must not read as 3', () => {
  expect(formatMargin(2.98, 'metric')).toBe('2.9\u202fK');
  expect(formatMargin(3, 'metric')).toBe('3.0\u202fK');
});

test('a field shows what was stored, and reads it back', () => {
  for (const [value, unit] of [
    [0.3, 'mm'],
    [-2.5, 'm'],
    [12.7, '°C'],
  ] as const)
    for (const system of ['metric', 'us'] as const)
      expect(readQuantity(fieldText(value, unit, system), unit, system)).toBeCloseTo(value, 2);
});
