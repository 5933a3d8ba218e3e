import {
  type AddLevelsPayloadDto,
  type AddReadingsPayloadDto,
  type CommandDto,
  type CommandOutcome,
  type LogEntryDto,
  type ReleasePayloadDto,
  type RemovePayloadDto,
  checkShape,
  payloadClass,
  permissionFor,
} from '@caulkhorn/contract';
import { type Issue, issue } from '@caulkhorn/core/issues';
import {
  type AnyItem,
  type Face,
  type ItemKind,
  type ItemLookup,
  type JobHead,
  ITEM_LISTS,
  LIMITS,
  type Reading,
  type WaterLevel,
  checkItem,
  checkLeftOff,
} from '@caulkhorn/core/jobs';
import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Caller } from '../people/caller.js';
import { may } from '../people/people.service.js';
import { ReleaseService } from '../planning/release.service.js';
import { TenantDatabase } from '../platform/database.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import { AppendService } from '../site-log/append.service.js';
import { JobTurns } from './job-turns.js';
import { JobStore } from '../records/job-store.js';

/** Applies commands: each whole or not at all, each once however often it is sent. */
@Injectable()
export class CommandsService {
  private readonly turns = new JobTurns();

  constructor(
    private readonly database: TenantDatabase,
    private readonly releases: ReleaseService,
    private readonly appends: AppendService,
  ) {}

  async apply(command: CommandDto, jobId: string, caller: Caller): Promise<CommandOutcome> {
    if (command.jobId !== jobId) throw invalid([issue('not-this-job', 'jobId')]);
    if (!may(caller.standing, permissionFor(command.kind))) throw new RefusedError(403, { error: 'not-permitted' });
    const payload = checkShape(payloadClass(command.kind), command.payload, 'payload');
    if (!payload.ok) throw invalid(payload.issues);
    return this.turns.through(jobId, () =>
      this.database.within(caller, async (manager) => {
        const store = new JobStore(manager, caller.organisationId, jobId);
        if (command.kind === 'log.append') await this.appends.check(payload.value as LogEntryDto, command, manager, caller);
        // numbers and links are given out in order, and a command that is sent twice at once waits for itself
        if (!(await store.lock())) throw notFound();
        const before = await this.outcomeOf(manager, command, caller, jobId);
        if (before) return before;
        const outcome = { id: command.id, ...(await this.change(command, payload.value, store, manager, caller)) };
        await manager.query(
          `insert into command (organisation_id, job_id, id, kind, device_id, person_id, command, outcome) values ($1, $2, $3, $4, $5, $6, $7, $8)`,
          [caller.organisationId, jobId, command.id, command.kind, command.deviceId, caller.personId, command, outcome],
        );
        return outcome;
      }),
    );
  }

  private async outcomeOf(manager: EntityManager, command: CommandDto, caller: Caller, jobId: string): Promise<CommandOutcome | undefined> {
    const [row] = await manager.query<{ outcome: CommandOutcome; same: boolean }[]>(
      `select outcome, command->'payload' = $4::jsonb as same from command where organisation_id = $1 and job_id = $2 and id = $3`,
      [caller.organisationId, jobId, command.id, JSON.stringify(command.payload)],
    );
    if (row && !row.same) throw invalid([issue('id-used-before', 'id')]);
    return row?.outcome;
  }

  private async change(
    command: CommandDto,
    payload: object,
    store: JobStore,
    manager: EntityManager,
    caller: Caller,
  ): Promise<Omit<CommandOutcome, 'id'>> {
    if (command.kind === 'job.put') return this.putHead(payload as JobHead, command, store);
    if (command.kind === 'log.append') return this.appends.append(command, manager, caller);
    if (command.kind === 'plan.release') return this.releases.release(payload as ReleasePayloadDto, command, manager, caller);
    if (command.kind === 'water-levels.add') return this.add('water-level', 'levels', (payload as AddLevelsPayloadDto).levels, store);
    if (command.kind === 'readings.add')
      return this.add('reading', 'readings', (payload as AddReadingsPayloadDto).readings as Reading[], store);
    const [kind, verb] = command.kind.split('.') as [ItemKind, 'put' | 'remove'];
    return verb === 'put'
      ? this.put(kind, payload as AnyItem, command, store)
      : this.remove(kind, payload as RemovePayloadDto, command, store);
  }

  private async put(kind: ItemKind, item: AnyItem, command: CommandDto, store: JobStore): Promise<{ version: number }> {
    const issues = checkItem(kind, item, await store.lookupFor(kind, item), 'payload');
    if (kind === 'face') issues.push(...checkLeftOff(item as Face, await store.onFace(item.id), 'payload'));
    if (issues.length > 0) throw invalid(issues);
    if (!(await store.isLive(kind, item.id))) await this.leaveRoom(kind, 1, store);
    const version = await store.put(kind, item, command.baseVersion);
    if (version === null) throw await this.stale(kind, item.id, store);
    return { version };
  }

  /** A job never grows beyond what its own file can carry. */
  private async leaveRoom(kind: ItemKind, more: number, store: JobStore): Promise<void> {
    const max = LIMITS[ITEM_LISTS[kind]];
    if ((await store.count(kind)) + more > max) throw invalid([issue('too-many', 'payload', { max })]);
  }

  private async remove(kind: ItemKind, { id }: RemovePayloadDto, command: CommandDto, store: JobStore): Promise<{ version: number }> {
    if (await store.isReferred(kind, id)) throw invalid([issue('still-in-use', 'payload.id')]);
    const version = await store.remove(kind, id, command.baseVersion);
    if (version === null) throw await this.stale(kind, id, store);
    return { version };
  }

  private async putHead(head: JobHead, command: CommandDto, store: JobStore): Promise<{ version: number }> {
    if (head.id !== command.jobId) throw invalid([issue('not-this-job', 'payload.id')]);
    const version = await store.putHead(head, command.baseVersion);
    if (version === null) throw new RefusedError(409, { error: 'stale-version' });
    return { version };
  }

  /** All of a list, or nothing of it. */
  private async add(kind: ItemKind, listName: string, items: readonly AnyItem[], store: JobStore): Promise<{ version: number }> {
    const issues: Issue[] = [];
    const lookups = new Map<string, ItemLookup>();
    const taken = await store.taken(
      kind,
      items.map(({ id }) => id),
    );
    for (const [i, item] of items.entries()) {
      const path = `payload.${listName}[${i}]`;
      // many rows name one face or one water: it is fetched once
      const refs = JSON.stringify([(item as Partial<Reading>).faceId, (item as Partial<WaterLevel>).waterBodyId]);
      const lookup = lookups.get(refs) ?? (await store.lookupFor(kind, item));
      lookups.set(refs, lookup);
      issues.push(...checkItem(kind, item, lookup, path));
      if (taken.has(item.id)) issues.push(issue('id-used-before', `${path}.id`));
    }
    if (new Set(items.map((item) => item.id)).size < items.length) issues.push(issue('duplicate-id', `payload.${listName}`));
    if (issues.length > 0) throw invalid(issues.slice(0, 200));
    await this.leaveRoom(kind, items.length, store);
    await store.insertItems(kind, items);
    return { version: 1 };
  }

  /** Someone was faster: the answer carries the thing as it stands, so that nothing typed is lost while people sort it out. */
  private async stale(kind: ItemKind, id: string, store: JobStore): Promise<RefusedError> {
    const now = await store.item(kind, id);
    return new RefusedError(409, { error: 'stale-version', current: now && { version: now.version, item: now.deleted ? null : now.body } });
  }
}
