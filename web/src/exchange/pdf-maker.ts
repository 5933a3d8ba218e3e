// of this font's files the PDF library can cut out letters from woff, not from woff2
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';

export const PDF_FONT = 'Atkinson Hyperlegible Next';

/** The PDF library with the app's own letters, fetched when a page is first wanted. */
export async function loadPdfMaker() {
  const { default: maker } = await import('pdfmake/build/pdfmake');
  const at = (url: string) => new URL(url, location.href).href;
  maker.setFonts({ [PDF_FONT]: { normal: at(regular), bold: at(bold), italics: at(regular), bolditalics: at(bold) } });
  // nothing but our own fonts is ever fetched for a page
  maker.setUrlAccessPolicy((url) => url.startsWith(location.origin));
  return { maker, font: PDF_FONT };
}
