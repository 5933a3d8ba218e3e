import { PDF_FONT, makePdf } from '../exchange/pdf-maker';
import type { Paper } from './write-svg';

const PT_PER_MM = 72 / 25.4;

/** One page with the drawing on it, full size, lines as lines. */
export function writePdf(svg: string, { widthMm, heightMm }: Paper, title: string): Promise<Blob> {
  const [width, height] = [widthMm * PT_PER_MM, heightMm * PT_PER_MM];
  return makePdf({
    info: { title },
    pageSize: { width, height },
    pageMargins: 0,
    content: [{ svg: svg.replaceAll(`${PDF_FONT}, sans-serif`, PDF_FONT), width, height }],
  });
}
