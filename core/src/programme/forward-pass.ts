import { firstEndingAfter, longestOf, openHours } from './open-hours.js';
import type { Interval } from './working-hours.js';
import { ChainEnds, predecessorsOf } from './chain-order.js';
import type { Conflict, PlacedTask, Programme, Task, TaskSetting, Window } from './task.js';
import { Room } from './room-progress.js';
import { windowOf } from './task-windows.js';
import { Units } from './units.js';
import { WallAges } from './wall-ages.js';

/**
 * A first forward pass: one crew, or several gangs side by side, chains interleaved by whoever can start earliest, each task inside one
 * shift unless it is longer and may rest. In a room phase follows phase, and nobody walks on a fresh floor. A coat is put off to a later shift when
 * its follower would otherwise miss its window. What was kept begins no earlier than it was kept for, and what slips moves what
 * follows. What still cannot be met is a conflict.
 */
export function forwardPass(tasks: readonly Task[], options: TaskSetting): Programme {
  const pass = new Pass(tasks, options);
  return pass.run();
}

class Pass {
  private readonly placed = new Map<string, PlacedTask>();
  private readonly conflicts: Conflict[] = [];
  private readonly followerOf = new Map<string, Task>();
  private readonly taskById: ReadonlyMap<string, Task>;
  private readonly chainEnds = new ChainEnds();
  private readonly predecessors: ReadonlyMap<string, readonly string[]>;
  private readonly rooms = new Map<string, Room>();
  /** chains in which coating has begun by the log: their windows run, whatever the rest of the room waits for */
  private readonly begun = new Set<string>();
  /** by what a task is barred from, as one list */ private readonly hoursOf = new Map<Task['barred'], Hours>();
  private readonly ages: WallAges;
  private readonly isKept: boolean;
  private readonly gangs: Units;
  private readonly shared = new Map<string, Units>();
  private lastPlaced?: Task;
  /** chains whose next task is in a window that closes, or pinned to an hour */ private readonly pressed = new Set<Task[]>();

  constructor(
    private readonly tasks: readonly Task[],
    private readonly options: TaskSetting,
  ) {
    this.gangs = new Units(options.gangs ?? 1, options.nowMs);
    this.ages = new WallAges(options);
    this.isKept = tasks.some(({ kept }) => kept !== undefined);
    this.taskById = new Map(tasks.map((task) => [task.id, task]));
    this.predecessors = predecessorsOf(tasks);
    for (const { room } of tasks) if (room) this.rooms.set(room.id, (this.rooms.get(room.id) ?? new Room()).expect(room.phase));
    for (const task of tasks) for (const wait of task.waits) if (wait.maxH !== null) this.followerOf.set(wait.taskId, task);
  }

  run(): Programme {
    const chains = new Map<string, Task[]>();
    for (const task of this.tasks) {
      const key = JSON.stringify([task.chain, task.zone]);
      const queue = chains.get(key);
      if (queue) queue.push(task);
      else chains.set(key, [task]);
    }
    for (const task of this.tasks) if (task.actual) this.placeActual(task);
    const queues = [...chains.values()].map((chain) => chain.filter((task) => !this.placed.has(task.id)));
    for (const queue of queues) this.press(queue);
    for (let next = this.nextOf(queues); next; next = this.nextOf(queues)) {
      const pressing = this.pressing(next);
      const first = pressing ? (this.besides(pressing, queues) ?? pressing) : next;
      this.place(first.queue.shift()!, first.start);
      this.press(first.queue);
    }
    return { tasks: this.tasks.map((task) => this.placed.get(task.id)!), conflicts: this.conflicts };
  }

