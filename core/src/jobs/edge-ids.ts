import type { Face, FacePoint } from './job.js';

/** Corners are typed in centimetres: what lies closer than this is the same, m. */
const SAME_M = 1e-3;

type Edge = readonly [from: FacePoint, to: FacePoint];

const distanceM = (a: FacePoint, b: FacePoint): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
const isSame = (a: FacePoint, b: FacePoint): boolean => distanceM(a, b) < SAME_M;

const edgesOf = (outline: readonly FacePoint[]): Edge[] => outline.map((from, i) => [from, outline[(i + 1) % outline.length]!]);

/** The lasting number of each edge of an outline, the edge behind corner i at place i. Without numbers of its own an outline counts from 0. */
export const edgeIdsOf = ({ outline, edgeIds }: Pick<Face, 'outline' | 'edgeIds'>): readonly number[] =>
  edgeIds?.length === outline.length ? edgeIds : outline.map((_, i) => i);

/**
 * The face with its edges numbered so that each that is still there keeps the number that it had: what was decided or done along it is
 * known by that. An edge that a new corner parts gives its number to both halves; one that a moved corner turned keeps it; what is
 * new gets a number that was never used.
 */
export function keepEdgeIds(before: Pick<Face, 'outline' | 'edgeIds'>, face: Face): Face {
  const old = edgesOf(before.outline);
  const ids = edgeIdsOf(before);
  let next = Math.max(...ids, ...edgeIdsOf(face)) + 1;
  const edgeIds = edgesOf(face.outline).map((edge, i) => {
    const at =
      sameEdge(edge, old) ?? longestShared(edge, old) ?? turnedEdge(edge, old) ?? (old.length === face.outline.length ? i : undefined);
    return at === undefined ? next++ : ids[at]!;
  });
  const { edgeIds: _given, ...rest } = face;
  return edgeIds.every((id, i) => id === i) ? rest : { ...rest, edgeIds };
}

function placeOf(old: readonly Edge[], wanted: (edge: Edge) => boolean): number | undefined {
  const at = old.findIndex(wanted);
  return at < 0 ? undefined : at;
}

function sameEdge([from, to]: Edge, old: readonly Edge[]): number | undefined {
  return placeOf(old, ([a, b]) => (isSame(a, from) && isSame(b, to)) || (isSame(a, to) && isSame(b, from)));
}

/** The old edge that this one lies on for longest. */
function longestShared(edge: Edge, old: readonly Edge[]): number | undefined {
  const shares = old.map((each) => sharedM(edge, each));
  const longest = Math.max(...shares);
  return longest > SAME_M ? shares.indexOf(longest) : undefined;
}

/** Length for which two edges run in one line, m. */
function sharedM([a, b]: Edge, [from, to]: Edge): number {
  const lengthM = distanceM(from, to);
  if (lengthM < SAME_M) return 0;
  const [du, dv] = [(to[0] - from[0]) / lengthM, (to[1] - from[1]) / lengthM];
  const along = (p: FacePoint) => (p[0] - from[0]) * du + (p[1] - from[1]) * dv;
  const asideM = (p: FacePoint) => Math.abs((p[0] - from[0]) * dv - (p[1] - from[1]) * du);
  if (asideM(a) > SAME_M || asideM(b) > SAME_M) return 0;
  const [s, t] = [along(a), along(b)];
  return Math.min(lengthM, Math.max(s, t)) - Math.max(0, Math.min(s, t));
}

/** The old edge with the same beginning, else the one with the same end: a corner was moved. */
function turnedEdge([from, to]: Edge, old: readonly Edge[]): number | undefined {
  return placeOf(old, ([a]) => isSame(a, from)) ?? placeOf(old, ([, b]) => isSame(b, to));
}
