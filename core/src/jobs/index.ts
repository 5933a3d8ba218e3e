export { applyChange } from './change.js';
export type { Change } from './change.js';
export { LIMITS, checkItem, checkModel, lookupIn } from './check.js';
export type { ItemLookup } from './check.js';
export {
  distanceToSegment,
  extentOf,
  isLevelFace,
  isOnOutline,
  levelAt,
  levelRange,
  outlineAreaM2,
  pathLengthM,
  sitePoint,
} from './geometry.js';
export type { Extent, SitePoint } from './geometry.js';
export { ITEM_KINDS, ITEM_LISTS } from './job.js';
export type {
  AnyItem,
  BuildUp,
  Face,
  FaceKind,
  FacePoint,
  Feature,
  FeatureKind,
  ItemKind,
  ItemOf,
  JobHead,
  JobModel,
  Junction,
  JunctionKind,
  LevelKind,
  Placement,
  ProductRef,
  School,
  Side,
  SideKind,
  Space,
  Substrate,
  TypedQuantities,
  WaterBody,
  WaterLevel,
  WetState,
} from './job.js';
export { findJunctions } from './junctions.js';
