import { type FacePoint, crossesItself, extentOf } from '@caulkhorn/core/jobs';

/** What the pad shows, m. */
export interface PadView {
  left: number;
  bottom: number;
  width: number;
  height: number;
}

/** Room for a usual cellar wall before the first corner is set. */
const AT_FIRST: PadView = { left: -0.5, bottom: -0.5, width: 7, height: 4.5 };
/** Wide to high; the pad keeps it whatever it shows. */
const WIDE_TO_HIGH = AT_FIRST.width / AT_FIRST.height;

/** All corners with a rim to draw on, never less than at first. */
export function viewOf(points: readonly FacePoint[]): PadView {
  if (points.length === 0) return AT_FIRST;
  const { minU, maxU, minV, maxV } = extentOf(points);
  const left = Math.min(AT_FIRST.left, minU - 0.5);
  const bottom = Math.min(AT_FIRST.bottom, minV - 0.5);
  const width = Math.max(AT_FIRST.width, maxU - left + 0.5, (maxV - bottom + 0.5) * WIDE_TO_HIGH);
  return { left, bottom, width, height: width / WIDE_TO_HIGH };
}

export function zoomed(view: PadView, times: number): PadView {
  return { ...view, width: view.width * times, height: view.height * times };
}

/** Distance between grid lines that a view of this width can carry, m: a round number of units of `unitM` metres. */
export function gridStepM(widthM: number, unitM: number): number {
  return unitM * ([0.5, 1, 2, 5, 10, 20, 50].find((step) => widthM / unitM / step <= 16) ?? 100);
}

/** On the nearest step, and straight above, below or beside a corner that is nearly so; `reachM` is how near. */
export function settle([u, v]: FacePoint, others: readonly FacePoint[], stepM: number, reachM: number): FacePoint {
  const on = (value: number, along: readonly number[]) => {
    const near = along.filter((each) => Math.abs(each - value) <= reachM);
    const nearest = near.sort((a, b) => Math.abs(a - value) - Math.abs(b - value))[0];
    return nearest ?? Number((Math.round(value / stepM) * stepM).toFixed(4));
  };
  return [
    on(
      u,
      others.map((each) => each[0]),
    ),
    on(
      v,
      others.map((each) => each[1]),
    ),
  ];
}

/** A corner more, in the edge that it lies nearest to, for an outline that is closed already. */
export function withCorner(points: readonly FacePoint[], after: number): FacePoint[] {
  const [u, v] = points[after]!;
  const [nextU, nextV] = points[(after + 1) % points.length]!;
  return points.toSpliced(after + 1, 0, [Number(((u + nextU) / 2).toFixed(4)), Number(((v + nextV) / 2).toFixed(4))]);
}

export function isWhole(points: readonly FacePoint[]): boolean {
  return points.length >= 3 && points.flat().every(Number.isFinite) && !crossesItself(points);
}

/** The same corners, as near as text in another unit gives them back. */
export function areSame(a: readonly FacePoint[], b: readonly FacePoint[]): boolean {
  return a.length === b.length && a.every(([u, v], i) => Math.abs(u - b[i]![0]) < 1e-3 && Math.abs(v - b[i]![1]) < 1e-3);
}
