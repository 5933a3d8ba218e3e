import { FEATURE_SPECS } from '@caulkhorn/core/jobs';
import type { LabelPlacer } from './labels';
import { toSheet } from './layout';
import type { Painting } from './painting';
import type { FaceShape, Mark } from './scene';
import { toScreen } from './view';

/** A line is kept free by boxes so far apart, px; longer ones would keep free what lies beside a slope. */
const STEP_PX = 9;
const HALF_PX = 2;
/** A line longer than this runs through most of the screen: its boxes beyond are of no use. */
const MOST_STEPS = 160;

/** Keeps words off what is drawn: cracks and joints, edges of areas, and the corners between faces. */
export function reserveLines({ view, layout }: Painting, visible: readonly FaceShape[], marks: readonly Mark[], labels: LabelPlacer): void {
  for (const { placed } of visible) {
    const [left, top] = toScreen(view, placed.x, placed.top);
    const [right, bottom] = toScreen(view, placed.x + placed.width, placed.bottom);
    for (const x of [left, right]) labels.reserve({ x: x - HALF_PX, y: top, width: 2 * HALF_PX, height: bottom - top });
    labels.reserve({ x: left, y: bottom - HALF_PX, width: right - left, height: 2 * HALF_PX });
  }
  for (const { feature } of marks) {
    const placed = feature.path.length > 1 ? layout.byId.get(feature.faceId) : undefined;
    if (!placed) continue;
    const points = feature.path.map((point) => toScreen(view, ...toSheet(placed, point)));
    if (FEATURE_SPECS[feature.kind].shape === 'area') points.push(points[0]!);
    points.slice(1).forEach((to, i) => reserveSegment(points[i]!, to, labels));
  }
}

function reserveSegment([x0, y0]: readonly [number, number], [x1, y1]: readonly [number, number], labels: LabelPlacer): void {
  const steps = Math.min(MOST_STEPS, Math.max(1, Math.ceil(Math.hypot(x1 - x0, y1 - y0) / STEP_PX)));
  for (let i = 0; i <= steps; i++) {
    const [x, y] = [x0 + ((x1 - x0) * i) / steps, y0 + ((y1 - y0) * i) / steps];
    labels.reserve({ x: x - HALF_PX, y: y - HALF_PX, width: 2 * HALF_PX, height: 2 * HALF_PX });
  }
}
