import {
  type Demands,
  FAMILY_IDS,
  FEATURE_SPECS,
  type Face,
  type FaceKind,
  type FacePoint,
  type FamilyId,
  type FeatureKind,
  type JunctionKind,
  type LevelKind,
  OLD_LAYERS,
  type OldLayer,
  PRODUCT_ROLES,
  type ProductRef,
  type ProductRole,
  READING_SPECS,
  type ReadingKind,
  SCHOOL_QUESTIONS,
  type SchoolChoices,
  type SideKind,
  type Sign,
  type Substrate,
  type TypedQuantities,
  WET_STATES,
  type WetState,
} from '@caulkhorn/core/jobs';
import { IsBoolean } from 'class-validator';
import {
  Day,
  FacePoints,
  Given,
  Id,
  Nested,
  NestedList,
  OneOf,
  OnePoint,
  Optional,
  Outlines,
  Quantity,
  RefsByRole,
  SchoolsByQuestion,
  Several,
  Sha256,
  Text,
  Time,
  TimeZone,
  Typed,
  Whole,
  Wholes,
} from './constraints.js';

const LEVEL_M = [-12_000, 9_000] as const;
const SITE_M = [-100_000, 100_000] as const;

export const SUBSTRATES: readonly Substrate[] = ['cast-concrete', 'precast', 'block', 'brick', 'rubble', 'screed', 'render'];
export const FACE_KINDS: readonly FaceKind[] = ['wall', 'slab', 'soffit', 'lining'];
export const SIDE_KINDS: readonly SideKind[] = ['ground', 'tank', 'room', 'open-air'];
export const FEATURE_KINDS = Object.keys(FEATURE_SPECS) as readonly FeatureKind[];
export const READING_KINDS = Object.keys(READING_SPECS) as readonly ReadingKind[];
export const SIGNS: readonly Sign[] = [
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
];
export const SALTS: readonly NonNullable<Face['salts']>[] = ['none', 'slight', 'strong'];
export const REACHES: readonly NonNullable<Face['reach']>[] = ['near', 'far', 'both'];
export const LEVEL_KINDS: readonly LevelKind[] = ['dip', 'logger', 'tide', 'seasonal-high', 'flood', 'drawn-down', 'full'];
export const PIPE_KINDS = ['rigid', 'flexible', 'corrugated'] as const;
export const MOVEMENTS = ['static', 'moving'] as const;
export const TRAFFICS: readonly NonNullable<Demands['traffic']>[] = ['none', 'foot', 'vehicles'];
export const FINISH_KINDS: readonly NonNullable<Demands['finish']>[] = ['sheet-vinyl', 'rubber', 'wood', 'carpet', 'resin'];

export class DemandsDto {
  @Optional() @OneOf(TRAFFICS) traffic?: NonNullable<Demands['traffic']>;
  @Optional() @IsBoolean() potable?: boolean;
  @Optional() @IsBoolean() mustBreathe?: boolean;
  @Optional() @Quantity(0, 10_000) coverWithinH?: number;
  @Optional() @OneOf(FINISH_KINDS) finish?: NonNullable<Demands['finish']>;
}

export class AheadDto {
  @Quantity(-40, 60) minC!: number;
  @Quantity(-40, 60) maxC!: number;
}

export class RankingWeightsDto {
  @Quantity(0, 5) cost!: number;
  @Quantity(0, 5) days!: number;
  @Quantity(0, 5) risk!: number;
  @Quantity(0, 5) breathing!: number;
}

export class JobHeadDto {
  @Id() id!: string;
  @Text(120) name!: string;
  @Text(200) site!: string;
  @TimeZone() timeZone!: string;
  @OneOf(['EUR', 'GBP', 'USD', 'CHF', 'PLN', 'SEK', 'NOK', 'DKK']) currency!: string;
  @Text(200) datum!: string;
  @Optional() @SchoolsByQuestion(SCHOOL_QUESTIONS) schools?: SchoolChoices;
  @Optional() @Nested(() => DemandsDto) demands?: DemandsDto;
  @Optional() @Nested(() => AheadDto) ahead?: AheadDto;
  @Optional() @Nested(() => RankingWeightsDto) weights?: RankingWeightsDto;
  @Optional() @Quantity(0, 10_000_000) accessMinorPerM2?: number;
}

