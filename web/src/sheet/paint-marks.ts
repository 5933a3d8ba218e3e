import { type Box, type LabelPlacer } from './labels';
import { paintLabelGround } from './label-ground';
import { toSheet } from './layout';
import { FONT, type Painting, isOffCanvas } from './painting';
import type { FaceShape, Mark } from './scene';
import { toScreen } from './view';

const DROP = new Path2D('M0 -5 C3 -1 3.6 0.6 3.6 2 A3.6 3.6 0 1 1 -3.6 2 C-3.6 0.6 -3 -1 0 -5 Z');
/** A camera with its lens left open: there are photos of it. */
const CAMERA = new Path2D('M0 2 H3 L4 0 H7 L8 2 H11 V10 H0 Z M5.5 3.6 A2.4 2.4 0 1 0 5.5 8.4 A2.4 2.4 0 1 0 5.5 3.6 Z');
const PHOTO_PX = 14;
const DROP_PX = 9;
const CHIP_PX = 16;
/** Steps in which a chip looks for room further away from what it names, px. */
const AWAY_PX = [6, 16, 30, 46];
/** From this far on a thin line leads from the chip to what it names, px. */
const LED_FROM_PX = 16;

/** The mark of each thing found, on a small ground of its own beside it: what leaks first, where room is short. */
export function paintMarks(p: Painting, marks: readonly Mark[], labels: LabelPlacer): void {
  const { ctx, view } = p;
  for (const mark of marks) {
    if (mark.feature.path.length > 1 || mark.feature.kind === 'leak') continue;
    const [x, y] = toScreen(view, mark.x, mark.y);
    const r = radiusPx(mark, view.scale);
    labels.reserve({ x: x - r, y: y - r, width: 2 * r, height: 2 * r });
    paintPoint(p, mark, x, y);
  }
  ctx.font = `600 12px ${FONT}`;
  ctx.textBaseline = 'middle';
  ctx.textAlign = 'left';
  for (const mark of [...marks].sort((a, b) => b.drops - a.drops)) paintChipFor(p, mark, labels);
}

function paintChipFor(p: Painting, mark: Mark, labels: LabelPlacer): void {
  const { ctx, view, layout } = p;
  const placed = layout.byId.get(mark.feature.faceId)!;
  const width = ctx.measureText(mark.label).width + mark.drops * DROP_PX + (mark.hasPhoto ? PHOTO_PX : 0) + 7;
  // the lowest point is where water shows; else any point of it will do
  const anchors = [[mark.x, mark.y] as const, ...mark.feature.path.map((point) => toSheet(placed, point))]
    .map(([x, y]) => toScreen(view, x, y))
    .filter(([x, y]) => !isOffCanvas(p, x, y));
  for (const away of AWAY_PX)
    for (const [x, y] of anchors) {
      const box = labels.place(around(x, y, width, away));
      if (!box) continue;
      if (away >= LED_FROM_PX) leadFrom(p, box, x, y);
      return paintChip(p, mark, box);
    }
}

function around(x: number, y: number, width: number, away: number): Box[] {
  const [right, left, middle] = [x + away, x - away - width, x - width / 2];
  const [level, up, down] = [y - CHIP_PX / 2, y - away - CHIP_PX, y + away];
  return [
    [right, level],
    [left, level],
    [right, up],
    [left, up],
    [middle, up],
    [right, down],
    [left, down],
    [middle, down],
  ].map(([bx, by]) => ({ x: bx!, y: by!, width, height: CHIP_PX }));
}

function leadFrom({ ctx, palette }: Painting, box: Box, x: number, y: number): void {
  ctx.strokeStyle = palette.soft;
  ctx.lineWidth = 1;
  ctx.beginPath();
  ctx.moveTo(x, y);
  ctx.lineTo(Math.min(box.x + box.width, Math.max(box.x, x)), Math.min(box.y + box.height, Math.max(box.y, y)));
  ctx.stroke();
}

function paintChip({ ctx, palette }: Painting, { label, drops, colour, hasPhoto }: Mark, box: Box): void {
  paintLabelGround(ctx, box, palette.raised);
  ctx.fillStyle = palette[colour];
  paintDrops(ctx, box.x, box.y + 8, drops);
  ctx.fillText(label, box.x + 3 + drops * DROP_PX, box.y + 8.5);
  if (!hasPhoto) return;
  ctx.translate(box.x + box.width - PHOTO_PX + 1, box.y + 3);
  ctx.fill(CAMERA, 'evenodd');
  ctx.translate(-(box.x + box.width - PHOTO_PX + 1), -(box.y + 3));
}

function paintDrops(ctx: Painting['ctx'], x: number, y: number, drops: number): void {
  for (let i = 0; i < drops; i++) {
    ctx.translate(x + 6 + i * DROP_PX, y);
    ctx.fill(DROP);
    ctx.translate(-(x + 6 + i * DROP_PX), -y);
  }
}

/** Far off, each face tells how many things were found on it, and by a drop that some of them let water in. */
export function paintCounts(p: Painting, visible: readonly FaceShape[], labels: LabelPlacer): void {
  const { ctx, view, palette } = p;
  const found = new Map<string, { n: number; leaking: number }>();
  for (const { feature, colour } of p.scene.marks) {
    const { n, leaking } = found.get(feature.faceId) ?? { n: 0, leaking: 0 };
    found.set(feature.faceId, { n: n + 1, leaking: leaking + Number(colour === 'iron') });
  }
  ctx.font = `600 12px ${FONT}`;
  ctx.textBaseline = 'middle';
  ctx.textAlign = 'left';
  for (const { placed } of visible) {
    const { n, leaking } = found.get(placed.face.id) ?? { n: 0, leaking: 0 };
    if (n === 0) continue;
    const text = leaking > 0 && leaking < n ? `${leaking} / ${n}` : String(n);
    const width = ctx.measureText(text).width + (leaking > 0 ? DROP_PX : 0) + 7;
    const [x, y] = toScreen(view, placed.x + placed.width / 2, (placed.top + placed.bottom) / 2);
    const box = labels.place([{ x: x - width / 2, y: y - CHIP_PX / 2, width, height: CHIP_PX }]);
    if (!box) continue;
    paintLabelGround(ctx, box, palette.raised);
    ctx.fillStyle = leaking > 0 ? palette.iron : palette.ink;
    paintDrops(ctx, box.x, box.y + 8, leaking > 0 ? 1 : 0);
    ctx.fillText(text, box.x + 3 + (leaking > 0 ? DROP_PX : 0), box.y + 8.5);
  }
}

function radiusPx({ feature }: Mark, scale: number): number {
  return Math.max(5, ((feature.diameterMm ?? 0) / 2000) * scale);
}

/** Holes and what sits in them: a pipe is a crossed circle, a drain a barred one, a tie hole a diamond, a fixing a square. */
function paintPoint({ ctx, view, palette }: Painting, mark: Mark, x: number, y: number): void {
  const { feature, colour } = mark;
  const r = radiusPx(mark, view.scale);
  ctx.strokeStyle = palette[colour];
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
