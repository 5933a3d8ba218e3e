import { type AgeingLaw, hoursToAge } from '../physics';
import type { Interval, PlacedTask, Programme, Task, TaskSetting } from '../programme';
import { HOUR_MS } from '../quantities';

const LAW: AgeingLaw = { q10: 2 };
const EPSILON_MS = 1000;

/**
 * What a programme breaks of the rules of the work, found without the code that makes programmes: one wall temperature for all.
 * Faults of windows that `conflicts` tells are none.
 */
export function programmeFaults(tasks: readonly Task[], setting: TaskSetting, { tasks: placed, conflicts }: Programme): string[] {
  const faults: string[] = [];
  const at = new Map(placed.map((each) => [each.id, each]));
  const told = new Set(conflicts.map(({ taskId }) => taskId));
  const planned = tasks.filter(({ id }) => at.get(id)!.state === 'planned');
  const say = (isFault: boolean, text: string) => void (isFault && faults.push(text));
  const aged = (h: number, referenceC: number, leastC = -Infinity) =>
    hoursToAge(h, [Math.max(leastC, setting.temperaturesC[0]!)], referenceC, LAW) * HOUR_MS;
  const leftMs = ({ endMs }: PlacedTask, { restMs = 0 }: Task) => endMs - restMs;

  for (const task of planned) {
    const own = at.get(task.id)!;
    say(own.startMs < setting.nowMs - EPSILON_MS, `${task.id} begins before now`);
    say(own.startMs < (task.notBeforeMs ?? -Infinity) - EPSILON_MS, `${task.id} begins before what it waits for`);
    for (const { taskId, minH, maxH, referenceC, atOnce } of task.waits) {
      const before = at.get(taskId)!;
      say(own.startMs < before.endMs + aged(minH, referenceC) - EPSILON_MS, `${task.id} begins before its window opens`);
      const closesMs = (atOnce ? before.endMs : before.startMs) + aged(maxH ?? Infinity, referenceC, referenceC);
      say(!told.has(task.id) && own.startMs > closesMs + EPSILON_MS, `${task.id} begins after its window closed`);
    }
    if (task.durationMs > 0) say(!isWorked(own, task, setting), `${task.id} is done while nobody works`);
  }
  const { gangs = 1 } = setting;
  say(gangs > 1 && placed.some(({ gang = 0 }) => gang >= gangs), 'a gang that there is not');
  tasks.forEach((task, i) => {
    const own = at.get(task.id)!;
    for (const other of tasks.slice(i + 1)) {
      const then = at.get(other.id)!;
      const isOpen = own.state === 'planned' || then.state === 'planned';
      if (!isOpen) continue;
      const isOtherStrip = task.zone !== undefined && other.zone !== undefined && task.zone !== other.zone;
      if (task.chain === other.chain && !isOtherStrip)
        say(then.startMs < own.endMs - EPSILON_MS, `${other.id} begins before ${task.id} is over`);
      const [a, b] = [leftMs(own, task), leftMs(then, other)];
      const isManned = task.durationMs > 0 && other.durationMs > 0 && own.state !== 'done' && then.state !== 'done';
      const isAtOnce = isManned && own.startMs < b - EPSILON_MS && then.startMs < a - EPSILON_MS;
      // one that rests over a night lets nobody in between: its gang is at it
      const isSameGang = (setting.gangs ?? 1) === 1 || own.gang === then.gang;
      say(isAtOnce && isSameGang, `${task.id} and ${other.id} at once`);
      const alone = (task.needs ?? []).filter((name) => other.needs?.includes(name) && (setting.shared?.get(name) ?? 1) === 1);
      say(isAtOnce && alone.length > 0, `${task.id} and ${other.id} both with ${alone.join(', ')}`);
      const held = alone.filter((name) => isHeldBeside(task, other, name) || isHeldBeside(other, task, name));
      say(held.length > 0, `${task.id} and ${other.id} both with ${held.join(', ')}, which runs on`);
      rooms(task, other);
      rooms(other, task);
    }
  });
  return faults;

  /** `other` begins, still to be placed, while what it needs too runs on at `task`. */
  function isHeldBeside(task: Task, other: Task, name: string): boolean {
    const [own, then] = [at.get(task.id)!, at.get(other.id)!];
    const isHeld = task.heldToEnd?.includes(name) && then.state === 'planned' && other.durationMs > 0;
    return Boolean(isHeld) && then.startMs >= own.startMs - EPSILON_MS && then.startMs < own.endMs - EPSILON_MS;
  }

  function rooms(task: Task, other: Task): void {
    if (!task.room || !other.room || task.room.id !== other.room.id) return;
    const [own, then] = [at.get(task.id)!, at.get(other.id)!];
    if (then.state === 'planned' && task.room.phase < other.room.phase)
      say(then.startMs < own.endMs - EPSILON_MS, `${other.id} begins before the phase of ${task.id} is over`);
    const { fresh, isFloor } = task.room;
    if (!fresh || task.chain === other.chain || !(isFloor || other.room.isDusty) || other.durationMs === 0) return;
    const untilMs = own.endMs + aged(fresh.h, fresh.referenceC);
    const isBeside = then.startMs <= own.startMs && leftMs(then, other) > own.startMs + EPSILON_MS;
    say(
      own.state === 'planned' && then.state !== 'done' && task.durationMs > 0 && isBeside,
      `${other.id} goes on while ${task.id} is laid`,
    );
    say(
      then.state === 'planned' && then.startMs > own.startMs && then.startMs < untilMs - EPSILON_MS,
      `${other.id} while ${task.id} is fresh`,
    );
  }
}

/** Within one shift; over several only where it may rest and is longer than any. */
function isWorked(
  { startMs, endMs }: PlacedTask,
  { durationMs, restMs = 0, splittable, barred = [] }: Task,
  setting: TaskSetting,
): boolean {
  const leftMs = endMs - restMs;
  const shifts = barred.reduce(without, [...setting.shifts]);
  const inside = shifts.map((shift) => Math.max(0, Math.min(leftMs, shift.toMs) - Math.max(startMs, shift.fromMs)));
  const worked = inside.reduce((sum, ms) => sum + ms, 0);
  const longest = Math.max(...shifts.map(({ fromMs, toMs }) => toMs - fromMs));
  const pieces = inside.filter((ms) => ms > 0).length;
  return Math.abs(worked - durationMs) < EPSILON_MS && (pieces === 1 || (splittable && durationMs > longest));
}

function without(spans: Interval[], bar: Interval): Interval[] {
  return spans.flatMap(({ fromMs, toMs }) =>
    [
      { fromMs, toMs: Math.min(toMs, bar.fromMs) },
      { fromMs: Math.max(fromMs, bar.toMs), toMs },
    ].filter((piece) => piece.toMs > piece.fromMs),
  );
}
