import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { paintLabelGround } from './label-ground';
import type { LabelPlacer } from './labels';
import { FONT, type Painting } from './painting';
import { toScreen } from './view';

/** Every known level as a line across the sheet; the governing one is drawn through and heavy, the others dashed. */
export function paintWaterLines(p: Painting, labels: LabelPlacer): void {
  const { ctx, view, size, margin, palette, model, units } = p;
  const right = size.width - margin.width;
  const governing = new Set(model.waterBodies.map((body) => body.governingLevelId));
  const latestDip = new Map<string, string>();
  for (const level of [...model.waterLevels].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)))
    if (level.kind === 'dip' || level.kind === 'logger' || level.kind === 'tide') latestDip.set(level.waterBodyId, level.id);
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
    ctx.moveTo(0, y);
    ctx.lineTo(size.width, y);
    ctx.stroke();
    const body = model.waterBodies.length > 1 ? `${model.waterBodies.find((b) => b.id === level.waterBodyId)?.name ?? ''} · ` : '';
    const text = `${isGoverning ? '▼ ' : ''}${body}${t(`level-kind.${level.kind}`)} ${formatQuantity(level.levelM, 'm', units)}`;
    ctx.font = `${isGoverning ? 700 : 500} 12px ${FONT}`;
    const width = ctx.measureText(text).width + 8;
    const at = (y0: number) => ({ x: right - 8 - width, y: y0, width, height: 16 });
    const box = labels.place([
      at(y - 18),
      at(y + 3),
      { ...at(y - 18), x: right - 16 - 2 * width },
      { ...at(y + 3), x: right - 16 - 2 * width },
    ]);
    if (!box) continue;
    paintLabelGround(ctx, box, palette.paper);
    ctx.fillStyle = palette.water;
    ctx.fillText(text, box.x + box.width - 4, box.y + 12.5);
  }
  ctx.setLineDash([]);
  ctx.textAlign = 'left';
}
