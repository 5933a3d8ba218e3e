import { MEASURES, type Measure, type Product, TOOLS, type Tool } from '@caulkhorn/core/catalogue';
import {
  HOLD_KINDS,
  type HoldKind,
  LIMITS,
  MACHINE_KINDS,
  MOST_MENDS,
  MOST_ZONES,
  type MachineKind,
  RECORD_LIMITS,
  SKILLS,
  type Skill,
} from '@caulkhorn/core/jobs';
import { ROOM_PHASES, type RoomPhase, WORK_STEPS, type WorkStep } from '@caulkhorn/core/planning';
import { Equals, IsBoolean } from 'class-validator';
import {
  AnyRecord,
  AnyRecords,
  Given,
  Id,
  Nested,
  NestedList,
  OneOf,
  Optional,
  OrNull,
  Quantity,
  Sha256,
  SomeOf,
  Text,
  Time,
  Whole,
} from './constraints.js';
import {
  BuildUpDto,
  FaceDto,
  FeatureDto,
  JobHeadDto,
  KeptProgrammeDto,
  PhotoDto,
  ProductRefDto,
  ReadingDto,
  SpaceDto,
  WaterBodyDto,
  WaterLevelDto,
} from './items.js';
import { LogKeysDto } from './log-keys.js';
import { LogLineDto } from './log.js';

export const JOB_FILE_FORMAT = 'caulkhorn-job';
export const JOB_FILE_VERSION = 3;

class PlanConditionsDto {
  @Whole(1, 50) people!: number;
  @Quantity(-20, 50) temperatureC!: number;
  @Optional() @OneOf(TOOLS) tool?: Tool;
}

class PinsDto {
  @Whole(1, 1_000_000) core!: number;
  @Whole(1, 1_000_000) rules!: number;
  @NestedList(() => ProductRefDto, 500) products!: ProductRefDto[];
}

class QuantityDto {
  @Quantity(0, 10_000_000) value!: number;
  @OneOf(MEASURES) unit!: Measure;
}

class WaitDto {
  @Text(200) taskId!: string;
  @Quantity(0, 10_000) minH!: number;
  /** null: no latest time */ @OrNull() @Quantity(0, 10_000) maxH!: number | null;
  @Quantity(-50, 80) referenceC!: number;
  @Optional() @IsBoolean() atOnce?: boolean;
}

class InRoomDto {
  @Id() spaceId!: string;
  @OneOf(ROOM_PHASES) phase!: RoomPhase;
  @IsBoolean() isFloor!: boolean;
  @Optional() @IsBoolean() isDusty?: boolean;
  @Optional() @Quantity(0, 10_000) freshH?: number;
  @Optional() @Quantity(-50, 80) referenceC?: number;
}

class ZoneDto {
  @Whole(1, MOST_ZONES) no!: number;
  @Whole(2, MOST_ZONES) of!: number;
  @Quantity(0, 100_000) fromM!: number;
  @Quantity(0, 100_000) toM!: number;
  @Quantity(0, 1) share!: number;
}

/** The decision that it follows from, and the how-manieth of its face. */
class OfMendDto {
  @Id() id!: string;
  @Whole(1, MOST_MENDS) no!: number;
}

class WorkItemDto {
  @Text(200) id!: string;
  @Id() faceId!: string;
  @Optional() @Text(200) targetId?: string;
  @OneOf(WORK_STEPS) step!: WorkStep;
  @Quantity(0, 1_000_000) durationMin!: number;
  @Given() @Nested(() => QuantityDto) quantity!: QuantityDto;
  @NestedList(() => WaitDto, 10_000) waits!: WaitDto[];
  @Optional() @Quantity(0, 10_000) restH?: number;
  @Optional() @Whole(1, 20) coatNo?: number;
  @Optional() @Nested(() => ZoneDto) zone?: ZoneDto;
  @Optional() @Whole(1, 100) again?: number;
  @Optional() @Nested(() => OfMendDto) mend?: OfMendDto;
  @Optional() @OneOf(HOLD_KINDS) hold?: HoldKind;
  @Optional() @SomeOf(MACHINE_KINDS) machines?: MachineKind[];
  @Optional() @SomeOf(SKILLS) skills?: Skill[];
  @Optional() @Whole(1, 24) roundsPerDay?: number;
  @Optional() @Time() notBefore?: string;
  @IsBoolean() rewet!: boolean;
  @Optional() @Nested(() => InRoomDto) room?: InRoomDto;
}

