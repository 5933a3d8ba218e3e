/** Widths of the lines on a crack card, mm: steps as those of printed ones; common practice, no source. */
export const CARD_WIDTHS_MM = [0.1, 0.15, 0.2, 0.25, 0.3, 0.35, 0.4, 0.5, 0.6, 0.8, 1, 1.5, 2, 3] as const;

/** The short side of a bank card, mm: ISO/IEC 7810, ID-1. By it a screen learns how long a millimetre is. */
export const BANK_CARD_MM = 53.98;

export interface CardLine {
  mm: number;
  /** in the page's own pixels, a whole number of the screen's */ px: number;
  /** as wide as the screen can show it, mm */ shownMm: number;
  /** the screen's dots are too coarse for it: shown more than a fifth too wide or too narrow */ isRough: boolean;
}

const ROUGH_FROM = 0.2;

/** The lines as a screen can show them: it has no half dots. */
export function cardLines(pxPerMm: number, dotsPerPx: number): CardLine[] {
  return CARD_WIDTHS_MM.map((mm) => {
    const dots = Math.max(1, Math.round(mm * pxPerMm * dotsPerPx));
    const shownMm = dots / dotsPerPx / pxPerMm;
    return { mm, px: dots / dotsPerPx, shownMm, isRough: Math.abs(shownMm - mm) > ROUGH_FROM * mm + 1e-9 };
  });
}
