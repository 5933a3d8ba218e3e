import { type InputOf, runCalculator } from '../fields/index.js';
import { type Face, type Feature, extentOf, levelRange } from '../jobs/index.js';
import { BACKINGS, type Backing, type LeaksOnWalls, flowLPerH, footOf, leaksOnWalls } from './leaks-on-walls.js';
import { sealingOrder } from './sealing-order.js';
import { widthM } from './wall-runs.js';

/** Cells along the longest side of one wall: as fine as it takes for orders to stay as they are, and the same wherever an order is shown. */
const CELLS = 20;
/** and no more than this along all of them */
const MOST_CELLS = 100;
/** Behind a wall until somebody says otherwise; common practice, no source. */
export const USUAL_BACKING: Backing['id'] = 'sand';

/** What `sealing-order` is asked for the leaks of walls side by side, left to right, by the water that stands against them, m. */
export function stoppingInput(
  walls: readonly Face[],
  { leaks }: Pick<LeaksOnWalls, 'leaks'>,
  waterLevelM: number,
  backingId: Backing['id'] = USUAL_BACKING,
): InputOf<(typeof sealingOrder)['fields']> {
  const bottomLevelM = footOf(walls);
  const tops = walls.map((wall) => {
    const { minV, maxV } = extentOf(wall.outline);
    return levelRange(wall).bottomM - bottomLevelM + maxV - minV;
  });
  const widths = walls.map(widthM);
  const [faceWidthM, faceHeightM] = [widths.reduce((sum, m) => sum + m, 0), Math.max(...tops)];
  const { transmissivityM2S, sourceConductanceM2S } = BACKINGS.find(({ id }) => id === backingId)!;
  return {
    ...{ leaks, faceWidthM, faceHeightM, waterLevelM, bottomLevelM },
    // each wall is fed as it would be alone
    wallBacking: { transmissivityM2S, sourceConductanceM2S: sourceConductanceM2S * walls.length },
    cellM: Math.max(Math.max(...widths, faceHeightM) / CELLS, faceWidthM / MOST_CELLS),
  };
}

/**
 * Ids of the running leaks of walls side by side, first to be stopped first, as `sealing-order` has them. Those that the water does not
 * feed, or all where nobody knows how high it stands, come by their flow: towards the strongest, which is left for last (common practice).
 */
export function stoppingOrder(walls: readonly Face[], features: readonly Feature[], waterLevelM: number | undefined): string[] {
  const ids = new Set(walls.map(({ id }) => id));
  const byFlow = features
    .flatMap((feature) => {
      const flow = ids.has(feature.faceId) ? flowLPerH(feature) : undefined;
      return flow ? [{ id: feature.id, ...flow }] : [];
    })
    .sort((a, b) => a.lPerH - b.lPerH || (a.id < b.id ? -1 : 1))
    .map(({ id }) => id);
  if (waterLevelM === undefined || byFlow.length < 2) return byFlow;
  const fed = leaksOnWalls(walls, features, waterLevelM);
  if (fed.leaks.length < 2) return byFlow;
  const solved = runCalculator(sealingOrder, stoppingInput(walls, fed, waterLevelM));
  if (!solved.ok) return byFlow;
  const { order } = solved.value;
  return [...byFlow.filter((id) => !order.includes(id)), ...order];
}
