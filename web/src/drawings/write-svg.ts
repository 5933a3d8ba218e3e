import { escape } from 'es-toolkit';
import type { Dash, DrawnMark, Layer, SheetDrawing } from './sheet-drawing';
import { LAYERS } from './sheet-drawing';

export interface TitleBlock {
  title: string;
  /** lines under it: site, datum, scale, day */ lines: readonly string[];
}

export interface Paper {
  widthMm: number;
  heightMm: number;
}

const MARGIN_MM = 12;
const TITLE_MM = 22;
const TEXT_MM = { small: 2.2, usual: 3 } as const;
const COLOUR: Readonly<Record<Layer, string>> = {
  faces: '#1f2629',
  openings: '#1f2629',
  features: '#1f2629',
  leaks: '#9a2f16',
  readings: '#0f5f5c',
  water: '#0f5f5c',
  words: '#1f2629',
};
const DASHES: Readonly<Record<Dash, string>> = { moving: '2 0.9', joint: '3 0.8 0.6 0.8', level: '1.5 1.2' };
/** A length to measure against, whatever a printer did to the sheet. */
const BAR_M = 5;

/** Paper that the drawing needs at 1 : `scale`, margins and title included. */
export function paperFor({ widthM, heightM }: SheetDrawing, scale: number): Paper {
  return {
    widthMm: Math.max(180, (widthM * 1000) / scale + 2 * MARGIN_MM),
    heightMm: (heightM * 1000) / scale + 2 * MARGIN_MM + TITLE_MM,
  };
}

/** The drawing to scale, in millimetres of paper; one group a layer. */
export function writeSvg(drawing: SheetDrawing, scale: number, title: TitleBlock): string {
  const paper = paperFor(drawing, scale);
  const mm = (metres: number) => round((metres * 1000) / scale);
  const x = (metres: number) => round(MARGIN_MM + mm(metres - drawing.minX));
  const y = (metres: number) => round(MARGIN_MM + mm(drawing.minY + drawing.heightM - metres));
  const element = (mark: DrawnMark): string => {
    if (mark.kind === 'circle') return `<circle cx="${x(mark.at[0])}" cy="${y(mark.at[1])}" r="${Math.max(0.4, mm(mark.radiusM))}"/>`;
    if (mark.kind === 'text')
      return `<text x="${x(mark.at[0])}" y="${y(mark.at[1])}" font-size="${TEXT_MM[mark.size]}"${mark.anchor ? ` text-anchor="${mark.anchor}"` : ''}>${escape(mark.text)}</text>`;
    const points = mark.points.map(([u, v]) => `${x(u)},${y(v)}`).join(' ');
    const dash = mark.dash ? ` stroke-dasharray="${DASHES[mark.dash]}"` : '';
    return `<${mark.closed ? 'polygon' : 'polyline'} points="${points}" stroke-width="${mark.heavy ? 0.5 : 0.3}"${dash}/>`;
  };
  const groups = LAYERS.map((layer) => {
    const marks = drawing.marks.filter((mark) => mark.layer === layer);
    const shapes = marks.filter(({ kind }) => kind !== 'text').map(element);
    const words = marks.filter(({ kind }) => kind === 'text').map(element);
    return [
      `<g id="${layer}" fill="none" stroke="${COLOUR[layer]}" stroke-width="0.3" stroke-linejoin="round">${shapes.join('')}</g>`,
      `<g id="${layer}-text" fill="${COLOUR[layer]}">${words.join('')}</g>`,
    ].join('\n');
  });
  const foot = paper.heightMm - MARGIN_MM - TITLE_MM + 6;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${round(paper.widthMm)}mm" height="${round(paper.heightMm)}mm" viewBox="0 0 ${round(paper.widthMm)} ${round(paper.heightMm)}" font-family="Atkinson Hyperlegible Next, sans-serif">
<title>${escape(title.title)}</title>
${groups.join('\n')}
<g id="title" fill="#1f2629">
<text x="${MARGIN_MM}" y="${foot}" font-size="4.5" font-weight="700">${escape(title.title)}</text>
${title.lines.map((line, i) => `<text x="${MARGIN_MM}" y="${foot + 5 + i * 4}" font-size="2.8">${escape(line)}</text>`).join('\n')}
</g>
<g id="scale-bar" fill="none" stroke="#1f2629" stroke-width="0.4"><path d="M${round(paper.widthMm - MARGIN_MM - mm(BAR_M))} ${foot}h${mm(BAR_M)}m0 -1.5v3m${-mm(BAR_M)} -3v3"/></g>
<text x="${round(paper.widthMm - MARGIN_MM)}" y="${foot + 5}" font-size="2.8" text-anchor="end" fill="#1f2629">${BAR_M} m</text>
</svg>
`;
}

function round(value: number): number {
  return Math.round(value * 1000) / 1000;
}
