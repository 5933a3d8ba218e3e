import katex from 'katex';
import { CALCULATORS, EXAMPLES, calculate } from '@caulkhorn/core/calculators';
import { accepted } from '../../../core/src/testing/results';
import { numberTex, withNumbers, withSymbols } from './formula-tex';
import { scalarText, unitByName } from './value-text';

const reader = { units: 'metric', timeZone: 'Europe/Oslo', moneyIn: 'plain' } as const;

describe('formulas', () => {
  test.each([...CALCULATORS.keys()])('%s can be typeset, with symbols and with numbers', (id) => {
    const calculator = CALCULATORS.get(id)!;
    const values = { ...(accepted(calculate(id, EXAMPLES[id])) as object), ...EXAMPLES[id] };
    for (const line of calculator.equation)
      for (const tex of [withSymbols(line, calculator), withNumbers(line, values)])
        if (tex !== null) expect(() => katex.renderToString(tex, { throwOnError: true, strict: 'error' })).not.toThrow();
  });

  test('numbers stand where symbols stood; a line without all its numbers is not half filled in', () => {
    expect(withNumbers('@a = 2 \\cdot @b', { a: 3, b: -1.5 })).toBe('{3} = 2 \\cdot {\\left(-1.5\\right)}');
    expect(withNumbers('@a = @b', { a: 3 })).toBeNull();
    expect(withNumbers('x = y', {})).toBeNull();
    expect(withSymbols('@headM', { symbols: { headM: 'h' } })).toBe('{h}');
    expect(withSymbols('@headM', {})).toBe('{\\text{Head}}');
  });

  test.each([
    [0, '0'],
    [1234567, '1\\,234\\,570'],
    [0.123456789, '0.123457'],
    [2e-6, '2 \\times 10^{-6}'],
    [-4, '\\left(-4\\right)'],
    [12345.678, '12\\,345.7'],
  ])('%p is written %p', (value, tex) => expect(numberTex(value)).toBe(tex));
});

describe('values in words', () => {
  test.each([
    [2255, 'min', '1 d 13 h 35 min'],
    [45, 'min', '45\u202fmin'],
    [140.59, 'day', '140.6 days'],
    [null, 'm', '—'],
    [true, '', 'yes'],
    ['dripping', '', 'dripping'],
    ['tie hole', '', 'tie hole'],
    [2.5e-6, 'm²/s', '2.50e−6\u202fm²/s'],
    ['2026-04-14T09:20:00+02:00', '', '14 Apr 2026 09:20'],
    [61, 'money', '61.00'],
  ])('%p %s is %p', (value, unit, text) => expect(scalarText(value, unit, reader)).toBe(text));

  test('what is bought by the metre is shown in metres, though the plan of packs speaks of kilograms', () =>
    expect(scalarText(12.5, 'kg', { ...reader, kgStandsFor: 'm' })).toBe('12.50\u202fm'));

  test.each([
    ['startMin', 'min'],
    ['massKg', 'kg'],
    ['xM', 'm'],
    ['sizeMm', 'mm'],
    ['temperatureC', '°C'],
    ['id', ''],
  ])('%s is in %p', (name, unit) => expect(unitByName(name)).toBe(unit));
});
