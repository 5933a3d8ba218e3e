import { dayStart } from './daily-care.js';
import type { LogLine } from './entry.js';
import { entriesInForce } from './in-force.js';

/** The talk of a day before work, as far as it was held. */
export interface Talk {
  /** cautions that nobody has talked of that day, in the order given */ left: string[];
  /** who heard of every one of them, in the order in which they did */ heardAll: string[];
  /** who heard of some, not of all */ heardSome: string[];
}

/** What the log says of the talk of the day, by the job's calendar and up to that time, on the cautions that the day's work brings. */
export function talkOf(
  lines: readonly Pick<LogLine, 'entry'>[],
  cautions: readonly string[],
  { atMs, timeZone }: { atMs: number; timeZone: string },
): Talk {
  const fromMs = dayStart(atMs, timeZone);
  const heard = new Map<string, { name: string; of: Set<string> }>();
  for (const { occurredAt, body } of entriesInForce(lines)) {
    const at = Date.parse(occurredAt);
    if (body.kind !== 'talk' || at < fromMs || at > atMs) continue;
    for (const name of body.heard) {
      const key = name.trim().toLowerCase();
      const before = heard.get(key) ?? { name: name.trim(), of: new Set() };
      body.cautions.forEach((caution) => before.of.add(caution));
      heard.set(key, before);
    }
  }
  const people = [...heard.values()].map(({ name, of }) => ({ name, missed: cautions.filter((caution) => !of.has(caution)).length }));
  const named = (wanted: (missed: number) => boolean) => people.filter(({ missed }) => wanted(missed)).map(({ name }) => name);
  return {
    left: cautions.filter((caution) => [...heard.values()].every(({ of }) => !of.has(caution))),
    heardAll: named((missed) => missed === 0),
    heardSome: named((missed) => missed > 0 && missed < cautions.length),
  };
}
