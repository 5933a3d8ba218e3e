import { type Saying, itemChangeOf } from '@caulkhorn/contract';
import type { AnyItem, Change } from '@caulkhorn/core/jobs';
import type { LogEntry } from '@caulkhorn/core/site-log';

/** What a command does to the model; null for the log and for releases, which are no part of it. */
export function changeOf(command: Saying): Change | null {
  switch (command.kind) {
    case 'log.append':
    case 'plan.release':
      return null;
    case 'job.put':
      return { kind: 'put-head', head: command.payload };
    case 'water-levels.add':
      return { kind: 'add-levels', levels: command.payload.levels };
    case 'readings.add':
      return { kind: 'add-readings', readings: command.payload.readings };
  }
  const change = itemChangeOf(command)!;
  return 'put' in change
    ? { kind: 'put', itemKind: change.itemKind, item: change.put as AnyItem }
    : { kind: 'remove', itemKind: change.itemKind, id: change.remove };
}

/** The thing whose version a command stands on. */
export function targetOf({ kind, payload }: Saying, jobId: string): string {
  if (kind === 'job.put') return jobId;
  return 'id' in payload ? payload.id : '';
}

export function entryOf(command: Saying): LogEntry | null {
  return command.kind === 'log.append' ? command.payload : null;
}
