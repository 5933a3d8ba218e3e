import { BANK_CARD_MM, CARD_WIDTHS_MM, cardLines } from './crack-widths';

// a phone of 460 dots an inch, three dots to a pixel of the page: the short side of a bank card, 53.98 mm (ISO/IEC 7810), is 326 px
const PX_PER_MM = 460 / 3 / 25.4;

test('on a fine screen a line is as wide as it says, to half a dot', () => {
  expect(BANK_CARD_MM * PX_PER_MM).toBeCloseTo(325.86, 1);
  const lines = cardLines(PX_PER_MM, 3);
  expect(lines.map(({ mm }) => mm)).toEqual([...CARD_WIDTHS_MM]);
  for (const { mm, shownMm, px } of lines) {
    expect(Math.abs(shownMm - mm)).toBeLessThanOrEqual(25.4 / 460 / 2 + 1e-9);
    expect(px * 3).toBeCloseTo(Math.round(px * 3), 9);
  }
  expect(lines.filter(({ isRough }) => isRough)).toEqual([]);
});

test('a coarse screen says which lines it cannot show: 96 dots an inch are 0.26 mm each', () => {
  const lines = cardLines(96 / 25.4, 1);
  expect(lines.find(({ mm }) => mm === 0.1)).toMatchObject({ px: 1, isRough: true });
  expect(lines.find(({ mm }) => mm === 0.25)).toMatchObject({ px: 1, isRough: false });
  expect(lines.find(({ mm }) => mm === 3)).toMatchObject({ px: 11, isRough: false });
});

test('no two lines change places, whatever the screen', () => {
  for (const [pxPerMm, dots] of [
    [3.78, 1],
    [5.2, 2],
    [6.3, 2.625],
  ] as const) {
    const shown = cardLines(pxPerMm, dots).map(({ px }) => px);
    expect(shown).toEqual([...shown].sort((a, b) => a - b));
  }
});
