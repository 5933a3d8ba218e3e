import type { Product } from '../catalogue/index.js';
import type { Face, JobHead } from '../jobs/index.js';
import { type Breach, breachesOf } from '../site-log/index.js';
import { OUTDOORS } from './outdoors.js';
import type { MeasuredWall } from './measured-walls.js';
import type { JobPlan } from './plan-job.js';
import { materialFor } from './supply.js';

/** A product that the air ahead, or the wall as measured, would not let start, with the faces it is planned on. */
export interface ExpectedBreach {
  product: Product;
  breach: Breach;
  faceIds: string[];
}

/** Breaches that the air ahead makes by itself, whatever the wall is now. */
const OF_FORECAST: ReadonlySet<Breach['code']> = new Set(['frost-ahead', 'cold-ahead', 'warm-ahead']);

/**
 * What the sheets say of the work that is still to be laid: by the wall where somebody measured it, and by the coldest and warmest
 * that are expected on the job. Nothing is said where neither is known. Humidity is not forecast: dew is asked at the start.
 */
export function expectedBreaches(
  plan: Pick<JobPlan, 'faces' | 'workItems'>,
  faces: readonly Face[],
  { ahead, walls, isDone }: { ahead: JobHead['ahead']; walls: ReadonlyMap<string, MeasuredWall>; isDone(workItemId: string): boolean },
): ExpectedBreach[] {
  const found = new Map<string, ExpectedBreach>();
  const linesOf = new Map(plan.faces.map(({ faceId, lines }) => [faceId, lines]));
  const nearOf = new Map(faces.map(({ id, near }) => [id, near.kind]));
  for (const item of plan.workItems) {
    const product = isDone(item.id) ? undefined : materialFor(item, linesOf.get(item.faceId) ?? [])?.product;
    const measured = walls.get(item.faceId);
    const surfaceC = measured?.temperatureC ?? ahead?.minC;
    if (!product || product.measure !== 'kg' || surfaceC === undefined) continue;
    const isOutdoors = OUTDOORS.has(nearOf.get(item.faceId)!);
    const breaches = breachesOf(product, {
      ...{ airTemperatureC: surfaceC, surfaceTemperatureC: surfaceC, relativeHumidityPct: 0 },
      ...(ahead ? { coldestAheadC: ahead.minC, ...(isOutdoors ? { warmestAheadC: ahead.maxC } : {}) } : {}),
    });
    // of a wall that nobody measured only what is ahead is told
    for (const breach of breaches.filter(({ code }) => measured !== undefined || OF_FORECAST.has(code))) {
      const key = `${product.id} ${breach.code} ${breach.figure}`;
      const known = found.get(key) ?? { product, breach, faceIds: [] };
      if (!known.faceIds.includes(item.faceId)) known.faceIds.push(item.faceId);
      found.set(key, known);
    }
  }
  return [...found.values()].sort((a, b) => Number(b.breach.isFinal) - Number(a.breach.isFinal));
}
