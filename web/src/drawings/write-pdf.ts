import { PDF_FONT, loadPdfMaker } from '../exchange/pdf-maker';
import type { Paper } from './write-svg';

const PT_PER_MM = 72 / 25.4;

/** One page with the drawing on it, full size, lines as lines. */
export async function writePdf(svg: string, { widthMm, heightMm }: Paper, title: string): Promise<Blob> {
  const { maker, font } = await loadPdfMaker();
  const [width, height] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM];
  return maker
    .createPdf({
      info: { title },
      pageSize: { width, height },
      pageMargins: 0,
      content: [{ svg: svg.replaceAll(`${PDF_FONT}, sans-serif`, PDF_FONT), width, height }],
      defaultStyle: { font },
    })
    .getBlob();
}
