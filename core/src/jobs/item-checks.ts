import { type Issue, issue } from '../issues.js';
import type { BuildUp } from './choices.js';
import { FEATURE_SPECS, POINTS_OF } from './feature-kinds.js';
import { crossesItself, isOnFace, isOnOutline, levelRange, outlineAreaM2, outlinesCross } from './geometry.js';
import type { Face, Feature, MeasuredFlow, Photo, Reading, Side, WaterBody, WaterLevel } from './job.js';
import { READING_SPECS } from './reading-kinds.js';

/** What single-field checks cannot see: geometry, references, and fields that belong together. */

/** What a check needs to look up; a server fetches only these, a whole model works as well. */
export interface ItemLookup {
  space(id: string): unknown;
  face(id: string): Face | undefined;
  feature(id: string): Feature | undefined;
  waterBody(id: string): WaterBody | undefined;
  waterLevel(id: string): WaterLevel | undefined;
  buildUpOf(faceId: string): BuildUp | undefined;
}

export type At = (field: string) => string;

export function checkFace(face: Face, lookup: ItemLookup, at: At): Issue[] {
  const found: Issue[] = [];
  if (!lookup.space(face.spaceId)) found.push(issue('not-found', at('spaceId')));
  if (crossesItself(face.outline)) found.push(issue('outline-crosses-itself', at('outline')));
  else if (outlineAreaM2(face.outline) < 1e-4) found.push(issue('outline-without-area', at('outline')));
  else found.push(...checkOpenings(face, at));
  if (face.edgeIds && face.edgeIds.length !== face.outline.length)
    found.push(issue('wrong-number-of-points', at('edgeIds'), { least: face.outline.length, most: face.outline.length }));
  if (face.kind === 'wall') {
    const { bottomM, topM } = levelRange(face);
    if (topM <= bottomM) found.push(issue('top-not-above-foot', at('placement')));
  }
  for (const name of ['near', 'far'] as const) found.push(...checkSide(face[name], lookup, (field) => at(`${name}.${field}`)));
  return found;
}

function checkOpenings({ outline, openings = [] }: Face, at: At): Issue[] {
  return openings.flatMap((opening, i): Issue[] => {
    const path = at(`openings[${i}]`);
    if (crossesItself(opening)) return [issue('outline-crosses-itself', path)];
    if (outlineAreaM2(opening) < 1e-4) return [issue('outline-without-area', path)];
    if (!opening.every((point) => isOnOutline(outline, point)) || outlinesCross(outline, opening))
      return [issue('opening-outside-its-face', path)];
    const other = openings.findIndex(
      (each, j) => j < i && (outlinesCross(each, opening) || isOnOutline(each, opening[0]!) || isOnOutline(opening, each[0]!)),
    );
    return other < 0 ? [] : [issue('openings-overlap', path, { other: other + 1 })];
  });
}

function checkSide(side: Side, lookup: ItemLookup, at: At): Issue[] {
  if (side.waterBodyId === undefined) return [];
  if (side.kind !== 'ground' && side.kind !== 'tank') return [issue('side-holds-no-water', at('waterBodyId'))];
  const body = lookup.waterBody(side.waterBodyId);
  if (!body) return [issue('not-found', at('waterBodyId'))];
  return body.kind === side.kind ? [] : [issue('water-of-another-kind', at('waterBodyId'))];
}

export function checkFeature(feature: Feature, lookup: ItemLookup, at: At): Issue[] {
  const face = lookup.face(feature.faceId);
  if (!face) return [issue('not-found', at('faceId'))];
  const { shape, needs, may } = FEATURE_SPECS[feature.kind];
  const found: Issue[] = [];
  const [least, most] = POINTS_OF[shape];
  if (feature.path.length < least || feature.path.length > most) found.push(issue('wrong-number-of-points', at('path'), { least, most }));
  else if (shape === 'area' && crossesItself(feature.path)) found.push(issue('outline-crosses-itself', at('path')));
  else if (shape === 'area' && outlineAreaM2(feature.path) < 1e-6) found.push(issue('outline-without-area', at('path')));
  feature.path.forEach((point, i) => {
    if (!isOnFace(face, point)) found.push(issue('off-its-face', at(`path[${i}]`)));
  });
  for (const name of needs) if (feature[name] === undefined) found.push(issue('missing', at(name)));
  for (const name of MEASURED)
    if (feature[name] !== undefined && !needs.includes(name) && !may.includes(name)) found.push(issue('not-of-this-kind', at(name)));
  if (feature.flow) found.push(...checkFlow(feature.flow, (field) => at(`flow.${field}`)));
  return found;
}

