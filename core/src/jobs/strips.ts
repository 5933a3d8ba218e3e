import { extentOf, netAreaM2, outlineAreaM2 } from './geometry.js';
import type { Face, FacePoint } from './job.js';

/** An upright part of a face, from its left end, m along it. */
export interface Strip {
  fromM: number;
  toM: number;
  /** openings taken off */ areaM2: number;
}

/** Halvings of the width until a cut lies to a tenth of a millimetre on a kilometre. */
const HALVINGS = 24;

/** Cuts a face upright into so many strips of the same area, left to right; they add up to its net area. */
export function stripsOf(face: Pick<Face, 'outline' | 'openings'>, count: number): Strip[] {
  const { minU, maxU } = extentOf(face.outline);
  const eachM2 = netAreaM2(face) / count;
  const cuts = [minU];
  for (let no = 1; no < count; no++) {
    let [low, high] = [cuts.at(-1)!, maxU];
    for (let i = 0; i < HALVINGS; i++) {
      const middle = (low + high) / 2;
      if (areaLeftOf(face, middle) < no * eachM2) low = middle;
      else high = middle;
    }
    cuts.push(high);
  }
  cuts.push(maxU);
  return cuts.slice(1).map((cut, i) => ({ fromM: cuts[i]! - minU, toM: cut - minU, areaM2: eachM2 }));
}

function areaLeftOf({ outline, openings = [] }: Pick<Face, 'outline' | 'openings'>, u: number): number {
  return openings.reduce((left, opening) => left - outlineAreaM2(leftOf(opening, u)), outlineAreaM2(leftOf(outline, u)));
}

/** Sutherland and Hodgman's clipping (1974) against one upright line; what it leaves doubled along the line has no area. */
function leftOf(outline: readonly FacePoint[], u: number): FacePoint[] {
  return outline.flatMap((from, i): FacePoint[] => {
    const to = outline[(i + 1) % outline.length]!;
    const [isIn, goesIn] = [from[0] <= u, to[0] <= u];
    const own: FacePoint[] = isIn ? [from] : [];
    if (isIn === goesIn) return own;
    const share = (u - from[0]) / (to[0] - from[0]);
    return [...own, [u, from[1] + share * (to[1] - from[1])]];
  });
}
