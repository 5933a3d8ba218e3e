import { toSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatNumber, formatQuantity } from '../shared/numbers';
import type { LabelPlacer } from './labels';
import { FONT, type Painting } from './painting';
import { STAFF_PX, fromScreen, toScreen } from './view';

/** Every known level as a line across the sheet; the governing one is drawn through and heavy, the others dashed. */
export function paintWaterLines(p: Painting, labels: LabelPlacer): void {
  const { ctx, view, size, palette, model, units } = p;
  const governing = new Set(model.waterBodies.map((body) => body.governingLevelId));
  const latestDip = new Map<string, string>();
  for (const level of [...model.waterLevels].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)))
    if (level.kind === 'dip' || level.kind === 'logger') latestDip.set(level.waterBodyId, level.id);
  const shown = model.waterLevels.filter(
    (level) =>
      governing.has(level.id) || level.kind === 'flood' || level.kind === 'seasonal-high' || latestDip.get(level.waterBodyId) === level.id,
  );
  ctx.textAlign = 'right';
  ctx.textBaseline = 'alphabetic';
  for (const level of shown.sort((a, b) => Number(governing.has(b.id)) - Number(governing.has(a.id)))) {
    const isGoverning = governing.has(level.id);
    const [, y] = toScreen(view, 0, level.levelM);
    if (y < 0 || y > size.height) continue;
    ctx.strokeStyle = palette.water;
    ctx.lineWidth = isGoverning ? 2.25 : 1;
    ctx.setLineDash(isGoverning ? [] : [5, 4]);
    ctx.beginPath();
    ctx.moveTo(STAFF_PX, y);
    ctx.lineTo(size.width, y);
    ctx.stroke();
    const body = model.waterBodies.length > 1 ? `${model.waterBodies.find((b) => b.id === level.waterBodyId)?.name ?? ''} · ` : '';
    const text = `${isGoverning ? '▼ ' : ''}${body}${t(`level-kind.${level.kind}`)} ${formatQuantity(level.levelM, 'm', units)}`;
    ctx.font = `${isGoverning ? 700 : 500} 12px ${FONT}`;
    const width = ctx.measureText(text).width + 8;
    const at = (y0: number) => ({ x: size.width - 8 - width, y: y0, width, height: 16 });
    const box = labels.place([
      at(y - 18),
      at(y + 3),
      { ...at(y - 18), x: size.width - 16 - 2 * width },
      { ...at(y + 3), x: size.width - 16 - 2 * width },
    ]);
    if (!box) continue;
    ctx.globalAlpha = 0.85;
    ctx.fillStyle = palette.paper;
    ctx.fillRect(box.x, box.y, box.width, box.height);
    ctx.globalAlpha = 1;
    ctx.fillStyle = palette.water;
    ctx.fillText(text, box.x + box.width - 4, box.y + 12.5);
  }
  ctx.setLineDash([]);
  ctx.textAlign = 'left';
}

/** The level staff: alternating half metres, figures every metre (every five when far away). */
export function paintStaff({ ctx, view, size, palette, units }: Painting): void {
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
    ctx.fillText(value === 0 ? '±0' : `${value > 0 ? '+' : ''}${formatNumber(value, 0)}`, x - 5, y);
  }
  ctx.textAlign = 'left';
  ctx.fillText(toSystem(1, 'm', units).unit, 4, 10);
  const stretch = view.scaleY / view.scale;
  if (stretch > 1.05) {
    ctx.fillStyle = palette.soft;
    ctx.textBaseline = 'alphabetic';
    ctx.fillText(t('sheet.stretched', { times: formatNumber(stretch, 1) }), STAFF_PX + 8, 14);
  }
}
