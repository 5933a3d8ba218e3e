import type { MachineKind } from '@caulkhorn/core/jobs';
import { escape } from 'es-toolkit';
import type { BoardBar, BoardRow } from './board-rows';
import type { TimeBands } from './time-bands';

export interface BoardPicture {
  title: string;
  /** what the programme comes to, by whom it is kept, when it was drawn */ under: string;
  rows: readonly BoardRow[];
  bands: TimeBands;
  crew: string;
  machineName(kind: MachineKind): string;
  nowMs: number;
  labelOf(bar: BoardBar): string;
  /** over a band, where there is anything to say */ headOf(band: TimeBands['bands'][number]): string;
}

const NAME_PX = 110;
const HEAD_PX = 64;
const MARGIN_PX = 16;
const HEIGHTS: Readonly<Record<BoardRow['kind'], number>> = { room: 24, face: 34, who: 24, machine: 24 };
const PX_A_LETTER = 6.2;
// on paper by day: the colours of the light theme
const INK = '#1f2629';
const SOFT = '#565c5d';
const PAPER = '#fdfcf8';
const REST = '#ebe6d9';
const RULE = '#d3ccba';
const WATER = '#0f5e5c';
const WATER_SOFT = '#d3e4df';
const IRON = '#9b3216';

/** Hours that are closed, as a hatch of their own. */
const CLOSED = `<defs><pattern id="closed" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)"><line x1="0" y1="0" x2="0" y2="7" stroke="${SOFT}" stroke-width="1.2" stroke-opacity="0.6"/></pattern></defs>`;

/** The board as an SVG drawing (SVG 1.1): bars, brackets of windows, rounds, rests, who is where. Words are escaped. */
export function boardSvg({ title, under, rows, bands, crew, machineName, nowMs, labelOf, headOf }: BoardPicture): {
  svg: string;
  widthPx: number;
  heightPx: number;
} {
  const widthPx = Math.ceil(NAME_PX + bands.widthPx + 2 * MARGIN_PX);
  const bodyPx = rows.reduce((sum, { kind }) => sum + HEIGHTS[kind], 0);
  const heightPx = HEAD_PX + bodyPx + 2 * MARGIN_PX;
  const x = (ms: number) => round(MARGIN_PX + NAME_PX + bands.x(ms));
  const top = MARGIN_PX + HEAD_PX;
  const out: string[] = [
    CLOSED,
    rect([0, 0, widthPx, heightPx], `fill="${PAPER}"`),
    text(MARGIN_PX, MARGIN_PX + 14, title, `font-size="16" font-weight="700" fill="${INK}"`),
    text(MARGIN_PX, MARGIN_PX + 32, under, `font-size="12" fill="${SOFT}"`),
  ];
  for (const band of bands.bands) {
    const left = MARGIN_PX + NAME_PX + band.leftPx;
    if (band.kind !== 'work') out.push(rect([left, top, band.widthPx, bodyPx], `fill="${REST}"`));
    const head = headOf(band);
    if (head && head.length * PX_A_LETTER < band.widthPx)
      out.push(text(left + 3, top - 6, head, `font-size="12" fill="${band.kind === 'work' ? INK : SOFT}"`));
  }
  let y = top;
  for (const row of rows) {
    const high = HEIGHTS[row.kind];
    if (row.kind === 'room') out.push(text(MARGIN_PX, y + 16, row.name, `font-size="12" font-weight="600" fill="${SOFT}"`));
    else {
      const name = row.kind === 'face' ? row.face.mark : row.kind === 'machine' ? machineName(row.id) : (row.name ?? crew);
      out.push(
        text(
          MARGIN_PX,
          y + high / 2 + 4,
          name,
          `font-size="${row.kind === 'face' ? 14 : 11}" font-weight="${row.kind === 'face' ? 700 : 400}" fill="${INK}"`,
        ),
      );
      out.push(line([MARGIN_PX, y + high, widthPx - MARGIN_PX, y + high], `stroke="${RULE}"`));
    }
    if (row.kind === 'face') {
      for (const { fromMs, toMs } of row.closed)
        if (x(toMs) > x(fromMs)) out.push(rect([x(fromMs), y, x(toMs) - x(fromMs), high], `fill="url(#closed)"`));
      for (const bar of row.bars) out.push(...windowOf(bar, x, y), ...barOf(bar, x, y, labelOf(bar)));
      for (const ms of row.rounds) out.push(line([x(ms), y + 2, x(ms), y + 10], `stroke="${WATER}" stroke-width="2"`));
    }
    if (row.kind === 'machine')
      for (const { fromMs, toMs, jobName } of row.away) {
        const wide = Math.max(3, x(toMs) - x(fromMs));
        out.push(rect([x(fromMs), y + 5, wide, high - 10], `fill="none" stroke="${SOFT}" stroke-dasharray="3 2"`));
        if (jobName.length * PX_A_LETTER + 4 < wide)
          out.push(text(x(fromMs) + 3, y + high / 2 + 4, jobName, `font-size="11" fill="${SOFT}"`));
      }
    if (row.kind === 'who' || row.kind === 'machine')
      for (const { fromMs, toMs, mark } of row.stays) {
        const wide = Math.max(3, x(toMs) - x(fromMs) - 1);
        out.push(rect([x(fromMs), y + 5, wide, high - 10], `fill="${SOFT}"`));
        if (mark.length * PX_A_LETTER + 4 < wide) out.push(text(x(fromMs) + 2, y + high / 2 + 4, mark, `font-size="11" fill="${PAPER}"`));
      }
    y += high;
  }
  out.push(line([x(nowMs), top - 2, x(nowMs), y], `stroke="${IRON}" stroke-width="2"`));
  const size = `width="${widthPx}" height="${heightPx}" viewBox="0 0 ${widthPx} ${heightPx}"`;
  const svg = `<svg xmlns="http://www.w3.org/2000/svg" ${size} font-family="'Atkinson Hyperlegible Next Variable', sans-serif"><title>${escape(title)}</title>\n${out.join('\n')}\n</svg>\n`;
  return { svg, widthPx, heightPx };
}

