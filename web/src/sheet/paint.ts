import { type Feature, levelAt } from '@caulkhorn/core/jobs';
import { pressureKPa } from '@caulkhorn/core/physics';
import { FRESH_WATER_KG_M3 } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { readingText } from '../words/reading-text';
import { paintLabelGround } from './label-ground';
import { LabelPlacer } from './labels';
import type { PlacedFace } from './layout';
import { paintWaterLines } from './paint-levels';
import { FONT, type Painting } from './painting';
import type { Pen } from './pen';
import type { FaceShape, Mark } from './scene';
import { toScreen } from './view';

const HATCH_FROM_SCALE = 22;
const CONTOUR_STEP_M = 0.5;
/** Readings stand close together: their values show once a metre along has so many pixels. */
const VALUES_FROM_SCALE = 36;

/** Paints the sheet as it lies under the pointer. Batched strokes; text and symbols in pixels on top. */
export function paint(p: Painting): void {
  const { ctx, dpr, size, palette } = p;
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
  reservePoints(p, labels);
  if (p.layout.hasLevels) paintWaterLines(p, labels);
  paintMarks(p, labels);
  paintReadings(p, labels);
  for (const shape of visible) paintFaceLabels(p, shape, labels);
}

/** A path in sheet metres, brought to the screen: strokes keep their width whatever the two scales are. */
function onScreen({ view }: Painting, path: Path2D): Path2D {
  const moved = new Path2D();
  moved.addPath(path, { a: view.scale, d: -view.scaleY, e: view.offsetX, f: view.offsetY });
  return moved;
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
    ctx.fillStyle = p.hatches.at(placed.face.substrate, left, top) ?? 'transparent';
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

const DROP = new Path2D('M0 -5 C3 -1 3.6 0.6 3.6 2 A3.6 3.6 0 1 1 -3.6 2 C-3.6 0.6 -3 -1 0 -5 Z');

/** A camera with its lens left open: there are photos of it. */
const CAMERA = new Path2D('M0 2 H3 L4 0 H7 L8 2 H11 V10 H0 Z M5.5 3.6 A2.4 2.4 0 1 0 5.5 8.4 A2.4 2.4 0 1 0 5.5 3.6 Z');
const PHOTO_PX = 14;

/** Holes keep their place: no word is written over them. */
function reservePoints({ view, scene }: Painting, labels: LabelPlacer): void {
  if (view.scaleY <= 12) return;
  for (const { feature, x: atX, y: atY } of scene.marks) {
    if (feature.path.length > 1 || feature.kind === 'leak') continue;
    const [x, y] = toScreen(view, atX, atY);
    const r = radiusPx(feature, view.scale);
    labels.reserve({ x: x - r, y: y - r, width: 2 * r, height: 2 * r });
  }
}

function radiusPx(feature: Feature, scale: number): number {
  return Math.max(5, ((feature.diameterMm ?? 0) / 2000) * scale);
}

function paintMarks(p: Painting, labels: LabelPlacer): void {
  const { ctx, view, size, scene } = p;
  ctx.font = `600 12px ${FONT}`;
  ctx.textBaseline = 'middle';
  ctx.textAlign = 'left';
  const showText = view.scaleY > 12;
  for (const mark of scene.marks) {
    const [x, y] = toScreen(view, mark.x, mark.y);
    if (x < -40 || y < -40 || x > size.width + 40 || y > size.height + 40) continue;
    if (mark.feature.path.length === 1 && mark.feature.kind !== 'leak') paintPoint(p, mark, x, y);
    if (!showText) continue;
    const text = mark.feature.mark;
    const width = 6.9 * text.length + mark.drops * 9 + (mark.hasPhoto ? PHOTO_PX : 0) + 6;
    const box = labels.place([
      { x: x + 7, y: y - 8, width, height: 16 },
      { x: x + 7, y: y - 26, width, height: 16 },
      { x: x - 7 - width, y: y - 8, width, height: 16 },
      { x: x + 7, y: y + 8, width, height: 16 },
    ]);
    if (!box) continue;
    paintChip(p, text, box, mark);
  }
}

/** A reading is a small filled triangle that points at its place, with its value where there is room. */
function paintReadings(p: Painting, labels: LabelPlacer): void {
  const { ctx, view, size, palette, scene, units } = p;
  if (view.scaleY < 12) return;
  ctx.font = `500 11px ${FONT}`;
  ctx.textBaseline = 'middle';
  for (const { reading, x: atX, y: atY } of scene.readings) {
    const [x, y] = toScreen(view, atX, atY);
    if (x < -40 || y < -40 || x > size.width + 40 || y > size.height + 40) continue;
    ctx.fillStyle = palette.water;
    ctx.beginPath();
    ctx.moveTo(x, y);
    ctx.lineTo(x - 4, y - 7);
    ctx.lineTo(x + 4, y - 7);
    ctx.fill();
    if (view.scale < VALUES_FROM_SCALE) continue;
    const text = readingText(reading, units);
    const width = ctx.measureText(text).width + 6;
    const box = labels.place([
      { x: x - width / 2, y: y - 23, width, height: 15 },
      { x: x + 7, y: y - 12, width, height: 15 },
      { x: x - 7 - width, y: y - 12, width, height: 15 },
    ]);
    if (!box) continue;
    paintLabelGround(ctx, box, palette.raised);
    ctx.fillStyle = palette.water;
    ctx.fillText(text, box.x + 3, box.y + 8);
  }
}

/** A mark on a small ground of its own, so that it can be read on any tint. */
function paintChip(
  { ctx, palette }: Painting,
  text: string,
  box: { x: number; y: number; width: number; height: number },
  mark: Mark,
): void {
  paintLabelGround(ctx, box, palette.raised);
  ctx.fillStyle = mark.isLeaking ? palette.iron : palette.ink;
  for (let i = 0; i < mark.drops; i++) {
    ctx.translate(box.x + 6 + i * 9, box.y + 8);
    ctx.fill(DROP);
    ctx.translate(-(box.x + 6 + i * 9), -(box.y + 8));
  }
  ctx.fillText(text, box.x + 3 + mark.drops * 9, box.y + 8.5);
  if (!mark.hasPhoto) return;
  ctx.translate(box.x + box.width - PHOTO_PX + 1, box.y + 3);
  ctx.fill(CAMERA, 'evenodd');
  ctx.translate(-(box.x + box.width - PHOTO_PX + 1), -(box.y + 3));
}

/** Holes and what sits in them: a pipe is a crossed circle, a drain a barred one, a tie hole a diamond, a fixing a square. */
function paintPoint({ ctx, view, palette }: Painting, { feature, isLeaking }: Mark, x: number, y: number): void {
  const r = radiusPx(feature, view.scale);
  ctx.strokeStyle = isLeaking ? palette.iron : palette.ink;
  ctx.fillStyle = palette.raised;
  ctx.lineWidth = 1.75;
  ctx.beginPath();
  if (feature.kind === 'tie-hole') {
    ctx.moveTo(x, y - r);
    ctx.lineTo(x + r, y);
    ctx.lineTo(x, y + r);
    ctx.lineTo(x - r, y);
    ctx.closePath();
  } else if (feature.kind === 'fixing') ctx.rect(x - r * 0.8, y - r * 0.8, r * 1.6, r * 1.6);
  else ctx.arc(x, y, r, 0, 2 * Math.PI);
  ctx.fill();
  const bars = feature.kind === 'drain' ? [-0.45, 0, 0.45] : feature.kind === 'penetration' ? [0] : [];
  for (const bar of bars) {
    const half = r * Math.sqrt(1 - bar * bar);
    ctx.moveTo(x + bar * r, y - half);
    ctx.lineTo(x + bar * r, y + half);
  }
  if (feature.kind === 'penetration') {
    ctx.moveTo(x - r, y);
    ctx.lineTo(x + r, y);
  }
  ctx.stroke();
}

function paintFaceLabels(p: Painting, { placed, waterM, densityKgM3 = FRESH_WATER_KG_M3 }: FaceShape, labels: LabelPlacer): void {
  const { ctx, view, palette } = p;
  const [left, top] = toScreen(view, placed.x, placed.top);
  const widthPx = placed.width * view.scale;
  const { mark, name } = placed.face;
  ctx.textAlign = 'left';
  ctx.textBaseline = 'alphabetic';
  if (placed.as === 'plate') {
    ctx.font = `600 12px ${FONT}`;
    const text = fitText(ctx, `${mark} ${name}`, widthPx - 24) ?? mark;
    const heightPx = (placed.top - placed.bottom) * view.scaleY;
    if (heightPx < 12) return;
    const width = ctx.measureText(text).width;
    const box = labels.place([{ x: left + widthPx / 2 - width / 2 - 4, y: top + heightPx / 2 - 9, width: width + 8, height: 18 }]);
    if (!box) return;
    paintLabelGround(ctx, box, palette.raised);
    ctx.fillStyle = palette.ink;
    ctx.fillText(text, box.x + 4, box.y + 13.5);
    return;
  }
  ctx.font = `700 14px ${FONT}`;
  ctx.fillStyle = palette.ink;
  const markWidth = ctx.measureText(mark).width;
  if (labels.place([{ x: left, y: top - 20, width: markWidth + 4, height: 18 }])) ctx.fillText(mark, left + 1, top - 6);
  ctx.font = `400 12px ${FONT}`;
  const suffix = placed.as === 'lining' ? ` ${t('sheet.unrolled')}` : '';
  const text = fitText(ctx, name + suffix, widthPx - markWidth - 8);
  if (text && labels.place([{ x: left + markWidth + 5, y: top - 20, width: ctx.measureText(text).width + 4, height: 18 }]))
    ctx.fillText(text, left + markWidth + 6, top - 6);
  if (placed.spaceName && widthPx > 30) {
    ctx.font = `600 12px ${FONT}`;
    ctx.fillStyle = palette.soft;
    const space = placed.spaceName;
    if (labels.place([{ x: left, y: top - 38, width: ctx.measureText(space).width, height: 16 }])) ctx.fillText(space, left + 1, top - 25);
  }
  if (waterM !== undefined && placed.as === 'upright') paintContourLabels(p, placed, { waterM, densityKgM3 }, labels);
}

/** Head and pressure at whole metres, at the right edge of a wall. */
function paintContourLabels(
  p: Painting,
  placed: PlacedFace,
  { waterM, densityKgM3 }: { waterM: number; densityKgM3: number },
  labels: LabelPlacer,
): void {
  const { ctx, view, palette, units } = p;
  if (placed.width * view.scale < 90) return;
  ctx.font = `500 11px ${FONT}`;
  ctx.textAlign = 'right';
  for (let headM = 1; waterM - headM > placed.bottom; headM++) {
    const [x, y] = toScreen(view, placed.x + placed.width, waterM - headM);
    const text = `${formatQuantity(headM, 'm', units)} · ${formatQuantity(pressureKPa(headM, densityKgM3), 'kPa', units)}`;
    const width = ctx.measureText(text).width + 6;
    const box = labels.place([{ x: x - width - 3, y: y - 8, width, height: 15 }]);
    if (!box) continue;
    paintLabelGround(ctx, box, palette.raised);
    ctx.fillStyle = palette.water;
    ctx.fillText(text, x - 6, y + 3.5);
  }
  ctx.textAlign = 'left';
}

/** Text cut to a width, or undefined when not even a few letters fit. */
function fitText(ctx: Pen, text: string, width: number): string | undefined {
  if (ctx.measureText(text).width <= width) return text;
  const letters = Math.floor((text.length * width) / ctx.measureText(text).width) - 1;
  return letters >= 4 ? `${text.slice(0, letters).trimEnd()}…` : undefined;
}
