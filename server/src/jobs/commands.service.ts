import {
  type Command,
  type CommandDto,
  type CommandOutcome,
  type ItemChange,
  itemChangeOf,
  permissionFor,
  readCommand,
} from '@caulkhorn/contract';
import { type Issue, issue } from '@caulkhorn/core/issues';
import {
  type AnyItem,
  type Photo,
  type BuildUp,
  type ItemKind,
  type ItemLookup,
  ITEM_LISTS,
  LIMITS,
  type Reading,
  type WaterLevel,
  checkItem,
  checkReferrers,
} from '@caulkhorn/core/jobs';
import { Injectable } from '@nestjs/common';
import type { Caller } from '../people/caller.js';
import { may } from '../people/people.service.js';
import { ReleaseService } from '../planning/release.service.js';
import { RefusedError, invalid, notFound } from '../platform/errors.js';
import type { JobRows } from '../records/job-rows.js';
import { type JobRecords, RecordsDatabase } from '../records/records.js';
import { AppendService } from '../site-log/append.service.js';
import { JobTurns } from './job-turns.js';

/** Applies commands: each whole or not at all, each once however often it is sent. */
@Injectable()
export class CommandsService {
  private readonly turns = new JobTurns();

  constructor(
    private readonly database: RecordsDatabase,
    private readonly releases: ReleaseService,
    private readonly appends: AppendService,
  ) {}

  async apply(given: CommandDto, jobId: string, caller: Caller): Promise<CommandOutcome> {
    if (given.jobId !== jobId) throw invalid([issue('not-this-job', 'jobId')]);
    if (!may(caller.standing, permissionFor(given.kind, given.payload, given.baseVersion)))
      throw new RefusedError(403, { error: 'not-permitted' });
    const read = readCommand(given);
    if (!read.ok) throw invalid(read.issues);
    return this.turns.through(jobId, () => this.database.inJob(jobId, caller, (records) => this.once(given, read.value, records)));
  }

  private async once(given: CommandDto, command: Command, records: JobRecords): Promise<CommandOutcome> {
    if (command.kind === 'log.append') {
      // what was taken once is known, whatever has closed since
      const taken = await records.commands.outcomeOf(given);
      if (taken?.isSame) return taken.outcome;
      await this.appends.check(command, given, records);
    }
    // numbers and links are given out in order, and a command that is sent twice at once waits for itself
    if (!(await records.items.lock())) throw notFound();
    const before = await records.commands.outcomeOf(given);
    if (before && !before.isSame) throw invalid([issue('id-used-before', 'id')]);
    if (before) return before.outcome;
    const state = await records.items.state();
    if (state === null) throw notFound();
    if (state === 'archived' || state === 'deleted') throw new RefusedError(403, { error: 'job-not-open' });
    const outcome = { id: command.id, ...(await this.change(command, given, records)) };
    await records.commands.keep(given, outcome, records.caller.personId);
    return outcome;
  }

  private async change(command: Command, given: CommandDto, records: JobRecords): Promise<Omit<CommandOutcome, 'id'>> {
    const { items } = records;
    switch (command.kind) {
      case 'job.put':
        return this.putHead(command, items);
      case 'log.append':
        return this.appends.append(given, records);
      case 'plan.release':
        return this.releases.release(command.payload, records);
      case 'water-levels.add':
        return this.add('water-level', 'levels', command.payload.levels, items);
      case 'readings.add':
        return this.add('reading', 'readings', command.payload.readings, items);
    }
    const change = itemChangeOf(command)!;
    if ('put' in change && change.itemKind === 'build-up') await this.checkException(change.put as BuildUp, given, records);
    if (change.itemKind === 'photo') await this.checkPicture(change, records);
    return 'put' in change
      ? this.put(change.itemKind, change.put, command.baseVersion, items)
      : this.remove(change.itemKind, change.remove, command.baseVersion, items);
  }

  /** Who passes a hard limit answers for it under his own name; an exception that stands already may stay as it is. */
  private async checkException({ id, exception }: BuildUp, given: CommandDto, { items, devices, caller }: JobRecords): Promise<void> {
    if (!exception) return;
    const stored = (await items.item('build-up', id))?.body as BuildUp | undefined;
    if (stored?.exception?.by === exception.by && stored.exception.reason === exception.reason) return;
    const { name } = await devices.writer(caller.personId, given.deviceId);
    if (exception.by !== name) throw invalid([issue('not-this-person', 'payload.exception.by')]);
  }

  /** A picture stays the one that it was, and one that the log speaks of stays. */
  private async checkPicture(change: ItemChange, { items, log }: JobRecords): Promise<void> {
    if ('remove' in change) {
      if (await log.speaksOfPhoto(change.remove)) throw invalid([issue('photo-in-log', 'payload.id')]);
      return;
    }
    const photo = change.put as Photo;
    const stored = (await items.item('photo', photo.id))?.body as Photo | undefined;
    if (stored && stored.originalSha256 !== photo.originalSha256) throw invalid([issue('another-picture', 'payload.originalSha256')]);
  }

  private async put(kind: ItemKind, item: AnyItem, baseVersion: number, store: JobRows): Promise<{ version: number }> {
    const issues = checkItem(kind, item, await store.lookupFor(kind, item), 'payload');
    // what is new nobody refers to yet, and nothing else may be called so
    if (baseVersion === 0 && (await store.taken([item.id], kind)).size > 0) issues.push(issue('id-used-before', 'payload.id'));
    if (baseVersion > 0) issues.push(...checkReferrers(kind, item, await store.referrersOf(kind, item.id), 'payload'));
    if (issues.length > 0) throw invalid(issues);
    if (!(await store.isLive(kind, item.id))) await this.leaveRoom(kind, 1, store);
    const version = await store.put(kind, item, baseVersion);
    if (version === null) throw await this.stale(kind, item.id, store);
    return { version };
  }

  /** A job never grows beyond what its own file can carry. */
  private async leaveRoom(kind: ItemKind, more: number, store: JobRows): Promise<void> {
    const max = LIMITS[ITEM_LISTS[kind]];
    if ((await store.count(kind)) + more > max) throw invalid([issue('too-many', 'payload', { max })]);
  }

  private async remove(kind: ItemKind, id: string, baseVersion: number, store: JobRows): Promise<{ version: number }> {
    if (await store.isReferred(kind, id)) throw invalid([issue('still-in-use', 'payload.id')]);
    const version = await store.remove(kind, id, baseVersion);
    if (version === null) throw await this.stale(kind, id, store);
    return { version };
  }

  private async putHead({ payload: head, jobId, baseVersion }: Command<'job.put'>, store: JobRows): Promise<{ version: number }> {
    if (head.id !== jobId) throw invalid([issue('not-this-job', 'payload.id')]);
    const version = await store.putHead(head, baseVersion);
    if (version === null) throw new RefusedError(409, { error: 'stale-version' });
    return { version };
  }

  /** All of a list, or nothing of it. */
  private async add(kind: ItemKind, listName: string, items: readonly AnyItem[], store: JobRows): Promise<{ version: number }> {
    const issues: Issue[] = [];
    const lookups = new Map<string, ItemLookup>();
    const taken = await store.taken(items.map(({ id }) => id));
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
  private async stale(kind: ItemKind, id: string, store: JobRows): Promise<RefusedError> {
    const now = await store.item(kind, id);
    return new RefusedError(409, { error: 'stale-version', current: now && { version: now.version, item: now.deleted ? null : now.body } });
  }
}
