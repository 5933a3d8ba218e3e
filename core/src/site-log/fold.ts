import type { CareTicked } from './daily-care.js';
import type { Conditions, EntryBody, LogEntry, LogLine } from './entry.js';

/** What the log says of one work item. Times in ms since 1970, UTC. */
export interface WorkDone {
  startedAt?: number;
  finishedAt?: number;
  firstLaidAt?: number;
  lastLaidAt?: number;
  conditions?: Conditions;
  /** when they were measured, where that was before the start */ conditionsAt?: number;
  batchNumbers: string[];
  people: string[];
  breachReason?: string;
}

export interface SiteState {
  done: ReadonlyMap<string, WorkDone>;
  latestConditions?: Measurement;
  /** air and surface each time they were measured, in order */ measured: readonly Measurement[];
  /** checks of rooms, in order */ care: readonly CareTicked[];
}

/** Air and surface as measured: on a face, at a piece of work, or of the site as a whole. */
export interface Measurement {
  conditions: Conditions;
  /** ms since 1970 */ at: number;
  faceId?: string;
  workItemId?: string;
}

/** Entries that stand: superseded ones are left out, each correction takes its place in time. */
export function entriesInForce(lines: readonly Pick<LogLine, 'entry'>[]): LogEntry[] {
  const superseded = new Set(lines.flatMap(({ entry }) => (entry.supersedes ? [entry.supersedes] : [])));
  return lines.map(({ entry }) => entry).filter((entry) => !superseded.has(entry.id));
}

/** What is done, folded from the log. Re-planning cannot orphan it: work items keep their ids. */
export function foldLog(lines: readonly Pick<LogLine, 'entry'>[]): SiteState {
  const done = new Map<string, WorkDone>();
  const measured: Measurement[] = [];
  const care: CareTicked[] = [];
  const inOrder = entriesInForce(lines).sort((a, b) => Date.parse(a.occurredAt) - Date.parse(b.occurredAt));
  for (const entry of inOrder) {
    const at = Date.parse(entry.occurredAt);
    const { body } = entry;
    const conditions = 'conditions' in body ? body.conditions : undefined;
    // what was taken over from a reading is no reading of its own
    if (conditions && !('conditionsAt' in body && body.conditionsAt)) measured.push({ conditions, at, ...placeOf(body) });
    if (body.kind === 'care') care.push({ spaceId: body.spaceId, at, checks: body.checks });
    if (body.kind !== 'start' && body.kind !== 'finish') continue;
    const item = done.get(body.workItemId) ?? { batchNumbers: [], people: [] };
    record(item, body, at, entry.personName);
    done.set(body.workItemId, item);
  }
  return { done, latestConditions: measured.at(-1), measured, care };
}

function placeOf(body: EntryBody): Pick<Measurement, 'faceId' | 'workItemId'> {
  if ('workItemId' in body) return { workItemId: body.workItemId };
  return 'faceId' in body && body.faceId !== undefined ? { faceId: body.faceId } : {};
}

function record(item: WorkDone, body: Extract<EntryBody, { kind: 'start' | 'finish' }>, at: number, person: string): void {
  if (!item.people.includes(person)) item.people.push(person);
  if (body.batchNumber && !item.batchNumbers.includes(body.batchNumber)) item.batchNumbers.push(body.batchNumber);
  if (body.kind === 'start') {
    item.startedAt = at;
    item.conditions = body.conditions;
    if (body.conditionsAt) item.conditionsAt = Date.parse(body.conditionsAt);
    else delete item.conditionsAt;
    item.breachReason = body.breachReason;
    return;
  }
  item.finishedAt = at;
  item.firstLaidAt = body.firstLaidAt ? Date.parse(body.firstLaidAt) : (item.startedAt ?? at);
  item.lastLaidAt = body.lastLaidAt ? Date.parse(body.lastLaidAt) : at;
}
