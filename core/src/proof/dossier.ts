import type { Reading } from '../jobs/index.js';
import {
  type Breach,
  type BrokenLink,
  type Conditions,
  type FilmReading,
  type LogEntry,
  type LogLine,
  type Qualified,
  type TimeMark,
  type WorkDone,
  type WorkPhoto,
  breachesOf,
  findBrokenLink,
  foldLog,
  entriesInForce,
  qualifiedIn,
  timeMarks,
  wantsAir,
} from '../site-log/index.js';
import { type ProofRow, proofOfPlan } from './proof-state.js';
import type { ReleasedFace, ReleasedTreatment } from './released-plan.js';
import { type ReleasedWork, productOfWork, releasedItem } from './work-product.js';

/** A plan as it was released, as far as a dossier reads it. */
export interface ReleasedRevision extends ReleasedWork {
  number: number;
  madeAt: string;
  madeBy: string;
  fingerprint: string;
}

/** One line of the log, with what became of it. Nothing that was written is left out. */
export interface DossierLine {
  line: LogLine;
  marks: TimeMark[];
  /** the entry that took its place, with its own writer and reason */ supersededBy?: LogEntry;
  /** its work or its test tells all of it: when, by whom, with what */ isTold: boolean;
}

export interface DossierWork {
  item: ReleasedRevision['workItems'][number];
  /** undefined: not done */ done?: WorkDone;
  /** wet film as it was read */ film: readonly FilmReading[];
  /** pails, and of them those that were thrown away */ pails: number;
  thrown: number;
  /** pictures of it that the log sealed, in order */ photos: readonly WorkPhoto[];
  /** how often it was wetted */ rounds: number;
  /** its product goes on within limits of the air */ needsAir: boolean;
  /** limits of the product's own sheet that the air at its start did not keep */ breaches: Breach[];
}

export interface DossierFace {
  face: ReleasedFace;
  work: DossierWork[];
  readings: Reading[];
  tests: ProofRow[];
  /** when its work was finished, all of it, ms */ finishedMs?: number;
}

/** What is not as it should be, by code, with what it is about. */
export type OpenPoint =
  | { code: 'no-release' | 'released-before-freezing' }
  | { code: 'no-level' | 'rating-fails' | 'exception'; face: ReleasedFace }
  | { code: 'refused' | 'undecided'; treatment: ReleasedTreatment }
  | { code: 'work-open'; n: number; first: DossierWork['item'] }
  | { code: 'test-failed'; face: ReleasedFace; testId: string }
  | { code: 'not-shown-yet'; n: number };

export interface Dossier {
  revision: ReleasedRevision | null;
  faces: DossierFace[];
  open: OpenPoint[];
  /** starts against a limit, with their reason or without one */ breaches: LogEntry[];
  lines: DossierLine[];
  /** who was there, with the cards that were shown for them */ people: Qualified[];
  chain: {
    /** lines of the whole log, also in a part of the dossier */ n: number;
    broken: BrokenLink | null;
    last: { receiptSeq: number; entryHash: string; receiptHash: string } | null;
    signedByDevice: number;
    /** lines by the key that signed their receipt; '' for those that no server signed */ byServerKey: Readonly<Record<string, number>>;
    imported: number;
  };
}

/**
 * All that a dossier says at a time, ms, from what was released, what was written and what was measured. Pure: the same record gives the same
 * dossier, whatever has been planned or surveyed since.
 */
export function dossierOf(
  revision: ReleasedRevision | null,
  log: readonly LogLine[],
  readings: readonly Reading[],
  nowMs: number,
): Dossier {
  const breachesAt = breachesBy(revision);
  const faces = dossierFaces(revision, log, readings, nowMs);
  const inForce = entriesInForce(log);
  const supersededBy = new Map(log.flatMap(({ entry }) => (entry.supersedes ? [[entry.supersedes, entry] as const] : [])));
  const last = log.at(-1);
  const tried = new Set(faces.flatMap(({ tests }) => tests.flatMap(({ tries }) => tries.map(({ entry }) => entry?.id))));
  return {
    revision,
    faces,
    open: openPoints(revision, faces),
    breaches: inForce.filter(
      ({ body }) => body.kind === 'start' && (body.breachReason || breachesAt(body.workItemId, body.conditions).length > 0),
    ),
    lines: log.map((line): DossierLine => {
      const marks = timeMarks(line);
      const later = supersededBy.get(line.entry.id);
      const isTold = !later && marks.length === 0 && (tried.has(line.entry.id) || isToldWithWork(line.entry, revision, breachesAt));
      return { line, marks, supersededBy: later, isTold };
    }),
    people: qualifiedIn(log, revision?.decided?.job.timeZone ?? 'UTC'),
    chain: {
      n: log.length,
      broken: findBrokenLink(log),
      last: last ? { receiptSeq: last.receipt.receiptSeq, entryHash: last.entry.hash, receiptHash: last.receipt.receiptHash } : null,
      signedByDevice: log.filter(({ entry }) => entry.signature !== null).length,
      byServerKey: countBy(log.map(({ receipt }) => (receipt.signature ? (receipt.keyId ?? '') : ''))),
      imported: log.filter(({ importedAt }) => importedAt !== undefined).length,
    },
  };
}

const breachesBy =
  (revision: ReleasedRevision | null) =>
  (workItemId: string, conditions: Conditions | undefined): Breach[] =>
    conditions ? breachesOf(revision ? productOfWork(revision, workItemId) : undefined, conditions) : [];

