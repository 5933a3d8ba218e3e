import { edgeIdsOf } from './edge-ids.js';
import { groupBy } from './group-by.js';
import { isLevelFace, type SitePoint, sitePoint } from './geometry.js';
import { ringJunctions } from './ring-junctions.js';
import type { Face, FacePoint, Junction, JunctionEdit, JunctionKind } from './job.js';

/** Faces are measured with a tape: edges this close are one edge, m. */
const TOUCHING_M = 0.02;
const SHORTEST_M = 0.05;

type Vector = SitePoint;
const minus = (a: Vector, b: Vector): Vector => [a[0] - b[0], a[1] - b[1], a[2] - b[2]];
const dot = (a: Vector, b: Vector): number => a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
const cross = (a: Vector, b: Vector): Vector => [a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]];
const along = (a: Vector, d: Vector, t: number): Vector => [a[0] + d[0] * t, a[1] + d[1] * t, a[2] + d[2] * t];
const norm = (a: Vector): number => Math.sqrt(dot(a, a));
const unit = (a: Vector): Vector => along([0, 0, 0], a, 1 / norm(a));

interface Edge {
  a: Vector;
  direction: Vector;
  lengthM: number;
  uvA: FacePoint;
  uvB: FacePoint;
}

/**
 * Every junction that follows from how plane faces meet: pairs of outline edges that run along each other for a while.
 * What someone saw of one instead is kept with one of its faces. Walls come before level faces in a pair and else the lower id, so
 * ids last whatever order the faces come in. Of curved faces only shafts meet others, where a level face follows their ring.
 */
export function findJunctions(faces: readonly Face[]): Junction[] {
  const planes = faces
    .filter((face) => face.placement.kind === 'plane')
    .sort((a, b) => Number(isLevelFace(a)) - Number(isLevelFace(b)) || (a.id < b.id ? -1 : 1))
    .map((face) => ({ face, edges: edgesOf(face), ids: edgeIdsOf(face), box: boxOf(face) }));
  const edits = new Map(faces.flatMap((face) => (face.junctionEdits ?? []).map((edit) => [edit.junctionId, edit] as const)));
  const found: Junction[] = [];
  for (const [i, j] of touchingPairs(planes.map(({ box }) => box))) {
    const [a, b] = [planes[i]!, planes[j]!];
    for (const [ia, ea] of a.edges.entries())
      for (const [ib, eb] of b.edges.entries()) {
        const shared = sharedStretch(ea, eb);
        if (!shared) continue;
        const angleDeg = nearSideAngle(a.face, b.face);
        found.push({
          id: `${a.face.id}.${a.ids[ia]}~${b.face.id}.${b.ids[ib]}`,
          kind: kindOf(a.face, b.face, angleDeg),
          faceIds: [a.face.id, b.face.id],
          lengthM: shared.toM - shared.fromM,
          angleDeg,
          from: uvAlong(ea, shared.fromM),
          to: uvAlong(ea, shared.toM),
          onSecond: [uvBeside(eb, ea, shared.fromM), uvBeside(eb, ea, shared.toM)],
        });
      }
  }
  found.push(...ringJunctions(faces));
  return apart(found).flatMap((junction) => asSeen(junction, edits.get(junction.id)));
}

/** Of one junction that a new corner has parted the longest stretch keeps the name; the others are counted. */
function apart(found: readonly Junction[]): Junction[] {
  const named = groupBy(found, ({ id }) => id);
  return found.map((junction) => {
    const same = named.get(junction.id)!;
    if (same.length === 1) return junction;
    const place = [...same].sort((a, b) => b.lengthM - a.lengthM || a.from[0] - b.from[0] || a.from[1] - b.from[1]).indexOf(junction);
    return place === 0 ? junction : { ...junction, id: `${junction.id}#${place + 1}` };
  });
}

/** What someone saw goes before what the faces' outlines say. */
function asSeen(junction: Junction, edit: JunctionEdit | undefined): Junction[] {
  if (!edit) return [junction];
  if (edit.isAbsent) return [];
  const { kind = junction.kind, lengthM = junction.lengthM, angleDeg = junction.angleDeg } = edit;
  return [{ ...junction, kind, lengthM, angleDeg }];
}

function edgesOf(face: Face): Edge[] {
  return face.outline.map((uvA, i) => {
    const uvB = face.outline[(i + 1) % face.outline.length]!;
    const a = sitePoint(face.placement, uvA);
    const vector = minus(sitePoint(face.placement, uvB), a);
    const lengthM = norm(vector);
    return { a, direction: unit(vector), lengthM, uvA, uvB };
  });
}

