import { type Face, type Junction, extentOf, isLevelFace } from '../jobs/index.js';

/** How far from its end a junction may lie on a wall and still be that end, m: walls are measured with a tape. */
const END_M = 0.05;

/** Width along a wall, m. */
export function widthM({ outline }: Pick<Face, 'outline'>): number {
  const { minU, maxU } = extentOf(outline);
  return maxU - minU;
}

/**
 * Walls of one room that stand side by side with the same waters before and behind them, left to right: what is filled in behind runs
 * on round their corners, so that their leaks drain one water. A wall that meets no other stands alone; of a ring the first in
 * `faces` comes first. Level faces, curved ones and openings' sills are none.
 */
export function wallRuns(faces: readonly Face[], junctions: readonly Junction[]): Face[][] {
  const walls = new Map(faces.filter((face) => face.placement.kind === 'plane' && !isLevelFace(face)).map((face) => [face.id, face]));
  const rightOf = new Map<string, Face>();
  const hasLeft = new Set<string>();
  for (const { kind, faceIds, from, to, onSecond } of junctions) {
    const [a, b] = [walls.get(faceIds[0]), walls.get(faceIds[1]!)];
    if (!a || !b || kind === 'wall-floor' || !onSecond || !isOneWater(a, b)) continue;
    const [atA, atB] = [endAt(a, from[0], to[0]), endAt(b, onSecond[0][0], onSecond[1][0])];
    const [left, right] = atA === 'right' && atB === 'left' ? [a, b] : atA === 'left' && atB === 'right' ? [b, a] : [];
    if (!left || !right || rightOf.has(left.id) || hasLeft.has(right.id)) continue;
    rightOf.set(left.id, right);
    hasLeft.add(right.id);
  }
  const seen = new Set<string>();
  const runFrom = (first: Face): Face[] => {
    const run: Face[] = [];
    for (let wall: Face | undefined = first; wall && !seen.has(wall.id); wall = rightOf.get(wall.id)) {
      seen.add(wall.id);
      run.push(wall);
    }
    return run;
  };
  const ends = [...walls.values()].filter(({ id }) => !hasLeft.has(id)).map(runFrom);
  // what is left goes round in rings
  const rings = [...walls.values()].map(runFrom).filter((run) => run.length > 0);
  return [...ends, ...rings];
}

const isOneWater = (a: Face, b: Face): boolean =>
  a.spaceId === b.spaceId && a.near.waterBodyId === b.near.waterBodyId && a.far.waterBodyId === b.far.waterBodyId;

function endAt({ outline }: Face, fromU: number, toU: number): 'left' | 'right' | undefined {
  const { minU, maxU } = extentOf(outline);
  const lies = (u: number, end: number) => Math.abs(u - end) <= END_M;
  if (lies(fromU, minU) && lies(toU, minU)) return 'left';
  return lies(fromU, maxU) && lies(toU, maxU) ? 'right' : undefined;
}

/**
 * Of a run the part from its first wall that `isMeant` to its last; of a ring it begins after the longest stretch of others, so that
 * neighbours stay neighbours. Empty where none is meant.
 */
export function partOfRun(run: readonly Face[], isMeant: (face: Face) => boolean, isRing: boolean): Face[] {
  const meant = run.flatMap((face, i) => (isMeant(face) ? [i] : []));
  if (meant.length === 0) return [];
  if (!isRing) return run.slice(meant[0], meant.at(-1)! + 1);
  const gapBefore = (i: number) => {
    let m = 0;
    for (let at = (i - 1 + run.length) % run.length; at !== i && !isMeant(run[at]!); at = (at - 1 + run.length) % run.length)
      m += widthM(run[at]!);
    return m;
  };
  const first = meant.reduce((best, i) => (gapBefore(i) > gapBefore(best) ? i : best));
  const turned = [...run.slice(first), ...run.slice(0, first)];
  return turned.slice(0, turned.findLastIndex(isMeant) + 1);
}

/** Every order of so many leaks is weighed; more are never put together from several walls. */
const MOST_TOGETHER = 12;

/** Parts of walls side by side with no more leaks together than can all be weighed; a wall with more of its own stands alone. */
export function inParts(walls: readonly Face[], leaksOn: (face: Face) => number): Face[][] {
  const parts: Face[][] = [];
  let n = 0;
  for (const wall of walls) {
    const own = leaksOn(wall);
    const part = parts.at(-1);
    if (part && n + own <= MOST_TOGETHER) part.push(wall);
    else parts.push([wall]);
    n = part && n + own <= MOST_TOGETHER ? n + own : own;
  }
  return parts;
}
