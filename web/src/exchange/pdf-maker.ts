// of this font's files the PDF library can cut out letters from woff, not from woff2
import ownRegular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import ownBold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import wideRegular from 'pdfmake/fonts/Roboto/Roboto-Regular.ttf?url';
import wideBold from 'pdfmake/fonts/Roboto/Roboto-Medium.ttf?url';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { isOwnLetters, withSpaces } from './pdf-letters';

export const PDF_FONT = 'Atkinson Hyperlegible Next';
/** Letters of more languages, primes, fractions: a page that wants any of them is written in it as a whole. */
const WIDE_FONT = 'Roboto';
const FILES = { [PDF_FONT]: [ownRegular, ownBold], [WIDE_FONT]: [wideRegular, wideBold] } as const;

type Page = Omit<TDocumentDefinitions, 'content' | 'defaultStyle'> & {
  /** drawings name `PDF_FONT` */ content: Content[];
  fontSize?: number;
};

/** A PDF with letters of our own, made here; the library and its letters are fetched when a page is first wanted. */
export async function makePdf({ content, fontSize, ...page }: Page): Promise<Blob> {
  const { default: maker } = await import('pdfmake/build/pdfmake');
  const spaced = withSpaces(content);
  const font = isOwnLetters(JSON.stringify(spaced)) ? PDF_FONT : WIDE_FONT;
  const [normal, bold] = FILES[font].map((url) => new URL(url, location.href).href);
  maker.setFonts({ [font]: { normal: normal!, bold: bold!, italics: normal!, bolditalics: bold! } });
  // nothing but our own fonts is ever fetched for a page
  maker.setUrlAccessPolicy((url) => url.startsWith(location.origin));
  const written = font === PDF_FONT ? spaced : inFont(spaced, font);
  return maker.createPdf({ ...page, content: written, defaultStyle: { font, ...(fontSize ? { fontSize } : {}) } }).getBlob();
}

/** Drawings name their font themselves. */
const inFont = (content: Content[], font: string): Content[] =>
  content.map((each) =>
    typeof each === 'object' && 'svg' in each && typeof each.svg === 'string'
      ? { ...each, svg: each.svg.replaceAll(PDF_FONT, font) }
      : each,
  );
