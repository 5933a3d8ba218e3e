import type { WaterLevel } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import type { Box, LabelPlacer } from './labels';
import { FONT, MARKS_FROM_SCALE, type Painting } from './painting';
import { STAFF_PX, toScreen } from './view';

export interface WaterLine {
  level: WaterLevel;
  isGoverning: boolean;
  y: number;
}

const TAG_PX = 18;
/** Of the width in view that one tag may take. */
const NAME_SHARE = 0.6;

/** Every known level as a line across the sheet; the governing one is drawn through and heavy, the others dashed. Governing ones come first. */
export function paintWaterLines({ ctx, view, size, palette, model }: Painting): WaterLine[] {
  const governing = new Set(model.waterBodies.map((body) => body.governingLevelId));
  const latestDip = new Map<string, string>();
  for (const level of [...model.waterLevels].sort((a, b) => Date.parse(a.at) - Date.parse(b.at)))
    if (level.kind === 'dip' || level.kind === 'logger' || level.kind === 'tide') latestDip.set(level.waterBodyId, level.id);
  const lines = model.waterLevels
    .filter(
      (level) =>
        governing.has(level.id) ||
        level.kind === 'flood' ||
        level.kind === 'seasonal-high' ||
        latestDip.get(level.waterBodyId) === level.id,
    )
    .map((level) => ({ level, isGoverning: governing.has(level.id), y: toScreen(view, 0, level.levelM)[1] }))
    .filter(({ y }) => y >= 0 && y <= size.height)
    .sort((a, b) => Number(b.isGoverning) - Number(a.isGoverning));
  ctx.strokeStyle = palette.water;
  for (const { isGoverning, y } of lines) {
    ctx.lineWidth = isGoverning ? 2.25 : 1;
    ctx.setLineDash(isGoverning ? [] : [5, 4]);
    ctx.beginPath();
    ctx.moveTo(0, y);
    ctx.lineTo(size.width, y);
    ctx.stroke();
  }
  ctx.setLineDash([]);
  return lines;
}

/** Each water's name as a tag at the edge, sitting on its own line with a ground of its own; tags of close levels stand side by side. */
export function paintWaterNames(
  { ctx, view, size, margin, palette, model, units }: Painting,
  lines: readonly WaterLine[],
  labels: LabelPlacer,
): void {
  const right = size.width - margin.width - 6;
  const room = right - margin.width - STAFF_PX;
  ctx.textAlign = 'left';
  ctx.textBaseline = 'middle';
  for (const { level, isGoverning, y } of lines) {
    const own = `${t(`level-kind.${level.kind}`)} ${formatQuantity(level.levelM, 'm', units)}`;
    const body = model.waterBodies.length > 1 ? model.waterBodies.find((b) => b.id === level.waterBodyId)?.name : undefined;
    ctx.font = `${isGoverning ? 700 : 500} 12px ${FONT}`;
    const sign = isGoverning ? '▼ ' : '';
    const whole = `${sign}${body ? `${body} · ` : ''}${own}`;
    // far off, or where there is little room, which water it is can be read on the slate
    const isRoomy = view.scale >= MARKS_FROM_SCALE && ctx.measureText(whole).width < room * NAME_SHARE;
    const texts = [...(isRoomy ? [whole] : []), `${sign}${own}`];
    const tag = firstPlaced(texts, (text) => placeTag(ctx.measureText(text).width + 10, y, { right, room }, labels));
    if (!tag) continue;
    const { text, box } = tag;
    ctx.fillStyle = palette.paper;
    ctx.fillRect(box.x, box.y, box.width, box.height);
    ctx.strokeStyle = palette.water;
    ctx.lineWidth = 1;
    ctx.strokeRect(box.x + 0.5, box.y + 0.5, box.width - 1, box.height - 1);
    ctx.fillStyle = palette.water;
    ctx.fillText(text, box.x + 5, y + 0.5);
  }
}

/** On its own line, at the edge or beside the tags that stand there already; never under the staff. */
function placeTag(width: number, y: number, { right, room }: { right: number; room: number }, labels: LabelPlacer): Box | undefined {
  const places = [right - width, right - 8 - 2 * width, right - 16 - 3 * width].filter((x) => x > right - room);
  return labels.place(places.map((x) => ({ x, y: y - TAG_PX / 2, width, height: TAG_PX })));
}

/** The shorter text stands in where the whole finds no room. */
function firstPlaced(texts: readonly string[], place: (text: string) => Box | undefined): { text: string; box: Box } | undefined {
  for (const text of texts) {
    const box = place(text);
    if (box) return { text, box };
  }
  return undefined;
}