export class SpaceDto {
  @Id() id!: string;
  @Text(120) name!: string;
  @Whole(0, 10_000) order!: number;
}

export class PlacementDto {
  @OneOf(['plane', 'cylinder']) kind!: 'plane' | 'cylinder';
}

export class PlanePlacementDto extends PlacementDto {
  declare kind: 'plane';
  @Quantity(...SITE_M) xM!: number;
  @Quantity(...SITE_M) yM!: number;
  @Quantity(...LEVEL_M) zM!: number;
  @Quantity(-360, 360) headingDeg!: number;
  @Quantity(0, 180) tiltDeg!: number;
}

export class CylinderPlacementDto extends PlacementDto {
  declare kind: 'cylinder';
  @OneOf(['vertical', 'horizontal']) axis!: 'vertical' | 'horizontal';
  @Quantity(...SITE_M) xM!: number;
  @Quantity(...SITE_M) yM!: number;
  @Quantity(...LEVEL_M) zM!: number;
  @Quantity(-360, 360) headingDeg!: number;
  @Quantity(0.05, 1000) radiusM!: number;
  @Quantity(-360, 360) startAngleDeg!: number;
}

export class SideDto {
  @OneOf(SIDE_KINDS) kind!: SideKind;
  @Optional() @Id() waterBodyId?: string;
}

export const JUNCTION_KINDS: readonly JunctionKind[] = [
  'internal-corner',
  'external-corner',
  'wall-floor',
  'in-line',
  'construction',
  'movement',
];

export class JunctionEditDto {
  @Text(200) junctionId!: string;
  @Optional() @OneOf(JUNCTION_KINDS) kind?: JunctionKind;
  @Optional() @Quantity(0.01, 10_000) lengthM?: number;
  @Optional() @Quantity(1, 359) angleDeg?: number;
  @Optional() @IsBoolean() isAbsent?: boolean;
}

export class FaceDto {
  @Id() id!: string;
  @Id() spaceId!: string;
  @Text(8) mark!: string;
  @Text(120) name!: string;
  @OneOf(FACE_KINDS) kind!: FaceKind;
  @FacePoints(3, 200) outline!: FacePoint[];
  @Optional() @Outlines(50) openings?: FacePoint[][];
  @Given()
  @Nested(
    () => PlacementDto,
    [
      ['plane', PlanePlacementDto],
      ['cylinder', CylinderPlacementDto],
    ],
  )
  placement!: PlanePlacementDto | CylinderPlacementDto;
  @Quantity(10, 10_000) thicknessMm!: number;
  @OneOf(SUBSTRATES) substrate!: Substrate;
  @Quantity(0, 200) strengthMPa!: number;
  @Quantity(1, 5) roughnessFactor!: number;
  @Given() @Nested(() => SideDto) near!: SideDto;
  @Given() @Nested(() => SideDto) far!: SideDto;
  @Whole(0, 10_000) order!: number;
  @Optional() @Day() castOn?: string;
  @Optional() @Whole(1, 10) csp?: number;
  @Optional() @OneOf(SALTS) salts?: NonNullable<Face['salts']>;
  @Optional() @Text(200, 0) coatings?: string;
  @Optional() @OneOf(REACHES) reach?: NonNullable<Face['reach']>;
  /** lasting numbers of the outline's edges, where they are not simply counted */ @Optional()
  @Wholes(0, 1_000_000, 200)
  edgeIds?: number[];
  @Optional() @NestedList(() => JunctionEditDto, 200) junctionEdits?: JunctionEditDto[];
  @Optional() @Quantity(0, 10_000) deadLoadKPa?: number;
  @Optional() @Time() clearAt?: string;
  @Optional() @Nested(() => DemandsDto) demands?: DemandsDto;
  @Optional() @Several(OLD_LAYERS) oldLayers?: OldLayer[];
}

