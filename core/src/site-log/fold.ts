import { type Doer, type HoldVerdict, verdictOf } from './holds.js';
import { type Alone, aloneIn } from './alone.js';
import type { CareTicked } from './daily-care.js';
import { entriesInForce } from './in-force.js';
import type { Conditions, EntryBody, FilmReading, LogEntry, LogLine, PhotoOf } from './entry.js';

/** What the log says of one work item. Times in ms since 1970, UTC. */
export interface WorkDone {
  startedAt?: number;
  finishedAt?: number;
  firstLaidAt?: number;
  lastLaidAt?: number;
  conditions?: Conditions;
  /** when they were measured, where that was before the start */ conditionsAt?: number;
  batchNumbers: string[];
  /** who wrote its start and finish, and whom the finish names beside */ people: string[];
  breachReason?: string;
}

export interface SiteState {
  done: ReadonlyMap<string, WorkDone>;
  latestConditions?: Measurement;
  /** air and surface each time they were measured, in order */ measured: readonly Measurement[];
  /** checks of rooms, in order */ care: readonly CareTicked[];
  /** pails in the order in which they were begun */ pails: readonly Pail[];
  /** what was said of held work, in order */ holds: ReadonlyMap<string, readonly HoldVerdict[]>;
  /** who worked on each piece of work */ doers: ReadonlyMap<string, readonly Doer[]>;
  /** who works alone, whoever said so last first */ alone: readonly Alone[];
  /** signatures that nobody took back, in order */ signs: readonly LogEntry[];
  /** of the finished work, in the order in which they were over */ tests: readonly LogEntry[];
  /** after the work was finished, in order */ visits: readonly LogEntry[];
  /** by work item, in order */ photos: ReadonlyMap<string, readonly WorkPhoto[]>;
  /** when each cure was wetted, by work item, ms since 1970 in order */ rounds: ReadonlyMap<string, readonly number[]>;
  /** wet film by work item, in the order in which it was read */ films: ReadonlyMap<string, readonly FilmReading[]>;
}

/** A piece of work as it looked. */
export interface WorkPhoto {
  photoId: string;
  of: PhotoOf;
  /** ms since 1970 */ at: number;
  personName: string;
}

/** What was mixed at once. */
export interface Pail {
  /** of the entry that says so */ mixId: string;
  workItemId: string;
  /** when its parts met, ms since 1970 */ begunAt: number;
  batchNumber?: string;
  kg?: number;
  /** what became of it, and when that was said; none while nobody has */ became?: 'used' | 'thrown';
  becameAt?: number;
}

/** Air and surface as measured: on a face, at a piece of work, or of the site as a whole. */
export interface Measurement {
  conditions: Conditions;
  /** ms since 1970 */ at: number;
  faceId?: string;
  workItemId?: string;
}

/** What is done, folded from the log. Re-planning cannot orphan it: work items keep their ids. */
export function foldLog(lines: readonly Pick<LogLine, 'entry'>[]): SiteState {
  const done = new Map<string, WorkDone>();
  const measured: Measurement[] = [];
  const care: CareTicked[] = [];
  const pails = new Map<string, Pail>();
  const films = new Map<string, FilmReading[]>();
  const rounds = new Map<string, number[]>();
  const holds = new Map<string, HoldVerdict[]>();
  const doers = new Map<string, Doer[]>();
  const photos = new Map<string, WorkPhoto[]>();
  const inOrder = entriesInForce(lines).sort((a, b) => Date.parse(a.occurredAt) - Date.parse(b.occurredAt));
  for (const entry of inOrder) {
    const at = Date.parse(entry.occurredAt);
    const { body } = entry;
    const conditions = 'conditions' in body ? body.conditions : undefined;
    // what was taken over from a reading is no reading of its own
    if (conditions && !('conditionsAt' in body && body.conditionsAt)) measured.push({ conditions, at, ...placeOf(body) });
    if (body.kind === 'care') care.push({ spaceId: body.spaceId, at, checks: body.checks });
    if (body.kind === 'film') films.set(body.workItemId, [...(films.get(body.workItemId) ?? []), ...body.readings]);
    const said = verdictOf(entry);
    if (said && 'workItemId' in body) holds.set(body.workItemId, [...(holds.get(body.workItemId) ?? []), said]);
    if (body.kind === 'photo') {
      const { workItemId, photoId, of } = body;
      photos.set(workItemId, [...(photos.get(workItemId) ?? []), { photoId, of, at, personName: entry.personName }]);
    }
    if (body.kind === 'round') rounds.set(body.workItemId, [...(rounds.get(body.workItemId) ?? []), at]);
    if (body.kind === 'mix') {
      const { workItemId, batchNumber, kg } = body;
      pails.set(entry.id, { mixId: entry.id, workItemId, begunAt: at, ...(batchNumber ? { batchNumber } : {}), ...(kg ? { kg } : {}) });
      const item = done.get(workItemId);
      if (item && batchNumber && !item.batchNumbers.includes(batchNumber)) item.batchNumbers.push(batchNumber);
    }
    const pail = body.kind === 'pail' ? pails.get(body.mixId) : undefined;
    if (pail && body.kind === 'pail') pails.set(pail.mixId, { ...pail, became: body.became, becameAt: at });
    if (body.kind !== 'start' && body.kind !== 'finish') continue;
    const hands = body.kind === 'finish' ? (body.hands ?? []) : [];
    const known = doers.get(body.workItemId) ?? [];
    doers.set(body.workItemId, [...known, { id: entry.personId, name: entry.personName }, ...hands.map((name) => ({ name }))]);
    const item = done.get(body.workItemId) ?? { batchNumbers: [], people: [] };
    record(item, body, at, [entry.personName, ...hands]);
    done.set(body.workItemId, item);
  }
  const ofKind = (kind: EntryBody['kind']) => inOrder.filter(({ body }) => body.kind === kind);
  const takenBack = new Set(inOrder.flatMap(({ body }) => (body.kind === 'unsign' ? [body.signId] : [])));
  return {
    done,
    tests: ofKind('test'),
    visits: ofKind('visit'),
    alone: aloneIn(inOrder),
    signs: ofKind('sign').filter(({ id }) => !takenBack.has(id)),
    latestConditions: measured.at(-1),
    measured,
    care,
    pails: [...pails.values()],
    films,
    rounds,
    holds,
    doers,
    photos,
  };
}

function placeOf(body: EntryBody): Pick<Measurement, 'faceId' | 'workItemId'> {
  if ('workItemId' in body) return { workItemId: body.workItemId };
  return 'faceId' in body && body.faceId !== undefined ? { faceId: body.faceId } : {};
}

function record(item: WorkDone, body: Extract<EntryBody, { kind: 'start' | 'finish' }>, at: number, people: readonly string[]): void {
  for (const person of people) if (!item.people.includes(person)) item.people.push(person);
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
