import type { LogLine } from './entry.js';
import { entriesInForce } from './in-force.js';

/** What the log says was used, by batch number, kg; of an entry that was corrected the correction alone counts. */
export function usedByBatch(lines: readonly Pick<LogLine, 'entry'>[]): Map<string, number> {
  const used = new Map<string, number>();
  for (const { body } of entriesInForce(lines))
    if (body.kind === 'finish' && body.batchNumber && body.usedKg !== undefined)
      used.set(body.batchNumber, (used.get(body.batchNumber) ?? 0) + body.usedKg);
  return used;
}
