import {
  type Field,
  type ShapeOf,
  anyOf,
  byKind,
  choice,
  date,
  flag,
  id,
  list,
  map,
  number,
  optional,
  pair,
  points,
  record,
  sha256Hex,
  text,
  textOrNone,
  time,
  timeZone,
} from '../fields/index.js';
import { SCHOOLS_FIELD } from './build-up-fields.js';
import { COVERINGS, FLOOR_FINISHES, OLD_LAYERS } from './choices.js';
import { FEATURE_SPECS } from './feature-kinds.js';
import type {
  Face,
  FaceKind,
  Feature,
  FeatureKind,
  JobHead,
  JunctionKind,
  ScreedKind,
  LevelKind,
  Photo,
  Reading,
  ReadingKind,
  SideKind,
  Sign,
  Space,
  Substrate,
  WaterBody,
  WaterLevel,
} from './job.js';
import { READING_SPECS } from './reading-kinds.js';
import { CLIMATE_FIELD, USUAL_MONTHS_FIELD } from './climate-fields.js';
import { FORECAST_FIELD } from './forecast-field.js';
import { HOLD_KINDS } from './hold-kinds.js';
import { PERMITS_FIELD } from './permit.js';
import { WORK_WEEK_FIELD } from './work-week-field.js';
import type { Same } from './same.js';
import { WET_STATES } from './wetness.js';

/**
 * What each thing of a job holds: every field with its unit, its range and whether it may be missing. Requests, files, published
 * schemas and forms are checked by these, and the types in `job.ts` and `choices.ts` are held to them by the compiler.
 */

export const SUBSTRATES = [
  'cast-concrete',
  'precast',
  'block',
  'brick',
  'rubble',
  'screed',
  'render',
] as const satisfies readonly Substrate[];
/** Of units and joints: its strength has no usual figure. */
export const MASONRY: readonly Substrate[] = ['block', 'brick', 'rubble'];
export const FACE_KINDS = ['wall', 'slab', 'soffit', 'lining'] as const satisfies readonly FaceKind[];
export const SIDE_KINDS = ['ground', 'tank', 'room', 'open-air'] as const satisfies readonly SideKind[];
export const FEATURE_KINDS = Object.keys(FEATURE_SPECS) as readonly FeatureKind[];
export const READING_KINDS = Object.keys(READING_SPECS) as readonly ReadingKind[];
export const DAMP_SIGNS = [
  'tide-mark',
  'flaking-paint',
  'hard-to-touch',
  'mould',
  'musty',
  'rust-stain',
  'worse-after-rain',
  'worse-in-winter',
  'always-the-same',
  'came-suddenly',
  'spots-on-coat',
  'floor-lifts',
  'humid-spells',
  'below-gutter',
  'over-course',
  'dries-steadily',
] as const satisfies readonly Sign[];
export const STRUCTURE_SIGNS = [
  'stepped',
  'offset',
  'patterned',
  'growing',
  'steel-shows',
  'rust-stain',
] as const satisfies readonly Sign[];
export const SIGNS: readonly Sign[] = [...new Set<Sign>([...DAMP_SIGNS, ...STRUCTURE_SIGNS])];
export const SALTS = ['none', 'slight', 'strong'] as const;
export const REACHES = ['near', 'far', 'both'] as const;
export const LEVEL_KINDS = [
  'dip',
  'logger',
  'tide',
  'seasonal-high',
  'flood',
  'drawn-down',
  'full',
] as const satisfies readonly LevelKind[];
export const SCREED_KINDS = ['cement', 'cement-heated', 'gypsum', 'gypsum-heated'] as const satisfies readonly ScreedKind[];
export const JUNCTION_KINDS = [
  'internal-corner',
  'external-corner',
  'wall-floor',
  'in-line',
  'construction',
  'movement',
] as const satisfies readonly JunctionKind[];
export const PIPE_KINDS = ['rigid', 'flexible', 'corrugated'] as const;
export const MOVEMENTS = ['static', 'moving'] as const;
export const TRAFFICS = ['none', 'foot', 'vehicles'] as const;
export const FINISH_KINDS = [...FLOOR_FINISHES, ...COVERINGS] as const;
export const STANDINGS = ['none', 'rain', 'ponding', 'earth-cover'] as const;
export const ATTACKS = ['none', 'xa1', 'xa2', 'xa3'] as const;
export const GRADES = ['1a', '1b', '2', '3'] as const;
export const CURRENCIES = ['EUR', 'GBP', 'USD', 'CHF', 'PLN', 'SEK', 'NOK', 'DKK'] as const;

