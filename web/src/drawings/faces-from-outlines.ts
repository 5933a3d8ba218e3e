import type { Outline } from '@caulkhorn/core/exchange';
import { type Face, type FacePoint, type PlacedShape, extentOf } from '@caulkhorn/core/jobs';

/** How outlines of a drawing become faces: elevations stand on a level, plans lie at it. */
export interface DrawnAs {
  kind: 'wall' | 'slab';
  /** level of the lowest line of all elevations, or of the plan */ levelM: number;
  /** where the drawing's lower left corner comes to lie on the site */ xM: number;
  yM: number;
}

export type DrawnFace = PlacedShape & Pick<Face, 'openings'>;

/** Each face in its own metres from its lower left corner, placed as the drawing has them to each other. */
export function facesFromOutlines(outlines: readonly Outline[], { kind, levelM, xM, yM }: DrawnAs): DrawnFace[] {
  if (outlines.length === 0) return [];
  const all = extentOf(outlines.flatMap(({ outline }) => outline));
  return outlines.map(({ outline, openings }): DrawnFace => {
    const { minU, minV } = extentOf(outline);
    const own = (points: readonly FacePoint[]) => points.map(([u, v]): FacePoint => [round(u - minU), round(v - minV)]);
    const [right, up] = [round(minU - all.minU), round(minV - all.minV)];
    return {
      kind,
      outline: own(outline),
      ...(openings.length > 0 ? { openings: openings.map(own) } : {}),
      placement:
        kind === 'wall'
          ? { kind: 'plane', xM: xM + right, yM, zM: round(levelM + up), headingDeg: 0, tiltDeg: 90 }
          : { kind: 'plane', xM: xM + right, yM: yM + up, zM: levelM, headingDeg: 0, tiltDeg: 0 },
    };
  });
}

/** A tenth of a millimetre: no drawing of a building knows better. */
function round(metres: number): number {
  return Math.round(metres * 1e4) / 1e4;
}
