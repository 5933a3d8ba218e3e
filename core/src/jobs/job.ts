import type { Climate, UsualMonths } from './climate-fields.js';
import type { HoldKind } from './hold-kinds.js';
import type { MachineKind } from './machine-kinds.js';
import type { Permit } from './permit.js';
import type { BuildUp, Demands, OldLayer, RankingWeights, SchoolChoices } from './choices.js';

/** What a job knows: spaces and their faces, the features on them, the waters around them, and the chosen build-ups. Levels are m on the job's datum. */

/** What was typed for a quantity, beside its SI value: by field name, the text and the unit it was meant in. */
export type TypedQuantities = Record<string, { text: string; unit: string }>;

export interface JobHead {
  id: string;
  name: string;
  /** where the site is, in words */ site: string;
  /** IANA zone in which people read the job's times */ timeZone: string;
  /** ISO 4217 */ currency: string;
  /** what level 0 means */ datum: string;
  /** of this job, where it differs from the organisation */ schools?: SchoolChoices;
  /** asked of every face that does not say otherwise */ demands?: Demands;
  /** air at the wall while the work goes on, as far as anyone can tell */ ahead?: { minC: number; maxC: number };
  /** written out for this job */ permits?: Permit[];
  /** where work stops until somebody else has looked */ holds?: HoldKind[];
  /** of the air outdoors, hour by hour; hours that nobody forecast are missing */ forecast?: Forecast;
  /** past the end of the forecast */ usualMonths?: UsualMonths;
  /** what makes the air of its rooms, where somebody said so */ climate?: Climate;
  /** when its crew works, in the job's own zone, where that is not the usual week */ week?: WorkWeek;
  weights?: RankingWeights;
  /** scaffold, pumping, light: minor units a m² of face */ accessMinorPerM2?: number;
}

export interface Forecast {
  /** who made it, in words */ source: string;
  madeAt: string;
  hours: ForecastHour[];
}

export interface ForecastHour {
  /** its beginning */ at: string;
  airC: number;
  humidityPct?: number;
  rainMm?: number;
  windMS?: number;
}

/** Days: 0 Sunday … 6 Saturday. A shift may run past midnight. */
export interface WorkWeek {
  days: number[];
  fromHour: number;
  hours: number;
  /** hour of the clock at which everybody rests, and for how long */ pause?: { fromHour: number; minutes: number };
  /** that work side by side, each as many as work together; one when nothing is said */ gangs?: number;
}

export interface Space {
  id: string;
  name: string;
  /** place in the walk round the site */ order: number;
}

/** A point on a face in its own metres: u along, v up (or across a slab, or round a lining). */
export type FacePoint = readonly [u: number, v: number];

/**
 * How a face's own (u, v) lies in site x, y, z (z = level).
 * plane: u runs along `headingDeg` (0 = +x, counter-clockwise); v rises at `tiltDeg` (90 an upright wall, 0 a level slab).
 * cylinder: a shaft (vertical axis: u is arc length, v rises) or a lining (horizontal axis: u runs along, v is arc length from `startAngleDeg`, 0 = level with the axis).
 */
export type Placement =
  | { kind: 'plane'; xM: number; yM: number; zM: number; headingDeg: number; tiltDeg: number }
  | {
      kind: 'cylinder';
      axis: 'vertical' | 'horizontal';
      xM: number;
      yM: number;
      zM: number;
      headingDeg: number;
      radiusM: number;
      startAngleDeg: number;
    };

export type SideKind = 'ground' | 'tank' | 'room' | 'open-air';

/** What stands against one side of a face. Ground and tanks name their water. */
export interface Side {
  kind: SideKind;
  waterBodyId?: string;
}

export type Substrate = 'cast-concrete' | 'precast' | 'block' | 'brick' | 'rubble' | 'screed' | 'render';
export type FaceKind = 'wall' | 'slab' | 'soffit' | 'lining';

