import { WallAges } from '../programme/index.js';
import type { SiteState } from '../site-log/index.js';
import type { PlacingOptions } from './programme-job.js';
import type { WorkItem } from './work-items.js';

/** A coat that must not be walked on yet, nor have dust made beside it. */
export interface FreshCoat {
  workItemId: string;
  /** ms since 1970, UTC */ untilMs: number;
}

/** The uppermost coats of a job that are fresh at `nowMs` by what the log says of them, each at the temperature of its own wall. */
export function freshCoats(
  workItems: readonly WorkItem[],
  { done }: Pick<SiteState, 'done'>,
  { nowMs, temperatureC, wallsC }: Pick<PlacingOptions, 'nowMs' | 'temperatureC' | 'wallsC'>,
): FreshCoat[] {
  const ages = new WallAges({
    temperaturesC: [temperatureC],
    temperaturesFromMs: nowMs,
    ...(wallsC ? { temperaturesOfChain: wallsC } : {}),
  });
  /** by face and strip: what lies beneath another fresh coat is not walked on anyway */
  const fresh = new Map<string, FreshCoat>();
  for (const { id, faceId, zone, room } of workItems) {
    const { finishedAt, lastLaidAt = finishedAt } = done.get(id) ?? {};
    if (finishedAt === undefined || lastLaidAt === undefined || room?.freshH === undefined) continue;
    const untilMs = ages.after(lastLaidAt, room.freshH, room.referenceC ?? 20, faceId);
    const place = JSON.stringify([faceId, zone?.no]);
    if (untilMs > Math.max(nowMs, fresh.get(place)?.untilMs ?? -Infinity)) fresh.set(place, { workItemId: id, untilMs });
  }
  return [...fresh.values()].sort((a, b) => a.untilMs - b.untilMs);
}
