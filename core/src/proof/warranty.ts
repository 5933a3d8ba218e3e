import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { type Substrate, UNSERVED, type VoidedBy, type WaterLevel, groupBy } from '../jobs/index.js';
import { DAY_MS } from '../quantities/index.js';
import { type EntryBody, type LogLine, entriesInForce } from '../site-log/index.js';
import { careLooks } from './after-care.js';
import { type DossierFace, isShown } from './dossier.js';

/** What a warranty usually rests on. `to-keep`: nothing here can show it; it is up to whoever has the place. */
export type TermState = 'holds' | 'broken' | 'not-shown' | 'to-keep';

export interface WarrantyTerm {
  readonly id: TermId;
  readonly source: Source;
}

export const TERM_IDS = [
  'sheet-kept',
  'named-people',
  'proof-complete',
  'level-kept',
  'looks-kept',
  'not-drilled',
  'served',
  'notice',
] as const;
export type TermId = (typeof TERM_IDS)[number];

/** Terms as most warranties have them; those of the contract come first. Rules a foreman may question. */
export const WARRANTY_TERMS: readonly WarrantyTerm[] = TERM_IDS.map((id) => ({ id, source: COMMON_PRACTICE }));
/** What most warranties leave out, whatever held. */
export const WARRANTY_EXCLUDES = ['condensation', 'movement', 'structure', 'finishes'] as const;
/** A leak is told within so many days. */
export const NOTICE_DAYS = { least: 14, most: 30 } as const;

export interface JudgedTerm {
  id: TermId;
  state: TermState;
  /** for `level-kept`: the highest level seen since, and the one that was assumed, m on the job's datum */
  level?: { highestM: number; assumedM: number };
  /** for `looks-kept`: when the look that was missed was due, ms */ missedMs?: number;
  /** for what a visit tells: what was found, and when it was told last, ms */ found?: VoidedBy[];
  asOfMs?: number;
  /** for `notice`: days from when a leak was seen to when it was told */ days?: number;
}

/** Somebody was there and wrote what he saw. */
interface Look {
  faceId: string;
  body: EntryBody;
  atMs: number;
}

/** What is known since the work was finished. */
export interface SinceFinished {
  levels: readonly WaterLevel[];
  /** by face, in order of time */ looks: ReadonlyMap<string, readonly Look[]>;
  nowMs: number;
}

/** Reads the log once for all faces. What was corrected or taken back is not known any more. */
export function sinceFinished(levels: readonly WaterLevel[], lines: readonly Pick<LogLine, 'entry'>[], nowMs: number): SinceFinished {
  const looks = entriesInForce(lines).flatMap(({ body, occurredAt }): Look[] => {
    const isLook = body.kind === 'test' || body.kind === 'note' || body.kind === 'reading' || body.kind === 'visit';
    return isLook && body.faceId !== undefined ? [{ faceId: body.faceId, body, atMs: Date.parse(occurredAt) }] : [];
  });
  looks.sort((a, b) => a.atMs - b.atMs);
  return { levels, looks: groupBy(looks, ({ faceId }) => faceId), nowMs };
}

/** A look counts from so long before it is due until so long after. */
export const LOOK_SLACK_MS = 60 * DAY_MS;
/** Hollow, or open at every joint: where it comes through next nobody can say. */
const NOTHING_PROMISED: ReadonlySet<string> = new Set<Substrate>(['block', 'rubble']);
/** Levels that somebody saw; the others were taken from maps and reports, or assumed. */
const SEEN: ReadonlySet<WaterLevel['kind']> = new Set(['dip', 'logger', 'tide']);

/**
 * Which terms hold for a finished face. Null where nothing is usually promised at all: on block and rubble.
 * What is not known is never taken for kept.
 */
export function warrantyOf(of: DossierFace, since: SinceFinished): JudgedTerm[] | null {
  const { face, finishedMs } = of;
  if (face.family === undefined || NOTHING_PROMISED.has(face.substrate)) return null;
  if (finishedMs === undefined) return WARRANTY_TERMS.map(({ id }) => ({ id, state: 'not-shown' }));
  return WARRANTY_TERMS.map(({ id }) => ({ id, ...judge(id, of, since) }));
}

