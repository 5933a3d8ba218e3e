import type { Fields } from '../fields/index.js';
import type { Issue } from '../issues.js';
import {
  type At,
  type ItemLookup,
  checkBuildUp,
  checkFace,
  checkFeature,
  checkPhoto,
  checkReading,
  checkWaterBody,
  checkWaterLevel,
} from './item-checks.js';
import { BUILD_UP_FIELDS } from './build-up-fields.js';
import {
  FACE_FIELDS,
  FEATURE_FIELDS,
  PHOTO_FIELDS,
  READING_FIELDS,
  SPACE_FIELDS,
  WATER_BODY_FIELDS,
  WATER_LEVEL_FIELDS,
} from './item-fields.js';
import type { JobModel } from './job.js';
import { KEPT_PROGRAMME_FIELDS, checkKeptProgramme } from './kept-programme.js';

type Lists = Omit<JobModel, 'job'>;

interface ItemSpec<L extends keyof Lists> {
  /** of the model that holds them */ readonly list: L;
  /** in one job, planned and drawn as one */ readonly most: number;
  /** who may change them */ readonly permission: 'survey' | 'plan';
  readonly fields: Fields;
  /** fields that name another thing, by their path, and what they name; what is named must be there and stays while it is */
  readonly refers: Readonly<Record<string, string>>;
  /** what single fields cannot tell */ check(item: Lists[L][number], lookup: ItemLookup, at: At): Issue[];
}

const kind = <L extends keyof Lists>(spec: ItemSpec<L>): ItemSpec<L> => spec;

/**
 * The kinds of things that a job is made of, each stated once, what is referred to before what refers to it. Types, requests, files, tables, limits, permissions and the order of
 * writing follow from here; a kind that is missing somewhere does not compile there.
 */
export const ITEM_SPECS = {
  space: kind({ list: 'spaces', most: 500, permission: 'survey', fields: SPACE_FIELDS, refers: {}, check: () => [] }),
  'water-body': kind({
    ...{ list: 'waterBodies', most: 500, permission: 'survey' },
    ...{ fields: WATER_BODY_FIELDS, refers: { governingLevelId: 'water-level' }, check: checkWaterBody },
  }),
  'water-level': kind({
    ...{ list: 'waterLevels', most: 20_000, permission: 'survey' },
    ...{ fields: WATER_LEVEL_FIELDS, refers: { waterBodyId: 'water-body' }, check: checkWaterLevel },
  }),
  face: kind({
    list: 'faces',
    most: 1000,
    permission: 'survey',
    fields: FACE_FIELDS,
    refers: { spaceId: 'space', 'near.waterBodyId': 'water-body', 'far.waterBodyId': 'water-body' },
    check: checkFace,
  }),
  feature: kind({
    ...{ list: 'features', most: 5000, permission: 'survey' },
    ...{ fields: FEATURE_FIELDS, refers: { faceId: 'face' }, check: checkFeature },
  }),
  'build-up': kind({
    ...{ list: 'buildUps', most: 1000, permission: 'plan' },
    ...{ fields: BUILD_UP_FIELDS, refers: { faceId: 'face' }, check: checkBuildUp },
  }),
  reading: kind({
    ...{ list: 'readings', most: 50_000, permission: 'survey' },
    ...{ fields: READING_FIELDS, refers: { faceId: 'face' }, check: checkReading },
  }),
  photo: kind({
    ...{ list: 'photos', most: 5000, permission: 'survey' },
    ...{ fields: PHOTO_FIELDS, refers: { faceId: 'face', featureId: 'feature' }, check: checkPhoto },
  }),
  'kept-programme': kind({
    ...{ list: 'keptProgrammes', most: 1, permission: 'plan' },
    ...{ fields: KEPT_PROGRAMME_FIELDS, refers: {}, check: checkKeptProgramme },
  }),
};

export type ItemKind = keyof typeof ITEM_SPECS;
export type ItemOf<K extends ItemKind> = JobModel[(typeof ITEM_SPECS)[K]['list']][number];
export type AnyItem = ItemOf<ItemKind>;

export const ITEM_KINDS = Object.keys(ITEM_SPECS) as readonly ItemKind[];

const ofEach = <T>(value: (kind: ItemKind) => T) => Object.fromEntries(ITEM_KINDS.map((each) => [each, value(each)]));

/** The lists of a job, by the kind of thing they hold. */
export const ITEM_LISTS = ofEach((each) => ITEM_SPECS[each].list) as { readonly [K in ItemKind]: (typeof ITEM_SPECS)[K]['list'] };

/** Most of a kind in one job, by its list. */
export const LIMITS = Object.fromEntries(ITEM_KINDS.map((each) => [ITEM_LISTS[each], ITEM_SPECS[each].most])) as Readonly<
  Record<(typeof ITEM_LISTS)[ItemKind], number>
>;
