import { MEASURES, type Measure, type Product, TOOLS, type Tool } from '@caulkhorn/core/catalogue';
import { WORK_STEPS, type WorkStep } from '@caulkhorn/core/planning';
import { Type } from 'class-transformer';
import { Equals, IsBoolean, IsObject, ValidateIf, ValidateNested } from 'class-validator';
import { Given, Id, ListOf, OneOf, Optional, Quantity, Sha256, Text, Time, Whole } from './constraints.js';
import {
  BuildUpDto,
  FaceDto,
  FeatureDto,
  JobHeadDto,
  PhotoDto,
  ProductRefDto,
  ReadingDto,
  SpaceDto,
  WaterBodyDto,
  WaterLevelDto,
} from './items.js';
import { LogLineDto } from './log.js';

export const JOB_FILE_FORMAT = 'caulkhorn-job';
export const JOB_FILE_VERSION = 2;

class PlanConditionsDto {
  @Whole(1, 50) people!: number;
  @Quantity(-20, 50) temperatureC!: number;
  @Optional() @OneOf(TOOLS) tool?: Tool;
}

class PinsDto {
  @Whole(1, 1_000_000) core!: number;
  @Whole(1, 1_000_000) rules!: number;
  @ListOf(500) @ValidateNested({ each: true }) @Type(() => ProductRefDto) products!: ProductRefDto[];
}

class QuantityDto {
  @Quantity(0, 10_000_000) value!: number;
  @OneOf(MEASURES) unit!: Measure;
}

class WaitDto {
  @Text(200) taskId!: string;
  @Quantity(0, 10_000) minH!: number;
  /** null: no latest time */ @ValidateIf((wait: WaitDto) => wait.maxH !== null) @Quantity(0, 10_000) maxH!: number | null;
  @Quantity(-50, 80) referenceC!: number;
}

class WorkItemDto {
  @Text(200) id!: string;
  @Id() faceId!: string;
  @Optional() @Text(200) targetId?: string;
  @OneOf(WORK_STEPS) step!: WorkStep;
  @Quantity(0, 1_000_000) durationMin!: number;
  @Given() @ValidateNested() @Type(() => QuantityDto) quantity!: QuantityDto;
  @ListOf(10_000) @ValidateNested({ each: true }) @Type(() => WaitDto) waits!: WaitDto[];
  @Optional() @Time() notBefore?: string;
  @IsBoolean() rewet!: boolean;
}

class PackCountDto {
  @Quantity(0, 100_000) size!: number;
  @Whole(1, 10_000_000) count!: number;
}

class OrderedQuantityDto {
  @Text(80) productId!: string;
  /** in the product's measure, as the packs */ @Quantity(0, 10_000_000) required!: number;
  @OneOf(MEASURES) measure!: Measure;
  @ListOf(50) @ValidateNested({ each: true }) @Type(() => PackCountDto) packs!: PackCountDto[];
  @Quantity(0, 1e12) costMinor!: number;
  @Text(3, 3) currency!: string;
}

export class PlanRevisionDto {
  @Id() id!: string;
  @Whole(1, 1_000_000) number!: number;
  @Time() madeAt!: string;
  @Text(120) madeBy!: string;
  @Given() @ValidateNested() @Type(() => PlanConditionsDto) conditions!: PlanConditionsDto;
  @Given() @ValidateNested() @Type(() => PinsDto) pins!: PinsDto;
  @Sha256() modelHash!: string;
  @ListOf(60_000) @ValidateNested({ each: true }) @Type(() => WorkItemDto) workItems!: WorkItemDto[];
  @ListOf(500) @ValidateNested({ each: true }) @Type(() => OrderedQuantityDto) quantities!: OrderedQuantityDto[];
}

/** A whole job as it leaves and enters the app. `docs/formats/` publishes the JSON Schema made from this class. */
export class JobFileDto {
  @Equals(JOB_FILE_FORMAT) format!: typeof JOB_FILE_FORMAT;
  @Equals(JOB_FILE_VERSION) formatVersion!: typeof JOB_FILE_VERSION;
  @Given() @ValidateNested() @Type(() => JobHeadDto) job!: JobHeadDto;
  @ListOf(500) @ValidateNested({ each: true }) @Type(() => SpaceDto) spaces!: SpaceDto[];
  @ListOf(1000) @ValidateNested({ each: true }) @Type(() => FaceDto) faces!: FaceDto[];
  @ListOf(5000) @ValidateNested({ each: true }) @Type(() => FeatureDto) features!: FeatureDto[];
  @ListOf(500) @ValidateNested({ each: true }) @Type(() => WaterBodyDto) waterBodies!: WaterBodyDto[];
  @ListOf(20_000) @ValidateNested({ each: true }) @Type(() => WaterLevelDto) waterLevels!: WaterLevelDto[];
  @ListOf(1000) @ValidateNested({ each: true }) @Type(() => BuildUpDto) buildUps!: BuildUpDto[];
  /** files from before readings were kept have none */
  @Optional() @ListOf(50_000) @ValidateNested({ each: true }) @Type(() => ReadingDto) readings?: ReadingDto[];
  /** what each picture shows; the pictures themselves are no part of the file */
  @Optional() @ListOf(5000) @ValidateNested({ each: true }) @Type(() => PhotoDto) photos?: PhotoDto[];
  /** sheets that the build-ups pin and that do not ship with the app; checked as a catalogue's are */
  @Optional() @ListOf(500) @IsObject({ each: true }) products?: Product[];
  @ListOf(1000) @ValidateNested({ each: true }) @Type(() => PlanRevisionDto) planRevisions!: PlanRevisionDto[];
  @ListOf(100_000) @ValidateNested({ each: true }) @Type(() => LogLineDto) log!: LogLineDto[];
}
