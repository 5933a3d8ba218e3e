import type { PrepareId } from '../build-up/index.js';
import type { Product, Tool } from '../catalogue/index.js';
import type { Face, MachineKind, Skill } from '../jobs/index.js';
import { OUTDOORS } from './outdoors.js';
import { toolFor } from './placing-pace.js';
import type { FacePlan } from './face-plan.js';
import type { WorkItem } from './work-items.js';
import { materialFor } from './supply.js';

/** What preparing takes from the yard; common practice, no source. */
const OF_PREPARING: Partial<Record<PrepareId, MachineKind>> = { blast: 'blaster', grind: 'grinder', jet: 'jet' };

/** Under the sky nothing is dried by a machine. */
const INDOORS: ReadonlySet<MachineKind> = new Set(['dehumidifier']);

/** Who handles a machine has learned it; common practice, no source. */
const SKILL_FOR: Partial<Record<MachineKind, Skill>> = {
  'injection-pump': 'injection',
  'spray-pump': 'spraying',
  blaster: 'blasting',
  kettle: 'hot-work',
};
const RESINS: ReadonlySet<Product['binder']> = new Set(['epoxy', 'polyurethane']);

/** The same work, each piece with the machines and the skills that it asks for. */
export function withNeeds(items: readonly WorkItem[], plan: FacePlan, face: Pick<Face, 'near'>, tool: Tool | undefined): WorkItem[] {
  const isOutdoors = OUTDOORS.has(face.near.kind);
  return items.map((item) => {
    const product = materialFor(item, plan.lines)?.product;
    const machines = machinesFor(item, plan, product, tool).filter((machine) => !(isOutdoors && INDOORS.has(machine)));
    const skills = machines.flatMap((machine) => SKILL_FOR[machine] ?? []);
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
