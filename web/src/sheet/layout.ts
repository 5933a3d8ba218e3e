import {
  type DrawnFace,
  type Extent,
  type Face,
  type FacePoint,
  type Space,
  extentOf,
  facesInWalk,
  groupBy,
  isLevelFace,
  levelAt,
  levelRange,
} from '@caulkhorn/core/jobs';

/** Where everything lies on the section sheet. Sheet x runs along the walk, m; sheet y is the level, m, upwards. */

export interface PlacedFace<F extends DrawnFace = Face> {
  face: F;
  /** upright: y is the true level · plate: a level face seen from the side, leaning · lining: unrolled below its crown · plan: a level face opened in true plan */
  as: 'upright' | 'plate' | 'lining' | 'plan';
  /** sheet x of u = minU */ x: number;
  extent: Extent;
  /** sheet y of v = maxV (crown, upper edge) */ top: number;
  bottom: number;
  width: number;
  /** starts a new space: its name stands above */ spaceName?: string;
}

export interface SheetLayout<F extends DrawnFace = Face> {
  faces: PlacedFace<F>[];
  byId: ReadonlyMap<string, PlacedFace<F>>;
  bounds: { minX: number; maxX: number; minY: number; maxY: number };
  /** false in true plan, where y is no level */ hasLevels: boolean;
}

const GAP_BETWEEN_SPACES_M = 1.4;
const GAP_BETWEEN_WALLS_M = 0;
const PLATE_HEIGHT_M = 0.42;
const PLATE_DROP_M = 0.16;
/** a plate leans this far to the right per metre of its drawn height */
const PLATE_LEAN = 0.9;

/** What is laid out: a job's model, or its sheet as it was released. */
export interface ToLayOut<F extends DrawnFace> {
  spaces: readonly Space[];
  faces: readonly F[];
  waterLevels: readonly { levelM: number }[];
}

export function layOut<F extends DrawnFace>(model: ToLayOut<F>, openPlateId: string | null): SheetLayout<F> {
  const open = openPlateId && model.faces.find((face) => face.id === openPlateId);
  const faces = open ? [placePlan(open)] : placeSection(model);
  const minX = Math.min(0, ...faces.map((f) => f.x));
  const maxX = Math.max(1, ...faces.map((f) => f.x + f.width));
  const levels = open ? [] : model.waterLevels.map((level) => level.levelM);
  const minY = Math.min(...faces.map((f) => f.bottom), ...levels, ...(faces.length === 0 ? [-3] : []));
  const maxY = Math.max(...faces.map((f) => f.top), ...levels, ...(faces.length === 0 ? [1] : []));
  return { faces, byId: new Map(faces.map((f) => [f.face.id, f])), bounds: { minX, maxX, minY, maxY }, hasLevels: !open };
}

function placePlan<F extends DrawnFace>(face: F): PlacedFace<F> {
  const extent = extentOf(face.outline);
  return { face, as: 'plan', x: 0, extent, top: extent.maxV - extent.minV, bottom: 0, width: extent.maxU - extent.minU };
}

function placeSection<F extends DrawnFace>(model: ToLayOut<F>): PlacedFace<F>[] {
  const placed: PlacedFace<F>[] = [];
  let x = 0;
  const facesOf = groupBy(facesInWalk(model), ({ spaceId }) => spaceId);
  for (const space of [...model.spaces].sort((a, b) => a.order - b.order)) {
    const faces = facesOf.get(space.id) ?? [];
    const uprights = faces.filter((face) => !isLevelFace(face));
    const startX = x;
    const inSpace: PlacedFace<F>[] = [];
    for (const face of uprights) {
      const upright = placeUpright(face, x);
      inSpace.push(upright);
      x += upright.width + GAP_BETWEEN_WALLS_M;
    }
    for (const face of faces.filter(isLevelFace)) {
      const plate = placePlate(face, startX, Math.max(x - startX, 1), uprights.length > 0);
      inSpace.push(plate);
      x = Math.max(x, plate.x + plate.width);
    }
    if (inSpace[0]) inSpace[0].spaceName = space.name;
    placed.push(...inSpace);
    if (inSpace.length > 0) x += GAP_BETWEEN_SPACES_M;
  }
  return placed;
}