export interface Face {
  id: string;
  spaceId: string;
  /** short mark painted on the wall and shown on the sheet */ mark: string;
  name: string;
  kind: FaceKind;
  /** closed polygon in (u, v), last point not repeated */ outline: FacePoint[];
  /** doors, windows, hatches: closed polygons inside the outline, not treated */ openings?: FacePoint[][];
  placement: Placement;
  thicknessMm: number;
  substrate: Substrate;
  strengthMPa: number;
  /** area the coat sees over plan area */ roughnessFactor: number;
  /** the side that is surveyed and coated */ near: Side;
  far: Side;
  /** place in the walk round its space */ order: number;
  /** day of casting, YYYY-MM-DD */ castOn?: string;
  /** concrete surface profile, 1 to 10 by comparison chips (ICRI 310.2R) */ csp?: number;
  salts?: 'none' | 'slight' | 'strong';
  /** of a screed: what it is bound with, and whether pipes warm it; none when nobody knows */ screed?: ScreedKind;
  /** paint, render or sealer found on it, in words */ coatings?: string;
  /** from where people can get at it */ reach?: 'near' | 'far' | 'both';
  /** lasting numbers of the outline's edges, where they are not simply counted: junctions are named by them */ edgeIds?: number[];
  /** of junctions with other faces */ junctionEdits?: JunctionEdit[];
  /** of a slab: what rests on it for good beside its own weight, walls and fill */ deadLoadKPa?: number;
  /** time at which someone looked all over it and found nothing */ clearAt?: string;
  demands?: Demands;
  /** what was put on it before, from the substrate outwards */ oldLayers?: OldLayer[];
}

export type ScreedKind = 'cement' | 'cement-heated' | 'gypsum' | 'gypsum-heated';

export type WetState = 'dry' | 'damp' | 'weeping' | 'dripping' | 'running' | 'gushing';
export type FeatureKind =
  | 'crack'
  | 'leak'
  /** between two pours of one face */
  | 'joint'
  /** of masonry */
  | 'mortar-joint'
  | 'penetration'
  /** left by a formwork tie */
  | 'tie-hole'
  /** socket, bolt or bracket let in */
  | 'fixing'
  | 'drain'
  | 'honeycomb'
  | 'spall'
  | 'blow-holes'
  | 'damp-area'
  | 'salt-bloom'
  | 'mould'
  | 'ponding';

/** Water caught: by bucket and watch, or by counted drips. */
export interface MeasuredFlow {
  at: string;
  dripsPerMin?: number;
  volumeMl?: number;
  seconds?: number;
}

/** What can be seen or heard of a damp place, ticked rather than measured. */
export type Sign =
  | 'tide-mark'
  | 'flaking-paint'
  | 'hard-to-touch'
  | 'mould'
  | 'musty'
  | 'rust-stain'
  | 'worse-after-rain'
  | 'worse-in-winter'
  | 'always-the-same'
  | 'came-suddenly'
  | 'spots-on-coat'
  | 'floor-lifts'
  | 'humid-spells'
  | 'below-gutter'
  | 'over-course'
  | 'dries-steadily'
  /** of the structure: steps along its line, its sides offset, a pattern of many, longer or wider than before, steel showing */
  | 'stepped'
  | 'offset'
  | 'patterned'
  | 'growing'
  | 'steel-shows';

export interface Feature {
  id: string;
  faceId: string;
  mark: string;
  kind: FeatureKind;
  /** a line with its two ends, the middle of a hole, or the edge of an area; a leak is a spot or a line */ path: FacePoint[];
  /** how wet it is; none: nobody has looked yet */ wetState?: WetState;
  widthMm?: number;
  movement?: 'static' | 'moving';
  /** how far a moving one opens from its narrowest */ movementMm?: number;
  diameterMm?: number;
  depthMm?: number;
  flow?: MeasuredFlow;
  pipe?: 'rigid' | 'flexible' | 'corrugated';
  signs?: Sign[];
  /** shows that water came through once, though it is dry today */ pastLeakage?: boolean;
  note?: string;
  typed?: TypedQuantities;
}

export type JunctionKind =
  | 'internal-corner'
  | 'external-corner'
  | 'wall-floor'
  | 'in-line'
  /** between two pours, as someone saw */
  | 'construction'
  /** lets the structure move, as someone saw */
  | 'movement';

