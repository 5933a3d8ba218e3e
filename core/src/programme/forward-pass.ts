import { type AgeingLaw, DOUBLES_PER_TEN, hoursToAge } from '../physics/index.js';
import { type TemperatureAt, hourlyNearest } from './nearest-temperature.js';
import type { Interval } from './working-hours.js';
import { HOUR_MS } from '../quantities/index.js';

/** A wait after another task: the window opens from its end and closes from its start, both measured in aged hours; it never closes later than the sheet's own hours. */
export interface Wait {
  taskId: string;
  minH: number;
  maxH: number | null;
  referenceC: number;
  /** it is done at once: it closes `maxH` after the end of what it follows, and nothing comes between where the crew can help it */ atOnce?: boolean;
}

export interface Task {
  id: string;
  /** tasks of one chain follow each other in the order given; chains share the crew */ chain: string;
  durationMs: number;
  /** may rest between shifts, when it is longer than one */ splittable: boolean;
  /** goes on by itself so long after the crew has left it, over nights as well: drying, soaking, being kept wet */ restMs?: number;
  waits: readonly Wait[];
  /** what it waits for comes then, such as concrete */ notBeforeMs?: number;
  /** its room: nothing begins there before all of the earlier phases is placed and over */ room?: {
    id: string;
    phase: number;
    /** people walk on it */ isFloor: boolean;
    /** throws dust or water about */ isDusty: boolean;
    /** of what is laid: until then nobody walks on it, and nobody makes dust beside it */ fresh?: { h: number; referenceC: number };
  };
  /** from the log: when it really started and ended */
  actual?: { startMs: number; endMs?: number; firstLaidMs?: number; lastLaidMs?: number };
}

export interface Window {
  opensMs: number;
  closesMs: number | null;
}

export interface PlacedTask {
  id: string;
  chain: string;
  startMs: number;
  endMs: number;
  /** tightest window over its waits, when it has any */ window?: Window;
  state: 'planned' | 'running' | 'done';
}

export interface Conflict {
  code: 'window-missed' | 'longer-than-shift' | 'beyond-horizon';
  taskId: string;
  /** ms by which the start passes the window's close */ lateMs?: number;
}

export interface Programme {
  tasks: PlacedTask[];
  conflicts: Conflict[];
}

export interface PassOptions {
  nowMs: number;
  shifts: readonly Interval[];
  /** hourly surface temperature from `temperaturesFromMs`, the last one holding on */ temperaturesC: readonly number[];
  temperaturesFromMs: number;
  law?: AgeingLaw;
  /** of a chain's own wall, in order of time, for those that were measured; the others take `temperaturesC` */
  temperaturesOfChain?: ReadonlyMap<string, readonly TemperatureAt[]>;
}

/**
 * A first forward pass: one crew, chains interleaved by whoever can start earliest, each task inside one shift unless it
 * is longer and may rest. In a room phase follows phase, and nobody walks on a fresh floor. A coat is put off to a later shift when its follower would otherwise miss its window. What still cannot be met is a conflict.
 */
export function forwardPass(tasks: readonly Task[], options: PassOptions): Programme {
  const pass = new Pass(tasks, options);
  return pass.run();
}

class Pass {
  private readonly placed = new Map<string, PlacedTask>();
  private readonly conflicts: Conflict[] = [];
  private readonly followerOf = new Map<string, Task>();
  private readonly taskById: ReadonlyMap<string, Task>;
  private readonly chainEndMs = new Map<string, number>();
  private readonly rooms = new Map<string, Room>();
  /** chains in which coating has begun by the log: their windows run, whatever the rest of the room waits for */
  private readonly begun = new Set<string>();
  private readonly longestShiftMs: number;
  private crewFreeMs: number;
  private lastPlaced?: Task;
  /** chains whose next task is in a window that closes */ private readonly pressed = new Set<Task[]>();

  constructor(
    private readonly tasks: readonly Task[],
    private readonly options: PassOptions,
  ) {
    this.crewFreeMs = options.nowMs;
    this.longestShiftMs = Math.max(...options.shifts.map((shift) => shift.toMs - shift.fromMs));
    this.taskById = new Map(tasks.map((task) => [task.id, task]));
    for (const { room } of tasks) if (room) this.rooms.set(room.id, (this.rooms.get(room.id) ?? new Room()).expect(room.phase));
    for (const task of tasks) for (const wait of task.waits) if (wait.maxH !== null) this.followerOf.set(wait.taskId, task);
  }