function uvAlong(edge: Edge, distanceM: number): FacePoint {
  const t = distanceM / edge.lengthM;
  return [edge.uvA[0] + (edge.uvB[0] - edge.uvA[0]) * t, edge.uvA[1] + (edge.uvB[1] - edge.uvA[1]) * t];
}

/** The point of edge `b` beside the one so far along edge `a`. */
const uvBeside = (b: Edge, a: Edge, distanceM: number): FacePoint =>
  uvAlong(b, Math.min(b.lengthM, Math.max(0, dot(minus(along(a.a, a.direction, distanceM), b.a), b.direction))));

/** Where a junction runs on one of its two faces; undefined where that is not known. */
export function endsOn({ faceIds, from, to, onSecond }: Junction, faceId: string): readonly [FacePoint, FacePoint] | undefined {
  return faceIds[0] === faceId ? [from, to] : onSecond;
}

/** The interval of edge `a` along which `b` runs, m from a's start; undefined when they do not meet lengthwise. */
function sharedStretch(a: Edge, b: Edge): { fromM: number; toM: number } | undefined {
  if (norm(cross(a.direction, b.direction)) > 1e-3) return undefined;
  const ends = [b.a, along(b.a, b.direction, b.lengthM)].map((point) => {
    const t = dot(minus(point, a.a), a.direction);
    return { t, offsetM: norm(minus(point, along(a.a, a.direction, t))) };
  });
  if (ends.some((end) => end.offsetM > TOUCHING_M)) return undefined;
  const fromM = Math.max(0, Math.min(ends[0]!.t, ends[1]!.t));
  const toM = Math.min(a.lengthM, Math.max(ends[0]!.t, ends[1]!.t));
  return toM - fromM >= SHORTEST_M ? { fromM, toM } : undefined;
}

/** Points the way a plane face's near side looks: u × v. */
function facing(face: Face): Vector {
  const origin = sitePoint(face.placement, [0, 0]);
  return unit(cross(minus(sitePoint(face.placement, [1, 0]), origin), minus(sitePoint(face.placement, [0, 1]), origin)));
}

function centre(face: Face): Vector {
  const points = face.outline.map((uv) => sitePoint(face.placement, uv));
  const sum = points.reduce<Vector>((s, p) => [s[0] + p[0], s[1] + p[1], s[2] + p[2]], [0, 0, 0]);
  return along([0, 0, 0], sum, 1 / points.length);
}

/** Angle of the space between the near sides, degrees: under 180 an internal corner, over it an external one. */
function nearSideAngle(a: Face, b: Face): number {
  const between = (Math.acos(Math.max(-1, Math.min(1, dot(facing(a), facing(b))))) * 180) / Math.PI;
  const bLiesInFront = dot(minus(centre(b), centre(a)), facing(a)) > 0;
  return bLiesInFront ? 180 - between : 180 + between;
}

function kindOf(a: Face, b: Face, angleDeg: number): JunctionKind {
  if (isLevelFace(a) !== isLevelFace(b)) return 'wall-floor';
  if (Math.abs(angleDeg - 180) < 5) return 'in-line';
  return angleDeg < 180 ? 'internal-corner' : 'external-corner';
}

type Box = readonly [min: Vector, max: Vector];

function boxOf(face: Face): Box {
  const points = face.outline.map((uv) => sitePoint(face.placement, uv));
  const bound = (pick: (...values: number[]) => number, slack: number): Vector => [
    pick(...points.map((p) => p[0])) + slack,
    pick(...points.map((p) => p[1])) + slack,
    pick(...points.map((p) => p[2])) + slack,
  ];
  return [bound(Math.min, -TOUCHING_M), bound(Math.max, TOUCHING_M)];
}

/** Pairs whose boxes touch, in the order of the faces: a sweep along x, so that a thousand walls are not compared each with each. */
function touchingPairs(boxes: readonly Box[]): (readonly [number, number])[] {
  const byStart = boxes.map((_, i) => i).sort((a, b) => boxes[a]![0][0] - boxes[b]![0][0]);
  const pairs: (readonly [number, number])[] = [];
  let open: number[] = [];
  for (const next of byStart) {
    open = open.filter((other) => boxes[other]![1][0] >= boxes[next]![0][0]);
    for (const other of open) if (boxesTouch(boxes[other]!, boxes[next]!)) pairs.push(other < next ? [other, next] : [next, other]);
    open.push(next);
  }
  return pairs.sort(([a, b], [c, d]) => a - c || b - d);
}

function boxesTouch([minA, maxA]: Box, [minB, maxB]: Box): boolean {
  return [0, 1, 2].every((axis) => minA[axis]! <= maxB[axis]! && minB[axis]! <= maxA[axis]!);
}
