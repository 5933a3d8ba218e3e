import { FEATURE_SPECS, type Feature } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { toSystem } from '@caulkhorn/core/quantities';
import { paintLabelGround } from './label-ground';
import { toSheet } from './layout';
import { FONT, type Overlay, type ShownForce } from './painting';
import { STAFF_PX, fromScreen, toScreen } from './view';

/** What changes with every move of the pointer, over the picture: what is chosen, what is being drawn, the level staff. */
export function paintOverlay(p: Overlay): void {
  paintSelection(p);
  for (const force of p.forces) paintForce(p, force);
  if (p.places) paintPlaces(p, p.places);
  if (p.draft) paintDraft(p);
  if (p.pointer) paintAim(p, p.pointer);
  if (p.layout.hasLevels) paintStaff(p);
}

/** how far the brackets stand off, and how long their arms are, px */
const OFF_PX = 4;
const ARM_PX = 18;

/** What is chosen stands in brackets at its four corners: nothing that is written on it is crossed by them. */
function paintChosenFace({ ctx, view, layout, palette }: Overlay, faceId: string): void {
  const placed = layout.byId.get(faceId);
  if (!placed) return;
  const [left, top] = toScreen(view, placed.x, placed.top);
  const [right, bottom] = toScreen(view, placed.x + placed.width, placed.bottom);
  const arm = { x: Math.min(ARM_PX, (right - left) / 3), y: Math.min(ARM_PX, (bottom - top) / 3) };
  ctx.strokeStyle = palette.water;
  ctx.lineWidth = 4;
  ctx.lineJoin = 'miter';
  ctx.lineCap = 'butt';
  ctx.beginPath();
  for (const [x, inX] of [
    [left - OFF_PX, 1],
    [right + OFF_PX, -1],
  ] as const)
    for (const [y, inY] of [
      [top - OFF_PX, 1],
      [bottom + OFF_PX, -1],
    ] as const) {
      ctx.moveTo(x + inX * arm.x, y);
      ctx.lineTo(x, y);
      ctx.lineTo(x, y + inY * arm.y);
    }
  ctx.stroke();
}

function paintSelection(p: Overlay): void {
  const { selected, also, model } = p;
  if (selected?.kind === 'face') return paintChosenFace(p, selected.id);
  if (selected?.kind !== 'feature') return;
  const chosen = new Set([selected.id, ...also]);
  for (const feature of model.features) if (chosen.has(feature.id)) paintChosenFeature(p, feature);
}

function paintChosenFeature({ ctx, view, palette, layout }: Overlay, feature: Feature): void {
  const placed = layout.byId.get(feature.faceId);
  if (!placed) return;
  const points = feature.path.map((point) => toScreen(view, ...toSheet(placed, point)));
  ctx.strokeStyle = palette.water;
  ctx.fillStyle = palette.raised;
  ctx.globalAlpha = 0.35;
  ctx.lineWidth = 12;
  ctx.lineJoin = ctx.lineCap = 'round';
  ctx.beginPath();
  points.forEach(([x, y], i) => (i === 0 ? ctx.moveTo(x, y) : ctx.lineTo(x, y)));
  if (FEATURE_SPECS[feature.kind].shape === 'area') ctx.closePath();
  if (points.length === 1) ctx.arc(points[0]![0], points[0]![1], 12, 0, 2 * Math.PI);
  ctx.stroke();
  ctx.globalAlpha = 1;
  ctx.lineWidth = 2;
  for (const [x, y] of points) {
    ctx.beginPath();
    ctx.arc(x, y, 4.5, 0, 2 * Math.PI);
    ctx.fill();
    ctx.stroke();
  }
}

/** The level at which the force acts, across the face, and by the usual sign whether it comes towards the eye (dot) or goes from it (cross). */
function paintForce({ ctx, view, layout, palette }: Overlay, { faceId, levelM, comesOut, text }: ShownForce): void {
  const placed = layout.byId.get(faceId);
  if (!placed) return;
  const [left, y] = toScreen(view, placed.x, levelM);
  const [right] = toScreen(view, placed.x + placed.width, levelM);
  // at the edge, where least else is drawn
  const [x, radius] = [left, 8];
  ctx.strokeStyle = ctx.fillStyle = palette.ink;
  ctx.lineWidth = 2;
  ctx.setLineDash([12, 3, 3, 3]);
  ctx.beginPath();
  ctx.moveTo(left, y);
  ctx.lineTo(right, y);
  ctx.stroke();
  ctx.setLineDash([]);
  ctx.beginPath();
  ctx.arc(x, y, radius, 0, 2 * Math.PI);
  ctx.fillStyle = palette.raised;
  ctx.fill();
  ctx.stroke();
  ctx.fillStyle = palette.ink;
  ctx.beginPath();
  if (comesOut) ctx.arc(x, y, 2.5, 0, 2 * Math.PI);
  else
    for (const way of [1, -1]) {
      ctx.moveTo(x - radius * 0.7, y - way * radius * 0.7);
      ctx.lineTo(x + radius * 0.7, y + way * radius * 0.7);
    }
  if (comesOut) ctx.fill();
  else ctx.stroke();
  ctx.font = `700 12px ${FONT}`;
  ctx.textBaseline = 'middle';
  const box = { x: x + radius + 3, y: y - 9, width: ctx.measureText(text).width + 6, height: 18 };
  // on a narrow face the figure stands on the slate alone
  if (box.x + box.width > right - 12) return;
  paintLabelGround(ctx, box, palette.raised);
  ctx.fillStyle = palette.ink;
  ctx.fillText(text, box.x + 3, y + 0.5);
}

