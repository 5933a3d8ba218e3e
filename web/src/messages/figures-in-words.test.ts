import './later';
import './today';
import { inReadersUnits, sayFiguresIn } from './figures-in-words';
import { t } from './t';

afterEach(() => sayFiguresIn('metric'));

test('rules are said in the units of who reads them (1 in is 25.4 mm, 1 psi 6.894757 kPa: NIST SP 811)', () => {
  const metric = t('why.too-fine-to-inject');
  expect(metric).toContain('0.3 mm');
  sayFiguresIn('us');
  expect(t('why.too-fine-to-inject')).toContain('0.012 in');
  sayFiguresIn('metric');
  expect(t('why.too-fine-to-inject')).toBe(metric);
});

test.each([
  ['A fillet of 40 × 40 mm, 100 to 150 mm wide.', 'A fillet of 1.6 × 1.6 in, 3.9 to 5.9 in wide.'],
  ['3 K above the dew point, at 20 °C.', '5 °F above the dew point, at 68 °F.'],
  ['at most 200 bar', 'at most 2\u202f900 psi'],
  ['1 per 100 m²', '1 per 1\u202f100 ft²'],
  ['1 m of water is 9.8 kPa', '3.3 ft of water is 1.4 psi'],
])('%s', (metric, us) => {
  sayFiguresIn('us');
  expect(inReadersUnits(metric)).toBe(us);
});

test.each(['24 kN/m³', '14.65 g/m²', 'BS 8102 M', 'EN 1504-2', '{mm} mm', '3 times', 'level (mm)', '0.5 kg/m²h', 'ISO 19840 K1'])(
  'stays as it is: %s',
  (text) => {
    sayFiguresIn('us');
    expect(inReadersUnits(text)).toBe(text);
  },
);
