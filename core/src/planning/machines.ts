import type { PrepareId } from '../build-up/index.js';
import type { Product, Tool } from '../catalogue/index.js';
import type { Face, MachineKind, Skill } from '../jobs/index.js';
import type { PlacedTask } from '../programme/index.js';
import { DAY_MS } from '../quantities/index.js';
import type { IsHigh } from './access.js';
import { OUTDOORS } from './outdoors.js';
import { toolFor } from './placing-pace.js';
import type { FacePlan } from './face-plan.js';
import type { WorkItem } from './work-items.js';
import { materialFor } from './supply.js';

/** What preparing takes from the yard; common practice, no source. */
const OF_PREPARING: Partial<Record<PrepareId, MachineKind>> = { blast: 'blaster', grind: 'grinder', jet: 'jet' };

/** Under the sky nothing is dried by a machine. */
const INDOORS: ReadonlySet<MachineKind> = new Set(['dehumidifier']);

/** Goes on running once the crew has left it. */
export const RUNS_ALONE: ReadonlySet<MachineKind> = new Set(['dehumidifier']);

/** A gang of several puts up its own where nobody says how many there are. */
export const EACH_GANG_HAS: ReadonlySet<MachineKind> = new Set(['scaffold']);

/** Who handles a machine has learned it; common practice, no source. */
const SKILL_FOR: Partial<Record<MachineKind, Skill>> = {
  'injection-pump': 'injection',
  'spray-pump': 'spraying',
  blaster: 'blasting',
  kettle: 'hot-work',
};
const RESINS: ReadonlySet<Product['binder']> = new Set(['epoxy', 'polyurethane']);

/** The same work, each piece with the machines and the skills that it asks for. */
export function withNeeds(
  items: readonly WorkItem[],
  plan: FacePlan,
  { near, isHigh }: Pick<Face, 'near'> & { isHigh: IsHigh },
  tool: Tool | undefined,
): WorkItem[] {
  const isOutdoors = OUTDOORS.has(near.kind);
  return items.map((item) => {
    const product = materialFor(item, plan.lines)?.product;
    const machines = machinesFor(item, plan, product, tool).filter((machine) => !(isOutdoors && INDOORS.has(machine)));
    const skills = machines.flatMap((machine) => SKILL_FOR[machine] ?? []);
    // a wall is kept wet by hose from below
    if (item.durationMin > 0 && item.roundsPerDay === undefined && isHigh(item.targetId)) machines.push('scaffold');
    if (product && RESINS.has(product.binder)) skills.push('resins');
    return { ...item, ...(machines.length > 0 ? { machines } : {}), ...(skills.length > 0 ? { skills } : {}) };
  });
}

function machinesFor(
  { step, targetId }: WorkItem,
  { prepare }: FacePlan,
  product: Product | undefined,
  tool: Tool | undefined,
): MachineKind[] {
  if (step === 'prepare') return [...new Set(prepare.flatMap(({ id }) => OF_PREPARING[id] ?? []))];
  if (step === 'inject') return ['injection-pump'];
  if (step === 'dry') return ['dehumidifier'];
  if (step === 'abrade' || step === 'take-off') return ['grinder'];
  if (product?.handling?.kettle) return ['kettle'];
  // details are laid by hand
  const isSprayed = targetId === undefined && product?.placingKgPerMin && toolFor(product, tool) === 'spray';
  return isSprayed ? ['spray-pump'] : [];
}

/**
 * Where a machine that runs on by itself comes from: of the other pieces of work that have one of the same kind, the last to be over
 * before this one begins. Undefined where it takes none, or none was elsewhere within a day before.
 */
export function machineFrom(
  { id, machines = [] }: WorkItem,
  tasks: readonly PlacedTask[],
  itemOf: ReadonlyMap<string, WorkItem>,
): PlacedTask | undefined {
  const alone = machines.filter((kind) => RUNS_ALONE.has(kind));
  const own = tasks.find((task) => task.id === id);
  if (alone.length === 0 || !own) return undefined;
  return tasks
    .filter(({ id: other, startMs, endMs }) => {
      const isBefore = startMs < own.startMs && endMs <= own.startMs && endMs > own.startMs - DAY_MS;
      return other !== id && isBefore && alone.some((kind) => itemOf.get(other)?.machines?.includes(kind));
    })
    .sort((a, b) => b.endMs - a.endMs)[0];
}
