import {
  FEATURE_SPECS,
  type Feature,
  type FeatureKind,
  type JobModel,
  type Junction,
  type Reading,
  type WetState,
  leaks,
  moves,
} from '@caulkhorn/core/jobs';
import { waterOn } from '@caulkhorn/core/water';
import { type PlacedFace, type SheetLayout, toSheet } from './layout';

/** Everything on the sheet that does not depend on the view, prepared once: paths in sheet metres, batched by how they are drawn. */

export interface Stroke {
  path: Path2D;
  colour: 'ink' | 'iron';
  widthPx: number;
  dashPx: readonly number[];
}

/** All areas of one kind, hatched alike. */
export interface Area {
  path: Path2D;
  kind: FeatureKind;
}

export interface Mark {
  feature: Feature;
  x: number;
  y: number;
  /** one to four drops for how much runs; 0 none */ drops: number;
  /** iron: lets water in; ochre: nobody has looked whether it does */ colour: 'iron' | 'ochre' | 'ink';
  label: string;
  hasPhoto: boolean;
}

export interface ReadingMark {
  reading: Reading;
  x: number;
  y: number;
}

export interface FaceShape {
  placed: PlacedFace;
  /** openings included, to be filled even-odd */ outline: Path2D;
  /** governing level on this face, when one stands against it */ waterM?: number;
  /** of that water */ densityKgM3?: number;
}

export interface Scene {
  faces: FaceShape[];
  areas: Area[];
  strokes: Stroke[];
  marks: Mark[];
  readings: ReadingMark[];
  fillets: Path2D;
}

const DROPS: Readonly<Record<WetState, number>> = { dry: 0, damp: 0, weeping: 1, dripping: 2, running: 3, gushing: 4 };

export function prepareScene(model: JobModel, layout: SheetLayout, junctions: readonly Junction[]): Scene {
  const batches = new Map<string, Stroke>();
  const areas = new Map<FeatureKind, Area>();
  const marks: Mark[] = [];
  const photographed = new Set(model.photos.map(({ featureId }) => featureId));
  for (const feature of model.features) {
    const placed = layout.byId.get(feature.faceId);
    if (!placed) continue;
    const points = feature.path.map((point) => toSheet(placed, point));
    if (FEATURE_SPECS[feature.kind].shape === 'area') {
      const edge = closed(points);
      batchFor(batches, feature).path.addPath(edge);
      areaFor(areas, feature.kind).path.addPath(edge);
    } else if (points.length > 1) trace(batchFor(batches, feature).path, points);
    const [x, y] = points.reduce((low, next) => (next[1] < low[1] ? next : low));
    const isUnseen = feature.wetState === undefined;
    marks.push({
      ...{ feature, x, y, hasPhoto: photographed.has(feature.id) },
      drops: feature.wetState ? DROPS[feature.wetState] : 0,
      colour: leaks(feature) ? 'iron' : isUnseen ? 'ochre' : 'ink',
      label: isUnseen ? `${feature.mark}?` : feature.mark,
    });
  }
  return {
    faces: layout.faces.map((placed) => shapeOf(placed, model)),
    areas: [...areas.values()],
    strokes: [...batches.values()],
    marks,
    readings: readingMarks(model, layout),
    fillets: filletPaths(layout, junctions),
  };
}

function shapeOf(placed: PlacedFace, model: JobModel): FaceShape {
  const outline = new Path2D();
  for (const ring of [placed.face.outline, ...(placed.face.openings ?? [])])
    outline.addPath(closed(ring.map((point) => toSheet(placed, point))));
  const water = waterOn(placed.face, model);
  return { placed, outline, waterM: water?.level.levelM, densityKgM3: water?.body.densityKgM3 };
}

/** Of each kind at each place the latest alone: older ones stand in the list. */
function readingMarks(model: JobModel, layout: SheetLayout): ReadingMark[] {
  const latest = new Map<string, Reading>();
  for (const reading of model.readings) {
    if (!reading.point) continue;
    const key = `${reading.faceId} ${reading.kind} ${reading.point.join()}`;
    const other = latest.get(key);
    if (!other || Date.parse(other.at) <= Date.parse(reading.at)) latest.set(key, reading);
  }
  return [...latest.values()].flatMap((reading) => {
    const placed = layout.byId.get(reading.faceId);
    if (!placed) return [];
    const [x, y] = toSheet(placed, reading.point!);
    return [{ reading, x, y }];
  });
}

function closed(points: readonly (readonly [number, number])[]): Path2D {
  const path = new Path2D();
  trace(path, points);
  path.closePath();
  return path;
}

function areaFor(areas: Map<FeatureKind, Area>, kind: FeatureKind): Area {
  let area = areas.get(kind);
  if (!area) areas.set(kind, (area = { path: new Path2D(), kind }));
  return area;
}

const DASHES: Readonly<Partial<Record<FeatureKind, readonly number[]>>> = { leak: [2, 3], joint: [10, 3, 2, 3], 'mortar-joint': [1, 3.5] };

function batchFor(batches: Map<string, Stroke>, feature: Feature): Stroke {
  const colour = leaks(feature) ? 'iron' : 'ink';
  const isArea = FEATURE_SPECS[feature.kind].shape === 'area';
  const widthPx = feature.kind === 'crack' ? widthOnSheet(feature.widthMm ?? 0) : isArea ? 1.1 : 2.2;
  const dashPx = feature.kind === 'crack' && moves(feature) ? [7, 3] : (DASHES[feature.kind] ?? []);
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
