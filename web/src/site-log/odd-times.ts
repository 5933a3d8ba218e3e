import type { WorkItem } from '@caulkhorn/core/planning';
import type { Window } from '@caulkhorn/core/programme';
import { MINUTE_MS } from '@caulkhorn/core/quantities';
import type { EntryBody, WorkDone } from '@caulkhorn/core/site-log';

/** By how much a start lies outside its window, ms; undefined within it, to the minute. */
export function outOfWindow({ opensMs, closesMs }: Window, startMs: number): { side: 'early' | 'late'; byMs: number } | undefined {
  if (Number.isNaN(startMs)) return undefined;
  if (startMs < opensMs - MINUTE_MS) return { side: 'early', byMs: opensMs - startMs };
  if (closesMs !== null && startMs > closesMs + MINUTE_MS) return { side: 'late', byMs: startMs - closesMs };
  return undefined;
}

/** So much faster or slower than usual is asked about: a wrong day, or a finish written with the start. Own judgement, no source. */
const QUICK = 1 / 6;
const SLOW = 6;

export interface OddDuration {
  /** what was asked about; another time is asked about anew */ key: string;
  kind: 'quick' | 'slow';
  tookMs: number;
  usualMs: number;
}

/** A piece of work that took a time which it can hardly have taken; what goes on by itself is not asked about. */
export function oddDuration(item: WorkItem, done: WorkDone | undefined, body: EntryBody, occurredAt: string): OddDuration | undefined {
  const usualMs = item.durationMin * MINUTE_MS;
  if (body.kind !== 'finish' || done?.startedAt === undefined || item.restH !== undefined || usualMs === 0) return undefined;
  const tookMs = Date.parse(body.lastLaidAt ?? occurredAt) - Date.parse(body.firstLaidAt ?? new Date(done.startedAt).toISOString());
  if (Number.isNaN(tookMs)) return undefined;
  const kind = tookMs < usualMs * QUICK ? 'quick' : tookMs > usualMs * SLOW ? 'slow' : undefined;
  return kind && { key: `${tookMs}`, kind, tookMs, usualMs };
}