const mark = text(8);
const name = text(120);
const order = number('', { min: 0, max: 10_000, whole: true });
const levelM = number('m', { min: -12_000, max: 9_000 });
const siteM = number('m', { min: -100_000, max: 100_000 });
const turnDeg = number('°', { min: -360, max: 360 });
const weight = number('', { min: 0, max: 5 });
const share = number('', { min: 0, max: 1 });
/** As far as a face reaches, m. */
const FACE_REACH_M = 10_000;
const typed = typedTexts();

const demands = record({
  traffic: optional(choice(TRAFFICS)),
  potable: optional(flag()),
  mustBreathe: optional(flag()),
  coverWithinH: optional(number('h', { min: 0, max: 10_000 })),
  finish: optional(choice(FINISH_KINDS)),
  standing: optional(choice(STANDINGS)),
  attack: optional(choice(ATTACKS)),
  sewerGas: optional(flag()),
  chlorine: optional(flag()),
  saltWater: optional(flag()),
  fuel: optional(flag()),
  sun: optional(flag()),
  frostSoaked: optional(flag()),
  grade: optional(choice(GRADES)),
  undoable: optional(flag()),
  groundGas: optional(flag()),
  confined: optional(flag()),
});

export const JOB_HEAD_FIELDS = {
  id: id(),
  name,
  site: text(200),
  timeZone: timeZone(),
  currency: choice(CURRENCIES) as Field<string>,
  datum: text(200),
  schools: optional(SCHOOLS_FIELD),
  demands: optional(demands),
  ahead: optional(record({ minC: number('°C', { min: -40, max: 60 }), maxC: number('°C', { min: -40, max: 60 }) })),
  forecast: optional(FORECAST_FIELD),
  usualMonths: optional(USUAL_MONTHS_FIELD),
  climate: optional(CLIMATE_FIELD),
  permits: optional(PERMITS_FIELD),
  holds: optional(list(choice(HOLD_KINDS), HOLD_KINDS.length, 0)),
  week: optional(WORK_WEEK_FIELD),
  weights: optional(record({ cost: weight, days: weight, risk: weight, breathing: weight })),
  accessMinorPerM2: optional(number('money', { min: 0, max: 10_000_000 })),
};

export const SPACE_FIELDS = { id: id(), name, order };

const side = record({ kind: choice(SIDE_KINDS), waterBodyId: optional(id()) });

const placement = byKind({
  plane: { xM: siteM, yM: siteM, zM: levelM, headingDeg: turnDeg, tiltDeg: number('°', { min: 0, max: 180 }) },
  cylinder: {
    axis: choice(['vertical', 'horizontal']),
    ...{ xM: siteM, yM: siteM, zM: levelM, headingDeg: turnDeg },
    radiusM: number('m', { min: 0.05, max: 1000 }),
    startAngleDeg: turnDeg,
  },
});

const junctionEdit = record({
  junctionId: text(200),
  kind: optional(choice(JUNCTION_KINDS)),
  lengthM: optional(number('m', { min: 0.01, max: 10_000 })),
  angleDeg: optional(number('°', { min: 1, max: 359 })),
  isAbsent: optional(flag()),
});

export const FACE_FIELDS = {
  id: id(),
  spaceId: id(),
  mark,
  name,
  kind: choice(FACE_KINDS),
  outline: points('m', FACE_REACH_M, [3, 200]),
  openings: optional(list(points('m', FACE_REACH_M, [3, 200]), 50, 0)),
  placement,
  thicknessMm: number('mm', { min: 10, max: 10_000 }),
  substrate: choice(SUBSTRATES),
  strengthMPa: number('MPa', { min: 0, max: 200 }),
  roughnessFactor: number('', { min: 1, max: 5 }),
  near: side,
  far: side,
  order,
  castOn: optional(date()),
  csp: optional(number('CSP', { min: 1, max: 10, whole: true })),
  salts: optional(choice(SALTS)),
  screed: optional(choice(SCREED_KINDS)),
  coatings: optional(textOrNone(200)),
  reach: optional(choice(REACHES)),
  edgeIds: optional(list(number('', { min: 0, max: 1_000_000, whole: true }), 200, 0)),
  junctionEdits: optional(list(junctionEdit, 200, 0)),
  deadLoadKPa: optional(number('kPa', { min: 0, max: 10_000 })),
  clearAt: optional(time()),
  demands: optional(demands),
  oldLayers: optional(someOf(OLD_LAYERS)),
};

