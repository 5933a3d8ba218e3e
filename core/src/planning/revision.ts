import { TREATMENT_RULES_VERSION } from '../build-up/index.js';
import type { JobModel, ProductRef } from '../jobs/index.js';
import { hashOf } from '../site-log/index.js';
import type { JobPlan, PlanConditions } from './plan-job.js';
import type { WorkItem } from './work-items.js';

/** Raise when a formula of the core changes, so that old plans say by which one they were made. */
export const CORE_VERSION = 2;

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
  quantities: { productId: string; requiredKg: number; packs: { sizeKg: number; count: number }[]; costMinor: number }[];
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
      rules: TREATMENT_RULES_VERSION,
      products: plan.supply.orders.map(({ product }) => ({ id: product.id, version: product.version })),
    },
    modelHash: modelHash(model),
    workItems: plan.workItems,
    quantities: plan.supply.orders.map(({ product, requiredKg, packs }) => ({
      productId: product.id,
      requiredKg,
      packs: packs.output.packs,
      costMinor: packs.output.cost,
    })),
  };
}

/** Fingerprint of what a plan depends on; tells whether the survey has changed since a revision. */
export function modelHash({ faces, features, waterBodies, waterLevels, buildUps }: JobModel): string {
  const byId = <T extends { id: string }>(items: readonly T[]) => [...items].sort((a, b) => (a.id < b.id ? -1 : 1));
  return hashOf(JSON.parse(JSON.stringify([byId(faces), byId(features), byId(waterBodies), byId(waterLevels), byId(buildUps)])));
}
