import { type Result, accept, issue, refuse } from '../issues.js';
import { type FacePoint, crossesItself, extentOf, isOnOutline, outlineAreaM2 } from '../jobs/index.js';

/** A line of a drawing, in the drawing's own units, y upwards. */
export interface DrawnLine {
  layer: string;
  points: FacePoint[];
  /** its last point joins its first */ closed: boolean;
}

export type DrawingUnit = 'mm' | 'cm' | 'm' | 'in' | 'ft';

/** International inch and foot, exact. */
export const METRES_PER: Readonly<Record<DrawingUnit, number>> = { mm: 0.001, cm: 0.01, m: 1, in: 0.0254, ft: 0.3048 };

export interface Drawing {
  lines: DrawnLine[];
  /** as the file says; none: it does not */ unit?: DrawingUnit;
  /** kinds of things in the file that are no outlines, and how many */ notRead: Readonly<Record<string, number>>;
}

/** A face to be, in metres where the drawing has it, with what is cut out of it. */
export interface Outline {
  outline: FacePoint[];
  openings: FacePoint[][];
}

/** Ends of lines this near are one point, m; draughtsmen snap, old drawings do not quite. */
const JOINS_WITHIN_M = 0.002;
const SMALLEST_M2 = 1e-3;
const MOST_OUTLINES = 1000;
const MOST_POINTS = 200;

/**
 * The closed outlines of one layer in metres. Lines that meet end to end are joined; one inside another is an opening in it, one
 * inside that a face of its own again. What is drawn twice counts once.
 * Refuses a layer without closed lines (`no-closed-line`, or `line-left-open` with the smallest gap), outlines that cross themselves
 * (`outline-crosses-itself`), have too many points (`too-many-points`) or are too many (`too-many`).
 * Paths are `outline N`, counted from 1 in the order of the drawing.
 */
export function outlinesOf(drawing: Drawing, layer: string, metresPerUnit: number): Result<Outline[]> {
  const lines = drawing.lines
    .filter((line) => line.layer === layer)
    .map((line) => ({ ...line, points: line.points.map(([x, y]): FacePoint => [x * metresPerUnit, y * metresPerUnit]) }));
  const { rings, open } = joinLines(lines);
  if (rings.length === 0) {
    const gapM = smallestGapM(open);
    return refuse(gapM === null ? issue('no-closed-line', '') : issue('line-left-open', '', { gapM }));
  }
  const kept = withoutCopies(rings.map(withoutRepeats).filter((ring) => ring.length >= 3 && outlineAreaM2(ring) >= SMALLEST_M2));
  if (kept.length === 0) return refuse(issue('outline-without-area', ''));
  if (kept.length > MOST_OUTLINES) return refuse(issue('too-many', '', { max: MOST_OUTLINES }));
  const issues = kept.flatMap((ring, i) => {
    const path = `outline ${i + 1}`;
    if (ring.length > MOST_POINTS) return [issue('too-many-points', path, { max: MOST_POINTS })];
    return crossesItself(ring) ? [issue('outline-crosses-itself', path)] : [];
  });
  return issues.length > 0 ? refuse(...issues) : accept(nest(kept));
}

/** Layers that hold lines, the fullest first. */
export function layersOf({ lines }: Drawing): string[] {
  const counts = new Map<string, number>();
  for (const { layer } of lines) counts.set(layer, (counts.get(layer) ?? 0) + 1);
  return [...counts].sort(([, a], [, b]) => b - a).map(([layer]) => layer);
}

const near = (a: FacePoint, b: FacePoint) => Math.hypot(a[0] - b[0], a[1] - b[1]) <= JOINS_WITHIN_M;

/** Closed lines as they are, open ones joined end to end where they meet; what stays open is handed back. */
function joinLines(lines: readonly DrawnLine[]): { rings: FacePoint[][]; open: FacePoint[][] } {
  const rings: FacePoint[][] = [];
  const open: FacePoint[][] = [];
  const loose = new LooseEnds();
  for (const { points, closed } of lines) {
    if (points.length < 2) continue;
    if (closed) rings.push(points);
    else if (points.length > 3 && near(points[0]!, points.at(-1)!)) rings.push(points.slice(0, -1));
    else loose.add(points);
  }
  for (let chain = loose.take(); chain; chain = loose.take()) {
    chain = grow(grow(chain, loose).toReversed(), loose);
    if (chain.length > 3 && near(chain[0]!, chain.at(-1)!)) rings.push(chain.slice(0, -1));
    else open.push(chain);
  }
  return { rings, open };
}

