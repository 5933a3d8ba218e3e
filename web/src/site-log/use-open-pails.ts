import type { Product } from '@caulkhorn/core/catalogue';
import type { MeasuredWall, WorkItem } from '@caulkhorn/core/planning';
import { productOfWork } from '@caulkhorn/core/proof';
import { HOUR_MS } from '@caulkhorn/core/quantities';
import { type Pail, type PailTimes, heldUntilMs, pailTimes } from '@caulkhorn/core/site-log';
import { useMemo } from 'react';
import { useNow } from '../shared/use-now';
import { parts, useJob, usePlanningSoFar } from '../job/job-context';

export interface OpenPail {
  pail: Pail;
  item: WorkItem;
  product: Product;
  times: PailTimes;
  /** of a plug that was pressed in: held until then */ heldMs?: number;
  wall: MeasuredWall | undefined;
}

/** Of a pail that nobody has said anything of for so long nobody asks any more; the log keeps it. */
const FORGOTTEN_MS = 12 * HOUR_MS;
/** A plug that has been held goes from the screen so long after. */
const SHOWN_AFTER_MS = 15_000;
const SOON_MS = 5_000;

/** Pails of which nobody has said what became of them, by the sheets that were released: the same on every phone, because the log says so. */
export function useOpenPails(): readonly OpenPail[] {
  const { revision } = useJob(parts('revision'));
  const planning = usePlanningSoFar();
  const { site, walls, workItems } = planning ?? {};
  const now = useNow(SOON_MS);
  const open = useMemo(() => {
    if (!site || !walls || !workItems || !revision || site.pails.length === 0) return [];
    const items = new Map(workItems.map((item) => [item.id, item]));
    return site.pails.flatMap((pail): OpenPail[] => {
      const item = items.get(pail.workItemId);
      const product = productOfWork(revision, pail.workItemId);
      if (!item || !product) return [];
      const wall = walls.get(item.faceId);
      const temperatureC = wall?.temperatureC ?? product.referenceC;
      const heldMs = heldUntilMs(pail, product, temperatureC);
      if (pail.became && heldMs === undefined) return [];
      const times = pailTimes(pail, product, temperatureC);
      return times ? [{ pail, item, product, times, wall, ...(heldMs === undefined ? {} : { heldMs }) }] : [];
    });
  }, [site, walls, workItems, revision]);
  return useMemo(
    () => open.filter(({ pail, heldMs }) => now - pail.begunAt < FORGOTTEN_MS && (heldMs === undefined || now < heldMs + SHOWN_AFTER_MS)),
    [open, now],
  );
}

export type PailStage = 'stir' | 'stand' | 'lay' | 'over' | 'hold' | 'held';

/** What is to be done with it now, and until when. */
export function stageOf(
  { times: { mixedMs, stoodMs, overMs }, heldMs }: Pick<OpenPail, 'times' | 'heldMs'>,
  now: number,
): { stage: PailStage; untilMs: number } {
  if (heldMs !== undefined) return { stage: now < heldMs ? 'hold' : 'held', untilMs: heldMs };
  if (now >= overMs) return { stage: 'over', untilMs: overMs };
  if (now < mixedMs) return { stage: 'stir', untilMs: Math.min(mixedMs, overMs) };
  if (stoodMs !== undefined && now < stoodMs) return { stage: 'stand', untilMs: Math.min(stoodMs, overMs) };
  return { stage: 'lay', untilMs: overMs };
}
