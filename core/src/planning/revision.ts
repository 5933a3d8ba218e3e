import { DETAIL_RULES_VERSION } from '../build-up/index.js';
import type { JobModel, ProductRef } from '../jobs/index.js';
import { hashOf } from '../site-log/index.js';
import type { PlanConditions } from './conditions.js';
import type { JobPlan } from './plan-job.js';
import type { WorkItem } from './work-items.js';

/** Raise when a formula of the core changes, so that old plans say by which one they were made. */
export const CORE_VERSION = 4;

/** A plan as it was released to the site. Never changed afterwards; a new plan is a new revision. */
export interface PlanRevision {
  id: string;
  number: number;
  madeAt: string;
  madeBy: string;
  conditions: PlanConditions;
  pins: { core: number; rules: number; products: ProductRef[] };
  /** SHA-256 of the model it was made from */ modelHash: string;
  workItems: WorkItem[];
  quantities: PlannedQuantity[];
}

export interface PlannedQuantity {
  productId: string;
  /** in the product's measure, as the packs */ required: number;
  measure: 'kg' | 'm' | 'm²' | 'piece';
  packs: { size: number; count: number }[];
  costMinor: number;
  currency: string;
}

export function revisionContent(
  model: JobModel,
  plan: JobPlan,
  conditions: PlanConditions,
): Omit<PlanRevision, 'id' | 'number' | 'madeAt' | 'madeBy'> {
  return {
    conditions,
    pins: {
      core: CORE_VERSION,
      rules: DETAIL_RULES_VERSION,
      products: plan.supply.orders.map(({ product }) => ({ id: product.id, version: product.version })),
    },
    modelHash: modelHash(model),
    workItems: plan.workItems,
    quantities: plan.supply.orders.map(({ product, required, packs }) => ({
      productId: product.id,
      required,
      measure: product.measure,
      packs: packs.output.packs.map(({ sizeKg, count }) => ({ size: sizeKg, count })),
      costMinor: packs.output.cost,
      currency: product.currency,
    })),
  };
}

/** Fingerprint of what a plan depends on; tells whether the survey or a choice has changed since a revision. */
export function modelHash({ job, faces, features, waterBodies, waterLevels, buildUps }: JobModel): string {
  const byId = <T extends { id: string }>(items: readonly T[]) => [...items].sort((a, b) => (a.id < b.id ? -1 : 1));
  const asked = { schools: job.schools ?? {}, demands: job.demands ?? {} };
  const all = [byId(faces), byId(features), byId(waterBodies), byId(waterLevels), byId(buildUps), asked];
  return hashOf(JSON.parse(JSON.stringify(all)));
}
