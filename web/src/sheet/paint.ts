import { levelAt } from '@caulkhorn/core/jobs';
import { LabelPlacer } from './labels';
import type { PlacedFace } from './layout';
import { paintWaterLines, paintWaterNames } from './paint-levels';
import { paintCounts, paintMarks } from './paint-marks';
import { paintContourLabels, paintFaceMark, paintFaceName } from './paint-names';
import { paintReadings } from './paint-readings';
import { MARKS_FROM_SCALE, type Painting, onScreen } from './painting';
import { reserveLines } from './reserve-lines';
import type { FaceShape } from './scene';
import { toScreen } from './view';

const HATCH_FROM_SCALE = 22;
const CONTOUR_STEP_M = 0.5;

/**
 * Paints the sheet as it lies under the pointer. Batched strokes; text and symbols in pixels on top, what matters most
 * first: waters, marks of faces, what leaks, the rest that was found, readings, and names where room is left.
 */
export function paint(p: Painting): void {
  const { ctx, dpr, size, palette, view } = p;
  ctx.setTransform(dpr, 0, 0, dpr, 0, 0);
  ctx.fillStyle = palette.paper;
  ctx.fillRect(0, 0, size.width, size.height);
  const visible = p.scene.faces.filter((shape) => isVisible(p, shape.placed));
  for (const shape of visible) paintFace(p, shape);
  ctx.strokeStyle = palette.ochre;
  ctx.globalAlpha = 0.55;
  ctx.lineWidth = 3;
  ctx.stroke(onScreen(p, p.scene.fillets));
  ctx.globalAlpha = 1;
  paintAreas(p);
  paintStrokes(p);
  const labels = new LabelPlacer();
  if (p.layout.hasLevels) {
    const waters = paintWaterLines(p);
    paintWaterNames(p, waters, labels);
    for (const { y } of waters) labels.reserve({ x: 0, y: y - 2, width: size.width, height: 4 });
  }
  for (const shape of visible) paintFaceMark(p, shape.placed, labels);
  if (view.scale < MARKS_FROM_SCALE) return paintCounts(p, visible, labels);
  const shown = new Set(visible.map(({ placed }) => placed.face.id));
  const seen = p.scene.marks.filter(({ feature }) => shown.has(feature.faceId));
  reserveLines(p, visible, seen, labels);
  paintMarks(p, seen, labels);
  paintReadings(p, labels);
  for (const shape of visible) paintFaceName(p, shape.placed, labels);
  for (const shape of visible) paintContourLabels(p, shape, labels);
}

function isVisible({ view, size }: Painting, f: PlacedFace): boolean {
  const [left, top] = toScreen(view, f.x, f.top);
  const [right, bottom] = toScreen(view, f.x + f.width, f.bottom);
  return right > 0 && left < size.width && bottom > 0 && top < size.height;
}

function paintFace(p: Painting, shape: FaceShape): void {
  const { ctx, view, palette } = p;
  const { placed } = shape;
  const [left, top] = toScreen(view, placed.x, placed.top);
  const outline = onScreen(p, shape.outline);
  ctx.fillStyle = palette.raised;
  ctx.fill(outline, 'evenodd');
  ctx.save();
  ctx.clip(outline, 'evenodd');
  const widthPx = placed.width * view.scale;
  const heightPx = (placed.top - placed.bottom) * view.scaleY;
  if (view.scaleY >= HATCH_FROM_SCALE && placed.as !== 'plate') {
    const { substrate, oldLayers } = placed.face;
    ctx.fillStyle = p.hatches.at(oldLayers?.at(-1) === 'lime-render' ? 'lime' : substrate, left, top) ?? 'transparent';
    ctx.fillRect(left, top, widthPx, heightPx);
  }
  if (shape.waterM !== undefined) paintHead(p, placed, shape.waterM);
  ctx.restore();
  ctx.strokeStyle = palette.ink;
  ctx.lineWidth = 1.25;
  ctx.stroke(outline);
}

/** Deepens the tint with the head, in steps of half a metre; each step's line is a contour of equal head. */
function paintHead(p: Painting, placed: PlacedFace, waterM: number): void {
  const { ctx, view, palette } = p;
  ctx.fillStyle = palette.water;
  const tint = (headM: number) => Math.min(0.62, 0.1 + 0.075 * Math.floor(headM / CONTOUR_STEP_M));
  if (placed.as === 'plate' || placed.as === 'plan') {
    const headM = waterM - levelAt(placed.face, placed.face.outline[0]!);
    if (headM <= 0) return;
    ctx.globalAlpha = tint(headM);
    const [left, top] = toScreen(view, placed.x, placed.top);
    ctx.fillRect(left, top, placed.width * view.scale, (placed.top - placed.bottom) * view.scaleY);
  } else {
    const rows = placed.as === 'lining' ? 48 : Math.max(1, Math.ceil((placed.top - placed.bottom) / CONTOUR_STEP_M) * 8);
    const step = (placed.top - placed.bottom) / rows;
    for (let i = 0; i < rows; i++) {
      const y = placed.bottom + (i + 0.5) * step;
      const level = placed.as === 'lining' ? levelAt(placed.face, [placed.extent.minU, y - placed.bottom + placed.extent.minV]) : y;
      const headM = waterM - level;
      if (headM <= 0) continue;
      ctx.globalAlpha = tint(headM);
      const [left, top] = toScreen(view, placed.x, placed.bottom + (i + 1) * step);
      ctx.fillRect(left, Math.round(top), placed.width * view.scale, Math.round(top + step * view.scaleY) - Math.round(top));
    }
  }
  ctx.globalAlpha = 1;
}

function paintAreas(p: Painting): void {
  const { ctx, view, hatches, scene } = p;
  for (const { path, kind } of scene.areas) {
    const hatch = hatches.at(kind, view.offsetX, view.offsetY);
    if (!hatch) continue;
    ctx.fillStyle = hatch;
    ctx.fill(onScreen(p, path));
  }
}

function paintStrokes(p: Painting): void {
  const { ctx, view, palette, scene } = p;
  ctx.lineJoin = 'round';
  ctx.lineCap = 'round';
  for (const stroke of scene.strokes) {
    ctx.strokeStyle = palette[stroke.colour];
    ctx.lineWidth = stroke.widthPx;
    // dashes cost time and mean nothing on a line of a few pixels
    ctx.setLineDash(view.scaleY > 15 ? stroke.dashPx : []);
    ctx.stroke(onScreen(p, stroke.path));
  }
  ctx.setLineDash([]);
}
