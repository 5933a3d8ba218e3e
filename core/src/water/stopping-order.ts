import { type InputOf, runCalculator } from '../fields/index.js';
import { type Face, type Feature, extentOf, levelRange } from '../jobs/index.js';
import { BACKINGS, type Backing, type LeaksOnFace, flowLPerH, leaksOnFace } from './leaks-on-face.js';
import { sealingOrder } from './sealing-order.js';

/** Cells along the longer side: as fine as it takes for orders to stay as they are, and the same wherever an order is shown. */
const CELLS = 20;
/** Behind a wall until somebody says otherwise; common practice, no source. */
export const USUAL_BACKING: Backing['id'] = 'sand';

/** What `sealing-order` is asked for the leaks of a face, by the water that stands against it, m. */
export function stoppingInput(
  face: Face,
  { leaks }: Pick<LeaksOnFace, 'leaks'>,
  waterLevelM: number,
  backingId: Backing['id'] = USUAL_BACKING,
): InputOf<(typeof sealingOrder)['fields']> {
  const { minU, maxU, minV, maxV } = extentOf(face.outline);
  const [faceWidthM, faceHeightM] = [maxU - minU, maxV - minV];
  const { transmissivityM2S, sourceConductanceM2S } = BACKINGS.find(({ id }) => id === backingId)!;
  return {
    ...{ leaks, faceWidthM, faceHeightM, waterLevelM, bottomLevelM: levelRange(face).bottomM },
    wallBacking: { transmissivityM2S, sourceConductanceM2S },
    cellM: Math.max(faceWidthM, faceHeightM) / CELLS,
  };
}

/**
 * Ids of the running leaks of a face, first to be stopped first, as `sealing-order` has them. Those that the water does not feed, or
 * all where nobody knows how high it stands, come by their flow: towards the strongest, which is left for last (common practice).
 */
export function stoppingOrder(face: Face, features: readonly Feature[], waterLevelM: number | undefined): string[] {
  const byFlow = features
    .flatMap((feature) => {
      const flow = feature.faceId === face.id ? flowLPerH(feature) : undefined;
      return flow ? [{ id: feature.id, ...flow }] : [];
    })
    .sort((a, b) => a.lPerH - b.lPerH || (a.id < b.id ? -1 : 1))
    .map(({ id }) => id);
  if (waterLevelM === undefined || byFlow.length < 2) return byFlow;
  const fed = leaksOnFace(face, features, waterLevelM);
  if (fed.leaks.length < 2) return byFlow;
  const solved = runCalculator(sealingOrder, stoppingInput(face, fed, waterLevelM));
  if (!solved.ok) return byFlow;
  const { order } = solved.value;
  return [...byFlow.filter((id) => !order.includes(id)), ...order];
}
