import { type ShapeOf, choice, flag, id, list, optional, record, text, time } from '../fields/index.js';
import { type Issue, issue } from '../issues.js';
import type { At, ItemLookup } from './item-checks.js';
import type { KeptProgramme } from './job.js';
import { MACHINE_KINDS } from './machine-kinds.js';
import type { Same } from './same.js';

/** Pieces of work that a programme may place. */
const MOST_PLACED = 10_000;
const machines = optional(list(choice(MACHINE_KINDS), MACHINE_KINDS.length, 0));
const starts = list(
  record({
    workItemId: text(120),
    startsAt: time(),
    isPinned: optional(flag()),
    person: optional(text(120)),
    endsAt: optional(time()),
    machines,
  }),
  MOST_PLACED,
  0,
);
const kept = { keptAt: time(), keptBy: optional(text(120)), starts };

export const KEPT_PROGRAMME_FIELDS = { id: id(), ...kept, earlier: optional(list(record(kept), 5, 0)) };
true satisfies Same<ShapeOf<typeof KEPT_PROGRAMME_FIELDS>, KeptProgramme>;

/** A piece of work begins once. */
export function checkKeptProgramme({ starts }: KeptProgramme, _: ItemLookup, at: At): Issue[] {
  const seen = new Set<string>();
  return starts.flatMap(({ workItemId }, i) => {
    if (!seen.has(workItemId)) return (seen.add(workItemId), []);
    return [issue('duplicate-id', at(`starts[${i}].workItemId`))];
  });
}
