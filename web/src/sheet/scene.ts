import { leaks } from '@caulkhorn/core/build-up';
import type { Feature, JobModel, Junction } from '@caulkhorn/core/jobs';
import { waterOn } from '@caulkhorn/core/water';
import { type PlacedFace, type SheetLayout, toSheet } from './layout';

/** Everything on the sheet that does not depend on the view, prepared once: paths in sheet metres, batched by how they are drawn. */

export interface Stroke {
  path: Path2D;
  colour: 'ink' | 'iron';
  widthPx: number;
  dashPx: readonly number[];
}

export interface Mark {
  feature: Feature;
  x: number;
  y: number;
  /** one to four drops for how much runs; 0 none */ drops: number;
  isLeaking: boolean;
}

export interface FaceShape {
  placed: PlacedFace;
  outline: Path2D;
  /** governing level on this face, when one stands against it */ waterM?: number;
}

export interface Scene {
  faces: FaceShape[];
  strokes: Stroke[];
  marks: Mark[];
  fillets: Path2D;
}

const DROPS: Readonly<Record<Feature['wetState'], number>> = { dry: 0, damp: 0, weeping: 1, dripping: 2, running: 3, gushing: 4 };

export function prepareScene(model: JobModel, layout: SheetLayout, junctions: readonly Junction[]): Scene {
  const batches = new Map<string, Stroke>();
  const marks: Mark[] = [];
  for (const feature of model.features) {
    const placed = layout.byId.get(feature.faceId);
    if (!placed) continue;
    const points = feature.path.map((point) => toSheet(placed, point));
    if (points.length > 1) trace(batchFor(batches, feature).path, points);
    const [x, y] = points.reduce((low, next) => (next[1] < low[1] ? next : low));
    marks.push({ feature, x, y, drops: DROPS[feature.wetState], isLeaking: leaks(feature) });
  }
  return {
    faces: layout.faces.map((placed) => shapeOf(placed, model)),
    strokes: [...batches.values()],
    marks,
    fillets: filletPaths(layout, junctions),
  };
}

function shapeOf(placed: PlacedFace, model: JobModel): FaceShape {
  const outline = new Path2D();
  trace(
    outline,
    placed.face.outline.map((point) => toSheet(placed, point)),
  );
  outline.closePath();
  return { placed, outline, waterM: waterOn(placed.face, model)?.level.levelM };
}

function batchFor(batches: Map<string, Stroke>, feature: Feature): Stroke {
  const colour = leaks(feature) ? 'iron' : 'ink';
  const widthPx = feature.kind === 'crack' ? widthOnSheet(feature.widthMm ?? 0) : 2.2;
  const dashPx = feature.movement === 'moving' ? [7, 3] : feature.kind === 'leak' ? [2, 3] : [];
  const key = `${colour} ${widthPx} ${dashPx.join()}`;
  let batch = batches.get(key);
  if (!batch) batches.set(key, (batch = { path: new Path2D(), colour, widthPx, dashPx }));
  return batch;
}

/** Wider cracks are drawn heavier, in steps that the eye tells apart. */
function widthOnSheet(widthMm: number): number {
  if (widthMm <= 0.3) return 1.1;
  if (widthMm <= 0.5) return 1.7;
  return widthMm <= 1 ? 2.5 : 3.5;
}

function trace(path: Path2D, points: readonly (readonly [number, number])[]): void {
  points.forEach(([x, y], i) => (i === 0 ? path.moveTo(x, y) : path.lineTo(x, y)));
}

function filletPaths(layout: SheetLayout, junctions: readonly Junction[]): Path2D {
  const path = new Path2D();
  for (const { faceIds, from, to, kind } of junctions) {
    const placed = layout.byId.get(faceIds[0]);
    if (placed && kind !== 'external-corner') trace(path, [toSheet(placed, from), toSheet(placed, to)]);
  }
  return path;
}
