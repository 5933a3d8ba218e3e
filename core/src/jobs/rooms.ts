import { type Result, accept, issue, refuse } from '../issues.js';
import { crossesItself } from './geometry.js';
import type { Face, FacePoint } from './job.js';

/** A wall as it is taped: its length, and how far one turns right at its end to go on along the next. */
export interface TapedWall {
  lengthM: number;
  turnRightDeg: number;
}

/** What a room's faces have by their place; marks, materials and waters are the caller's. */
export type PlacedShape = Pick<Face, 'kind' | 'outline' | 'placement'>;

type PlanPoint = readonly [x: number, y: number];

/** Tapes and corners are never quite true: a walk that ends so near its start is closed, m. */
const CLOSES_WITHIN_M = 0.1;
const ROUND_CORNERS = 36;

/** The corners of a walk clockwise round a room, looking at its walls, from (0, 0) eastwards; and how far from its start it ends, m. */
export function walkWalls(walls: readonly TapedWall[]): { corners: PlanPoint[]; gapM: number } {
  const corners: PlanPoint[] = [];
  let [x, y, headingDeg] = [0, 0, 0];
  for (const { lengthM, turnRightDeg } of walls) {
    corners.push([x, y]);
    x += lengthM * Math.cos((headingDeg * Math.PI) / 180);
    y += lengthM * Math.sin((headingDeg * Math.PI) / 180);
    headingDeg -= turnRightDeg;
  }
  return { corners, gapM: Math.hypot(x, y) };
}

/** The walls of a plan as a tape would give them, walked clockwise from its first corner; the other way about to `walkWalls`. */
export function tapedWalls(plan: readonly PlanPoint[]): TapedWall[] {
  const corners = signedArea(plan) > 0 ? [plan[0]!, ...plan.slice(1).toReversed()] : plan;
  const along = corners.map(([x, y], i) => {
    const [nextX, nextY] = corners[(i + 1) % corners.length]!;
    return { lengthM: Math.hypot(nextX - x, nextY - y), headingDeg: (Math.atan2(nextY - y, nextX - x) * 180) / Math.PI };
  });
  return along.map(({ lengthM, headingDeg }, i) => {
    const turn = headingDeg - along[(i + 1) % along.length]!.headingDeg;
    // the shorter way round
    return { lengthM: round(lengthM), turnRightDeg: round(turn - 360 * Math.round(turn / 360)) };
  });
}

/**
 * Walls, floor and, if wanted, soffit of a room from its taped walls; the near sides look inwards.
 * Refuses fewer than three walls (`too-few-walls`), walls that end away from where they began (`walls-do-not-close`), cross each
 * other (`outline-crosses-itself`) or were walked the wrong way round (`walk-clockwise`).
 */
export function roomShapes(
  walls: readonly TapedWall[],
  at: { xM: number; yM: number; footM: number; heightM: number; soffit: boolean },
): Result<PlacedShape[]> {
  if (walls.length < 3) return refuse(issue('too-few-walls', 'walls', { min: 3 }));
  const { corners, gapM } = walkWalls(walls);
  if (gapM > CLOSES_WITHIN_M) return refuse(issue('walls-do-not-close', 'walls', { gapM: Math.round(gapM * 1000) / 1000 }));
  if (crossesItself(corners)) return refuse(issue('outline-crosses-itself', 'walls'));
  if (signedArea(corners) > 0) return refuse(issue('walk-clockwise', 'walls'));
  const { xM, yM, footM, heightM } = at;
  const shapes = corners.map(([x, y], i): PlacedShape => {
    const [nextX, nextY] = corners[(i + 1) % corners.length]!;
    const headingDeg = ((((Math.atan2(nextY - y, nextX - x) * 180) / Math.PI) % 360) + 360) % 360;
    const lengthM = Math.hypot(nextX - x, nextY - y);
    return {
      kind: 'wall',
      outline: rectangle(lengthM, heightM),
      placement: { kind: 'plane', xM: xM + x, yM: yM + y, zM: footM, headingDeg: round(headingDeg), tiltDeg: 90 },
    };
  });
  return accept([
    ...shapes,
    levelShape(corners, at, 'slab', footM),
    ...(at.soffit ? [levelShape(corners, at, 'soffit', footM + heightM)] : []),
  ]);
}

