import { type ShapeOf, choice, flag, list, number, record, text } from '../fields/index.js';
import { FACE_FIELDS, FEATURE_FIELDS, LEVEL_KINDS, SPACE_FIELDS } from './item-fields.js';
import type { JobModel } from './job.js';

/** As released plans have them. */
const id = text(200);
const { mark, name, kind, outline, openings, placement, order } = FACE_FIELDS;
const drawnFace = { id, spaceId: id, mark, name, kind, outline, openings, placement, order };
const drawnFeature = {
  ...{ id, faceId: id, mark: FEATURE_FIELDS.mark, kind: FEATURE_FIELDS.kind },
  ...{ path: FEATURE_FIELDS.path, wetState: FEATURE_FIELDS.wetState },
  ...{ pastLeakage: FEATURE_FIELDS.pastLeakage, movement: FEATURE_FIELDS.movement, diameterMm: FEATURE_FIELDS.diameterMm },
};

/** The sheet as far as it is drawn: what lies where, without what was noted of it. */
export const DRAWN_SHEET_FIELDS = {
  spaces: list(record({ ...SPACE_FIELDS, id }), 500, 0),
  faces: list(record(drawnFace), 1000, 0),
  features: list(record(drawnFeature), 5000, 0),
  levels: list(
    record({ water: text(200), kind: choice(LEVEL_KINDS), levelM: number('m', { min: -100_000, max: 100_000 }), governs: flag() }),
    1000,
    0,
  ),
};
export type DrawnSheet = ShapeOf<typeof DRAWN_SHEET_FIELDS>;
export type DrawnFace = DrawnSheet['faces'][number];
export type DrawnFeature = DrawnSheet['features'][number];

/** Levels that are drawn whether or not they govern: the highest that are known. */
const ALWAYS_DRAWN: ReadonlySet<string> = new Set<(typeof LEVEL_KINDS)[number]>(['flood', 'seasonal-high']);
const byId = (a: { id: string }, b: { id: string }): number => (a.id < b.id ? -1 : 1);

/** What of a job's survey is drawn, in an order that does not hang on how it was kept. */
export function drawnSheet({ spaces, faces, features, waterBodies, waterLevels }: JobModel): DrawnSheet {
  const governing = new Set(waterBodies.map(({ governingLevelId }) => governingLevelId));
  const waters = new Map(waterBodies.map((body) => [body.id, body.name]));
  return {
    spaces: [...spaces].sort(byId),
    faces: [...faces]
      .sort(byId)
      .map((face) => pick(face, ['id', 'spaceId', 'mark', 'name', 'kind', 'outline', 'openings', 'placement', 'order'])),
    features: [...features]
      .sort(byId)
      .map((feature) => pick(feature, ['id', 'faceId', 'mark', 'kind', 'path', 'wetState', 'pastLeakage', 'movement', 'diameterMm'])),
    levels: [...waterLevels]
      .sort(byId)
      .filter((level) => governing.has(level.id) || ALWAYS_DRAWN.has(level.kind))
      .map((level) => ({
        water: waters.get(level.waterBodyId) ?? '',
        kind: level.kind,
        levelM: level.levelM,
        governs: governing.has(level.id),
      })),
  };
}

function pick<T extends object, K extends keyof T>(from: T, names: readonly K[]): Pick<T, K> {
  return Object.fromEntries(names.flatMap((each) => (from[each] === undefined ? [] : [[each, from[each]]]))) as Pick<T, K>;
}