const flow = record({
  at: time(),
  dripsPerMin: optional(number('/min', { min: 0, max: 1000 })),
  volumeMl: optional(number('mL', { min: 0, max: 1_000_000 })),
  seconds: optional(number('s', { min: 0.1, max: 1_000_000 })),
});

export const FEATURE_FIELDS = {
  id: id(),
  faceId: id(),
  mark,
  kind: choice(FEATURE_KINDS),
  path: points('m', FACE_REACH_M, [1, 200]),
  wetState: optional(choice(WET_STATES)),
  widthMm: optional(number('mm', { min: 0.01, max: 200 })),
  movement: optional(choice(MOVEMENTS)),
  movementMm: optional(number('mm', { min: 0, max: 500 })),
  diameterMm: optional(number('mm', { min: 1, max: 5000 })),
  depthMm: optional(number('mm', { min: 0, max: 10_000 })),
  flow: optional(flow),
  pipe: optional(choice(PIPE_KINDS)),
  signs: optional(someOf(SIGNS)),
  pastLeakage: optional(flag()),
  note: optional(textOrNone(2000)),
  typed: optional(typed),
};

export const WATER_BODY_FIELDS = {
  id: id(),
  name,
  kind: choice(['ground', 'tank']),
  densityKgM3: number('kg/m³', { min: 900, max: 1400 }),
  governingLevelId: optional(id()),
};

export const WATER_LEVEL_FIELDS = {
  id: id(),
  waterBodyId: id(),
  at: time(),
  levelM,
  kind: choice(LEVEL_KINDS),
  note: optional(textOrNone(500)),
  typed: optional(typed),
};

export const READING_FIELDS = {
  id: id(),
  faceId: id(),
  point: optional(pair('m', FACE_REACH_M)),
  kind: choice(READING_KINDS),
  value: number('', { min: -1000, max: 100_000 }),
  at: time(),
  instrument: optional(textOrNone(120)),
  depthMm: optional(number('mm', { min: 0, max: 10_000 })),
  conditionedH: optional(number('h', { min: 0, max: 10_000 })),
  note: optional(textOrNone(500)),
  typed: optional(typed),
};

export const PHOTO_FIELDS = {
  id: id(),
  faceId: id(),
  featureId: optional(id()),
  at: time(),
  originalSha256: sha256Hex(),
  caption: optional(textOrNone(300)),
  workItemId: optional(text(200)),
  marks: optional(list(record({ x: share, y: share, toX: share, toY: share, word: optional(textOrNone(40)) }), 20, 0)),
};

/** Some of a set, or none. */
function someOf<C extends string>(choices: readonly C[]): Field<C[]> {
  const some = anyOf(choices);
  return {
    spec: { ...some.spec, minItems: 0 } as Field<C[]>['spec'],
    read: (raw, path, issues) => (Array.isArray(raw) && raw.length === 0 ? [] : some.read(raw, path, issues)),
  };
}

/** What was typed for quantities: text and unit by field name. */
function typedTexts(): Field<Record<string, { text: string; unit: string }>> {
  return map(record({ text: textOrNone(40), unit: textOrNone(20) }), 20) as Field<Record<string, { text: string; unit: string }>>;
}

true satisfies Same<ShapeOf<typeof JOB_HEAD_FIELDS>, JobHead>;
true satisfies Same<ShapeOf<typeof SPACE_FIELDS>, Space>;
true satisfies Same<ShapeOf<typeof FACE_FIELDS>, Face>;
true satisfies Same<ShapeOf<typeof FEATURE_FIELDS>, Feature>;
true satisfies Same<ShapeOf<typeof WATER_BODY_FIELDS>, WaterBody>;
true satisfies Same<ShapeOf<typeof WATER_LEVEL_FIELDS>, WaterLevel>;
true satisfies Same<ShapeOf<typeof READING_FIELDS>, Reading>;
true satisfies Same<ShapeOf<typeof PHOTO_FIELDS>, Photo>;