/** Places to go to, numbered in the order of the list beside. */
function paintPlaces({ ctx, view, layout, palette }: Overlay, places: NonNullable<Overlay['places']>): void {
  ctx.font = `700 11px ${FONT}`;
  ctx.textAlign = 'center';
  ctx.textBaseline = 'middle';
  ctx.lineWidth = 2;
  places.forEach(({ faceId, point }, i) => {
    const placed = layout.byId.get(faceId);
    if (!placed) return;
    const [x, y] = toScreen(view, ...toSheet(placed, point));
    ctx.fillStyle = palette.raised;
    ctx.strokeStyle = palette.water;
    ctx.beginPath();
    ctx.arc(x, y, 9, 0, 2 * Math.PI);
    ctx.fill();
    ctx.stroke();
    ctx.fillStyle = palette.ink;
    ctx.fillText(String(i + 1), x, y + 0.5);
  });
  ctx.textAlign = 'left';
}

function paintDraft({ ctx, view, layout, palette, draft }: Overlay): void {
  const placed = layout.byId.get(draft!.faceId);
  if (!placed) return;
  const points = draft!.path.map((point) => toScreen(view, ...toSheet(placed, point)));
  ctx.strokeStyle = ctx.fillStyle = palette.ochre;
  ctx.lineWidth = 2.5;
  ctx.beginPath();
  points.forEach(([x, y], i) => (i === 0 ? ctx.moveTo(x, y) : ctx.lineTo(x, y)));
  ctx.stroke();
  for (const [x, y] of points) ctx.fillRect(x - 4, y - 4, 8, 8);
}

/** Where the next point would be set: a line to it from the last, and a ring where it is drawn to something. */
function paintAim({ ctx, view, layout, palette, draft }: Overlay, { faceId, point, snapped }: NonNullable<Overlay['pointer']>): void {
  const placed = layout.byId.get(faceId);
  if (!placed) return;
  const [x, y] = toScreen(view, ...toSheet(placed, point));
  const last = draft?.faceId === faceId ? draft.path.at(-1) : undefined;
  ctx.strokeStyle = palette.ochre;
  ctx.lineWidth = 1.5;
  if (last) {
    ctx.setLineDash([4, 3]);
    ctx.beginPath();
    ctx.moveTo(...toScreen(view, ...toSheet(placed, last)));
    ctx.lineTo(x, y);
    ctx.stroke();
    ctx.setLineDash([]);
  }
  if (!snapped) return;
  ctx.lineWidth = 2;
  ctx.beginPath();
  ctx.arc(x, y, 7, 0, 2 * Math.PI);
  ctx.stroke();
}

/** Height at the top of the staff that its unit takes, px. */
const UNIT_PX = 18;

/** The level staff: alternating half metres, figures every metre (every five when far away). */
function paintStaff({ ctx, view, size, palette, units }: Overlay): void {
  ctx.fillStyle = palette.paper;
  ctx.fillRect(0, 0, STAFF_PX - 2, size.height);
  const [, lowest] = fromScreen(view, 0, size.height);
  const [, highest] = fromScreen(view, 0, 0);
  const x = STAFF_PX - 14;
  const metresPerUnit = toSystem(1, 'm', units).unit === 'ft' ? 0.3048 : 1;
  const every = [1, 2, 5, 10, 50].find((n) => n * metresPerUnit * view.scaleY >= 22) ?? 100;
  const step = every * metresPerUnit;
  ctx.font = `500 11px ${FONT}`;
  ctx.textAlign = 'right';
  ctx.textBaseline = 'middle';
  for (let i = Math.floor(lowest / step); i * step <= highest; i++) {
    const [, y] = toScreen(view, 0, i * step);
    const half = (step * view.scaleY) / 2;
    ctx.fillStyle = palette.ink;
    ctx.fillRect(x, y - half, 9, half);
    ctx.strokeStyle = palette.ink;
    ctx.lineWidth = 1;
    ctx.strokeRect(x + 0.5, y - 2 * half, 8, 2 * half);
    const value = i * every;
    // under the unit a figure would be half hidden
    if (y > UNIT_PX + 6) ctx.fillText(value === 0 ? '±0' : `${value > 0 ? '+' : ''}${formatNumber(value, 0)}`, x - 5, y);
  }
  ctx.textAlign = 'left';
  ctx.fillStyle = palette.paper;
  ctx.fillRect(0, 0, STAFF_PX - 2, UNIT_PX);
  ctx.fillStyle = palette.ink;
  ctx.fillText(toSystem(1, 'm', units).unit, 4, 10);
  const stretch = view.scaleY / view.scale;
  if (stretch > 1.05) {
    const text = t('sheet.stretched', { times: formatNumber(stretch, 1) });
    paintLabelGround(ctx, { x: STAFF_PX + 4, y: 2, width: ctx.measureText(text).width + 8, height: 16 }, palette.paper);
    ctx.fillStyle = palette.soft;
    ctx.textBaseline = 'middle';
    ctx.fillText(text, STAFF_PX + 8, 10.5);
  }
}
