import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';

const css = readFileSync(resolve(__dirname, '../styles.css'), 'utf8');

function tokens(theme: string): Record<string, string> {
  const block = css.slice(css.indexOf(theme)).split('}')[0]!;
  return Object.fromEntries([...block.matchAll(/--([\w-]+): (#[0-9a-f]{6});/g)].map(([, name, value]) => [name!, value!]));
}

/** Relative luminance of an sRGB colour (WCAG 2.2). */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const share = parseInt(hex.slice(i, i + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours (WCAG 2.2). */
function contrast(a: string, b: string): number {
  const [light, dark] = [luminance(a), luminance(b)].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

const TEXT = ['ink', 'ink-soft', 'water', 'iron', 'ochre'];
const GROUND = ['paper', 'paper-sunk', 'paper-raised', 'water-soft', 'iron-soft', 'ochre-soft'];

test('the ratio is that of the standard: black on white is 21, grey 777777 on white 4.48 (WebAIM, from memory)', () => {
  expect(contrast('#000000', '#ffffff')).toBeCloseTo(21, 6);
  expect(contrast('#777777', '#ffffff')).toBeCloseTo(4.48, 2);
});

test.each([
  // read below ground at arm's length
  ['dark', ":root[data-theme='dark']", 7],
  ['light', ':root {', 4.5],
] as const)('every text colour on every ground, %s', (_name, theme, least) => {
  const colours = tokens(theme);
  const poor = TEXT.flatMap((text) =>
    GROUND.filter((ground) => contrast(colours[text]!, colours[ground]!) < least).map((ground) => `${text} on ${ground}`),
  );
  expect(poor).toEqual([]);
});

test('what is filled with a colour is written on in the paper’s', () => {
  const colours = tokens(":root[data-theme='dark']");
  for (const fill of ['ink', 'water', 'iron', 'ochre']) expect(contrast(colours['paper']!, colours[fill]!)).toBeGreaterThanOrEqual(7);
});
