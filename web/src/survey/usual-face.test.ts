import { readStrength, strengthFor } from './usual-face';

test('masonry has no usual strength, and what somebody typed stays', () => {
  const usual = strengthFor('cast-concrete', '', 'metric');
  expect(usual).toBe('30');
  expect(strengthFor('rubble', usual, 'metric')).toBe('');
  expect(strengthFor('rubble', '12', 'metric')).toBe('12');
  expect(strengthFor('cast-concrete', '45', 'metric')).toBe('45');
  expect(strengthFor('block', strengthFor('precast', '', 'us'), 'us')).toBe('');
});

test('masonry that nobody measured has none; concrete without a figure is asked for it', () => {
  expect(readStrength('brick', '', 'metric')).toBe(0);
  expect(readStrength('brick', '9', 'metric')).toBe(9);
  expect(readStrength('cast-concrete', '', 'metric')).toBeNaN();
  expect(readStrength('brick', 'strong', 'metric')).toBeNaN();
});