/** Every face that was released, in the order of the walk, with its work and its tests at a time, ms. */
export function dossierFaces(
  revision: ReleasedRevision | null,
  log: readonly LogLine[],
  readings: readonly Reading[],
  nowMs: number,
): DossierFace[] {
  const site = foldLog(log);
  const { done, films, pails, rounds } = site;
  const proven = revision ? proofOfPlan(revision, site, readings, nowMs) : new Map<string, ProofRow[]>();
  const breachesAt = breachesBy(revision);
  const inWalk = [...(revision?.decided?.faces ?? [])].sort((a, b) => a.place - b.place);
  return inWalk.map((face): DossierFace => {
    const { faceId } = face;
    const work = revision!.workItems
      .filter((item) => item.faceId === faceId)
      .map((item) => {
        const mixed = pails.filter(({ workItemId }) => workItemId === item.id);
        return {
          ...{
            item,
            done: done.get(item.id),
            needsAir: wantsAir(productOfWork(revision!, item.id)),
            breaches: breachesAt(item.id, done.get(item.id)?.conditions),
          },
          ...{ film: films.get(item.id) ?? [], rounds: rounds.get(item.id)?.length ?? 0, photos: site.photos.get(item.id) ?? [] },
          ...{ pails: mixed.length, thrown: mixed.filter(({ became }) => became === 'thrown').length },
        };
      });
    const ends = work.map((each) => each.done?.finishedAt);
    const finishedMs = ends.length === 0 || ends.some((end) => end === undefined) ? undefined : Math.max(...(ends as number[]));
    const of = <T extends { faceId: string }>(all: readonly T[]) => all.filter((each) => each.faceId === faceId);
    return { face, work, readings: of(readings), tests: proven.get(faceId) ?? [], ...(finishedMs === undefined ? {} : { finishedMs }) };
  });
}

/** A start, an end or a picture as it should be: whatever else was said with it is told nowhere but in the log. */
function isToldWithWork(
  { body, supersedes }: LogEntry,
  revision: ReleasedRevision | null,
  breachesAt: (workItemId: string, conditions: Conditions | undefined) => Breach[],
): boolean {
  if (supersedes !== undefined || body.note) return false;
  if (body.kind !== 'start' && body.kind !== 'finish' && body.kind !== 'photo') return false;
  if (!revision?.decided || !releasedItem(revision.workItems, body.workItemId)) return false;
  if (body.kind === 'finish') return body.usedKg === undefined;
  return body.kind === 'photo' || (!body.breachReason && breachesAt(body.workItemId, body.conditions).length === 0);
}

/**
 * The part of a dossier that is about one face: its plan, work, tests and what was written of it. The log's own proof stays that of the whole
 * log. A face that was not released leaves a part without faces.
 */
export function dossierOfFace(dossier: Dossier, faceId: string): Dossier {
  const faces = dossier.faces.filter(({ face }) => face.faceId === faceId);
  const work = new Set(faces.flatMap((each) => each.work).map(({ item }) => item.id));
  const mixed = new Set<string>();
  const isOf = ({ id, body }: LogEntry): boolean => {
    if ('mixId' in body) return mixed.has(body.mixId);
    const is = 'workItemId' in body ? work.has(body.workItemId) : 'faceId' in body && body.faceId === faceId;
    if (is && body.kind === 'mix') mixed.add(id);
    return is;
  };
  const lines = dossier.lines.filter(({ line }) => isOf(line.entry));
  const named = lines.flatMap(({ line: { entry } }) => [entry.personName, ...((entry.body.kind === 'finish' && entry.body.hands) || [])]);
  const workers = new Set(named.map((name) => name.trim().toLowerCase()));
  return {
    ...dossier,
    ...{ faces, lines, open: openPoints(dossier.revision, faces), breaches: dossier.breaches.filter(isOf) },
    people: dossier.people.filter(({ name }) => workers.has(name.toLowerCase())),
  };
}

function openPoints(revision: ReleasedRevision | null, faces: readonly DossierFace[]): OpenPoint[] {
  if (!revision) return [{ code: 'no-release' }];
  if (!revision.decided) return [{ code: 'released-before-freezing' }];
  const points: OpenPoint[] = [];
  for (const { face } of faces) {
    if (face.findings.some(({ code }) => code === 'no-governing-level')) points.push({ code: 'no-level', face });
    if (face.rating && !face.rating.passes) points.push({ code: 'rating-fails', face });
    if (face.exception) points.push({ code: 'exception', face });
    for (const treatment of face.treatments) {
      if (treatment.verdict === 'refuse') points.push({ code: 'refused', treatment });
      if (treatment.verdict === 'undecided') points.push({ code: 'undecided', treatment });
    }
  }
  const undone = faces.flatMap(({ work }) => work).filter(({ done }) => done?.finishedAt === undefined);
  if (undone.length > 0) points.push({ code: 'work-open', n: undone.length, first: undone[0]!.item });
  // a missing test is never taken for a passed one
  const coated = faces.filter(({ face }) => face.family !== undefined);
  for (const { face, tests } of coated)
    for (const { planned, state } of tests)
      if (state === 'failed' || state === 'mending') points.push({ code: 'test-failed', face, testId: planned.id });
  const notShown = coated.filter(({ tests }) => !isShown(tests));
  if (notShown.length > 0) points.push({ code: 'not-shown-yet', n: notShown.length });
  return points;
}

/** Every test that was wanted is passed; where none was planned, nothing is shown. */
export function isShown(tests: readonly ProofRow[]): boolean {
  const wanted = tests.filter(({ planned }) => !planned.optional);
  return wanted.length > 0 && wanted.every(({ state }) => state === 'passed');
}

function countBy(keys: readonly string[]): Record<string, number> {
  const counts: Record<string, number> = {};
  for (const key of keys) counts[key] = (counts[key] ?? 0) + 1;
  return counts;
}
