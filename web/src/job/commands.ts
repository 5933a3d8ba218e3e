import type { CommandKind, CommandOutcome } from '@caulkhorn/contract';
import type { AnyItem, Change, ItemKind, JobHead, Reading, WaterLevel } from '@caulkhorn/core/jobs';
import type { LogEntry } from '@caulkhorn/core/site-log';

/** A command as it waits in the outbox: what the contract asks for, as plain data. */
export interface Command {
  id: string;
  deviceId: string;
  jobId: string;
  kind: CommandKind;
  baseVersion: number;
  payload: object;
  occurredAt: string;
}

/** What a command does to the model; null for the log and for releases, which are no part of it. */
export function changeOf({ kind, payload }: Pick<Command, 'kind' | 'payload'>): Change | null {
  if (kind === 'log.append' || kind === 'plan.release') return null;
  if (kind === 'job.put') return { kind: 'put-head', head: payload as JobHead };
  if (kind === 'water-levels.add') return { kind: 'add-levels', levels: (payload as { levels: WaterLevel[] }).levels };
  if (kind === 'readings.add') return { kind: 'add-readings', readings: (payload as { readings: Reading[] }).readings };
  const [itemKind, verb] = kind.split('.') as [ItemKind, 'put' | 'remove'];
  return verb === 'put'
    ? { kind: 'put', itemKind, item: payload as AnyItem }
    : { kind: 'remove', itemKind, id: (payload as { id: string }).id };
}

/** The thing whose version a command stands on. */
export function targetOf({ kind, payload, jobId }: Pick<Command, 'kind' | 'payload' | 'jobId'>): string {
  if (kind === 'job.put') return jobId;
  return (payload as { id?: string }).id ?? '';
}

export function entryOf(command: Command): LogEntry | null {
  return command.kind === 'log.append' ? (command.payload as LogEntry) : null;
}

export type { CommandOutcome };