export class MeasuredFlowDto {
  @Time() at!: string;
  @Optional() @Quantity(0, 1000) dripsPerMin?: number;
  @Optional() @Quantity(0, 1_000_000) volumeMl?: number;
  @Optional() @Quantity(0.1, 1_000_000) seconds?: number;
}

export class FeatureDto {
  @Id() id!: string;
  @Id() faceId!: string;
  @Text(8) mark!: string;
  @OneOf(FEATURE_KINDS) kind!: FeatureKind;
  @FacePoints(1, 200) path!: FacePoint[];
  @OneOf(WET_STATES) wetState!: WetState;
  @Optional() @Quantity(0.01, 200) widthMm?: number;
  @Optional() @OneOf(MOVEMENTS) movement?: (typeof MOVEMENTS)[number];
  @Optional() @Quantity(0, 500) movementMm?: number;
  @Optional() @Quantity(1, 5000) diameterMm?: number;
  @Optional() @Quantity(0, 10_000) depthMm?: number;
  @Optional() @Nested(() => MeasuredFlowDto) flow?: MeasuredFlowDto;
  @Optional() @OneOf(PIPE_KINDS) pipe?: (typeof PIPE_KINDS)[number];
  @Optional() @Several(SIGNS) signs?: Sign[];
  @Optional() @IsBoolean() pastLeakage?: boolean;
  @Optional() @Text(2000, 0) note?: string;
  @Optional() @Typed() typed?: TypedQuantities;
}

export class WaterBodyDto {
  @Id() id!: string;
  @Text(120) name!: string;
  @OneOf(['ground', 'tank']) kind!: 'ground' | 'tank';
  @Quantity(900, 1400) densityKgM3!: number;
  @Optional() @Id() governingLevelId?: string;
}

export class WaterLevelDto {
  @Id() id!: string;
  @Id() waterBodyId!: string;
  @Time() at!: string;
  @Quantity(...LEVEL_M) levelM!: number;
  @OneOf(LEVEL_KINDS) kind!: LevelKind;
  @Optional() @Text(500, 0) note?: string;
  @Optional() @Typed() typed?: TypedQuantities;
}

export class ProductRefDto {
  @Text(80) id!: string;
  @Whole(1, 1_000_000) version!: number;
}

export class TreatmentOverrideDto {
  @Text(200) targetId!: string;
  @Text(80) ruleId!: string;
  @Text(500) reason!: string;
}

export class PourDto {
  @Text(120) name!: string;
  @Optional() @Quantity(0.01, 100_000) concreteM3?: number;
  @Quantity(50, 1000) cementKgM3!: number;
  @Quantity(0, 10) dosePct!: number;
  @Optional() @Time() pouredAt?: string;
  @Optional() @Quantity(0.1, 100_000) bayM2?: number;
}

export class BuildUpDto {
  @Id() id!: string;
  @Id() faceId!: string;
  @OneOf(FAMILY_IDS) family!: FamilyId;
  @RefsByRole(PRODUCT_ROLES) products!: Partial<Record<ProductRole, ProductRef>>;
  @Optional() @SchoolsByQuestion(SCHOOL_QUESTIONS) schools?: SchoolChoices;
  @Optional() @NestedList(() => TreatmentOverrideDto, 5000) overrides?: TreatmentOverrideDto[];
  @Optional() @Nested(() => PourDto) pour?: PourDto;
  @Optional() @Text(1000, 0) reason?: string;
}

export class ReadingDto {
  @Id() id!: string;
  @Id() faceId!: string;
  @Optional() @OnePoint() point?: FacePoint;
  @OneOf(READING_KINDS) kind!: ReadingKind;
  @Quantity(-1000, 100_000) value!: number;
  @Time() at!: string;
  @Optional() @Text(120, 0) instrument?: string;
  @Optional() @Quantity(0, 10_000) depthMm?: number;
  @Optional() @Text(500, 0) note?: string;
  @Optional() @Typed() typed?: TypedQuantities;
}

export class PhotoDto {
  @Id() id!: string;
  @Id() faceId!: string;
  @Optional() @Id() featureId?: string;
  @Time() at!: string;
  @Sha256() originalSha256!: string;
  @Optional() @Text(300, 0) caption?: string;
}