  run(): Programme {
    const chains = new Map<string, Task[]>();
    for (const task of this.tasks) chains.set(task.chain, [...(chains.get(task.chain) ?? []), task]);
    for (const task of this.tasks) if (task.actual) this.placeActual(task);
    const queues = [...chains.values()].map((chain) => chain.filter((task) => !this.placed.has(task.id)));
    for (const queue of queues) this.press(queue);
    for (let next = this.nextOf(queues); next; next = this.nextOf(queues)) {
      const first = this.pressing(next) ?? next;
      this.place(first.queue.shift()!, first.start);
      this.press(first.queue);
    }
    return { tasks: this.tasks.map((task) => this.placed.get(task.id)!), conflicts: this.conflicts };
  }

  /** The chain whose next task can start earliest; of several the first. Nothing can start before the crew is free, so who can then is taken at once. */
  private nextOf(queues: readonly Task[][]): { queue: Task[]; start: number } | undefined {
    const atOnce = queues.find((queue) => queue[0]?.waits.some((wait) => wait.atOnce && wait.taskId === this.lastPlaced?.id));
    if (atOnce && !this.isBarred(atOnce[0]!)) return { queue: atOnce, start: this.earliestStart(atOnce[0]!) };
    const soonest = this.options.shifts.find((shift) => shift.toMs > this.crewFreeMs);
    const bound = soonest ? Math.max(this.crewFreeMs, soonest.fromMs) : Infinity;
    let best: { queue: Task[]; start: number } | undefined;
    for (const queue of queues) {
      if (queue.length === 0 || this.isBarred(queue[0]!)) continue;
      const start = this.earliestStart(queue[0]!);
      if (!best || start < best.start) best = { queue, start };
      if (start <= bound) return best;
    }
    if (best) return best;
    // in a plan of our own no chain is barred for good; one from outside may have its phases out of order, and is placed all the same
    const barred = queues.find((queue) => queue.length > 0);
    return barred && { queue: barred, start: this.earliestStart(barred[0]!) };
  }

  private press(queue: Task[]): void {
    const [head] = queue;
    if (head && head.waits.some(({ maxH, taskId }) => maxH !== null && this.placed.has(taskId))) this.pressed.add(queue);
    else this.pressed.delete(queue);
  }

  /** Of the other chains the one whose window closes first among those that would miss it while the crew is at `next`, and need not. */
  private pressing(next: { queue: Task[]; start: number }): { queue: Task[]; start: number } | undefined {
    const task = next.queue[0]!;
    if (task.durationMs === 0 || next.start === Infinity) return undefined;
    const leftMs = this.leftFrom(task, next.start);
    let closesMs = this.windowOf(task)?.closesMs ?? Infinity;
    let first: { queue: Task[]; start: number } | undefined;
    for (const queue of this.pressed) {
      const [head] = queue;
      if (queue === next.queue || !head || this.isBarred(head)) continue;
      const closes = this.windowOf(head)?.closesMs ?? Infinity;
      if (closes >= closesMs) continue;
      const start = this.earliestStart(head);
      if (start > closes || this.fit(head, Math.max(leftMs, start)) <= closes) continue;
      closesMs = closes;
      first = { queue, start };
    }
    return first;
  }

  /** Earlier phases of its room are not placed yet. */
  private isBarred({ room, chain }: Task): boolean {
    return room !== undefined && !this.begun.has(chain) && !this.rooms.get(room.id)!.isOpenTo(room.phase);
  }

  private placeActual(task: Task): void {
    const { startMs, endMs } = task.actual!;
    const { durationMs, restMs = 0 } = task;
    const expectedEnd = Math.max(startMs + durationMs + restMs, this.options.nowMs);
    // nobody stands beside what rests
    const leftMs = restMs > 0 ? startMs + durationMs : expectedEnd;
    if (endMs === undefined) this.crewFreeMs = Math.max(this.crewFreeMs, leftMs);
    const state = endMs === undefined ? 'running' : 'done';
    if (task.room?.fresh) this.begun.add(task.chain);
    this.keep({ id: task.id, chain: task.chain, startMs, endMs: endMs ?? expectedEnd, window: this.windowOf(task), state });
  }

