import { openSync } from 'fontkit';
import { isOwnLetters, withSpaces } from './pdf-letters';

const lettersOf = (file: string): ReadonlySet<number> => new Set(openSync(require.resolve(file)).characterSet);
const OWN = ['400', '700'].map((weight) =>
  lettersOf(`@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-${weight}-normal.woff`),
);
const WIDE = ['Regular', 'Medium'].map((weight) => lettersOf(`pdfmake/fonts/Roboto/Roboto-${weight}.ttf`));

test('what is written in the app’s own letters has every one of them, in both weights', () => {
  const missing: string[] = [];
  for (let code = 0x20; code <= 0xffff; code++) {
    const letter = String.fromCharCode(code);
    if (isOwnLetters(letter) && !OWN.every((font) => font.has(code))) missing.push(code.toString(16));
  }
  expect(missing).toEqual([]);
});

test.each(['1′ 7 5/8″', '12 µm', 'Łódź', 'Αθήνα', 'Южный', '≤ 3', 'H₂S'])('%s is written in letters that have it', (text) => {
  expect(isOwnLetters(text)).toBe(false);
  for (const font of WIDE) expect([...text].filter((letter) => letter !== ' ' && !font.has(letter.codePointAt(0)!))).toEqual([]);
});

test('usual figures and words stay in the app’s own letters; no narrow space is left', () => {
  const page = withSpaces([{ text: '13.9\u202fkg', stack: ['−0.5\u202f°C', { n: 3, none: null }] }]);
  expect(page).toEqual([{ text: '13.9\u00a0kg', stack: ['−0.5\u00a0°C', { n: 3, none: null }] }]);
  expect(isOwnLetters(JSON.stringify(page))).toBe(true);
  expect(isOwnLetters('Wall–floor “A”: 0.7 kg/m² · 25 × 25 mm …')).toBe(true);
});
