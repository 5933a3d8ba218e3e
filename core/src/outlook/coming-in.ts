import type { JobModel } from '../jobs/index.js';
import type { WorkItem } from '../planning/index.js';
import type { PlacedTask, Programme } from '../programme/index.js';
import type { OutlookLine } from './outlook-line.js';
import { workValues } from './work-values.js';

export interface ComingFrom {
  programme: Programme;
  workItems: readonly WorkItem[];
  model: Pick<JobModel, 'faces' | 'features'>;
}

/** What begins, opens or closes within a span, in order of time: of each face its next piece of work. What will be missed is no part of it. */
export function comingIn({ programme: { tasks, conflicts }, workItems, model }: ComingFrom, nowMs: number, spanMs: number): OutlookLine[] {
  const marks = new Map(model.faces.map(({ id, mark }) => [id, mark]));
  const items = new Map(workItems.map((item) => [item.id, item]));
  const missed = new Set(conflicts.map(({ taskId }) => taskId));
  const faces = new Set<string>();
  const next = [...tasks]
    .sort((a, b) => a.startMs - b.startMs)
    .filter(({ id, chain, state }) => state === 'planned' && !missed.has(id) && items.has(id) && !faces.has(chain) && faces.add(chain));
  return next
    .map((task): OutlookLine => {
      const { code, atMs, closesMs } = turnOf(task, nowMs);
      return {
        code,
        place: { step: 'site-log', faceId: task.chain },
        tone: 'soon',
        mark: marks.get(task.chain) ?? '',
        atMs,
        values: { ...workValues(items.get(task.id)!, model), ...(closesMs === undefined ? {} : { closesMs }) },
      };
    })
    .filter(({ atMs }) => atMs! <= nowMs + spanMs)
    .sort((a, b) => a.atMs! - b.atMs!);
}

/** Of a window that stands open its end matters, of one to come its beginning, of work without one its start. */
function turnOf({ startMs, window }: PlacedTask, nowMs: number): Pick<OutlookLine, 'code'> & { atMs: number; closesMs?: number } {
  if (window?.closesMs == null) return { code: 'starts', atMs: startMs };
  const { opensMs, closesMs } = window;
  const isOpen = opensMs <= nowMs && nowMs < closesMs;
  return isOpen ? { code: 'window-open', atMs: closesMs, closesMs } : { code: 'window-opens', atMs: opensMs, closesMs };
}