  private keep(placed: PlacedTask): void {
    this.placed.set(placed.id, placed);
    const { room } = this.taskById.get(placed.id)!;
    if (room)
      this.rooms.get(room.id)!.keep(room, placed, room.fresh && this.aged(placed.endMs, room.fresh.h, room.fresh.referenceC, placed.chain));
    this.chainEndMs.set(placed.chain, Math.max(this.chainEndMs.get(placed.chain) ?? -Infinity, placed.endMs));
  }

  /** Window from where the tasks before really or probably lie; undefined without waits. */
  private windowOf(task: Task, assumed?: { id: string; startMs: number; endMs: number }): Window | undefined {
    let window: Window | undefined;
    for (const wait of task.waits) {
      const before = assumed?.id === wait.taskId ? assumed : this.placed.get(wait.taskId);
      if (!before) continue;
      const actual = this.taskById.get(wait.taskId)?.actual;
      const opensMs = this.aged(actual?.lastLaidMs ?? before.endMs, wait.minH, wait.referenceC, task.chain);
      const firstMs = wait.atOnce ? (actual?.lastLaidMs ?? before.endMs) : (actual?.firstLaidMs ?? before.startMs);
      // cold puts off the opening, but the sheet's latest hour stands: nobody has shown that the bond waits
      const closesMs = wait.maxH === null ? null : this.agedAtLeast(firstMs, wait.maxH, wait.referenceC, task.chain);
      window = {
        opensMs: Math.max(window?.opensMs ?? -Infinity, opensMs),
        closesMs: window?.closesMs == null ? closesMs : closesMs === null ? window.closesMs : Math.min(window.closesMs, closesMs),
      };
    }
    return window;
  }

  private aged(fromMs: number, ageH: number, referenceC: number, chain: string): number {
    return this.agedBy(this.hourlyC(fromMs, chain), fromMs, ageH, referenceC);
  }

  /** As `aged`, but cold does not put it off. */
  private agedAtLeast(fromMs: number, ageH: number, referenceC: number, chain: string): number {
    const hourlyC = this.hourlyC(fromMs, chain).map((each) => Math.max(each, referenceC));
    return this.agedBy(hourlyC, fromMs, ageH, referenceC);
  }

  private agedBy(hourlyC: readonly number[], fromMs: number, ageH: number, referenceC: number): number {
    return fromMs + hoursToAge(ageH, hourlyC, referenceC, this.options.law ?? DOUBLES_PER_TEN) * HOUR_MS;
  }

  private hourlyC(fromMs: number, chain: string): readonly number[] {
    const { temperaturesC, temperaturesFromMs, temperaturesOfChain } = this.options;
    const own = temperaturesOfChain?.get(chain);
    if (own) return hourlyNearest(own, fromMs);
    const skip = Math.min(temperaturesC.length - 1, Math.max(0, Math.floor((fromMs - temperaturesFromMs) / HOUR_MS)));
    return temperaturesC.slice(skip);
  }

  private earliestStart(task: Task): number {
    const ready = Math.max(
      this.chainEndMs.get(task.chain) ?? -Infinity,
      task.durationMs > 0 ? this.crewFreeMs : this.options.nowMs,
      this.windowOf(task)?.opensMs ?? -Infinity,
      task.notBeforeMs ?? -Infinity,
      this.roomFreeMs(task),
    );
    const start = this.fit(task, ready);
    return this.followerOf.has(task.id) ? this.startThatLetsFollow(task, start) : start;
  }

  /** When its room lets it in: after the earlier phases, off fresh floors, and with its dust away from fresh coats. */
  private roomFreeMs({ room, chain }: Task): number {
    if (!room) return -Infinity;
    const { floors, coats } = this.rooms.get(room.id)!;
    const phasesMs = this.begun.has(chain) ? -Infinity : this.rooms.get(room.id)!.overMs(room.phase);
    return Math.max(phasesMs, floors.untilFor(chain), room.isDusty ? coats.untilFor(chain) : -Infinity);
  }

