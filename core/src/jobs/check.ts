import { type Issue, issue } from '../issues.js';
import type { ItemLookup } from './item-checks.js';
import { type AnyItem, ITEM_KINDS, ITEM_LISTS, ITEM_SPECS, type ItemKind, LIMITS } from './item-kinds.js';
import type { JobModel } from './job.js';

/** What a job's record may grow to: as much as its file can carry. */
export const RECORD_LIMITS = { planRevisions: 1000, log: 100_000 } as const;

export function lookupIn(model: JobModel): ItemLookup {
  const index = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]));
  const [spaces, faces, bodies, levels] = [index(model.spaces), index(model.faces), index(model.waterBodies), index(model.waterLevels)];
  const features = index(model.features);
  const buildUps = new Map(model.buildUps.map((b) => [b.faceId, b]));
  return {
    space: (id) => spaces.get(id),
    face: (id) => faces.get(id),
    feature: (id) => features.get(id),
    waterBody: (id) => bodies.get(id),
    waterLevel: (id) => levels.get(id),
    buildUpOf: (id) => buildUps.get(id),
  };
}

/** What single-field checks cannot see: geometry, references, and fields that belong together. Paths start at `path`. */
export function checkItem(kind: ItemKind, item: AnyItem, lookup: ItemLookup, path = ''): Issue[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  return ITEM_SPECS[kind].check(item as never, lookup, at);
}

/** Everything wrong with a whole job: the checks of each item, ids used twice, and more than the app carries. */
export function checkModel(model: JobModel): Issue[] {
  const found: Issue[] = [];
  for (const [name, max] of Object.entries(LIMITS))
    if (model[name as keyof typeof LIMITS].length > max) found.push(issue('too-many', name, { max }));
  if (found.length > 0) return found;
  const lookup = lookupIn(model);
  const seen = new Set<string>();
  for (const kind of ITEM_KINDS) {
    const list = ITEM_LISTS[kind];
    model[list].forEach((item, i) => {
      if (seen.has(item.id)) found.push(issue('duplicate-id', `${list}[${i}].id`));
      seen.add(item.id);
      found.push(...checkItem(kind, item, lookup, `${list}[${i}]`));
    });
  }
  return found;
}
