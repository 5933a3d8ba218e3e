import '../messages/glossary';
import { TERMS, meaningOf, stretchesOf } from './glossary';

test('the longer word before the shorter, each where it is first met, never inside another word', () => {
  const found = stretchesOf('Wet to saturated surface-dry. The window is no recoat window; ahead of the head, a header, the window again.');
  expect(found.filter(({ termId }) => termId).map(({ text }) => text)).toEqual([
    'saturated surface-dry',
    'window',
    'recoat window',
    'head',
  ]);
  expect(found.map(({ text }) => text).join('')).toContain('a header, the window again.');
});

test('text without any stays as it is', () => {
  expect(stretchesOf('Nothing to explain here.')).toEqual([{ text: 'Nothing to explain here.' }]);
  expect(stretchesOf('')).toEqual([]);
});

test('every word has its meaning, and none is explained by itself alone', () => {
  expect(TERMS.length).toBeGreaterThan(35);
  for (const id of TERMS) expect(meaningOf(id).length).toBeGreaterThan(25);
});