  /** First moment at or after `readyMs` at which a shift takes the task; Infinity when the shifts run out. */
  private fit(task: Task, readyMs: number): number {
    // what needs nobody begins by itself
    if (task.durationMs === 0) return readyMs;
    for (const shift of this.options.shifts) {
      const start = Math.max(readyMs, shift.fromMs);
      if (start >= shift.toMs) continue;
      if (start + task.durationMs <= shift.toMs || (task.durationMs > this.longestShiftMs && (task.splittable || start === shift.fromMs)))
        return start;
    }
    return Infinity;
  }

  /**
   * Tries this start and the beginnings of later shifts, as long as its own window is open, until whatever must follow in turn meets
   * its window; else the first one stands.
   */
  private startThatLetsFollow(task: Task, start: number): number {
    const closesMs = this.windowOf(task)?.closesMs ?? Infinity;
    const later = this.options.shifts.filter((shift) => shift.fromMs > start).map((shift) => this.fit(task, shift.fromMs));
    for (const candidate of [start, ...later]) {
      if (candidate === Infinity || (candidate > closesMs && candidate !== start)) break;
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
    return this.options.shifts.some(
      ({ fromMs }) => fromMs > first && fromMs <= closesMs && this.fit(follower, fromMs) === fromMs && this.canBeFollowed(follower, fromMs),
    );
  }

  private endFrom(task: Task, startMs: number): number {
    return this.leftFrom(task, startMs) + (task.restMs ?? 0);
  }

  /** When the crew leaves a task that starts in a shift; one that may rest goes on in the shifts that follow. */
  private leftFrom(task: Task, startMs: number): number {
    if (!task.splittable || task.durationMs === 0) return startMs + task.durationMs;
    let left = task.durationMs;
    for (const shift of this.options.shifts) {
      const from = Math.max(startMs, shift.fromMs);
      if (from >= shift.toMs) continue;
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
    const shift = this.options.shifts.find((s) => startMs >= s.fromMs && startMs < s.toMs);
    if (!task.splittable && shift && leftMs > shift.toMs) this.conflicts.push({ code: 'longer-than-shift', taskId: task.id });
    if (window?.closesMs != null && startMs > window.closesMs)
      this.conflicts.push({ code: 'window-missed', taskId: task.id, lateMs: startMs - window.closesMs });
    this.keep({ id: task.id, chain: task.chain, startMs, endMs, window, state: 'planned' });
    this.lastPlaced = task;
    if (task.durationMs > 0) this.crewFreeMs = Math.max(this.crewFreeMs, leftMs);
  }
}

/** How far the work of one room is. */
class Room {
  /** tasks not placed yet, and the end of those that are, by phase */
  private readonly left: number[] = [];
  private readonly endMs: number[] = [];
  readonly floors = new Fresh();
  readonly coats = new Fresh();

  expect(phase: number): this {
    this.left[phase] = (this.left[phase] ?? 0) + 1;
    return this;
  }

  isOpenTo(phase: number): boolean {
    for (let earlier = 0; earlier < phase; earlier++) if ((this.left[earlier] ?? 0) > 0) return false;
    return true;
  }

  /** End of everything in the phases before. */
  overMs(phase: number): number {
    let end = -Infinity;
    for (let earlier = 0; earlier < phase; earlier++) end = Math.max(end, this.endMs[earlier] ?? -Infinity);
    return end;
  }

  keep({ phase, isFloor }: NonNullable<Task['room']>, { chain, endMs }: PlacedTask, freshUntilMs: number | undefined): void {
    this.left[phase] = (this.left[phase] ?? 0) - 1;
    this.endMs[phase] = Math.max(this.endMs[phase] ?? -Infinity, endMs);
    if (freshUntilMs === undefined) return;
    this.coats.keep(chain, freshUntilMs);
    if (isFloor) this.floors.keep(chain, freshUntilMs);
  }
}

interface Until {
  chain: string;
  ms: number;
}

/** The two latest times, of different chains: a chain is never kept away by its own coat. */
class Fresh {
  private latest?: Until;
  private second?: Until;

  keep(chain: string, ms: number): void {
    if (this.latest?.chain === chain) this.latest.ms = Math.max(this.latest.ms, ms);
    else if (!this.latest || ms >= this.latest.ms) [this.second, this.latest] = [this.latest, { chain, ms }];
    else if (!this.second || ms > this.second.ms) this.second = { chain, ms };
  }

  untilFor(chain: string): number {
    return (this.latest?.chain === chain ? this.second : this.latest)?.ms ?? -Infinity;
  }
}
