import { type AnyItem, ITEM_LISTS, type ItemKind } from './item-kinds.js';
import type { JobHead, JobModel, Reading, WaterLevel } from './job.js';

/** A change to the model as a command carries it. */
export type Change =
  | { kind: 'put'; itemKind: ItemKind; item: AnyItem }
  | { kind: 'remove'; itemKind: ItemKind; id: string }
  | { kind: 'add-levels'; levels: readonly WaterLevel[] }
  | { kind: 'add-readings'; readings: readonly Reading[] }
  | { kind: 'put-head'; head: JobHead };

/** The model after a change; the model given stays as it was. */
export function applyChange(model: JobModel, change: Change): JobModel {
  if (change.kind === 'put-head') return { ...model, job: change.head };
  if (change.kind === 'add-levels') return { ...model, waterLevels: [...model.waterLevels, ...change.levels] };
  if (change.kind === 'add-readings') return { ...model, readings: [...model.readings, ...change.readings] };
  const list = ITEM_LISTS[change.itemKind];
  const items: readonly AnyItem[] = model[list];
  if (change.kind === 'remove') return { ...model, [list]: items.filter((item) => item.id !== change.id) };
  const at = items.findIndex((item) => item.id === change.item.id);
  return { ...model, [list]: at < 0 ? [...items, change.item] : items.with(at, change.item) };
}