type Judged = Omit<JudgedTerm, 'id'>;

function judge(id: TermId, of: DossierFace, since: SinceFinished): Judged {
  switch (id) {
    case 'sheet-kept':
      return { state: sheetKept(of) };
    case 'named-people':
      return { state: of.work.every(({ done }) => done && done.people.length > 0) ? 'holds' : 'not-shown' };
    case 'proof-complete':
      if (of.tests.some(({ state }) => state === 'failed' || state === 'mending')) return { state: 'broken' };
      return { state: isShown(of.tests) ? 'holds' : 'not-shown' };
    case 'level-kept':
      return levelKept(of, since);
    case 'looks-kept':
      return looksKept(of, since);
    case 'not-drilled':
      return untouched(of, since, (by) => !UNSERVED.has(by));
    case 'served':
      return untouched(of, since, (by) => UNSERVED.has(by));
    case 'notice':
      return told(visitsTo(of, since));
  }
}

/** Every coat under no more water than its sheet is rated for, and laid within its limits; one that was begun without its air being measured shows nothing. */
function sheetKept({ work, face }: DossierFace): TermState {
  if (face.exception || face.rating?.passes === false || work.some(({ breaches }) => breaches.length > 0)) return 'broken';
  const coats = work.filter(({ needsAir }) => needsAir);
  return coats.length > 0 && coats.every(({ done }) => done?.conditions) ? 'holds' : 'not-shown';
}

function levelKept({ face: { load }, finishedMs }: DossierFace, { levels }: SinceFinished): Judged {
  if (!load) return { state: 'not-shown' };
  const seen = levels.filter(
    ({ waterBodyId, kind, at }) => waterBodyId === load.waterBodyId && SEEN.has(kind) && Date.parse(at) >= finishedMs!,
  );
  if (seen.length === 0) return { state: 'not-shown' };
  const highestM = Math.max(...seen.map(({ levelM }) => levelM));
  return { state: highestM > load.levelM ? 'broken' : 'holds', level: { highestM, assumedM: load.levelM } };
}

function looksKept({ face, finishedMs }: DossierFace, { looks, nowMs }: SinceFinished): Judged {
  const looked = looks.get(face.faceId) ?? [];
  const over = careLooks(face.family!, finishedMs!).filter((dueMs) => dueMs + LOOK_SLACK_MS < nowMs);
  const missedMs = over.find((dueMs) => !looked.some(({ atMs }) => Math.abs(atMs - dueMs) <= LOOK_SLACK_MS));
  if (missedMs !== undefined) return { state: 'broken', missedMs };
  return { state: over.length > 0 ? 'holds' : 'to-keep' };
}

interface Visit {
  body: Extract<EntryBody, { kind: 'visit' }>;
  atMs: number;
}

/** Visits to a face since it was finished, in order of time. */
const visitsTo = ({ face, finishedMs }: DossierFace, { looks }: SinceFinished): Visit[] =>
  (looks.get(face.faceId) ?? []).flatMap(({ body, atMs }) => (body.kind === 'visit' && atMs >= finishedMs! ? [{ body, atMs }] : []));

/** Once found it stays broken; a visit that found nothing shows it as of that day, and no longer. */
function untouched(of: DossierFace, since: SinceFinished, isMeant: (by: VoidedBy) => boolean): Judged {
  const visits = visitsTo(of, since);
  const last = visits.at(-1);
  if (!last) return { state: 'to-keep' };
  const found = [...new Set(visits.flatMap(({ body }) => body.found.filter(isMeant)))];
  return found.length > 0
    ? { state: 'broken', found, asOfMs: visits.find(({ body }) => body.found.some(isMeant))!.atMs }
    : { state: 'holds', asOfMs: last.atMs };
}

/** The leak that was told of latest after it was seen. */
function told(visits: readonly Visit[]): Judged {
  const waits = visits.flatMap(({ body: { seenOn, toldOn } }) =>
    seenOn === undefined || toldOn === undefined ? [] : [(Date.parse(toldOn) - Date.parse(seenOn)) / DAY_MS],
  );
  if (waits.length === 0) return { state: 'to-keep' };
  const days = Math.max(...waits);
  return { state: days > NOTICE_DAYS.most ? 'broken' : 'holds', days };
}
