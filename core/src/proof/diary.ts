import { type Conditions, type LogEntry, type LogLine, entriesInForce, gasAlarms } from '../site-log/index.js';

/** A day of a job, folded from its log. Times in ms since 1970. */
export interface Diary {
  /** air and surface, in order */ weather: readonly { at: number; conditions: Conditions; faceId?: string; workItemId?: string }[];
  /** who wrote, from the first entry to the last, and who worked beside */ people: readonly {
    name: string;
    fromMs: number;
    untilMs: number;
    workItemIds: readonly string[];
  }[];
  /** pieces of work that were begun, gone on with or finished */ work: readonly DiaryWork[];
  /** what was seen to for safety, in order */ care: readonly LogEntry[];
  /** why something was done against a limit, refused, thrown away or beyond what is safe, in order */ trouble: readonly LogEntry[];
  /** what somebody wrote down beside, in order */ notes: readonly LogEntry[];
  /** who looked from outside, and signed on the glass */ guests?: readonly { at: number; name: string }[];
  /** the last word that was said of the day */ word?: { at: number; name: string; text: string; visitors?: string; delays?: string };
  /** entries of the day, corrections in their place */ entries: number;
}

export interface DiaryWork {
  workItemId: string;
  startedMs?: number;
  finishedMs?: number;
  people: readonly string[];
  batchNumbers: readonly string[];
  usedKg: number;
  pails: number;
  films: number;
  rounds: number;
  photos: number;
}

const CARE: ReadonlySet<LogEntry['body']['kind']> = new Set(['care', 'talk', 'hot', 'gas', 'rescue', 'inside', 'alone']);

/** What a log says of the time from `fromMs` to `toMs`; `day` is what words of the day are filed under, YYYY-MM-DD. */
export function diaryOf(
  lines: readonly Pick<LogLine, 'entry'>[],
  { day, fromMs, toMs }: { day: string; fromMs: number; toMs: number },
): Diary {
  const all = entriesInForce(lines)
    .map((entry) => ({ entry, at: Date.parse(entry.occurredAt) }))
    .sort((a, b) => a.at - b.at);
  const today = all.filter(({ at, entry }) => at >= fromMs && at < toMs && entry.body.kind !== 'diary');
  const mixOf = new Map(all.flatMap(({ entry: { id, body } }) => (body.kind === 'mix' ? [[id, body.workItemId] as const] : [])));
  const work = new Map<string, DiaryWork>();
  const people = new Map<string, { name: string; fromMs: number; untilMs: number; workItemIds: string[] }>();
  const weather: Diary['weather'][number][] = [];
  for (const { entry, at } of today) {
    const { body, personName } = entry;
    const workItemId = 'workItemId' in body ? body.workItemId : body.kind === 'pail' ? mixOf.get(body.mixId) : undefined;
    const isThere = (name: string, fromMs: number) => {
      const person = people.get(name) ?? { name, fromMs, untilMs: at, workItemIds: [] };
      Object.assign(person, { fromMs: Math.min(person.fromMs, fromMs), untilMs: at });
      if (workItemId !== undefined && !person.workItemIds.includes(workItemId)) person.workItemIds.push(workItemId);
      people.set(name, person);
    };
    isThere(personName, at);
    // whoever worked beside did from when it was begun, today
    if (body.kind === 'finish') for (const name of body.hands ?? []) isThere(name, work.get(body.workItemId)?.startedMs ?? at);
    const conditions = 'conditions' in body ? body.conditions : undefined;
    if (conditions && !('conditionsAt' in body && body.conditionsAt))
      weather.push({
        ...{ at, conditions },
        ...(workItemId === undefined ? {} : { workItemId }),
        ...('faceId' in body && body.faceId ? { faceId: body.faceId } : {}),
      });
    if (workItemId !== undefined && body.kind !== 'hold' && body.kind !== 'redone')
      work.set(workItemId, withEntry(work.get(workItemId), workItemId, entry, at));
  }
  const of = (holds: (entry: LogEntry) => boolean) => today.map(({ entry }) => entry).filter(holds);
  const guests = today.flatMap(({ at, entry: { body } }) => (body.kind === 'hold' && body.glass ? [{ at, name: body.glass.name }] : []));
  const said = all.filter(({ entry: { body } }) => body.kind === 'diary' && body.day === day).at(-1);
  return {
    ...{ weather, people: [...people.values()], work: [...work.values()], entries: today.length },
    care: of(({ body }) => CARE.has(body.kind)),
    trouble: of(isTrouble),
    notes: of(({ body }) => body.kind === 'note' || (body.kind === 'reading' && body.note !== undefined)),
    ...(guests.length > 0 ? { guests } : {}),
    ...(said?.entry.body.kind === 'diary' ? { word: wordOf(said.entry.body, said.at, said.entry.personName) } : {}),
  };
}

function wordOf({ word: text, visitors, delays }: Extract<LogEntry['body'], { kind: 'diary' }>, at: number, name: string): Diary['word'] {
  return { at, name, text, ...(visitors ? { visitors } : {}), ...(delays ? { delays } : {}) };
}

/** Whether something was done against a limit, refused, put right after that, thrown away, or beyond what is safe. */
export function isTrouble({ body }: Pick<LogEntry, 'body'>): boolean {
  if (body.kind === 'start') return body.breachReason !== undefined;
  if (body.kind === 'hold') return body.verdict === 'refused';
  if (body.kind === 'redone') return true;
  if (body.kind === 'look') return !body.isRight;
  if (body.kind === 'gas') return gasAlarms(body.reading).length > 0;
  return body.kind === 'pail' && body.became === 'thrown';
}

function withEntry(before: DiaryWork | undefined, workItemId: string, { body, personName }: LogEntry, at: number): DiaryWork {
  const work = before ?? { workItemId, people: [], batchNumbers: [], usedKg: 0, pails: 0, films: 0, rounds: 0, photos: 0 };
  const batch = 'batchNumber' in body ? body.batchNumber : undefined;
  return {
    ...work,
    people: [...new Set([...work.people, personName, ...((body.kind === 'finish' && body.hands) || [])])],
    batchNumbers: batch && !work.batchNumbers.includes(batch) ? [...work.batchNumbers, batch] : work.batchNumbers,
    ...(body.kind === 'start' ? { startedMs: at } : {}),
    ...(body.kind === 'finish' ? { finishedMs: at, usedKg: work.usedKg + (body.usedKg ?? 0) } : {}),
    pails: work.pails + Number(body.kind === 'mix'),
    films: work.films + (body.kind === 'film' ? body.readings.length : 0),
    rounds: work.rounds + Number(body.kind === 'round'),
    photos: work.photos + Number(body.kind === 'photo'),
  };
}
