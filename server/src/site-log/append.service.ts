import type { CommandDto, CommandOutcome, LogEntryDto } from '@caulkhorn/contract';
import { type Issue, issue } from '@caulkhorn/core/issues';
import { type LogEntry, checkEntry, entryHash } from '@caulkhorn/core/site-log';
import { Injectable } from '@nestjs/common';
import type { EntityManager } from 'typeorm';
import type { Caller } from '../people/caller.js';
import { RevisionStore } from '../records/revision-store.js';
import { RefusedError, invalid } from '../platform/errors.js';
import { LogStore } from '../records/log-store.js';

@Injectable()
export class AppendService {
  /** Adds a device's entry and gives its receipt. The job is locked by the caller. */
  async append(entryDto: LogEntryDto, command: CommandDto, manager: EntityManager, caller: Caller): Promise<Omit<CommandOutcome, 'id'>> {
    // the hash covers exactly what the device sent, so the stored entry is that, not the checked copy
    const entry = command.payload as LogEntry;
    const log = new LogStore(manager, caller.organisationId, command.jobId);
    const revisions = new RevisionStore(manager, caller.organisationId, command.jobId);
    const issues = [...this.checkOrigin(entryDto, command, caller), ...checkEntry(entry.body, entry.occurredAt, 'payload.body')];
    if (entryHash(entry) !== entry.hash) issues.push(issue('hash-does-not-match', 'payload.hash'));
    if (entry.supersedes !== undefined && !(await log.has(entry.supersedes))) issues.push(issue('not-found', 'payload.supersedes'));
    const { body } = entry;
    if (body.kind === 'start' || body.kind === 'finish') {
      const revision = await revisions.byId(body.planRevisionId);
      if (!revision) issues.push(issue('not-found', 'payload.body.planRevisionId'));
      else if (!revision.workItems.some((item) => item.id === body.workItemId)) issues.push(issue('not-found', 'payload.body.workItemId'));
    }
    if (issues.length > 0) throw invalid(issues);
    const last = await log.lastOfDevice(entry.deviceId);
    if (entry.prevHash !== last.hash || entry.deviceSeq !== last.deviceSeq + 1)
      throw new RefusedError(409, { error: 'chain-moved-on', current: { hash: last.hash, deviceSeq: last.deviceSeq } });
    const receipt = await log.append(entry, new Date());
    return { version: receipt.receiptSeq, receipt };
  }

  private checkOrigin(entry: LogEntryDto, command: CommandDto, caller: Caller): Issue[] {
    const found: Issue[] = [];
    if (entry.jobId !== command.jobId) found.push(issue('not-this-job', 'payload.jobId'));
    if (entry.deviceId !== command.deviceId) found.push(issue('not-this-device', 'payload.deviceId'));
    if (entry.personId !== caller.personId) found.push(issue('not-this-person', 'payload.personId'));
    return found;
  }
}
