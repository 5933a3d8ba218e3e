import { readStrength, strengthFor, usualFace } from './usual-face';

test('masonry has no usual strength, and what somebody typed stays', () => {
  const usual = usualFace('metric').strengthMPa;
  expect(strengthFor('rubble', usual, 'metric')).toBe('');
  expect(strengthFor('rubble', '12', 'metric')).toBe('12');
  expect(strengthFor('cast-concrete', '', 'metric')).toBe(usual);
  expect(strengthFor('cast-concrete', '45', 'metric')).toBe('45');
  expect(strengthFor('block', usualFace('us').strengthMPa, 'us')).toBe('');
});

test('masonry that nobody measured has none; concrete without a figure is asked for it', () => {
  expect(readStrength('brick', '', 'metric')).toBe(0);
  expect(readStrength('brick', '9', 'metric')).toBe(9);
  expect(readStrength('cast-concrete', '', 'metric')).toBeNaN();
  expect(readStrength('brick', 'strong', 'metric')).toBeNaN();
});