/** What someone saw of a junction that geometry alone cannot know. */
export interface JunctionEdit {
  junctionId: string;
  kind?: JunctionKind;
  lengthM?: number;
  angleDeg?: number;
  /** the faces do not meet there */ isAbsent?: boolean;
}

/** Where two faces meet along an edge interval. Carries its own treatment; never also a feature. */
export interface Junction {
  id: string;
  kind: JunctionKind;
  faceIds: [string, string];
  lengthM: number;
  /** between the near sides, degrees; 90 is an ordinary internal corner */ angleDeg: number;
  /** ends on the first face */ from: FacePoint;
  to: FacePoint;
  /** the same ends on the second face; a ring has none there */ onSecond?: readonly [FacePoint, FacePoint];
}

export interface WaterBody {
  id: string;
  name: string;
  kind: 'ground' | 'tank';
  densityKgM3: number;
  /** the level that loads the faces; none until someone chooses */ governingLevelId?: string;
}

export type LevelKind =
  | 'dip'
  | 'logger'
  /** high water of the tide, as read or as the table gives it */
  | 'tide'
  | 'seasonal-high'
  | 'flood'
  /** while pumps run */
  | 'drawn-down'
  /** a tank filled to its overflow */
  | 'full';

export interface WaterLevel {
  id: string;
  waterBodyId: string;
  at: string;
  levelM: number;
  kind: LevelKind;
  note?: string;
  typed?: TypedQuantities;
}

export type ReadingKind =
  | 'in-slab-rh'
  | 'vapour-emission'
  | 'surface-ph'
  | 'surface-temperature'
  | 'air-temperature'
  | 'air-humidity'
  | 'moisture-meter'
  | 'salts'
  | 'chloride'
  | 'nitrate'
  | 'sulphate'
  | 'strength'
  | 'profile'
  | 'carbide'
  | 'surface-hygrometer'
  | 'knife-test';

/** One measured value with its place, time and instrument. */
export interface Reading {
  id: string;
  faceId: string;
  /** where on the face; none for the air before it */ point?: FacePoint;
  kind: ReadingKind;
  /** in the kind's unit */ value: number;
  at: string;
  instrument?: string;
  /** drilled depth of an in-slab probe */ depthMm?: number;
  /** h for which the slab and the air had stood as in service before it was taken */ conditionedH?: number;
  note?: string;
  typed?: TypedQuantities;
}

/** A picture of a face, or of something on it. The file travels beside the model. */
export interface Photo {
  id: string;
  faceId: string;
  featureId?: string;
  /** when it was taken, as the device knew it */ at: string;
  /** SHA-256 of the file as the camera gave it, hex */ originalSha256: string;
  caption?: string;
  /** the piece of work that it shows */ workItemId?: string;
  /** what was drawn on it, beside the picture and never in it */ marks?: PhotoMark[];
}

/** An arrow on a picture, with a word at its foot: shares of the picture's width and height, from its upper left. */
export interface PhotoMark {
  x: number;
  y: number;
  toX: number;
  toY: number;
  word?: string;
}

/** When a piece of work is to begin, as somebody decided. */
export interface KeptStart {
  workItemId: string;
  startsAt: string;
  /** neither earlier nor later, whatever else moves */ isPinned?: boolean;
  /** who does it */ person?: string;
  /** when the crew has left it, so that other jobs know until when its machines are away */ endsAt?: string;
  machines?: MachineKind[];
}

/** The programme that people were told: what it says stands until somebody keeps another. */
export interface KeptProgramme {
  id: string;
  keptAt: string;
  keptBy?: string;
  starts: KeptStart[];
  /** those that stood before, the last one first */ earlier?: { keptAt: string; keptBy?: string; starts: KeptStart[] }[];
}

/** Everything people measured and chose on a job; what is planned follows from it, what was done stands in the log. */
export interface JobModel {
  job: JobHead;
  spaces: Space[];
  faces: Face[];
  features: Feature[];
  waterBodies: WaterBody[];
  waterLevels: WaterLevel[];
  buildUps: BuildUp[];
  readings: Reading[];
  photos: Photo[];
  keptProgrammes: KeptProgramme[];
}
