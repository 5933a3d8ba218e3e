import fc from 'fast-check';
import { feetInches, readFeetInches } from './index';

// 1 ft = 0.3048 m and 1 in = 0.0254 m exactly (NIST SP 811, appendix B.8)
test.each<[string, number]>([
  [`7' 6"`, 2.286],
  [`7'6"`, 2.286],
  ['7 ft 6 in', 2.286],
  [`7' 6 1/2"`, 2.2987],
  [`7'`, 2.1336],
  ['6"', 0.1524],
  ['3/8"', 0.009525],
  ['6 1/2 in', 0.1651],
  [`-2' 3"`, -0.6858],
  [`7′ 6 3/8″`, 2.295525],
  [`1'-6"`, 0.4572],
])('%s is %p m', (text, lengthM) => expect(readFeetInches(text)).toBeCloseTo(lengthM, 9));

test.each(['7', '7.5', '7 6', '1/2', 'abc', `7" 6'`, '', `7' 6 kg`])('%p is no tape length', (text) =>
  expect(readFeetInches(text)).toBeUndefined(),
);

test('written to the eighth of an inch', () => {
  expect([2.286, 2.2987, 0.3048, 0.009525, 0, -0.6858, 3.65759].map(feetInches)).toEqual([
    '7′ 6″',
    '7′ 6 1/2″',
    '1′ 0″',
    '3/8″',
    '0″',
    '−2′ 3″',
    '12′ 0″',
  ]);
});

test('what is shown is read back to a sixteenth of an inch', () =>
  fc.assert(
    fc.property(fc.double({ min: -300, max: 300, noNaN: true }), (lengthM) => {
      expect(Math.abs(readFeetInches(feetInches(lengthM))! - lengthM)).toBeLessThanOrEqual(0.0254 / 16 + 1e-9);
    }),
  ));
