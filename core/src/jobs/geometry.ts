import type { Face, FacePoint, Placement } from './job.js';

/** Site coordinates, m: x, y in plan, z = level. */
export type SitePoint = readonly [x: number, y: number, z: number];

const radians = (deg: number): number => (deg * Math.PI) / 180;

/** Where a point of a face lies on the site. */
export function sitePoint(p: Placement, [u, v]: FacePoint): SitePoint {
  const h = radians(p.headingDeg);
  if (p.kind === 'plane') {
    const t = radians(p.tiltDeg);
    return [
      p.xM + u * Math.cos(h) - v * Math.sin(h) * Math.cos(t),
      p.yM + u * Math.sin(h) + v * Math.cos(h) * Math.cos(t),
      p.zM + v * Math.sin(t),
    ];
  }
  if (p.axis === 'vertical') {
    const a = h + u / p.radiusM;
    return [p.xM + p.radiusM * Math.cos(a), p.yM + p.radiusM * Math.sin(a), p.zM + v];
  }
  const a = radians(p.startAngleDeg) + v / p.radiusM;
  const across = p.radiusM * Math.cos(a);
  return [p.xM + u * Math.cos(h) - across * Math.sin(h), p.yM + u * Math.sin(h) + across * Math.cos(h), p.zM + p.radiusM * Math.sin(a)];
}

/** Level of a point of a face, m on the job's datum. */
export function levelAt(face: Pick<Face, 'placement'>, point: FacePoint): number {
  return sitePoint(face.placement, point)[2];
}

export function isLevelFace(face: Pick<Face, 'placement'>): boolean {
  return face.placement.kind === 'plane' && Math.abs(Math.sin(radians(face.placement.tiltDeg))) < 1e-9;
}

/** Twice the signed area of a closed polygon is the sum of its edges' cross products (shoelace formula). */
export function outlineAreaM2(outline: readonly FacePoint[]): number {
  let twice = 0;
  outline.forEach(([u, v], i) => {
    const [un, vn] = outline[(i + 1) % outline.length]!;
    twice += u * vn - un * v;
  });
  return Math.abs(twice) / 2;
}

/** What there is to treat: the outline less its openings. */
export function netAreaM2({ outline, openings = [] }: Pick<Face, 'outline' | 'openings'>): number {
  return openings.reduce((left, opening) => left - outlineAreaM2(opening), outlineAreaM2(outline));
}

/** Whether a point is on the face itself: within its outline or on its edge, and not inside an opening. */
export function isOnFace({ outline, openings = [] }: Pick<Face, 'outline' | 'openings'>, point: FacePoint): boolean {
  return isOnOutline(outline, point) && openings.every((opening) => !isOnOutline(opening, point) || isOnEdge(opening, point));
}

export interface Extent {
  minU: number;
  maxU: number;
  minV: number;
  maxV: number;
}

export function extentOf(points: readonly FacePoint[]): Extent {
  const us = points.map((p) => p[0]);
  const vs = points.map((p) => p[1]);
  return { minU: Math.min(...us), maxU: Math.max(...us), minV: Math.min(...vs), maxV: Math.max(...vs) };
}

/** Lowest and highest level that the outline reaches. On a lining the crown or the invert may lie between its corners. */
export function levelRange(face: Pick<Face, 'placement' | 'outline'>): { bottomM: number; topM: number } {
  const levels = face.outline.map((point) => levelAt(face, point));
  const { placement } = face;
  if (placement.kind === 'cylinder' && placement.axis === 'horizontal') {
    const { minU, minV, maxV } = extentOf(face.outline);
    const start = radians(placement.startAngleDeg);
    for (let quarter = -8; quarter <= 8; quarter++) {
      const v = ((quarter * Math.PI) / 2 - start) * placement.radiusM;
      if (v > minV && v < maxV) levels.push(levelAt(face, [minU, v]));
    }
  }
  return { bottomM: Math.min(...levels), topM: Math.max(...levels) };
}

/** Slack for points that were meant to lie on an edge, m. */
const ON_EDGE_M = 1e-6;

/** Whether a point lies inside a closed polygon or on its edge (even-odd rule). */
export function isOnOutline(outline: readonly FacePoint[], [u, v]: FacePoint): boolean {
  let inside = false;
  for (let i = 0, j = outline.length - 1; i < outline.length; j = i++) {
    const [ui, vi] = outline[i]!;
    const [uj, vj] = outline[j]!;
    if (distanceToSegment([u, v], [ui, vi], [uj, vj]) <= ON_EDGE_M) return true;
    if (vi > v !== vj > v && u < ((uj - ui) * (v - vi)) / (vj - vi) + ui) inside = !inside;
  }
  return inside;
}

function isOnEdge(outline: readonly FacePoint[], point: FacePoint): boolean {
  return outline.some((from, i) => distanceToSegment(point, from, outline[(i + 1) % outline.length]!) <= ON_EDGE_M);
}

export function distanceToSegment([u, v]: FacePoint, [ua, va]: FacePoint, [ub, vb]: FacePoint): number {
  const du = ub - ua;
  const dv = vb - va;
  const lengthSquared = du * du + dv * dv;
  const share = lengthSquared === 0 ? 0 : Math.min(1, Math.max(0, ((u - ua) * du + (v - va) * dv) / lengthSquared));
  return Math.hypot(u - ua - share * du, v - va - share * dv);
}

export function pathLengthM(path: readonly FacePoint[]): number {
  let length = 0;
  for (let i = 1; i < path.length; i++) length += Math.hypot(path[i]![0] - path[i - 1]![0], path[i]![1] - path[i - 1]![1]);
  return length;
}

/** Whether two segments cross at a point inside both. */
function segmentsCross(a: FacePoint, b: FacePoint, c: FacePoint, d: FacePoint): boolean {
  const side = (p: FacePoint, q: FacePoint, r: FacePoint) => Math.sign((q[0] - p[0]) * (r[1] - p[1]) - (q[1] - p[1]) * (r[0] - p[0]));
  return side(a, b, c) * side(a, b, d) < 0 && side(c, d, a) * side(c, d, b) < 0;
}

/** Whether the edges of two polygons cross anywhere. */
export function outlinesCross(a: readonly FacePoint[], b: readonly FacePoint[]): boolean {
  return a.some((from, i) => b.some((other, j) => segmentsCross(from, a[(i + 1) % a.length]!, other, b[(j + 1) % b.length]!)));
}

/** Whether any two edges of the polygon cross each other. */
export function crossesItself(outline: readonly FacePoint[]): boolean {
  const n = outline.length;
  for (let i = 0; i < n; i++)
    for (let j = i + 2; j < n; j++) {
      if (i === 0 && j === n - 1) continue;
      if (segmentsCross(outline[i]!, outline[(i + 1) % n]!, outline[j]!, outline[(j + 1) % n]!)) return true;
    }
  return false;
}
