import type { Reading } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { readingText } from '../words/reading-text';
import { paintLabelGround } from './label-ground';
import type { LabelPlacer } from './labels';
import { FONT, type Painting, isOffCanvas } from './painting';
import type { ReadingMark } from './scene';
import { toScreen } from './view';

/** Readings nearer to each other than this are told together, px. */
const TOGETHER_PX = 38;
const RING_PX = 11;
const TEXT_PX = 15;

interface Cluster {
  x: number;
  y: number;
  readings: Reading[];
}

/** A reading is a small triangle that points at its place; several close together are a ring with their number and their range. */
export function paintReadings(p: Painting, labels: LabelPlacer): void {
  const { ctx } = p;
  ctx.textBaseline = 'middle';
  for (const { x, y, readings } of clustersOf(p)) {
    ctx.font = `600 12px ${FONT}`;
    if (readings.length > 1) paintRing(p, { x, y, readings }, labels);
    else paintArrow(p, x, y);
    paintValue(p, { x, y, readings }, labels);
  }
}

/** Of one face and one kind, first come first served: the picture is the same however often it is painted. */
function clustersOf(p: Painting): Cluster[] {
  const clusters = new Map<string, Cluster[]>();
  const all: Cluster[] = [];
  for (const mark of p.scene.readings) {
    const [x, y] = toScreen(p.view, mark.x, mark.y);
    if (isOffCanvas(p, x, y)) continue;
    const key = keyOf(mark);
    const near = clusters.get(key)?.find((each) => Math.hypot(each.x - x, each.y - y) < TOGETHER_PX);
    if (near) near.readings.push(mark.reading);
    else {
      const cluster = { x, y, readings: [mark.reading] };
      clusters.set(key, [...(clusters.get(key) ?? []), cluster]);
      all.push(cluster);
    }
  }
  return all;
}

const keyOf = ({ reading }: ReadingMark) => `${reading.faceId} ${reading.kind}`;

function paintArrow({ ctx, palette }: Painting, x: number, y: number): void {
  ctx.fillStyle = palette.water;
  ctx.beginPath();
  ctx.moveTo(x, y);
  ctx.lineTo(x - 4, y - 7);
  ctx.lineTo(x + 4, y - 7);
  ctx.fill();
}

function paintRing({ ctx, palette }: Painting, { x, y, readings }: Cluster, labels: LabelPlacer): void {
  labels.reserve({ x: x - RING_PX, y: y - RING_PX, width: 2 * RING_PX, height: 2 * RING_PX });
  ctx.beginPath();
  ctx.arc(x, y, RING_PX, 0, 2 * Math.PI);
  ctx.fillStyle = palette.raised;
  ctx.fill();
  ctx.strokeStyle = ctx.fillStyle = palette.water;
  ctx.lineWidth = 2;
  ctx.stroke();
  ctx.textAlign = 'center';
  ctx.fillText(String(readings.length), x, y + 0.5);
  ctx.textAlign = 'left';
}

function paintValue({ ctx, palette, units }: Painting, { x, y, readings }: Cluster, labels: LabelPlacer): void {
  const away = readings.length > 1 ? RING_PX + 3 : 7;
  const text = readings.length > 1 ? rangeText(readings, units) : readingText(readings[0]!, units);
  ctx.font = `500 11px ${FONT}`;
  const width = ctx.measureText(text).width + 6;
  const box = labels.place([
    { x: x + away, y: y - 8, width, height: TEXT_PX },
    { x: x - away - width, y: y - 8, width, height: TEXT_PX },
    { x: x - width / 2, y: y - away - TEXT_PX - 1, width, height: TEXT_PX },
    { x: x - width / 2, y: y + away, width, height: TEXT_PX },
  ]);
  if (!box) return;
  paintLabelGround(ctx, box, palette.raised);
  ctx.fillStyle = palette.water;
  ctx.fillText(text, box.x + 3, box.y + 8);
}

/** From the lowest to the highest, with the unit once. */
export function rangeText(readings: readonly Reading[], units: UnitSystem): string {
  const sorted = [...readings].sort((a, b) => a.value - b.value);
  const [low, high] = [readingText(sorted[0]!, units), readingText(sorted.at(-1)!, units)];
  if (low === high) return low;
  const [figure, unit] = low.split('\u202f');
  return t('readings.range', { low: high.endsWith(`\u202f${unit}`) ? figure! : low, high });
}