  /** The chain whose next task can start earliest; of several the first. Nothing can start before the crew is free, so who can then is taken at once. */
  private nextOf(queues: readonly Task[][]): Candidate | undefined {
    const atOnce = queues.find((queue) => queue[0]?.waits.some((wait) => wait.atOnce && wait.taskId === this.lastPlaced?.id));
    if (atOnce && !this.isBarred(atOnce[0]!)) return { queue: atOnce, start: this.earliestStart(atOnce[0]!) };
    const { shifts } = this.options;
    const soonest = shifts[firstEndingAfter(shifts, this.gangs.soonestMs)];
    const bound = soonest ? Math.max(this.gangs.soonestMs, soonest.fromMs) : Infinity;
    let best: Candidate | undefined;
    for (const queue of queues) {
      if (queue.length === 0 || this.isBarred(queue[0]!)) continue;
      const start = this.earliestStart(queue[0]!);
      if (!best || start < best.start || (start === best.start && keptMs(queue[0]!) < keptMs(best.queue[0]!))) best = { queue, start };
      // who was promised an hour goes before who merely could begin then
      if (start <= bound && !this.isKept) return best;
    }
    if (best) return best;
    // in a plan of our own no chain is barred for good; one from outside may have its phases out of order, and is placed all the same
    const barred = queues.find((queue) => queue.length > 0);
    return barred && { queue: barred, start: this.earliestStart(barred[0]!) };
  }

  private press(queue: Task[]): void {
    const [head] = queue;
    if (head && (head.kept?.isPinned || head.waits.some(({ maxH, taskId }) => maxH !== null && this.placed.has(taskId))))
      this.pressed.add(queue);
    else this.pressed.delete(queue);
  }

  /** The latest start of a task: until its window closes, and no later than somebody pinned it to. */
  private latestStart(task: Task): number {
    return Math.min(this.windowOf(task)?.closesMs ?? Infinity, task.kept?.isPinned ? task.kept.startMs : Infinity);
  }

  /** Of the other chains the one whose latest start comes first among those that would miss it while the crew is at `next`, and need not. */
  private pressing(next: Candidate): Candidate | undefined {
    const task = next.queue[0]!;
    if (task.durationMs === 0 || next.start === Infinity) return undefined;
    let closesMs = this.latestStart(task);
    let first: Candidate | undefined;
    for (const queue of this.pressed) {
      const [head] = queue;
      if (queue === next.queue || !head || this.isBarred(head)) continue;
      const closes = this.latestStart(head);
      if (closes >= closesMs) continue;
      const start = this.earliestStart(head);
      if (start > closes || this.fit(head, Math.max(this.freeAfter(head, task, next.start), start)) <= closes) continue;
      closesMs = closes;
      first = { queue, start };
    }
    return first;
  }

  /** What the crew can still do, and be done with, before it must begin what is pressing; of several what begins first. */
  private besides(pressing: Candidate, queues: readonly Task[][]): Candidate | undefined {
    const [head] = pressing.queue;
    const latest = this.latestStart(head!);
    let best: Candidate | undefined;
    for (const queue of queues) {
      const [task] = queue;
      if (!task || queue === pressing.queue || this.isBarred(task)) continue;
      const start = this.earliestStart(task);
      if (start >= (best?.start ?? pressing.start)) continue;
      if (this.fit(head!, Math.max(this.freeAfter(head!, task, start), pressing.start)) <= latest) best = { queue, start };
    }
    return best;
  }

  /** When somebody, and all that it takes, is free for `next` once a gang has been at `task`. */
  private freeAfter({ needs = [] }: Task, task: Task, startMs: number): number {
    if (task.durationMs === 0) return this.gangs.soonestMs;
    const leftMs = this.leftFrom(task, startMs);
    const same = needs.filter((name) => task.needs?.includes(name));
    return Math.max(
      this.gangs.soonestAfter(startMs, leftMs),
      ...same.map((name) => this.unitsOf(name).soonestAfter(startMs, heldUntil(task, name, leftMs))),
    );
  }

  private unitsOf(name: string): Units {
    let units = this.shared.get(name);
    if (!units) this.shared.set(name, (units = new Units(this.options.shared?.get(name) ?? 1, this.options.nowMs)));
    return units;
  }

  private hold(task: Task, startMs: number, leftMs: number): void {
    for (const name of task.needs ?? []) this.unitsOf(name).take(task.chain, startMs, heldUntil(task, name, leftMs));
  }

  /** Which gang is at it, and what else is taken meanwhile. */
  private take(task: Task, startMs: number, leftMs: number): { gang?: number } {
    if (task.durationMs === 0) return {};
    this.hold(task, startMs, leftMs);
    const gang = this.gangs.take(task.chain, startMs, leftMs);
    return (this.options.gangs ?? 1) > 1 ? { gang } : {};
  }

