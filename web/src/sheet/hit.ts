import { FEATURE_SPECS, type Feature, type JobModel, distanceToSegment, isOnOutline } from '@caulkhorn/core/jobs';
import { type PlacedFace, type SheetLayout, fromSheet, toSheet } from './layout';
import { type View, fromScreen, toScreen } from './view';

/** What lies under a position of the screen. */
export interface Hit {
  placed: PlacedFace;
  point: readonly [number, number];
}

export function faceAt(layout: SheetLayout, view: View, px: number, py: number): Hit | undefined {
  const [x, y] = fromScreen(view, px, py);
  for (let i = layout.faces.length - 1; i >= 0; i--) {
    const placed = layout.faces[i]!;
    if (x < placed.x || x > placed.x + placed.width) continue;
    const point = fromSheet(placed, x, y);
    if (point) return { placed, point };
  }
  return undefined;
}

/** Where one points on the screen, and how far from it still counts. */
export interface Fingertip {
  px: number;
  py: number;
  reachPx: number;
}

/** Inside an area counts as near, but what is drawn on the area is nearer. */
const WITHIN = 0.9;

/** The nearest feature within reach of a fingertip or a pointer, px. */
export function featureAt(model: JobModel, layout: SheetLayout, view: View, { px, py, reachPx }: Fingertip): Feature | undefined {
  let best: Feature | undefined;
  let nearest = reachPx;
  for (const feature of model.features) {
    const placed = layout.byId.get(feature.faceId);
    if (!placed) continue;
    const points = feature.path.map((point) => toScreen(view, ...toSheet(placed, point)));
    const isArea = FEATURE_SPECS[feature.kind].shape === 'area';
    if (isArea) points.push(points[0]!);
    const distance =
      isArea && isOnOutline(points, [px, py])
        ? reachPx * WITHIN
        : points.length === 1
          ? Math.hypot(points[0]![0] - px, points[0]![1] - py)
          : Math.min(...points.slice(1).map((b, i) => distanceToSegment([px, py], points[i]!, b)));
    if (distance < nearest) {
      nearest = distance;
      best = feature;
    }
  }
  return best;
}

/** Index of a feature's point under the pointer, to drag it alone; -1 for none. */
export function handleAt(feature: Feature, placed: PlacedFace, view: View, { px, py, reachPx }: Fingertip): number {
  return feature.path.findIndex((point) => {
    const [x, y] = toScreen(view, ...toSheet(placed, point));
    return Math.hypot(x - px, y - py) <= reachPx;
  });
}
