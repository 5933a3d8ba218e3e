import { netAreaM2 } from '@caulkhorn/core/jobs';
import { pressureKPa } from '@caulkhorn/core/physics';
import { FRESH_WATER_KG_M3 } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { paintLabelGround } from './label-ground';
import type { LabelPlacer } from './labels';
import type { PlacedFace } from './layout';
import { FONT, type Painting } from './painting';
import type { FaceShape } from './scene';
import { STAFF_PX, toScreen } from './view';

const STAMP_PX = 20;
/** of a plate, and of a face too narrow for a whole one */
const SMALL_PX = 15;
const ABOVE_PX = 5;
const LEAN_PX = 34;

/** A face's mark is a stamp of its own, dark with a light letter: no thing found on a face looks like it. */
export function paintFaceMark(p: Painting, placed: PlacedFace, labels: LabelPlacer): void {
  const { ctx, palette } = p;
  const at = stampOf(p, placed);
  if (!at || !labels.place([{ ...at, height: at.height + 1 }])) return;
  ctx.fillStyle = palette.ink;
  ctx.fillRect(at.x, at.y, at.width, at.height);
  ctx.fillStyle = palette.paper;
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  ctx.font = stampFont(at.height <= SMALL_PX);
  ctx.fillText(placed.face.mark, at.x + at.width / 2, at.y + at.height / 2 + 0.5);
  ctx.textAlign = 'left';
}

const stampFont = (isSmall: boolean) => `700 ${isSmall ? 11 : 14}px ${FONT}`;

/** Where a face's stamp stands: over its upper left corner, or the edge of the screen while the face runs out of it; on a plate itself. */
function stampOf(p: Painting, placed: PlacedFace): { x: number; y: number; width: number; height: number } | undefined {
  const { ctx, view, margin } = p;
  const [left, top] = toScreen(view, placed.x, placed.top);
  const right = left + placed.width * view.scale;
  const heightPx = (placed.top - placed.bottom) * view.scaleY;
  const isSmall = placed.as === 'plate' || placed.width * view.scale < STAMP_PX + 2;
  const height = isSmall ? SMALL_PX : STAMP_PX;
  ctx.font = stampFont(isSmall);
  const width = Math.max(height, ctx.measureText(placed.face.mark).width + (isSmall ? 4 : 8));
  const edge = margin.width + STAFF_PX + 4;
  const x = left < edge && right > edge + width ? edge : left;
  if (placed.as !== 'plate') return right - x < width ? undefined : { x, y: top - height - ABOVE_PX, width, height };
  if (heightPx < height || right - x < width + 16) return undefined;
  return { x: x + 12, y: top + (heightPx - height) / 2, width, height };
}

/** Name, kind of wall and area beside the stamp, as much of it as there is room for; nothing is cut in the middle of a word. */
export function paintFaceName(p: Painting, placed: PlacedFace, labels: LabelPlacer): void {
  const { ctx, view, size, margin, palette, units } = p;
  const stamp = stampOf(p, placed);
  if (!stamp) return;
  const { face } = placed;
  // a plate leans away from its right end
  const end = toScreen(view, placed.x + placed.width, 0)[0] - (placed.as === 'plate' ? LEAN_PX : 0);
  const right = Math.min(end, size.width - margin.width);
  const name = placed.as === 'lining' ? `${face.name} ${t('sheet.unrolled')}` : face.name;
  const more = [name, t(`substrate.${face.substrate}`), formatQuantity(netAreaM2(face), 'm²', units)];
  ctx.textAlign = 'left';
  ctx.textBaseline = 'middle';
  ctx.font = `500 13px ${FONT}`;
  const x = stamp.x + stamp.width + 4;
  for (let parts = more.length; parts > 0; parts--) {
    const text = more.slice(0, parts).join(' · ');
    const width = ctx.measureText(text).width + 8;
    if (x + width > right) continue;
    const box = labels.place([{ x, y: stamp.y, width, height: stamp.height }]);
    if (!box) continue;
    paintLabelGround(ctx, box, placed.as === 'plate' ? palette.raised : palette.paper);
    ctx.fillStyle = palette.ink;
    return ctx.fillText(text, x + 4, stamp.y + stamp.height / 2 + 0.5);
  }
}

/** Head and pressure at whole metres, at the right edge of a wall. */
export function paintContourLabels(p: Painting, { placed, waterM, densityKgM3 = FRESH_WATER_KG_M3 }: FaceShape, labels: LabelPlacer): void {
  const { ctx, view, margin, palette, units } = p;
  if (waterM === undefined || placed.as !== 'upright' || placed.width * view.scale < 90) return;
  ctx.font = `500 11px ${FONT}`;
  ctx.textAlign = 'right';
  ctx.textBaseline = 'alphabetic';
  for (let headM = 1; waterM - headM > placed.bottom; headM++) {
    const [x, y] = toScreen(view, placed.x + placed.width, waterM - headM);
    const text = `${formatQuantity(headM, 'm', units)} · ${formatQuantity(pressureKPa(headM, densityKgM3), 'kPa', units)}`;
    const width = ctx.measureText(text).width + 6;
    const isUnderStaff = x - width - 5 < margin.width + STAFF_PX;
    const box = isUnderStaff ? undefined : labels.place([{ x: x - width - 5, y: y - 8, width, height: 15 }]);
    if (!box) continue;
    paintLabelGround(ctx, box, palette.raised);
    ctx.fillStyle = palette.water;
    ctx.fillText(text, box.x + box.width - 3, y + 3.5);
  }
  ctx.textAlign = 'left';
}