  /** What it follows on its face, or earlier phases of its room, is not placed yet. */
  private isBarred({ id, room, chain }: Task): boolean {
    if (this.predecessors.get(id)!.some((before) => !this.placed.has(before))) return true;
    return room !== undefined && !this.begun.has(chain) && !this.rooms.get(room.id)!.isOpenTo(room.phase);
  }

  private placeActual(task: Task): void {
    const { startMs, endMs } = task.actual!;
    const { durationMs, restMs = 0 } = task;
    const expectedEnd = Math.max(startMs + durationMs + restMs, this.options.nowMs);
    // nobody stands beside what rests
    const leftMs = restMs > 0 ? startMs + durationMs : expectedEnd;
    const state = endMs === undefined ? 'running' : 'done';
    if (task.room?.fresh) this.begun.add(task.chain);
    // what is settled already may end after now
    const untilMs = endMs === undefined ? leftMs : endMs - restMs;
    const isManned = endMs === undefined || untilMs > this.options.nowMs;
    const gang = isManned ? this.take(task, startMs, untilMs) : {};
    if (!isManned) this.hold(task, startMs, untilMs);
    this.keep({ id: task.id, chain: task.chain, startMs, endMs: endMs ?? expectedEnd, window: this.windowOf(task), state, ...gang });
  }

  private keep(placed: PlacedTask): void {
    this.placed.set(placed.id, placed);
    const task = this.taskById.get(placed.id)!;
    const { room, durationMs, restMs = 0 } = task;
    if (room)
      this.rooms.get(room.id)!.keep(room, placed, {
        ...(durationMs > 0 ? { leftMs: placed.endMs - restMs } : {}),
        ...(room.fresh ? { freshUntilMs: this.ages.after(placed.endMs, room.fresh.h, room.fresh.referenceC, placed.chain) } : {}),
      });
    this.chainEnds.put(task, placed.endMs);
  }

  private windowOf(task: Task, assumed?: { id: string; startMs: number; endMs: number }): Window | undefined {
    return windowOf(task, {
      ages: this.ages,
      taskOf: (id) => this.taskById.get(id),
      lainOf: (id) => (assumed?.id === id ? assumed : this.placed.get(id)),
    });
  }

  private earliestStart(task: Task): number {
    const ready = Math.max(
      this.chainEnds.before(task),
      task.durationMs > 0 ? this.gangs.soonestMs : this.options.nowMs,
      ...(task.needs ?? []).map((name) => this.unitsOf(name).soonestMs),
      this.windowOf(task)?.opensMs ?? -Infinity,
      task.notBeforeMs ?? -Infinity,
      task.kept?.startMs ?? -Infinity,
      this.roomFreeMs(task),
    );
    const start = this.fit(task, ready);
    // what begins as it was kept has its followers kept too
    return this.followerOf.has(task.id) && start !== task.kept?.startMs ? this.startThatLetsFollow(task, start) : start;
  }

  /** When its room lets it in: after the earlier phases, off fresh floors, and with its dust away from fresh coats. */
  private roomFreeMs({ room, chain }: Task): number {
    if (!room) return -Infinity;
    const { floors, coats, people, dust } = this.rooms.get(room.id)!;
    const phasesMs = this.begun.has(chain) ? -Infinity : this.rooms.get(room.id)!.overMs(room.phase);
    const besideMs = room.fresh ? (room.isFloor ? people : dust).untilFor(chain) : -Infinity;
    return Math.max(phasesMs, floors.untilFor(chain), room.isDusty ? coats.untilFor(chain) : -Infinity, besideMs);
  }

  /** First moment at or after `readyMs` at which a shift takes the task; Infinity when the shifts run out. */
  private fit(task: Task, readyMs: number): number {
    // what needs nobody begins by itself
    if (task.durationMs === 0) return readyMs;
    const { open, longestMs } = this.hours(task);
    for (let i = firstEndingAfter(open, readyMs); i < open.length; i++) {
      const shift = open[i]!;
      const start = Math.max(readyMs, shift.fromMs);
      if (start + task.durationMs <= shift.toMs || (task.durationMs > longestMs && (task.splittable || start === shift.fromMs)))
        return start;
    }
    return Infinity;
  }

