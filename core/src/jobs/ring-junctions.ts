import { extentOf, isLevelFace, levelAt, sitePoint } from './geometry.js';
import type { Face, Junction } from './job.js';

const TOUCHING_M = 0.02;
/** A floor drawn as a polygon leaves the circle by as much, share of the radius. */
const OFF_CIRCLE = 0.05;
/** Less of the ring than this is a floor that only passes by. */
const LEAST_ARC_RAD = Math.PI / 6;

/** Where round shafts meet level faces at their foot or top: the arc along which the floor's edge follows the wall. */
export function ringJunctions(faces: readonly Face[]): Junction[] {
  const level = faces.filter(isLevelFace);
  return faces.flatMap((shaft) => {
    const { placement } = shaft;
    if (placement.kind !== 'cylinder' || placement.axis !== 'vertical') return [];
    const { minU, maxU, minV, maxV } = extentOf(shaft.outline);
    return [minV, maxV].flatMap((v) =>
      level
        .filter((face) => Math.abs(levelAt(face, face.outline[0]!) - (placement.zM + v)) <= TOUCHING_M)
        .flatMap((face): Junction[] => {
          const arcRad = arcAlong(face, placement);
          if (arcRad < LEAST_ARC_RAD) return [];
          const lengthM = Math.min(arcRad * placement.radiusM, maxU - minU);
          return [
            {
              id: `${shaft.id}.${v === minV ? 'foot' : 'top'}~${face.id}.ring`,
              kind: 'wall-floor',
              faceIds: [shaft.id, face.id],
              lengthM,
              angleDeg: 90,
              from: [minU, v],
              to: [minU + lengthM, v],
            },
          ];
        }),
    );
  });
}

/** How much of the circle the edges of a level face run along, rad. */
function arcAlong(face: Face, { xM, yM, radiusM }: Extract<Face['placement'], { kind: 'cylinder' }>): number {
  const corners = face.outline.map((uv) => {
    const [x, y] = sitePoint(face.placement, uv);
    return { angle: Math.atan2(y - yM, x - xM), isOn: Math.abs(Math.hypot(x - xM, y - yM) / radiusM - 1) <= OFF_CIRCLE };
  });
  return corners.reduce((sum, { angle, isOn }, i) => {
    const next = corners[(i + 1) % corners.length]!;
    if (!isOn || !next.isOn) return sum;
    const turn = Math.abs(next.angle - angle);
    const between = Math.min(turn, 2 * Math.PI - turn);
    // a chord that leaves the circle by more is no edge along it
    return 1 - Math.cos(between / 2) <= OFF_CIRCLE ? sum + between : sum;
  }, 0);
}
