import { type Issue, issue } from '../issues.js';
import { crossesItself, isOnOutline, levelRange, outlineAreaM2 } from './geometry.js';
import {
  type AnyItem,
  type BuildUp,
  type Face,
  type Feature,
  ITEM_LISTS,
  type ItemKind,
  type JobModel,
  type Side,
  type WaterBody,
  type WaterLevel,
} from './job.js';

/** Largest job that is planned and drawn as one. */
export const LIMITS = { faces: 1000, features: 5000, waterLevels: 20_000, spaces: 500 } as const;

/** What a check needs to look up; a server fetches only these, a whole model works as well. */
export interface ItemLookup {
  space(id: string): unknown;
  face(id: string): Face | undefined;
  waterBody(id: string): WaterBody | undefined;
  waterLevel(id: string): WaterLevel | undefined;
  buildUpOf(faceId: string): BuildUp | undefined;
}

export function lookupIn(model: JobModel): ItemLookup {
  const index = <T extends { id: string }>(items: readonly T[]) => new Map(items.map((item) => [item.id, item]));
  const [spaces, faces, bodies, levels] = [index(model.spaces), index(model.faces), index(model.waterBodies), index(model.waterLevels)];
  const buildUps = new Map(model.buildUps.map((b) => [b.faceId, b]));
  return {
    space: (id) => spaces.get(id),
    face: (id) => faces.get(id),
    waterBody: (id) => bodies.get(id),
    waterLevel: (id) => levels.get(id),
    buildUpOf: (id) => buildUps.get(id),
  };
}

/** What single-field checks cannot see: geometry, references, and fields that belong together. Paths start at `path`. */
export function checkItem(kind: ItemKind, item: AnyItem, lookup: ItemLookup, path = ''): Issue[] {
  const at = (field: string) => (path ? `${path}.${field}` : field);
  switch (kind) {
    case 'face':
      return checkFace(item as Face, lookup, at);
    case 'feature':
      return checkFeature(item as Feature, lookup, at);
    case 'water-body':
      return checkWaterBody(item as WaterBody, lookup, at);
    case 'water-level':
      return lookup.waterBody((item as WaterLevel).waterBodyId) ? [] : [issue('not-found', at('waterBodyId'))];
    case 'build-up':
      return checkBuildUp(item as BuildUp, lookup, at);
    case 'space':
      return [];
  }
}

type At = (field: string) => string;

function checkFace(face: Face, lookup: ItemLookup, at: At): Issue[] {
  const found: Issue[] = [];
  if (!lookup.space(face.spaceId)) found.push(issue('not-found', at('spaceId')));
  if (crossesItself(face.outline)) found.push(issue('outline-crosses-itself', at('outline')));
  else if (outlineAreaM2(face.outline) < 1e-4) found.push(issue('outline-without-area', at('outline')));
  if (face.kind === 'wall') {
    const { bottomM, topM } = levelRange(face);
    if (topM <= bottomM) found.push(issue('top-not-above-foot', at('placement')));
  }
  for (const name of ['near', 'far'] as const) found.push(...checkSide(face[name], lookup, (field) => at(`${name}.${field}`)));
  return found;
}

function checkSide(side: Side, lookup: ItemLookup, at: At): Issue[] {
  if (side.waterBodyId === undefined) return [];
  if (side.kind !== 'ground' && side.kind !== 'tank') return [issue('side-holds-no-water', at('waterBodyId'))];
  const body = lookup.waterBody(side.waterBodyId);
  if (!body) return [issue('not-found', at('waterBodyId'))];
  return body.kind === side.kind ? [] : [issue('water-of-another-kind', at('waterBodyId'))];
}

const POINTS_WANTED = { crack: [2, 200], leak: [1, 200], penetration: [1, 1] } as const;

function checkFeature(feature: Feature, lookup: ItemLookup, at: At): Issue[] {
  const face = lookup.face(feature.faceId);
  if (!face) return [issue('not-found', at('faceId'))];
  const found: Issue[] = [];
  const [least, most] = POINTS_WANTED[feature.kind];
  if (feature.path.length < least || feature.path.length > most) found.push(issue('wrong-number-of-points', at('path'), { least, most }));
  feature.path.forEach((point, i) => {
    if (!isOnOutline(face.outline, point)) found.push(issue('off-its-face', at(`path[${i}]`)));
  });
  const wanted = { crack: ['widthMm', 'movement'], leak: [], penetration: ['diameterMm', 'pipe'] } as const;
  for (const name of wanted[feature.kind]) if (feature[name] === undefined) found.push(issue('missing', at(name)));
  const elsewhere = {
    crack: ['diameterMm', 'pipe'],
    leak: ['diameterMm', 'pipe', 'movement', 'widthMm'],
    penetration: ['widthMm', 'movement'],
  } as const;
  for (const name of elsewhere[feature.kind]) if (feature[name] !== undefined) found.push(issue('not-of-this-kind', at(name)));
  return found;
}

function checkWaterBody(body: WaterBody, lookup: ItemLookup, at: At): Issue[] {
  if (body.governingLevelId === undefined) return [];
  const level = lookup.waterLevel(body.governingLevelId);
  return level?.waterBodyId === body.id ? [] : [issue('not-found', at('governingLevelId'))];
}

function checkBuildUp(buildUp: BuildUp, lookup: ItemLookup, at: At): Issue[] {
  if (!lookup.face(buildUp.faceId)) return [issue('not-found', at('faceId'))];
  const other = lookup.buildUpOf(buildUp.faceId);
  return other && other.id !== buildUp.id ? [issue('face-has-a-build-up', at('faceId'))] : [];
}

/** Everything wrong with a whole job: the checks of each item, ids used twice, and more than the app carries. */
export function checkModel(model: JobModel): Issue[] {
  const found: Issue[] = [];
  for (const [name, max] of Object.entries(LIMITS))
    if (model[name as keyof typeof LIMITS].length > max) found.push(issue('too-many', name, { max }));
  if (found.length > 0) return found;
  const lookup = lookupIn(model);
  const seen = new Set<string>();
  for (const [kind, list] of Object.entries(ITEM_LISTS) as [ItemKind, (typeof ITEM_LISTS)[ItemKind]][])
    model[list].forEach((item, i) => {
      if (seen.has(item.id)) found.push(issue('duplicate-id', `${list}[${i}].id`));
      seen.add(item.id);
      found.push(...checkItem(kind, item, lookup, `${list}[${i}]`));
    });
  return found;
}