  /** The shifts as far as nothing bars a task from them. */
  private hours({ barred }: Task): Hours {
    const known = this.hoursOf.get(barred);
    if (known) return known;
    const open = barred ? openHours(this.options.shifts, barred) : this.options.shifts;
    const hours = { open, longestMs: longestOf(open) };
    this.hoursOf.set(barred, hours);
    return hours;
  }

  /**
   * Tries this start and the beginnings of later shifts, as long as its own window is open, until whatever must follow in turn meets
   * its window; else the first one stands.
   */
  private startThatLetsFollow(task: Task, start: number): number {
    const closesMs = this.windowOf(task)?.closesMs ?? Infinity;
    const { shifts } = this.options;
    if (start === Infinity || this.canBeFollowed(task, start)) return start;
    for (let i = firstEndingAfter(shifts, start); i < shifts.length; i++) {
      const { fromMs } = shifts[i]!;
      if (fromMs <= start) continue;
      const candidate = this.fit(task, fromMs);
      if (candidate === Infinity || candidate > closesMs) break;
      if (this.canBeFollowed(task, candidate)) return candidate;
    }
    return start;
  }

  /** Whether what must follow a task that starts then meets its window, and what must follow that, and so on. */
  private canBeFollowed(task: Task, startMs: number): boolean {
    const follower = this.followerOf.get(task.id);
    if (!follower) return true;
    const window = this.windowOf(follower, { id: task.id, startMs, endMs: this.endFrom(task, startMs) });
    if (!window) return true;
    const closesMs = window.closesMs ?? Infinity;
    const first = this.fit(follower, window.opensMs);
    if (first > closesMs) return false;
    if (this.canBeFollowed(follower, first)) return true;
    const { shifts } = this.options;
    for (let i = firstEndingAfter(shifts, first); i < shifts.length && shifts[i]!.fromMs <= closesMs; i++) {
      const { fromMs } = shifts[i]!;
      if (fromMs > first && this.fit(follower, fromMs) === fromMs && this.canBeFollowed(follower, fromMs)) return true;
    }
    return false;
  }

  private endFrom(task: Task, startMs: number): number {
    return this.leftFrom(task, startMs) + (task.restMs ?? 0);
  }

  /** When the crew leaves a task that starts in a shift; one that may rest goes on in the shifts that follow. */
  private leftFrom(task: Task, startMs: number): number {
    if (!task.splittable || task.durationMs === 0) return startMs + task.durationMs;
    let left = task.durationMs;
    const { open } = this.hours(task);
    for (let i = firstEndingAfter(open, startMs); i < open.length; i++) {
      const shift = open[i]!;
      const from = Math.max(startMs, shift.fromMs);
      if (left <= shift.toMs - from) return from + left;
      left -= shift.toMs - from;
    }
    return Infinity;
  }

  private place(task: Task, startMs: number): void {
    const endMs = this.endFrom(task, startMs);
    const leftMs = endMs - (task.restMs ?? 0);
    if (startMs === Infinity || endMs === Infinity) this.conflicts.push({ code: 'beyond-horizon', taskId: task.id });
    const window = this.windowOf(task);
    const { open } = this.hours(task);
    const shift = open[firstEndingAfter(open, startMs)];
    if (!task.splittable && shift && startMs >= shift.fromMs && leftMs > shift.toMs)
      this.conflicts.push({ code: 'longer-than-shift', taskId: task.id });
    if (window?.closesMs != null && startMs > window.closesMs)
      this.conflicts.push({ code: 'window-missed', taskId: task.id, lateMs: startMs - window.closesMs });
    if (task.kept?.isPinned && startMs > task.kept.startMs)
      this.conflicts.push({ code: 'pin-missed', taskId: task.id, lateMs: startMs - task.kept.startMs });
    this.keep({ id: task.id, chain: task.chain, startMs, endMs, window, state: 'planned', ...this.take(task, startMs, leftMs) });
    this.lastPlaced = task;
  }
}

interface Candidate {
  queue: Task[];
  start: number;
}

interface Hours {
  open: readonly Interval[];
  longestMs: number;
}

/** Until when what a task needs is taken: until the crew leaves, or longer. */
const heldUntil = ({ heldToEnd, restMs = 0 }: Task, name: string, leftMs: number): number =>
  heldToEnd?.includes(name) ? leftMs + restMs : leftMs;

const keptMs = ({ kept }: Task): number => kept?.startMs ?? Infinity;
