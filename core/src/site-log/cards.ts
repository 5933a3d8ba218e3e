import type { Skill } from '../jobs/index.js';
import { dayStart } from './daily-care.js';
import type { LogLine } from './entry.js';
import { entriesInForce } from './in-force.js';

/** Whoever was at a job, with what cards he showed there. */
export interface Qualified {
  name: string;
  cards: {
    skill: Skill;
    number: string;
    until?: string;
    /** the last day on which it was shown, ms */ shownMs: number;
    /** it had run out by then */ hadLapsed: boolean;
  }[];
}

/**
 * Who was at a job by its log, in the order in which they first stand in it: who wrote, who worked beside, and who heard a talk; each
 * with the cards that were shown for him, one by skill and number as it was shown last.
 * Whoever wrote what was corrected since is named as well; of a talk that was corrected the correction counts.
 * @param lines in any order
 */
export function qualifiedIn(lines: readonly Pick<LogLine, 'entry'>[], timeZone: string): Qualified[] {
  const stands = new Set(entriesInForce(lines).map(({ id }) => id));
  const people = new Map<string, { name: string; cards: Map<string, Qualified['cards'][number]> }>();
  const of = (name: string) => {
    const key = name.trim().toLowerCase();
    const known = people.get(key) ?? { name: name.trim(), cards: new Map<string, Qualified['cards'][number]>() };
    people.set(key, known);
    return known;
  };
  const entries = lines.map(({ entry }) => entry).sort((a, b) => Date.parse(a.occurredAt) - Date.parse(b.occurredAt));
  for (const { id, personName, body, occurredAt } of entries) {
    of(personName);
    if (body.kind === 'finish' && stands.has(id)) body.hands?.forEach(of);
    if (body.kind !== 'talk' || !stands.has(id)) continue;
    body.heard.forEach(of);
    const shownMs = dayStart(Date.parse(occurredAt), timeZone);
    for (const { name, skill, number, until } of body.cards ?? []) {
      // it is good to the end of its day
      const hadLapsed = until !== undefined && Date.parse(`${until}T23:59:59Z`) < shownMs;
      of(name).cards.set(`${skill} ${number}`, { skill, number, ...(until === undefined ? {} : { until }), shownMs, hadLapsed });
    }
  }
  return [...people.values()].map(({ name, cards }) => ({ name, cards: [...cards.values()] }));
}
