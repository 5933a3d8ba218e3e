import { TOOLS, type Tool } from '@caulkhorn/core/catalogue';
import type { Result } from '@caulkhorn/core/issues';
import { ITEM_KINDS, ITEM_SPECS, type ItemKind, type ItemOf, type JobHead, type WaterLevel, type Reading } from '@caulkhorn/core/jobs';
import type { LogEntry, Receipt } from '@caulkhorn/core/site-log';
import { checkShape } from './check-shape.js';
import { AnyRecord, Id, NestedList, OneOf, Optional, Quantity, Time, Whole } from './constraints.js';
import {
  BuildUpDto,
  FaceDto,
  FeatureDto,
  JobHeadDto,
  KeptProgrammeDto,
  PhotoDto,
  ReadingDto,
  SpaceDto,
  WaterBodyDto,
  WaterLevelDto,
} from './items.js';
import { LogEntryDto } from './log.js';
import type { Permission } from './people.js';

/** What each kind of command carries. */
export type Payloads = {
  'job.put': JobHead;
  'water-levels.add': { levels: WaterLevel[] };
  'readings.add': { readings: Reading[] };
  'log.append': LogEntry;
  'plan.release': { revisionId: string; people: number; temperatureC: number; tool?: Tool };
} & { [K in ItemKind as `${K}.put`]: ItemOf<K> } & { [K in ItemKind as `${K}.remove`]: { id: string } };

export type CommandKind = keyof Payloads;

/** A small change to a job, made on a device and applied there at once: its kind says what it carries. Harmless when sent twice. */
export type Command<K extends CommandKind = CommandKind> = {
  [Kind in K]: {
    id: string;
    deviceId: string;
    jobId: string;
    kind: Kind;
    /** version of the thing that the change was made on; 0 for a new one */ baseVersion: number;
    payload: Payloads[Kind];
    occurredAt: string;
  };
}[K];

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

/** A whole CSV of levels in one go: all of them, or none. */
export class AddLevelsPayloadDto {
  @NestedList(() => WaterLevelDto, 5000, 1) levels!: WaterLevelDto[];
}

export class AddReadingsPayloadDto {
  @NestedList(() => ReadingDto, 5000, 1) readings!: ReadingDto[];
}

interface Rule {
  /** what the payload must satisfy */ payload: new () => object;
  permission: Permission;
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
  'kept-programme': KeptProgrammeDto,
} as const satisfies { [K in ItemKind]: new () => ItemOf<K> };

const itemRule = (kind: ItemKind, payload: new () => object): Rule => ({ payload, permission: ITEM_SPECS[kind].permission });

const RULES = {
  'job.put': { payload: JobHeadDto, permission: 'plan' },
  'water-levels.add': { payload: AddLevelsPayloadDto, permission: 'survey' },
  'readings.add': { payload: AddReadingsPayloadDto, permission: 'survey' },
  'log.append': { payload: LogEntryDto, permission: 'log' },
  'plan.release': { payload: ReleasePayloadDto, permission: 'plan' },
  ...Object.fromEntries(
    ITEM_KINDS.flatMap((kind) => [
      [`${kind}.put`, itemRule(kind, ITEM_DTO[kind])],
      [`${kind}.remove`, itemRule(kind, RemovePayloadDto)],
    ]),
  ),
} as Readonly<Record<CommandKind, Rule>>;

export const COMMAND_KINDS = Object.keys(RULES) as readonly CommandKind[];

/** A command as it comes in, before anyone knows whether its payload is what its kind asks for. */
export class CommandDto {
  @Id() id!: string;
  @Id() deviceId!: string;
  @Id() jobId!: string;
  @OneOf(COMMAND_KINDS) kind!: CommandKind;
  @Whole(0, 1_000_000_000) baseVersion!: number;
  @AnyRecord() payload!: object;
  @Time() occurredAt!: string;
}

/** The class that a command's payload must satisfy. */
export const payloadClass = (kind: CommandKind): new () => object => RULES[kind].payload;

/** What wants more, or less, than to write the log of the work. */
const OF_ENTRY: ReadonlyMap<unknown, Permission> = new Map([
  ['hold', 'hold'],
  ['test', 'test'],
  ['sign', 'sign'],
  ['unsign', 'sign'],
]);

/** Who looks at a hold point or tests writes into the log, and nothing else in it; who does the work takes pictures of it, and changes none. */
export function permissionFor(kind: CommandKind, payload: unknown, baseVersion = 0): Permission {
  if (kind === 'photo.put' && baseVersion === 0 && (payload as { workItemId?: unknown } | undefined)?.workItemId !== undefined)
    return 'log';
  const body = kind === 'log.append' ? (payload as { body?: { kind?: unknown } } | undefined)?.body : undefined;
  return OF_ENTRY.get(body?.kind) ?? RULES[kind].permission;
}

/** Checks what a command carries against its kind. */
export function readCommand(given: CommandDto): Result<Command> {
  const payload = checkShape(payloadClass(given.kind), given.payload, 'payload');
  return payload.ok ? { ok: true, value: { ...given, payload: payload.value } as Command } : payload;
}

/** What a command says, without who sends it and when. */
export type Saying = { [K in CommandKind]: { kind: K; payload: Payloads[K] } }[CommandKind];

/** What a command does to one item; null for those about something else. */
export type ItemChange = { [K in ItemKind]: { itemKind: K; put: ItemOf<K> } }[ItemKind] | { itemKind: ItemKind; remove: string };

export function itemChangeOf(command: Saying): ItemChange | null {
  const [itemKind, verb] = command.kind.split('.') as [ItemKind, string];
  if (!ITEM_KINDS.includes(itemKind)) return null;
  return (verb === 'put' ? { itemKind, put: command.payload } : { itemKind, remove: (command.payload as { id: string }).id }) as ItemChange;
}

/** What the server answers to an accepted command. */
export interface CommandOutcome {
  id: string;
  /** version of the thing after the change */ version: number;
  /** for a log entry: the server's receipt */ receipt?: Receipt;
}