/** Adds lines that begin or end where the chain ends, until it is closed or nothing meets it. */
function grow(from: FacePoint[], loose: LooseEnds): FacePoint[] {
  let chain = from;
  while (!(chain.length > 3 && near(chain[0]!, chain.at(-1)!))) {
    const next = loose.takeAt(chain.at(-1)!);
    if (!next) break;
    chain = [...chain, ...next.slice(1)];
  }
  return chain;
}

/** Open lines by the places of their ends, so that thousands are joined without comparing each with each. */
class LooseEnds {
  private readonly lines = new Map<number, FacePoint[]>();
  private readonly ends = new Map<string, Set<number>>();
  private next = 0;

  add(points: FacePoint[]): void {
    const id = this.next++;
    this.lines.set(id, points);
    for (const end of [points[0]!, points.at(-1)!]) {
      const key = cellOf(end, 0, 0);
      const ids = this.ends.get(key);
      if (ids) ids.add(id);
      else this.ends.set(key, new Set([id]));
    }
  }

  take(): FacePoint[] | undefined {
    const [first] = this.lines;
    if (!first) return undefined;
    this.lines.delete(first[0]);
    return first[1];
  }

  /** A line with an end at the point, turned so that it begins there. */
  takeAt(point: FacePoint): FacePoint[] | undefined {
    for (const dx of [0, -1, 1])
      for (const dy of [0, -1, 1])
        for (const id of this.ends.get(cellOf(point, dx, dy)) ?? []) {
          const line = this.lines.get(id);
          if (!line) continue;
          const starts = near(line[0]!, point);
          if (!starts && !near(line.at(-1)!, point)) continue;
          this.lines.delete(id);
          return starts ? line : line.toReversed();
        }
    return undefined;
  }
}

const cellOf = ([x, y]: FacePoint, dx: number, dy: number) =>
  `${Math.floor(x / JOINS_WITHIN_M) + dx} ${Math.floor(y / JOINS_WITHIN_M) + dy}`;

/** How far the best of the open chains is from closing, m; null when there is none. */
function smallestGapM(chains: readonly FacePoint[][]): number | null {
  const gaps = chains
    .filter((chain) => chain.length > 2)
    .map((chain) => Math.hypot(chain[0]![0] - chain.at(-1)![0], chain[0]![1] - chain.at(-1)![1]));
  return gaps.length === 0 ? null : Math.round(Math.min(...gaps) * 1000) / 1000;
}

function withoutRepeats(ring: readonly FacePoint[]): FacePoint[] {
  return ring.filter((point, i) => !near(point, ring[(i + 1) % ring.length]!));
}

/** Two outlines with the same corners, from wherever and whichever way round they were drawn. */
function withoutCopies(rings: readonly FacePoint[][]): FacePoint[][] {
  const seen = new Set<string>();
  return rings.filter((ring) => {
    const key = ring
      .map(([x, y]) => `${Math.round(x / JOINS_WITHIN_M)} ${Math.round(y / JOINS_WITHIN_M)}`)
      .sort()
      .join();
    return !seen.has(key) && seen.add(key);
  });
}

/** An outline within an even number of others is a face, within an odd number an opening of the innermost of them. */
function nest(rings: readonly FacePoint[][]): Outline[] {
  const boxes = rings.map(extentOf);
  const areas = rings.map(outlineAreaM2);
  const around = rings.map((ring, i) =>
    rings
      .map((_, j) => j)
      .filter((j) => {
        const [inner, outer] = [boxes[i]!, boxes[j]!];
        return (
          areas[j]! > areas[i]! &&
          outer.minU <= inner.minU &&
          outer.maxU >= inner.maxU &&
          outer.minV <= inner.minV &&
          outer.maxV >= inner.maxV &&
          ring.every((point) => isOnOutline(rings[j]!, point))
        );
      }),
  );
  return rings.flatMap((outline, i) => {
    if (around[i]!.length % 2 === 1) return [];
    const openings = rings.filter((_, j) => around[j]!.length === around[i]!.length + 1 && around[j]!.includes(i));
    return [{ outline, openings }];
  });
}
