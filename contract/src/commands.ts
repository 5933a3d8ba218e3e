import { TOOLS, type Tool } from '@caulkhorn/core/catalogue';
import { ITEM_KINDS, type ItemKind } from '@caulkhorn/core/jobs';
import type { Receipt } from '@caulkhorn/core/site-log';
import { AnyRecord, Id, NestedList, OneOf, Optional, Quantity, Time, Whole } from './constraints.js';
import { BuildUpDto, FaceDto, FeatureDto, JobHeadDto, PhotoDto, ReadingDto, SpaceDto, WaterBodyDto, WaterLevelDto } from './items.js';
import { LogEntryDto } from './log.js';
import type { Permission } from './people.js';

export type CommandKind =
  'job.put' | `${ItemKind}.put` | `${ItemKind}.remove` | 'water-levels.add' | 'readings.add' | 'log.append' | 'plan.release';

export const COMMAND_KINDS: readonly CommandKind[] = [
  'job.put',
  ...ITEM_KINDS.flatMap((kind) => [`${kind}.put` as const, `${kind}.remove` as const]),
  'water-levels.add',
  'readings.add',
  'log.append',
  'plan.release',
];

/** The thing to take off the job; it stays as a tombstone, so that undo can bring it back. */
export class RemovePayloadDto {
  @Id() id!: string;
}

/** Freezes the plan as it follows from the model now, under the id that the device made. */
export class ReleasePayloadDto {
  @Id() revisionId!: string;
  @Whole(1, 50) people!: number;
  @Quantity(-20, 50) temperatureC!: number;
  @Optional() @OneOf(TOOLS) tool?: Tool;
}

/** A small change to a job, made on a device and applied there at once. Harmless when sent twice. */
export class CommandDto {
  @Id() id!: string;
  @Id() deviceId!: string;
  @Id() jobId!: string;
  @OneOf(COMMAND_KINDS) kind!: CommandKind;
  /** version of the thing that the change was made on; 0 for a new one */
  @Whole(0, 1_000_000_000) baseVersion!: number;
  @AnyRecord() payload!: object;
  @Time() occurredAt!: string;
}

/** A whole CSV of levels in one go: all of them, or none. */
export class AddLevelsPayloadDto {
  @NestedList(() => WaterLevelDto, 5000, 1) levels!: WaterLevelDto[];
}

export class AddReadingsPayloadDto {
  @NestedList(() => ReadingDto, 5000, 1) readings!: ReadingDto[];
}

const ITEM_DTO = {
  space: SpaceDto,
  face: FaceDto,
  feature: FeatureDto,
  'water-body': WaterBodyDto,
  'water-level': WaterLevelDto,
  'build-up': BuildUpDto,
  reading: ReadingDto,
  photo: PhotoDto,
} as const satisfies Record<ItemKind, new () => object>;

/** The class that a command's payload must satisfy. */
export function payloadClass(kind: CommandKind): new () => object {
  if (kind === 'job.put') return JobHeadDto;
  if (kind === 'log.append') return LogEntryDto;
  if (kind === 'plan.release') return ReleasePayloadDto;
  if (kind === 'water-levels.add') return AddLevelsPayloadDto;
  if (kind === 'readings.add') return AddReadingsPayloadDto;
  const [item, verb] = kind.split('.') as [ItemKind, 'put' | 'remove'];
  return verb === 'put' ? ITEM_DTO[item] : RemovePayloadDto;
}

export function permissionFor(kind: CommandKind): Permission {
  if (kind === 'log.append') return 'log';
  return kind === 'plan.release' || kind === 'job.put' || kind.startsWith('build-up') ? 'plan' : 'survey';
}

/** What the server answers to an accepted command. */
export interface CommandOutcome {
  id: string;
  /** version of the thing after the change */ version: number;
  /** for a log entry: the server's receipt */ receipt?: Receipt;
}