function placeUpright<F extends DrawnFace>(face: F, x: number): PlacedFace<F> {
  const extent = extentOf(face.outline);
  const { topM, bottomM } = levelRange(face);
  const width = extent.maxU - extent.minU;
  if (face.placement.kind === 'cylinder' && face.placement.axis === 'horizontal')
    return { face, as: 'lining', x, extent, top: topM, bottom: topM - (extent.maxV - extent.minV), width };
  return { face, as: 'upright', x, extent, top: topM, bottom: bottomM, width };
}

/** A level face hangs just under the walls that stand on it, as wide as they are unrolled. */
function placePlate<F extends DrawnFace>(face: F, x: number, unrolledM: number, underWalls: boolean): PlacedFace<F> {
  const extent = extentOf(face.outline);
  const level = levelAt(face, face.outline[0]!);
  const width = underWalls ? unrolledM : extent.maxU - extent.minU;
  const top = level - PLATE_DROP_M;
  return { face, as: 'plate', x, extent, top, bottom: top - PLATE_HEIGHT_M, width };
}

/** Rounding at the very edge must not push a point off its face, m. */
const EDGE_M = 1e-6;

/** Sheet position of a point of a face. */
export function toSheet(p: PlacedFace<DrawnFace>, [u, v]: FacePoint): [x: number, y: number] {
  const along = u - p.extent.minU;
  if (p.as === 'plate') {
    const share = (v - p.extent.minV) / Math.max(1e-9, p.extent.maxV - p.extent.minV);
    const y = p.bottom + share * (p.top - p.bottom);
    const x = p.x + (along / Math.max(1e-9, p.extent.maxU - p.extent.minU)) * (p.width - lean(p)) + share * lean(p);
    return [x, y];
  }
  if (p.as === 'upright') return [p.x + along, levelAt(p.face, [u, v])];
  return [p.x + along, p.bottom + (v - p.extent.minV)];
}

/** The point of a face under a sheet position; undefined off the face's box. */
export function fromSheet(p: PlacedFace<DrawnFace>, x: number, y: number): FacePoint | undefined {
  if (y < p.bottom - EDGE_M || y > p.top + EDGE_M) return undefined;
  const { minU, minV, maxU, maxV } = p.extent;
  if (p.as === 'plate') {
    const share = (y - p.bottom) / (p.top - p.bottom);
    const u = minU + ((x - p.x - share * lean(p)) / (p.width - lean(p))) * (maxU - minU);
    return u >= minU - EDGE_M && u <= maxU + EDGE_M
      ? [clampTo(u, minU, maxU), clampTo(minV + share * (maxV - minV), minV, maxV)]
      : undefined;
  }
  const u = x - p.x + minU;
  if (u < minU - EDGE_M || u > maxU + EDGE_M) return undefined;
  const v = p.as === 'upright' ? vAtLevel(p, y) : y - p.bottom + minV;
  return [clampTo(u, minU, maxU), clampTo(v, minV, maxV)];
}

function clampTo(value: number, min: number, max: number): number {
  return Math.min(max, Math.max(min, value));
}

function vAtLevel(p: PlacedFace<DrawnFace>, level: number): number {
  const { minU, minV, maxV } = p.extent;
  const [low, high] = [levelAt(p.face, [minU, minV]), levelAt(p.face, [minU, maxV])];
  return minV + ((level - low) / (high - low)) * (maxV - minV);
}

function lean(p: PlacedFace<DrawnFace>): number {
  return Math.min(p.width * 0.3, (p.top - p.bottom) * PLATE_LEAN);
}
