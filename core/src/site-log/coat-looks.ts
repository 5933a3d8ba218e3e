import type { FamilyId } from '../jobs/index.js';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { HOUR_MS } from '../quantities/index.js';
import type { CoatLookId } from './coat-look-ids.js';
import { entriesInForce } from './in-force.js';
import type { LogLine } from './entry.js';
import type { WorkDone } from './fold.js';

export interface CoatLook {
  id: CoatLookId;
  /** so long after its last square metre */ afterH: number;
  /** every coat, or only that which nothing more is laid on */ of: 'each' | 'last';
  source: Source;
}

const row = (id: CoatLookId, afterH: number, of: CoatLook['of'] = 'each'): CoatLook => ({ id, afterH, of, source: COMMON_PRACTICE });
/** The morning after, when what was laid at the end of a day is seen first. */
const NEXT_MORNING_H = 16;

/** Looks by what was laid. */
export const COAT_LOOKS: Readonly<Partial<Record<FamilyId, readonly CoatLook[]>>> = {
  'crystalline-slurry': [row('bare', 1), row('scratch', 24, 'last')],
  'block-wall-crystalline': [row('tap', 24, 'last')],
  'rigid-slurry': [row('bare', 1), row('tap', 24, 'last')],
  'flexible-cementitious': [row('pinholes', 1), row('nail', 24, 'last')],
  'thick-film': [row('pinholes', 1)],
  'liquid-rubber': [row('blisters', 1), row('cut-out', 24, 'last')],
  'moisture-cure-pu': [row('bubbles', 1), row('tack', 24, 'last')],
  'elastomeric-and-wear-coat': [row('gaps', 1)],
  'deck-membrane': [row('bubbles', 1)],
  'epoxy-vapour-barrier': [row('holes', NEXT_MORNING_H)],
  'silicate-sealer': [row('drops', 24, 'last')],
  'pore-sealer': [row('beads', 24, 'last')],
  'lime-base-coat': [row('thin-dots', 24)],
  'above-grade-elastomeric': [row('gaps', 24)],
};

/** Longer ago than this a look that nobody took is no longer asked for; it stays not shown. */
const KEPT_H = 72;

/** A look at one coat. Times in ms since 1970, UTC. */
export interface CoatLookDue {
  workItemId: string;
  look: CoatLook;
  /** when it is to be taken */ dueMs: number;
  /** what was not right when it was last looked at, and nobody has found right since */ wrong?: { note: string; atMs: number };
}

export interface CoatWork {
  id: string;
  family: FamilyId;
  /** that which is laid on it; none: it is the last */ coveredBy?: string;
}

/**
 * The looks that are still to be taken at coats that are finished, by when they are due. What the next coat covers cannot be looked at
 * any more; what was not right is asked for until somebody finds it right, or it is covered.
 */
export function coatLooksDue(
  { done, lines }: { done: ReadonlyMap<string, WorkDone>; lines: readonly Pick<LogLine, 'entry'>[] },
  coats: readonly CoatWork[],
  nowMs: number,
): CoatLookDue[] {
  const taken = entriesInForce(lines)
    .flatMap(({ body, occurredAt }) => (body.kind === 'look' ? [{ body, atMs: Date.parse(occurredAt) }] : []))
    .sort((a, b) => a.atMs - b.atMs);
  return coats
    .flatMap(({ id, family, coveredBy }): CoatLookDue[] => {
      const own = done.get(id);
      if (own?.finishedAt === undefined || (coveredBy !== undefined && done.has(coveredBy))) return [];
      const lastMs = own.lastLaidAt ?? own.finishedAt;
      return (COAT_LOOKS[family] ?? []).flatMap((look): CoatLookDue[] => {
        if (look.of === 'last' && coveredBy !== undefined) return [];
        const last = taken.findLast(({ body, atMs }) => body.workItemId === id && body.look === look.id && atMs >= lastMs);
        const dueMs = lastMs + look.afterH * HOUR_MS;
        if (last?.body.isRight || (!last && nowMs - dueMs > KEPT_H * HOUR_MS)) return [];
        return [{ workItemId: id, look, dueMs, ...(last ? { wrong: { note: last.body.note ?? '', atMs: last.atMs } } : {}) }];
      });
    })
    .sort((a, b) => a.dueMs - b.dueMs);
}
