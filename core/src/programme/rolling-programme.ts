import { predecessorsOf } from './chain-order.js';
import { betterAtOnce } from './better-at-once.js';
import { betterOf } from './better-of.js';
import type { Clash, Proposal } from './proposal.js';
import { forwardPass } from './forward-pass.js';
import type { PlacedTask, Programme, Task, TaskSetting } from './task.js';
import { workBound } from './work-bound.js';

export interface Stretches {
  /** tasks that are searched together */ together: number;
  /** pieces of work of the crew that are settled of them before the next are looked at: what comes after has its say */ settled: number;
}

const USUAL_STRETCHES: Stretches = { together: 90, settled: 45 };
/** Looks at the search of one stretch: until it has a programme, and then. */
const LONGEST_LOOKS = 160;
const MORE_LOOKS = 40;
/** Times that the whole is shown on the way. */
const MOST_SHOWN = 12;

/**
 * A large programme, searched stretch by stretch in the order in which it was placed first (rolling horizon): each stretch is settled
 * with what follows it soon, then the next. Yields after each look at a stretch the best of the whole so far; what is not settled yet
 * stands as `forwardPass` places it after the rest. Never ends later, nor misses more, than `first`.
 */
export function* rollingProgramme(
  tasks: readonly Task[],
  setting: TaskSetting,
  first: Programme,
  stretches: Stretches = USUAL_STRETCHES,
): Generator<{ share: number; proposal: Proposal }, Proposal, boolean> {
  const lowerBoundMs = workBound(tasks, setting, first);
  const clash: Clash[] = [];
  const proposalOf = (programme: Programme): Proposal => ({ programme, lowerBoundMs, isProven: false, isImpossible: false, clash });
  const byId = new Map(tasks.map((task) => [task.id, task]));
  const order = first.tasks.filter(({ state }) => state === 'planned').sort((a, b) => a.startMs - b.startMs);
  const settled = new Map<string, PlacedTask>();
  let best = first;
  let shown = 0;
  let nowMs = setting.nowMs;
  for (;;) {
    const open = order.filter(({ id }) => !settled.has(id)).map(({ id }) => byId.get(id)!);
    if (open.length === 0) break;
    const stretch = nextOf(open, tasks, stretches.together);
    const known = tasks.flatMap((task): Task[] => {
      const at = settled.get(task.id);
      if (at) return [{ ...task, actual: { startMs: at.startMs, endMs: at.endMs } }];
      return task.actual || stretch.has(task.id) ? [task] : [];
    });
    const now = { ...setting, nowMs };
    const placed = forwardPass(known, now);
    const search = betterAtOnce(known, now, placed);
    let next = search.next(false);
    let [looks, since] = [0, 0];
    while (!next.done) {
      if (next.value.proposal.programme !== placed) since++;
      const stop: boolean = yield { share: settled.size / order.length, proposal: proposalOf(best) };
      if (stop) return proposalOf(best);
      next = search.next(++looks > LONGEST_LOOKS || since > MORE_LOOKS);
    }
    const found = betterOf(placed, next.value?.programme ?? null);
    clash.push(...(next.value?.clash ?? []).filter(({ taskId }) => !clash.some((each) => each.taskId === taskId)));
    const untilMs = settle(found, stretch, { byId, settled, most: stretch.size === open.length ? Infinity : stretches.settled });
    nowMs = Math.max(nowMs, untilMs);
    // the whole is placed anew now and then: of thousands that takes a while
    if (settled.size - shown < order.length / MOST_SHOWN && settled.size < order.length) continue;
    shown = settled.size;
    best = betterOf(best, wholeOf(tasks, setting, settled));
  }
  return proposalOf(best);
}

/** The next ones, and with each of them whatever must follow it within its window, and what comes before that on its face. */
function nextOf(open: readonly Task[], tasks: readonly Task[], most: number): Set<string> {
  const followers = new Map<string, string[]>();
  for (const { id, waits } of tasks)
    for (const { taskId, maxH } of waits) if (maxH !== null) followers.set(taskId, [...(followers.get(taskId) ?? []), id]);
  const before = predecessorsOf(tasks);
  const left = new Set(open.map(({ id }) => id));
  const stretch = new Set<string>();
  const add = (id: string): void => {
    if (stretch.has(id) || !left.has(id)) return;
    stretch.add(id);
    (before.get(id) ?? []).forEach(add);
    (followers.get(id) ?? []).forEach(add);
  };
  for (const { id } of open) {
    if (stretch.size >= most) break;
    add(id);
  }
  return stretch;
}

/** Settles what begins before a time: that of the task after the last that is settled; answers with that time. */
function settle(
  { tasks }: Programme,
  stretch: ReadonlySet<string>,
  { byId, settled, most }: { byId: ReadonlyMap<string, Task>; settled: Map<string, PlacedTask>; most: number },
): number {
  const own = tasks.filter(({ id }) => stretch.has(id)).sort((a, b) => a.startMs - b.startMs);
  const manned = own.filter(({ id }) => byId.get(id)!.durationMs > 0);
  const untilMs = manned[most]?.startMs ?? Infinity;
  for (const task of own) if (task.startMs < untilMs || untilMs === Infinity) settled.set(task.id, task);
  if (untilMs !== Infinity) return untilMs;
  return Math.max(...manned.map(({ id, endMs }) => endMs - (byId.get(id)!.restMs ?? 0)).filter(Number.isFinite), -Infinity);
}

/** What is settled as it is, the rest after it. */
function wholeOf(tasks: readonly Task[], setting: TaskSetting, settled: ReadonlyMap<string, PlacedTask>): Programme {
  const kept = tasks.map((task) => {
    const at = settled.get(task.id);
    return at ? { ...task, kept: { startMs: at.startMs, isPinned: task.kept?.isPinned ?? false } } : task;
  });
  return forwardPass(kept, setting);
}
