/** Strokes of a signature: SVG path data (W3C SVG 2, 9.3) of absolute M and L alone, whole numbers in thousandths of the pad's width. */
export const GLASS_PATH = /^(M\d{1,4} \d{1,4}(L\d{1,4} \d{1,4})+)+$/;

/** A tap is no signature; own judgement, no source. */
const LEAST_LINES = 8;

export type Stroke = readonly { x: number; y: number }[];

/** Path data of strokes given in the pad's pixels. Strokes of one point are left out: nothing is seen of them. */
export function glassPath(strokes: readonly Stroke[], widthPx: number): string {
  const of = (px: number) => Math.min(1000, Math.max(0, Math.round((px / widthPx) * 1000)));
  return strokes
    .map((stroke) => stroke.map(({ x, y }) => `${of(x)} ${of(y)}`).filter((point, i, all) => point !== all[i - 1]))
    .filter((points) => points.length > 1)
    .map(([first, ...rest]) => `M${first}${rest.map((point) => `L${point}`).join('')}`)
    .join('');
}

/** Whether somebody wrote on it. */
export const isWritten = (drawn: string): boolean => GLASS_PATH.test(drawn) && drawn.split('L').length > LEAST_LINES;
