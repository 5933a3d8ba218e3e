import { MINUTE_MS } from '../quantities/index.js';
import type { LogEntry, LogLine } from './entry.js';
import { entriesInForce } from './in-force.js';

/** After the question the device sounds for good, and after that others are told; own judgement, no source. */
const SOUNDS_AFTER_MS = 2 * MINUTE_MS;
const TELLS_AFTER_MS = 5 * MINUTE_MS;

/** Somebody who works alone and is asked how he is. Times in ms since 1970. */
export interface Alone {
  personId: string;
  personName: string;
  sinceMs: number;
  /** when he last said that he is well */ lastMs: number;
  everyMin: number;
}

/** Who works alone by the log, whoever said so last first. */
export const aloneOf = (lines: readonly Pick<LogLine, 'entry'>[]): Alone[] =>
  aloneIn(entriesInForce(lines).sort((a, b) => Date.parse(a.occurredAt) - Date.parse(b.occurredAt)));

/** The same of entries that stand, in the order in which they happened. */
export function aloneIn(entries: readonly LogEntry[]): Alone[] {
  const alone = new Map<string, Alone>();
  for (const { personId, personName, occurredAt, body } of entries) {
    if (body.kind !== 'alone') continue;
    const at = Date.parse(occurredAt);
    const before = alone.get(personId);
    if (body.state === 'ended') alone.delete(personId);
    else if (body.state === 'begun') alone.set(personId, { personId, personName, sinceMs: at, lastMs: at, everyMin: body.everyMin! });
    else if (before) alone.set(personId, { ...before, lastMs: at });
  }
  return [...alone.values()].sort((a, b) => b.lastMs - a.lastMs);
}

/** `well` until he is asked, `asked` until the device sounds for good, `sounding` until others are told, then `silent`. */
export function aloneState(
  { lastMs, everyMin }: Pick<Alone, 'lastMs' | 'everyMin'>,
  nowMs: number,
): 'well' | 'asked' | 'sounding' | 'silent' {
  const askedMs = lastMs + everyMin * MINUTE_MS;
  if (nowMs < askedMs) return 'well';
  if (nowMs < askedMs + SOUNDS_AFTER_MS) return 'asked';
  return nowMs < askedMs + TELLS_AFTER_MS ? 'sounding' : 'silent';
}
