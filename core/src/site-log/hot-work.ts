import { HOUR_MS } from '../quantities/index.js';
import { COMMON_PRACTICE, type Source } from '../fields/index.js';
import { entriesInForce } from './in-force.js';
import type { LogLine } from './entry.js';
import type { WorkDone } from './fold.js';

/** What hot work is watched by. */
export const HOT_WORK_RULES = {
  /** the kettle is read so often while it is on */
  kettleEveryH: { h: 0.5, source: COMMON_PRACTICE },
  /** somebody stays and looks so long after the last flame */
  watchH: { h: 1, source: { kind: 'published', title: 'NFPA 51B-2019 (fire watch of an hour), from memory' } },
} as const satisfies Record<string, { h: number; source: Source }>;

/** Longer ago than this a watch that nobody ended is no longer kept, but stays not shown. */
const KEPT_H = 24;

/** One piece of hot work: the kettle is on, or the flame is out and somebody looks for what smoulders. Times in ms since 1970, UTC. */
export type HotWork = { workItemId: string } & (
  { state: 'on'; lastC?: number; lastMs?: number; /** the next reading */ dueMs: number } | { state: 'watch'; untilMs: number }
);

/**
 * The hot work of a log, as it stands at a time. A watch that nobody has ended goes on being asked for, a day at the most.
 * @param isHot whether a piece of work is done with a kettle or a flame
 */
export function hotWorkOf(
  { done, lines }: { done: ReadonlyMap<string, WorkDone>; lines: readonly Pick<LogLine, 'entry'>[] },
  isHot: (workItemId: string) => boolean,
  nowMs: number,
): HotWork[] {
  const looks = entriesInForce(lines).flatMap(({ body, occurredAt }) =>
    body.kind === 'hot' ? [{ ...body, at: Date.parse(occurredAt) }] : [],
  );
  return [...done].flatMap(([workItemId, { startedAt, finishedAt }]): HotWork[] => {
    if (!isHot(workItemId) || startedAt === undefined) return [];
    const own = looks.filter((look) => look.workItemId === workItemId).sort((a, b) => a.at - b.at);
    if (finishedAt === undefined) {
      const last = own.findLast(({ of }) => of === 'kettle');
      const dueMs = (last?.at ?? startedAt) + HOT_WORK_RULES.kettleEveryH.h * HOUR_MS;
      return [{ workItemId, state: 'on', dueMs, ...(last ? { lastC: last.kettleC!, lastMs: last.at } : {}) }];
    }
    const isOver = own.some(({ of, at }) => of === 'out' && at >= finishedAt);
    if (isOver || nowMs - finishedAt > KEPT_H * HOUR_MS) return [];
    return [{ workItemId, state: 'watch', untilMs: finishedAt + HOT_WORK_RULES.watchH.h * HOUR_MS }];
  });
}
