import { LATE_COAT_PRIMERS, type Product } from '../catalogue/index.js';
import type { ReleasedFace, ReleasedPlan } from './released-plan.js';

export interface ReleasedItem {
  id: string;
  faceId: string;
  targetId?: string;
  step: string;
  coatNo?: number;
  again?: number;
  zone?: { no: number; of: number };
  mend?: { id: string; no: number };
}

/** A released plan as far as its work is concerned. */
export interface ReleasedWork {
  /** null for a plan from before decisions were frozen */ decided: ReleasedPlan | null;
  workItems: readonly ReleasedItem[];
}

const byId = new WeakMap<readonly ReleasedItem[], ReadonlyMap<string, ReleasedItem>>();

/** A piece of released work by its id; what was released never changes, so its index is made once. */
export function releasedItem<T extends ReleasedItem>(workItems: readonly T[], id: string): T | undefined {
  let index = byId.get(workItems);
  if (!index) byId.set(workItems, (index = new Map(workItems.map((item) => [item.id, item]))));
  return index.get(id) as T | undefined;
}

/** What a piece of released work is done with, as its sheet was when it was released; undefined where it takes nothing or the plan does not say. */
export function productOfWork({ decided, workItems }: ReleasedWork, workItemId: string): Product | undefined {
  const item = releasedItem(workItems, workItemId);
  const face = decided?.faces.find(({ faceId }) => faceId === item?.faceId);
  if (!item || !face) return undefined;
  const sheetOf = (ref: ReleasedFace['products'][string] | undefined) =>
    ref && (decided!.products.find(({ id, version }) => id === ref.id && version === ref.version) as Product | undefined);
  const { step, targetId } = item;
  const coat = face.products['coat'];
  if (step === SLURRIED) return sheetOf(coat);
  if (PRIMED.has(step)) return sheetOf(face.products[LATE_COAT_PRIMERS[sheetOf(coat)?.binder ?? 'mineral'] ?? '']);
  // a place that is mended is not among what was planned to be treated
  if (item.mend && step === 'plug') return sheetOf(face.products['plug']);
  return sheetOf(
    targetId === undefined
      ? face.layers.find(({ id, layer }) => id === step || layer === step)?.product
      : face.treatments.find((treatment) => treatment.targetId === targetId)?.takes.find((take) => take.step === step)?.product,
  );
}

/** Steps before a coat that came late: sanded or warmed, then primed; or with a slurry of the coat itself scrubbed in. */
const PRIMED: ReadonlySet<string> = new Set(['abrade', 'warm']);
const SLURRIED = 'slurry-in';