function barOf({ task, item, leftMs, conflict }: BoardBar, x: (ms: number) => number, y: number, label: string): string[] {
  const left = x(task.startMs);
  const wide = Math.max(5, x(leftMs) - left);
  const isRest = leftMs <= task.startMs;
  const isCoat = item.step.startsWith('coat-');
  const [fill, ink] = conflict
    ? [PAPER, IRON]
    : task.state === 'done'
      ? ['#8d8a7e', PAPER]
      : isRest
        ? [PAPER, INK]
        : isCoat
          ? [WATER, PAPER]
          : item.step === 'plug' || item.step === 'inject'
            ? [INK, PAPER]
            : [WATER_SOFT, INK];
  const isInside = label.length * PX_A_LETTER + 6 < wide;
  return [
    ...(x(task.endMs) > left + wide
      ? [line([left + wide, y + 17, x(task.endMs), y + 17], `stroke="${WATER}" stroke-width="2" stroke-dasharray="5 4"`)]
      : []),
    rect([left, y + 5, wide, 24], `fill="${fill}" stroke="${conflict ? IRON : WATER}" stroke-width="${conflict ? 2 : 1}" rx="2"`),
    ...(isInside ? [text(left + 3, y + 21, label, `font-size="11" fill="${ink}"`)] : []),
  ];
}

function windowOf({ task, conflict }: BoardBar, x: (ms: number) => number, y: number): string[] {
  const { window, state } = task;
  if (state !== 'planned' || !window || window.closesMs === null) return [];
  const stroke = `fill="none" stroke="${conflict ? IRON : INK}" stroke-width="2"`;
  const [opens, closes] = [x(window.opensMs), x(window.closesMs)];
  return [
    `<path d="M${opens + 4} ${y + 2}H${opens}V${y + 32}H${opens + 4}" ${stroke}/>`,
    `<path d="M${closes - 4} ${y + 2}H${closes}V${y + 32}H${closes - 4}" ${stroke}/>`,
  ];
}

const round = (px: number): number => Math.round(px * 10) / 10;
const rect = ([x, y, width, height]: readonly [number, number, number, number], rest: string): string =>
  `<rect x="${round(x)}" y="${round(y)}" width="${round(width)}" height="${round(height)}" ${rest}/>`;
const line = ([x1, y1, x2, y2]: readonly [number, number, number, number], rest: string): string =>
  `<line x1="${round(x1)}" y1="${round(y1)}" x2="${round(x2)}" y2="${round(y2)}" ${rest}/>`;
const text = (x: number, y: number, words: string, rest: string): string =>
  `<text x="${round(x)}" y="${round(y)}" ${rest}>${escape(words)}</text>`;

/** Canvases hold no more in one direction. */
const MOST_PX = 16_000;

/** The same drawing as a picture, twice as fine, or as fine as a canvas of that size can be. */
export async function boardPng({ svg, widthPx, heightPx }: ReturnType<typeof boardSvg>): Promise<Blob> {
  const scale = Math.min(2, MOST_PX / Math.max(widthPx, heightPx));
  const picture = new Image();
  picture.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(svg)}`;
  await picture.decode();
  const canvas = new OffscreenCanvas(Math.round(widthPx * scale), Math.round(heightPx * scale));
  canvas.getContext('2d')!.drawImage(picture, 0, 0, canvas.width, canvas.height);
  return canvas.convertToBlob({ type: 'image/png' });
}