const MEASURED = ['widthMm', 'movement', 'movementMm', 'diameterMm', 'pipe', 'depthMm', 'flow'] as const;

function checkFlow({ dripsPerMin, volumeMl, seconds }: MeasuredFlow, at: At): Issue[] {
  if (dripsPerMin !== undefined && volumeMl !== undefined)
    return [issue('only-one-of', at('dripsPerMin'), { fields: 'dripsPerMin, volumeMl' })];
  if (dripsPerMin === undefined && volumeMl === undefined)
    return [issue('one-of-missing', at('dripsPerMin'), { fields: 'dripsPerMin, volumeMl' })];
  if (volumeMl !== undefined && seconds === undefined) return [issue('missing', at('seconds'))];
  return dripsPerMin !== undefined && seconds !== undefined ? [issue('only-with', at('seconds'), { field: 'volumeMl' })] : [];
}

export function checkReading(reading: Reading, lookup: ItemLookup, at: At): Issue[] {
  const face = lookup.face(reading.faceId);
  if (!face) return [issue('not-found', at('faceId'))];
  const found: Issue[] = [];
  const { min, max, ofAir, conditioned } = READING_SPECS[reading.kind];
  if (reading.value < min) found.push(issue('below-min', at('value'), { min }));
  if (reading.value > max) found.push(issue('above-max', at('value'), { max }));
  if (reading.kind === 'knife-test' && reading.value !== 0 && reading.value !== 1) found.push(issue('not-whole', at('value')));
  if (!reading.point && !ofAir) found.push(issue('missing', at('point')));
  if (reading.point && !isOnFace(face, reading.point)) found.push(issue('off-its-face', at('point')));
  if (reading.depthMm !== undefined && reading.kind !== 'in-slab-rh') found.push(issue('not-of-this-kind', at('depthMm')));
  if (reading.conditionedH !== undefined && !conditioned) found.push(issue('not-of-this-kind', at('conditionedH')));
  if (reading.depthMm !== undefined && reading.depthMm > face.thicknessMm)
    found.push(issue('above-max', at('depthMm'), { max: face.thicknessMm }));
  return found;
}

export function checkPhoto({ faceId, featureId }: Photo, lookup: ItemLookup, at: At): Issue[] {
  if (!lookup.face(faceId)) return [issue('not-found', at('faceId'))];
  if (featureId === undefined) return [];
  return lookup.feature(featureId)?.faceId === faceId ? [] : [issue('not-found', at('featureId'))];
}

export function checkWaterBody(body: WaterBody, lookup: ItemLookup, at: At): Issue[] {
  if (body.governingLevelId === undefined) return [];
  const level = lookup.waterLevel(body.governingLevelId);
  return level?.waterBodyId === body.id ? [] : [issue('not-found', at('governingLevelId'))];
}

export function checkBuildUp(buildUp: BuildUp, lookup: ItemLookup, at: At): Issue[] {
  if (!lookup.face(buildUp.faceId)) return [issue('not-found', at('faceId'))];
  const other = lookup.buildUpOf(buildUp.faceId);
  return other && other.id !== buildUp.id ? [issue('face-has-a-build-up', at('faceId'))] : [];
}

export function checkWaterLevel({ waterBodyId }: WaterLevel, lookup: ItemLookup, at: At): Issue[] {
  return lookup.waterBody(waterBodyId) ? [] : [issue('not-found', at('waterBodyId'))];
}
