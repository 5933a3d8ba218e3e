import type { Product } from '../catalogue/index.js';
import type { ReleasedPlan } from './released-plan.js';

/** A released plan as far as its work is concerned. */
export interface ReleasedWork {
  /** null for a plan from before decisions were frozen */ decided: ReleasedPlan | null;
  workItems: readonly { id: string; faceId: string; targetId?: string; step: string; coatNo?: number; zone?: { no: number; of: number } }[];
}

/** What a piece of released work is done with, as its sheet was when it was released; undefined where it takes nothing or the plan does not say. */
export function productOfWork({ decided, workItems }: ReleasedWork, workItemId: string): Product | undefined {
  const item = workItems.find(({ id }) => id === workItemId);
  const face = decided?.faces.find(({ faceId }) => faceId === item?.faceId);
  if (!item || !face) return undefined;
  const { step, targetId } = item;
  const ref =
    targetId === undefined
      ? face.layers.find(({ id, layer }) => id === step || layer === step)?.product
      : face.treatments.find((treatment) => treatment.targetId === targetId)?.takes.find((take) => take.step === step)?.product;
  return ref && (decided!.products.find(({ id, version }) => id === ref.id && version === ref.version) as Product | undefined);
}
