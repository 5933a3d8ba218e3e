import { type JobModel, leaks } from '@caulkhorn/core/jobs';
import { waterOn } from '@caulkhorn/core/water';
import { type PlacedFace, type SheetLayout, toSheet } from './layout';
import type { Palette } from './palette';
import { FONT } from './painting';
import type { Size } from './view';

/** Room at both ends, and above for the marks of the faces, px. */
const EDGE_PX = 14;
const MARKS_PX = 15;
const FOOT_PX = 5;
/** A mark of its own needs so much of the line, px. */
const MARK_PX = 13;
const DOT_PX = 3.2;

/** The whole walk on one thin line. */
export interface Walk {
  layout: SheetLayout;
  model: JobModel;
  /** faces with work within a day */ due: ReadonlySet<string>;
  /** faces nobody has looked over */ unseen: ReadonlySet<string>;
}

/** Where on the line, px, a place of the walk lies, and back. */
export interface WalkScale {
  toPx(xM: number): number;
  toM(px: number): number;
}

export function walkScale({ bounds }: SheetLayout, width: number): WalkScale {
  const perM = Math.max(1e-6, (width - 2 * EDGE_PX) / (bounds.maxX - bounds.minX));
  return { toPx: (xM) => EDGE_PX + (xM - bounds.minX) * perM, toM: (px) => bounds.minX + (px - EDGE_PX) / perM };
}

/** Faces at their level with the water across, a drop for what runs, a square for what is due, a ring for what nobody has seen. */
export function paintWalk(ctx: CanvasRenderingContext2D, { layout, model, due, unseen }: Walk, size: Size, palette: Palette): void {
  const { minY, maxY } = layout.bounds;
  const { toPx } = walkScale(layout, size.width);
  const perM = (size.height - MARKS_PX - FOOT_PX) / Math.max(0.1, maxY - minY);
  const toY = (levelM: number) => MARKS_PX + (maxY - levelM) * perM;
  ctx.clearRect(0, 0, size.width, size.height);
  ctx.lineWidth = 1;
  for (const placed of layout.faces) {
    const [left, right] = [toPx(placed.x), toPx(placed.x + placed.width)];
    const [top, bottom] = [toY(placed.top), toY(placed.bottom)];
    ctx.fillStyle = palette.raised;
    ctx.fillRect(left, top, right - left, bottom - top);
    const waterM = waterOn(placed.face, model)?.level.levelM;
    if (waterM !== undefined && waterM > placed.bottom) {
      const wet = placed.as === 'upright' ? Math.max(top, toY(waterM)) : top;
      ctx.globalAlpha = 0.3;
      ctx.fillStyle = palette.water;
      ctx.fillRect(left, wet, right - left, bottom - wet);
      ctx.globalAlpha = 1;
    }
    ctx.strokeStyle = palette.ink;
    if (right - left > 3) ctx.strokeRect(left + 0.5, top + 0.5, right - left - 1, Math.max(1, bottom - top - 1));
  }
  ctx.strokeStyle = palette.water;
  ctx.lineWidth = 1.5;
  ctx.beginPath();
  for (const levelM of governingLevels(model)) {
    ctx.moveTo(EDGE_PX - 6, toY(levelM));
    ctx.lineTo(size.width - EDGE_PX + 6, toY(levelM));
  }
  ctx.stroke();
  for (const placed of layout.faces) paintSigns(ctx, placed, { due, unseen, palette, toPx, toY });
  ctx.fillStyle = palette.iron;
  for (const feature of model.features) {
    const placed = leaks(feature) ? layout.byId.get(feature.faceId) : undefined;
    if (!placed) continue;
    const [x, y] = toSheet(placed, feature.path[0]!);
    ctx.beginPath();
    ctx.arc(toPx(x), toY(y), DOT_PX, 0, 2 * Math.PI);
    ctx.fill();
  }
}

function governingLevels({ waterBodies, waterLevels }: JobModel): number[] {
  const governing = new Set(waterBodies.map(({ governingLevelId }) => governingLevelId));
  return waterLevels.filter(({ id }) => governing.has(id)).map(({ levelM }) => levelM);
}

function paintSigns(
  ctx: CanvasRenderingContext2D,
  placed: PlacedFace,
  by: Pick<Walk, 'due' | 'unseen'> & { palette: Palette; toPx(xM: number): number; toY(levelM: number): number },
): void {
  const [left, right] = [by.toPx(placed.x), by.toPx(placed.x + placed.width)];
  const middle = (left + right) / 2;
  const { mark, id } = placed.face;
  // under its walls a floor has no room for its letter
  if (placed.as !== 'plate') {
    ctx.font = `700 11px ${FONT}`;
    ctx.textAlign = 'center';
    ctx.textBaseline = 'alphabetic';
    const width = ctx.measureText(mark).width + 4;
    if (right - left > Math.max(MARK_PX, width)) {
      // no water line runs through a letter
      ctx.fillStyle = by.palette.raised;
      ctx.fillRect(middle - width / 2, by.toY(placed.top) - 13, width, 12);
      ctx.fillStyle = by.palette.ink;
      ctx.fillText(mark, middle, by.toY(placed.top) - 3.5);
    }
  }
  const y = by.toY(placed.bottom) - (placed.as === 'plate' ? 0 : 5);
  const x = Math.min(right - 5, left + 7);
  ctx.fillStyle = ctx.strokeStyle = by.palette.ochre;
  if (by.due.has(id)) ctx.fillRect(x - DOT_PX, y - DOT_PX, 2 * DOT_PX, 2 * DOT_PX);
  else if (by.unseen.has(id)) {
    ctx.lineWidth = 1.75;
    ctx.beginPath();
    ctx.arc(x, y, DOT_PX - 0.5, 0, 2 * Math.PI);
    ctx.stroke();
  }
}