/** The floor looks up, the soffit down; both in their own metres from a corner of the box round the room. */
function levelShape(corners: readonly PlanPoint[], at: { xM: number; yM: number }, kind: 'slab' | 'soffit', zM: number): PlacedShape {
  const [west, south, north] = [
    Math.min(...corners.map(([x]) => x)),
    Math.min(...corners.map(([, y]) => y)),
    Math.max(...corners.map(([, y]) => y)),
  ];
  const looksUp = kind === 'slab';
  return {
    kind,
    outline: corners.map(([x, y]): FacePoint => [round(x - west), round(looksUp ? y - south : north - y)]),
    placement: { kind: 'plane', xM: at.xM + west, yM: at.yM + (looksUp ? south : north), zM, headingDeg: 0, tiltDeg: looksUp ? 0 : 180 },
  };
}

/** A round shaft: its wall unrolled by arc length, and its floor as a polygon of the same area as the circle. */
export function shaftShapes(at: { xM: number; yM: number; footM: number; heightM: number; diameterM: number }): PlacedShape[] {
  const radiusM = at.diameterM / 2;
  // a regular polygon of n corners has the area n R² sin(2π/n) / 2
  const cornerM = radiusM * Math.sqrt((2 * Math.PI) / ROUND_CORNERS / Math.sin((2 * Math.PI) / ROUND_CORNERS));
  const outline = Array.from({ length: ROUND_CORNERS }, (_, i): FacePoint => {
    const a = (2 * Math.PI * i) / ROUND_CORNERS;
    return [round(cornerM * (1 + Math.cos(a))), round(cornerM * (1 + Math.sin(a)))];
  });
  return [
    {
      kind: 'lining',
      outline: rectangle(Math.PI * at.diameterM, at.heightM),
      placement: { kind: 'cylinder', axis: 'vertical', xM: at.xM, yM: at.yM, zM: at.footM, headingDeg: 0, radiusM, startAngleDeg: 0 },
    },
    {
      kind: 'slab',
      outline,
      placement: { kind: 'plane', xM: at.xM - cornerM, yM: at.yM - cornerM, zM: at.footM, headingDeg: 0, tiltDeg: 0 },
    },
  ];
}

/** A level tunnel or pipe, unrolled from its invert round; `invertM` is the level of its lowest line. */
export function tunnelShapes(at: { xM: number; yM: number; invertM: number; lengthM: number; diameterM: number }): PlacedShape[] {
  const radiusM = at.diameterM / 2;
  return [
    {
      kind: 'lining',
      outline: rectangle(at.lengthM, Math.PI * at.diameterM),
      placement: {
        kind: 'cylinder',
        axis: 'horizontal',
        xM: at.xM,
        yM: at.yM,
        zM: at.invertM + radiusM,
        headingDeg: 0,
        radiusM,
        startAngleDeg: -90,
      },
    },
  ];
}

function rectangle(wideM: number, highM: number): FacePoint[] {
  return [
    [0, 0],
    [round(wideM), 0],
    [round(wideM), round(highM)],
    [0, round(highM)],
  ];
}

function signedArea(corners: readonly PlanPoint[]): number {
  return corners.reduce((sum, [x, y], i) => {
    const [nextX, nextY] = corners[(i + 1) % corners.length]!;
    return sum + (x * nextY - nextX * y) / 2;
  }, 0);
}

/** A tenth of a millimetre: no tape knows better, and stored figures stay short. */
function round(metres: number): number {
  return Math.round(metres * 1e4) / 1e4;
}
