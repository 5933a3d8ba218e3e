import { filmWalk } from '../site-log/index.js';
import { type Face, type FacePoint, distanceToSegment, extentOf, isOnFace } from '../jobs/index.js';

/** How near an edge a test is set at the nearest, m, or a quarter of a narrow face. */
const EDGE_M = 0.3;
const GRID = 20;
/** So near a joint, an old leak, the foot or a corner a place is among the worst; common practice, no source. */
const WORST_WITHIN_M = 0.5;
/** Two of three go to the worst places, the rest all over; common practice, no source. */
const WORST_SHARE = 2 / 3;

export interface PlacesOn {
  face: Pick<Face, 'outline' | 'openings' | 'kind'>;
  /** joints, cracks and old leaks on it, as lines or points */ lines: readonly (readonly FacePoint[])[];
}

/**
 * Where to test a face: spread as far apart as may be, or two of three at its worst places (foot of a wall, corners, joints, old leaks)
 * and the rest spread. Numbered so that the first few are the best few. Fewer where the face has no room for more.
 */
export function testPlacesOn({ face, lines }: PlacesOn, count: number, where: 'spread' | 'worst-first'): FacePoint[] {
  const candidates = gridOn(face);
  // in even fields for a mean; what those have too few of goes where it is emptiest
  if (where === 'spread') {
    const walked = filmWalk(face, count).map(rounded);
    return walked.length > count ? farthest(walked, count, []) : farthest(candidates, count, walked);
  }
  const worst = candidates.filter((point) => isWorst(point, face, lines));
  const first = farthest(worst, Math.ceil(count * WORST_SHARE), []);
  return farthest(candidates, count, first);
}

function gridOn(face: PlacesOn['face']): FacePoint[] {
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  const [du, dv] = [Math.min(EDGE_M, (maxU - minU) / 4), Math.min(EDGE_M, (maxV - minV) / 4)];
  const points: FacePoint[] = [];
  for (let i = 0; i <= GRID; i++)
    for (let j = 0; j <= GRID; j++) {
      const point: FacePoint = [
        round(minU + du + ((maxU - minU - 2 * du) * i) / GRID),
        round(minV + dv + ((maxV - minV - 2 * dv) * j) / GRID),
      ];
      if (isOnFace(face, point)) points.push(point);
    }
  return points;
}

function isWorst(point: FacePoint, { outline, kind }: PlacesOn['face'], lines: PlacesOn['lines']): boolean {
  const { minV } = extentOf(outline);
  if (kind === 'wall' && point[1] - minV <= WORST_WITHIN_M) return true;
  if (outline.some(([u, v]) => Math.hypot(u - point[0], v - point[1]) <= WORST_WITHIN_M)) return true;
  return lines.some((line) =>
    line.some((from, i) => {
      const to = line[i + 1] ?? from;
      return distanceToSegment(point, from, to) <= WORST_WITHIN_M;
    }),
  );
}

/** Adds to places already set those of the candidates that are farthest from all before them. */
function farthest(candidates: readonly FacePoint[], count: number, before: readonly FacePoint[]): FacePoint[] {
  const places = [...before];
  const gaps = candidates.map((point) => gapTo(point, places));
  while (places.length < count) {
    let best = -1;
    for (let i = 0; i < candidates.length; i++) if (gaps[i]! > 0 && (best < 0 || gaps[i]! > gaps[best]!)) best = i;
    if (best < 0) break;
    const next = candidates[best]!;
    places.push(next);
    for (let i = 0; i < candidates.length; i++) {
      const [u, v] = candidates[i]!;
      gaps[i] = Math.min(gaps[i]!, Math.hypot(u - next[0], v - next[1]));
    }
  }
  return places;
}

const gapTo = ([u, v]: FacePoint, places: readonly FacePoint[]): number =>
  places.reduce((least, place) => Math.min(least, Math.hypot(u - place[0], v - place[1])), Infinity);

const rounded = ([u, v]: FacePoint): FacePoint => [round(u), round(v)];

const round = (metres: number): number => Math.round(metres * 100) / 100;
