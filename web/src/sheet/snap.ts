import { type Face, FEATURE_SPECS, type FacePoint, type Feature } from '@caulkhorn/core/jobs';

/** What a point may be meant to lie on: corners and ends first, then edges and lines. */
export interface SnapTargets {
  points: readonly FacePoint[];
  edges: readonly (readonly [FacePoint, FacePoint])[];
}

export function snapTargets(face: Face, features: readonly Feature[]): SnapTargets {
  const rings = [face.outline, ...(face.openings ?? [])];
  const own = features.filter(({ faceId }) => faceId === face.id);
  const lines = own.filter(({ kind, path }) => FEATURE_SPECS[kind].shape !== 'area' && path.length > 1).map(({ path }) => path);
  return {
    points: [...rings.flat(), ...own.flatMap(({ path }) => path)],
    edges: [
      ...rings.flatMap((ring) => ring.map((from, i) => [from, ring[(i + 1) % ring.length]!] as const)),
      ...lines.flatMap((path) => path.slice(1).map((to, i) => [path[i]!, to] as const)),
    ],
  };
}

/** The target nearest to a point within reach on the screen; the point itself where there is none. */
export function snap(
  point: FacePoint,
  { points, edges }: SnapTargets,
  toPx: (point: FacePoint) => readonly [x: number, y: number],
  reachPx: number,
): { point: FacePoint; snapped: boolean } {
  const [x, y] = toPx(point);
  const nearest = closest(points, (each) => distance(toPx(each), [x, y]), reachPx);
  if (nearest) return { point: nearest, snapped: true };
  const onEdges = edges.map(([from, to]): FacePoint => {
    const [ax, ay] = toPx(from);
    const [bx, by] = toPx(to);
    const squared = (bx - ax) ** 2 + (by - ay) ** 2;
    const share = squared === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (bx - ax) + (y - ay) * (by - ay)) / squared));
    return [from[0] + (to[0] - from[0]) * share, from[1] + (to[1] - from[1]) * share];
  });
  const onEdge = closest(onEdges, (each) => distance(toPx(each), [x, y]), reachPx);
  return onEdge ? { point: onEdge, snapped: true } : { point, snapped: false };
}

function closest(points: readonly FacePoint[], gap: (point: FacePoint) => number, reach: number): FacePoint | undefined {
  let [best, least]: [FacePoint | undefined, number] = [undefined, reach];
  for (const point of points) {
    const each = gap(point);
    if (each < least) [best, least] = [point, each];
  }
  return best;
}

function distance([ax, ay]: readonly [number, number], [bx, by]: readonly [number, number]): number {
  return Math.hypot(ax - bx, ay - by);
}
