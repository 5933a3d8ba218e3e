// of this font's files the PDF library can cut out letters from woff, not from woff2
import regular from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-400-normal.woff?url';
import bold from '@fontsource/atkinson-hyperlegible-next/files/atkinson-hyperlegible-next-latin-700-normal.woff?url';
import type { Paper } from './write-svg';

const PT_PER_MM = 72 / 25.4;
const FONT = 'Atkinson Hyperlegible Next';

/** One page with the drawing on it, full size, lines as lines. */
export async function writePdf(svg: string, { widthMm, heightMm }: Paper, title: string): Promise<Blob> {
  const { default: pdfMake } = await import('pdfmake/build/pdfmake');
  const at = (url: string) => new URL(url, location.href).href;
  pdfMake.setFonts({ [FONT]: { normal: at(regular), bold: at(bold), italics: at(regular), bolditalics: at(bold) } });
  // nothing but our own fonts is ever fetched for a page
  pdfMake.setUrlAccessPolicy((url) => url.startsWith(location.origin));
  const [width, height] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM];
  return pdfMake
    .createPdf({
      info: { title },
      pageSize: { width, height },
      pageMargins: 0,
      content: [{ svg: svg.replaceAll(`${FONT}, sans-serif`, FONT), width, height }],
      defaultStyle: { font: FONT },
    })
    .getBlob();
}
