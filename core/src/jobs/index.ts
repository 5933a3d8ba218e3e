export { applyChange } from './change.js';
export type { Change } from './change.js';
export { RECORD_LIMITS, checkItem, checkModel, lookupIn } from './check.js';
export type { ItemLookup } from './item-checks.js';
export { SCHOOLS_FIELD, PRODUCT_REF_FIELDS, POUR_FIELDS, MOST_ZONES, BUILD_UP_FIELDS } from './build-up-fields.js';
export {
  FACE_FIELDS,
  FACE_KINDS,
  FEATURE_FIELDS,
  FEATURE_KINDS,
  ATTACKS,
  DAMP_SIGNS,
  FINISH_KINDS,
  GRADES,
  JOB_HEAD_FIELDS,
  JUNCTION_KINDS,
  SCREED_KINDS,
  LEVEL_KINDS,
  MASONRY,
  MOVEMENTS,
  PHOTO_FIELDS,
  PIPE_KINDS,
  REACHES,
  READING_FIELDS,
  READING_KINDS,
  SALTS,
  SIDE_KINDS,
  SIGNS,
  SPACE_FIELDS,
  STANDINGS,
  STRUCTURE_SIGNS,
  CURRENCIES,
  SUBSTRATES,
  TRAFFICS,
  WATER_BODY_FIELDS,
  WATER_LEVEL_FIELDS,
} from './item-fields.js';
export { KEPT_PROGRAMME_FIELDS } from './kept-programme.js';
export { ITEM_KINDS, ITEM_LISTS, ITEM_SPECS, LIMITS } from './item-kinds.js';
export type { AnyItem, ItemKind, ItemOf } from './item-kinds.js';
export {
  ALTERABLE_LAYERS,
  READY_STEPS,
  COVERINGS,
  FAMILY_IDS,
  FLOOR_FINISHES,
  OLD_LAYERS,
  PRODUCT_ROLES,
  SCHOOL_QUESTIONS,
  isFloorFinish,
} from './choices.js';
export type {
  BuildUp,
  Demands,
  FamilyId,
  Finish,
  LayerAlteration,
  ReadyStep,
  OldLayer,
  Pour,
  ProductRef,
  ProductRole,
  RankingWeights,
  School,
  SchoolChoice,
  SchoolChoices,
  SchoolQuestion,
  TreatmentOverride,
} from './choices.js';
export { FAILURE_KINDS, MENDS_FIELD, MOST_MENDS } from './mend.js';
export type { FailureKind, Mend } from './mend.js';
export { CAVITY_CHECKS, PULL_FAILURES, TEST_KINDS, TEST_RESULT_FIELDS } from './test-results.js';
export type { PullFailure, ResultOf, TestKind, TestPlace, TestResult } from './test-results.js';
export { copiesAlong } from './copy-along.js';
export { keepEdgeIds } from './edge-ids.js';
export { FEATURE_SPECS, POINTS_OF } from './feature-kinds.js';
export type { FeatureField, FeatureShape } from './feature-kinds.js';
export {
  crossesItself,
  distanceToSegment,
  extentOf,
  isLevelFace,
  isOnFace,
  isOnOutline,
  levelAt,
  levelRange,
  netAreaM2,
  outlineAreaM2,
  pathLengthM,
  sitePoint,
} from './geometry.js';
export { stripsOf } from './strips.js';
export type { Strip } from './strips.js';
export type { Extent } from './geometry.js';
export { groupBy } from './group-by.js';
export type {
  Face,
  FaceKind,
  FacePoint,
  Feature,
  FeatureKind,
  Forecast,
  ForecastHour,
  JobHead,
  JobModel,
  Junction,
  JunctionEdit,
  JunctionKind,
  ScreedKind,
  LevelKind,
  MeasuredFlow,
  KeptProgramme,
  KeptStart,
  Photo,
  PhotoMark,
  Placement,
  Reading,
  ReadingKind,
  Side,
  SideKind,
  Sign,
  Space,
  Substrate,
  TypedQuantities,
  WaterBody,
  WaterLevel,
  WetState,
  WorkWeek,
} from './job.js';
export { CARE_IDS, SITE_CARE, careOf } from './site-care.js';
export type { CareId } from './site-care.js';
export { checkLeftOff, checkReferrers } from './still-fits.js';
export type { Referrers } from './still-fits.js';
export { READING_SPECS } from './reading-kinds.js';
export { endsOn, findJunctions } from './junctions.js';
export { facesInWalk } from './walk.js';
export { WET_STATES, leaks, mayLeak, mayMove, moves, plannedWetness, runs, wettest } from './wetness.js';
export { roomShapes, shaftShapes, tapedWalls, tunnelShapes, walkWalls } from './rooms.js';
export type { PlacedShape } from './rooms.js';
export { MACHINE_KINDS, SKILLS } from './machine-kinds.js';
export type { MachineKind, Skill, SkillCard } from './machine-kinds.js';
export { ROOM_WETNESS } from './climate-fields.js';
export type { Climate, RoomClimate, UsualMonths } from './climate-fields.js';
export { MOST_FORECAST_H } from './forecast-field.js';
export { MOST_GANGS, PERSON_WEEK_FIELD } from './work-week-field.js';
export { PERMIT_KINDS } from './permit.js';
export type { Permit, PermitKind } from './permit.js';
export { HOLD_KINDS } from './hold-kinds.js';
export type { HoldKind } from './hold-kinds.js';
export { REMEDY_WAYS } from './remedy.js';
export type { Remedy, RemedyWay } from './remedy.js';
export { permitsFor, permitsIn, permitsLapsed } from './permits.js';
export { UNSERVED, VOIDED_BY } from './voided-by.js';
export type { VoidedBy } from './voided-by.js';
export { DRAWN_SHEET_FIELDS, drawnSheet } from './drawn-sheet.js';
export type { DrawnFace, DrawnFeature, DrawnSheet } from './drawn-sheet.js';
