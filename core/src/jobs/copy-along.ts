import { type Result, accept, issue, refuse } from '../issues.js';
import { isOnFace, pathLengthM } from './geometry.js';
import type { Face, FacePoint } from './job.js';

const MOST_COPIES = 200;

/**
 * Paths of copies of one path along a line of the same face, one every `spacingM` from where the original stands on the line to
 * the line's two ends, each moved as the line goes and kept upright. Those that would reach off the face are left out.
 * Refuses a spacing of nothing (`not-above`), and more copies than anyone means (`too-many`).
 */
export function copiesAlong(path: readonly FacePoint[], line: readonly FacePoint[], spacingM: number, face: Face): Result<FacePoint[][]> {
  if (!(spacingM > 0)) return refuse(issue('not-above', 'spacingM', { above: 0 }));
  const lengthM = pathLengthM(line);
  if (lengthM / spacingM > MOST_COPIES) return refuse(issue('too-many', 'spacingM', { max: MOST_COPIES }));
  const startM = nearestAlongM(line, path[0]!);
  const [fromU, fromV] = pointAlong(line, startM);
  const places: number[] = [];
  for (let at = startM - spacingM; at >= -ROUNDING_M; at -= spacingM) places.push(Math.max(0, at));
  for (let at = startM + spacingM; at <= lengthM + ROUNDING_M; at += spacingM) places.push(Math.min(lengthM, at));
  const copies = places
    .sort((a, b) => a - b)
    .map((at) => {
      const [u, v] = pointAlong(line, at);
      return path.map(([pu, pv]): FacePoint => [round(pu + u - fromU), round(pv + v - fromV)]);
    });
  return accept(copies.filter((copy) => copy.every((point) => isOnFace(face, point))));
}

const ROUNDING_M = 1e-9;

/** Distance along a line of the place on it that is nearest to a point, m. */
function nearestAlongM(line: readonly FacePoint[], [u, v]: FacePoint): number {
  let [best, nearest, passed] = [0, Infinity, 0];
  for (let i = 1; i < line.length; i++) {
    const [ua, va] = line[i - 1]!;
    const [du, dv] = [line[i]![0] - ua, line[i]![1] - va];
    const length = Math.hypot(du, dv);
    const share = length === 0 ? 0 : Math.min(1, Math.max(0, ((u - ua) * du + (v - va) * dv) / length ** 2));
    const gap = Math.hypot(u - ua - share * du, v - va - share * dv);
    if (gap < nearest) [best, nearest] = [passed + share * length, gap];
    passed += length;
  }
  return best;
}

function pointAlong(line: readonly FacePoint[], distanceM: number): FacePoint {
  let left = distanceM;
  for (let i = 1; i < line.length; i++) {
    const [ua, va] = line[i - 1]!;
    const [ub, vb] = line[i]!;
    const length = Math.hypot(ub - ua, vb - va);
    if (left <= length || i === line.length - 1) {
      const share = length === 0 ? 0 : Math.min(1, left / length);
      return [ua + (ub - ua) * share, va + (vb - va) * share];
    }
    left -= length;
  }
  return line[0]!;
}

/** Millimetres: finer than anyone points. */
function round(metres: number): number {
  return Math.round(metres * 1000) / 1000;
}
