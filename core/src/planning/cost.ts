import { curingOf } from './curing.js';
import type { FacePlan } from './face-plan.js';
import type { House } from './house.js';
import { PACES, type PaceId } from './paces.js';
import type { JobPlan } from './plan-job.js';
import { type WorkItem, paceOf } from './work-items.js';

export interface Cost {
  /** at the price of the cheapest pack, by what is used: whole packs are bought for the job, not for a face */ materialMinor: number;
  labourMinor: number;
  /** scaffold, pumping, light: by the area of the face */ accessMinor: number;
  /** hours of one person */ workH: number;
}

export interface CostOf {
  plan: FacePlan;
  /** work on that face */ items: readonly WorkItem[];
  house: House;
  people: number;
  accessMinorPerM2: number;
}

/** What a face costs: its material by what it uses, its labour by the house's output rates, curing included, its access by its area. */
export function costOf({ plan, items, house, people, accessMinorPerM2 }: CostOf): Cost {
  const materialMinor = plan.lines.reduce((sum, { product, amount }) => sum + amount * unitPrice(product.packs), 0);
  const workH = items.reduce((sum, { durationMin }) => sum + (durationMin * people) / 60, 0) + (curingOf(plan, house)?.workH ?? 0);
  return { materialMinor, labourMinor: workH * house.labourMinorPerH, accessMinor: plan.areaM2 * accessMinorPerM2, workH };
}

export interface TaskHours {
  task: PaceId;
  /** of one person */ workH: number;
  quantity: number;
  per: string;
}

/** Hours of one person by task, the longest first, with how much of it there is to do; holes are counted apart from metres. */
export function hoursByTask({ workItems, faces }: Pick<JobPlan, 'workItems' | 'faces'>, house: House, people: number): TaskHours[] {
  const tasks = new Map<string, TaskHours>();
  for (const { step, durationMin, quantity } of workItems) {
    // counted below, by its rounds
    if (step === 'cure') continue;
    const task = paceOf(step);
    const key = `${task} ${quantity.unit}`;
    const sum = tasks.get(key) ?? { task, workH: 0, quantity: 0, per: quantity.unit };
    tasks.set(key, { ...sum, workH: sum.workH + (durationMin * people) / 60, quantity: sum.quantity + quantity.value });
  }
  const cured = faces.flatMap((face) => curingOf(face, house) ?? []);
  if (cured.length > 0)
    tasks.set('cure', {
      task: 'cure',
      workH: cured.reduce((sum, { workH }) => sum + workH, 0),
      quantity: cured.reduce((sum, { rounds, areaM2 }) => sum + rounds * areaM2, 0),
      per: PACES.cure.per,
    });
  return [...tasks.values()].sort((a, b) => b.workH - a.workH);
}

/** Cheapest price of one kg, m, m² or piece. */
export const unitPrice = (packs: readonly { size: number; priceMinor: number }[]): number =>
  Math.min(...packs.map(({ size, priceMinor }) => priceMinor / size));
