import { dayStart } from './daily-care.js';
import type { LogLine } from './entry.js';
import { entriesInForce } from './in-force.js';

/** Who was at work beside somebody, by the last finish that he wrote on that day of the job's calendar; none before the first. */
export function handsOfDay(
  lines: readonly Pick<LogLine, 'entry'>[],
  personId: string,
  { atMs, timeZone }: { atMs: number; timeZone: string },
): readonly string[] {
  const fromMs = dayStart(atMs, timeZone);
  return (
    entriesInForce(lines)
      .flatMap((entry) => (entry.body.kind === 'finish' && entry.personId === personId ? [{ ...entry, body: entry.body }] : []))
      .map(({ body: { hands = [] }, occurredAt }) => ({ hands, at: Date.parse(occurredAt) }))
      .filter(({ at }) => at >= fromMs && at <= atMs)
      .sort((a, b) => a.at - b.at)
      .at(-1)?.hands ?? []
  );
}