class PackCountDto {
  @Quantity(0, 100_000) size!: number;
  @Whole(1, 10_000_000) count!: number;
}

class OrderedQuantityDto {
  @Text(80) productId!: string;
  /** in the product's measure, as the packs */ @Quantity(0, 10_000_000) required!: number;
  @OneOf(MEASURES) measure!: Measure;
  @NestedList(() => PackCountDto, 50) packs!: PackCountDto[];
  @Quantity(0, 1e12) costMinor!: number;
  @Text(3, 3) currency!: string;
}

export class PlanRevisionDto {
  @Id() id!: string;
  @Whole(1, 1_000_000) number!: number;
  @Time() madeAt!: string;
  @Text(120) madeBy!: string;
  @Given() @Nested(() => PlanConditionsDto) conditions!: PlanConditionsDto;
  @Given() @Nested(() => PinsDto) pins!: PinsDto;
  @Sha256() fingerprint!: string;
  /** all that was decided, checked by the core; null for a plan from before that was kept */ @OrNull() @AnyRecord() decided!:
    object | null;
  @NestedList(() => WorkItemDto, 60_000) workItems!: WorkItemDto[];
  @NestedList(() => OrderedQuantityDto, 500) quantities!: OrderedQuantityDto[];
}

/** A whole job as it leaves and enters the app. `docs/formats/` publishes the JSON Schema made from this class. */
export class JobFileDto {
  @Equals(JOB_FILE_FORMAT) format!: typeof JOB_FILE_FORMAT;
  @Equals(JOB_FILE_VERSION) formatVersion!: typeof JOB_FILE_VERSION;
  @Given() @Nested(() => JobHeadDto) job!: JobHeadDto;
  @NestedList(() => SpaceDto, LIMITS.spaces) spaces!: SpaceDto[];
  @NestedList(() => FaceDto, LIMITS.faces) faces!: FaceDto[];
  @NestedList(() => FeatureDto, LIMITS.features) features!: FeatureDto[];
  @NestedList(() => WaterBodyDto, LIMITS.waterBodies) waterBodies!: WaterBodyDto[];
  @NestedList(() => WaterLevelDto, LIMITS.waterLevels) waterLevels!: WaterLevelDto[];
  @NestedList(() => BuildUpDto, LIMITS.buildUps) buildUps!: BuildUpDto[];
  /** files from before readings were kept have none */
  @Optional() @NestedList(() => ReadingDto, LIMITS.readings) readings?: ReadingDto[];
  /** what each picture shows; the pictures themselves are no part of the file */
  @Optional() @NestedList(() => PhotoDto, LIMITS.photos) photos?: PhotoDto[];
  /** the programme that people were told */
  @Optional() @NestedList(() => KeptProgrammeDto, LIMITS.keptProgrammes) keptProgrammes?: KeptProgrammeDto[];
  /** sheets that the build-ups pin and that do not ship with the app; checked as a catalogue's are */
  @Optional() @AnyRecords(500) products?: Product[];
  @NestedList(() => PlanRevisionDto, RECORD_LIMITS.planRevisions) planRevisions!: PlanRevisionDto[];
  @NestedList(() => LogLineDto, RECORD_LIMITS.log) log!: LogLineDto[];
  /** by which the log's signatures can be checked; none from before there were any */
  @Optional() @Nested(() => LogKeysDto) keys?: LogKeysDto;
}
