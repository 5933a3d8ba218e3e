import { HOUR_MS, MINUTE_MS } from '../quantities/index.js';
import { longestOf, openHours } from './open-hours.js';
import { ChainEnds, predecessorsOf } from './chain-order.js';
import type { LagInput, ResourceInput, ScheduleInput, TaskInput } from './schedule-model.js';
import type { PlacedTask, Programme, Task, TaskSetting, Wait } from './task.js';
import type { Interval } from './working-hours.js';
import { WallAges } from './wall-ages.js';

/** The tasks of a job as the scheduler wants them: minutes from `fromMs` on. */
export interface TaskModel {
  fromMs: number;
  input: ScheduleInput;
  /** places in `input.tasks` of the tasks that are still to be placed, by their ids */ places: ReadonlyMap<string, number>;
}

/** Tasks, what they are placed by, and how `forwardPass` placed them. */
export interface Situation {
  tasks: readonly Task[];
  setting: TaskSetting;
  placed: Programme;
}

/** Grid of starts; a coarser one where the tables of starts would grow too large. */
const STEPS_MIN = [5, 15, 30, 60] as const;
/** Grid steps times different tasks. */
const MOST_STARTS = 2_000_000;
/** What is late may become so much later: starts lie on a grid. */
const LATE_MIN = 60;
const CREW = 'crew';
const NOW = '~now';

/**
 * What `forwardPass` places, as minimum and maximum waits and shared resources: its gangs in their shifts; chains in order; windows in
 * aged minutes, opening from the end and closing from the start; phases of a room by a milestone between them; a fresh floor and the
 * work of every other chain in its room as two that exclude each other. What is done or running stands as `placed` has it.
 * @param horizonMs by then all must be over
 * @param givenUp tasks whose latest hour cannot be kept any more
 */
export function modelOfTasks(situation: Situation, horizonMs: number, givenUp: ReadonlySet<string> = new Set()): TaskModel {
  return new Builder(situation, horizonMs, givenUp).build();
}

/** A wait: aged minutes where there are rates by the hour, else minutes. */
interface Span {
  minMin?: number;
  maxMin?: number;
  rates?: readonly number[];
}

/** Hours that are left to a task which is barred from others, and the longest of them. */
interface Open {
  allowed: { fromMin: number; toMin: number }[];
  longestMs: number;
}

class Builder {
  private readonly tasks: readonly Task[];
  private readonly setting: TaskSetting;
  private readonly fromMs: number;
  private horizonMin: number;
  /** by then all but what is aside is over */ private readonly workMin: number;
  private readonly stepMin: number;
  private readonly longestMs: number;
  private readonly ages: WallAges;
  private readonly at: ReadonlyMap<string, PlacedTask>;
  private readonly byId: ReadonlyMap<string, Task>;
  private readonly planned: readonly Task[];
  private readonly inputs: TaskInput[] = [{ id: NOW, durationMin: 0, uses: {}, allowed: [{ fromMin: 0, toMin: 1 }], splittable: false }];
  private readonly lags: LagInput[] = [];
  private readonly resources: ResourceInput[] = [];
  private readonly openOf = new Map<readonly Interval[], Open>();
  private readonly begun: ReadonlySet<string>;
  /** of what is done or running */ private readonly chainEnds = new ChainEnds();

  constructor(
    { tasks, setting, placed }: Situation,
    horizonMs: number,
    private readonly givenUp: ReadonlySet<string>,
  ) {
    [this.tasks, this.setting] = [tasks, setting];
    // so that the grid lies on the hours of the clock
    this.fromMs = Math.floor(setting.nowMs / HOUR_MS) * HOUR_MS;
    this.ages = new WallAges(setting);
    this.at = new Map(placed.tasks.map((each) => [each.id, each]));
    this.byId = new Map(tasks.map((task) => [task.id, task]));
    this.planned = tasks.filter(({ id }) => this.isOpen(id));
    this.begun = new Set(tasks.filter(({ id, room }) => !this.isOpen(id) && room?.fresh).map(({ chain }) => chain));
    for (const task of tasks) if (!this.isOpen(task.id)) this.chainEnds.put(task, this.at.get(task.id)!.endMs);
    this.longestMs = Math.max(...setting.shifts.map(({ fromMs, toMs }) => toMs - fromMs));
    this.workMin = Math.ceil(this.min(horizonMs));
    this.horizonMin = this.workMin;
    const bars = new Map<Task['barred'], number>();
    for (const { barred } of this.planned) if (!bars.has(barred)) bars.set(barred, bars.size);
    const lengths = new Set(this.planned.map(({ durationMs, restMs = 0, barred }) => `${durationMs} ${restMs} ${bars.get(barred)}`)).size;
    this.stepMin = STEPS_MIN.find((step) => (lengths * this.horizonMin) / step <= MOST_STARTS) ?? STEPS_MIN.at(-1)!;
  }

  build(): TaskModel {
    this.shareCrew();
    for (const task of this.planned) this.addTask(task);
    this.chain();
    for (const task of this.planned) {
      for (const wait of task.waits) this.wait(task, wait);
      this.release(task);
    }
    this.rooms();
    const { horizonMin, stepMin } = this;
    const places = new Map(this.inputs.map(({ id }, i) => [id, i]));
    return {
      fromMs: this.fromMs,
      input: { horizonMin, stepMin, resources: this.resources, tasks: this.inputs, lags: this.lags },
      places: new Map(this.planned.map(({ id }) => [id, places.get(id)!])),
    };
  }

  private isOpen(id: string): boolean {
    return this.at.get(id)?.state === 'planned';
  }

  private min(ms: number): number {
    return (ms - this.fromMs) / MINUTE_MS;
  }

  /** The crew in its shifts, but for what it is at now; of several gangs each stays at what it is at. */
  private shareCrew(): void {
    const { nowMs, shifts, gangs = 1, shared } = this.setting;
    const atWork = this.tasks.flatMap((task) => {
      const { id, durationMs, restMs = 0 } = task;
      const at = this.at.get(id);
      const leftMs = at ? at.endMs - restMs : -Infinity;
      return at && at.state !== 'planned' && durationMs > 0 && (at.state === 'running' || leftMs > nowMs) ? [{ task, leftMs }] : [];
    });
    const busyMs = Math.max(nowMs, ...(gangs === 1 ? atWork.map(({ leftMs }) => leftMs) : []));
    const available = shifts
      .map(({ fromMs, toMs }) => ({ fromMin: this.min(Math.max(fromMs, busyMs)), toMin: this.min(toMs) }))
      .filter(({ fromMin, toMin }) => toMin > fromMin);
    this.resources.push({ id: CREW, capacity: gangs, available });
    const needed = new Set(this.planned.flatMap(({ needs = [] }) => needs));
    for (const name of needed) this.resources.push({ id: shareOf(name), capacity: shared?.get(name) ?? 1 });
    if (gangs > 1) for (const { task, leftMs } of atWork) this.addAtWork(task, leftMs, needed);
    for (const task of this.tasks) if (!this.isOpen(task.id)) this.addHeld(task, needed);
  }

  /** What stays at a place that has been left, until it is over there. */
  private addHeld({ id, heldToEnd = [] }: Task, needed: ReadonlySet<string>): void {
    const held = heldToEnd.filter((name) => needed.has(name));
    const untilMs = this.at.get(id)?.endMs ?? -Infinity;
    if (held.length === 0 || untilMs <= this.setting.nowMs) return;
    const fromMin = this.gridded(this.setting.nowMs);
    const durationMin = Math.max(0, this.min(untilMs) - fromMin);
    this.inputs.push({ id: `~held ${id}`, durationMin, uses: sharesOf(held), splittable: false, isAside: true });
    this.lag(NOW, `~held ${id}`, 'start-start', { minMin: fromMin, maxMin: fromMin });
  }

  /** The first place of the grid from then on, minutes. */
  private gridded(ms: number): number {
    return Math.ceil(this.min(ms) / this.stepMin) * this.stepMin;
  }

  /** What one of several gangs is at stays where it is, for its hours of work until it is left. */
  private addAtWork({ id, needs = [], heldToEnd = [] }: Task, leftMs: number, needed: ReadonlySet<string>): void {
    const hours = this.setting.shifts
      .map(({ fromMs, toMs }) => ({ fromMs: Math.max(fromMs, this.setting.nowMs), toMs: Math.min(toMs, leftMs) }))
      .filter(({ fromMs, toMs }) => toMs > fromMs);
    const [first] = hours;
    if (!first) return;
    const workedMs = hours.reduce((sum, { fromMs, toMs }) => sum + toMs - fromMs, 0);
    const fromMin = this.gridded(first.fromMs);
    this.inputs.push({
      id: `~at ${id}`,
      durationMin: Math.max(0, workedMs / MINUTE_MS - (fromMin - this.min(first.fromMs))),
      uses: { [CREW]: 1, ...sharesOf(needs.filter((name) => needed.has(name) && !heldToEnd.includes(name))) },
      splittable: hours.length > 1,
    });
    this.lag(NOW, `~at ${id}`, 'start-start', { minMin: fromMin, maxMin: fromMin });
  }

  private addTask({ id, durationMs, restMs = 0, splittable, barred, needs = [], heldToEnd = [] }: Task): void {
    const open = barred && this.openBut(barred);
    this.inputs.push({
      id,
      durationMin: durationMs / MINUTE_MS,
      uses: durationMs > 0 ? { [CREW]: 1, ...sharesOf(needs) } : {},
      splittable: splittable && durationMs > (open ? open.longestMs : this.longestMs),
      ...(open && durationMs > 0 ? { allowed: open.allowed } : {}),
    });
    if (restMs === 0) return;
    // it goes on by itself from when the crew has left
    this.inputs.push({ id: restOf(id), durationMin: restMs / MINUTE_MS, uses: sharesOf(heldToEnd), splittable: false });
    this.atOnce(id, restOf(id));
  }

  /** What is left of the shifts, as far as work is placed at all; many tasks are barred from the same hours. */
  private openBut(barred: readonly Interval[]): Open {
    const known = this.openOf.get(barred);
    if (known) return known;
    const open = openHours(this.setting.shifts, barred);
    const allowed = open
      .map(({ fromMs, toMs }) => ({ fromMin: this.min(fromMs), toMin: this.min(toMs) }))
      .filter(({ fromMin }) => fromMin < this.workMin);
    const made = { allowed, longestMs: longestOf(open) };
    this.openOf.set(barred, made);
    return made;
  }

  /** Where a task is over, its rest with it. */
  private last(id: string): string {
    return this.byId.get(id)!.restMs ? restOf(id) : id;
  }

  private lag(from: string, to: string, kind: LagInput['kind'], { minMin = 0, maxMin, rates }: Span = {}): void {
    const isPlain = rates === undefined || rates.every((rate) => rate === rates[0]);
    const per = isPlain ? (rates?.[0] ?? 1) : 1;
    this.lags.push({
      ...{ from, to, kind, minMin: minMin / per },
      ...(maxMin === undefined ? {} : { maxMin: maxMin / per }),
      ...(isPlain ? {} : { ageing: rates }),
    });
  }

  /** It begins at the first step of the grid after. */
  private atOnce(from: string, to: string): void {
    this.lag(from, to, 'finish-start', { maxMin: this.stepMin - 0.01 });
  }

  private notBefore(id: string, ms: number): void {
    if (ms > this.fromMs) this.lag(NOW, id, 'start-start', { minMin: this.min(ms) });
  }

  /** Unless that has passed: what cannot be met any more keeps nothing else from being met. */
  private notAfter(id: string, ms: number): void {
    if (ms >= this.setting.nowMs && !this.givenUp.has(id)) this.lag(NOW, id, 'start-start', { maxMin: this.min(ms) });
  }

  private chain(): void {
    for (const [id, before] of predecessorsOf(this.planned)) for (const each of before) this.lag(this.last(each), id, 'finish-start');
  }

  private wait({ id, chain }: Task, { taskId, minH, maxH, referenceC, atOnce }: Wait): void {
    const before = this.at.get(taskId);
    if (!before) return;
    const { actual } = this.byId.get(taskId)!;
    if (before.state !== 'planned') {
      const lastMs = actual?.lastLaidMs ?? before.endMs;
      this.notBefore(id, this.ages.after(lastMs, minH, referenceC, chain));
      const firstMs = atOnce ? lastMs : (actual?.firstLaidMs ?? before.startMs);
      if (maxH !== null) this.notAfter(id, this.ages.by(firstMs, maxH, referenceC, chain));
      return;
    }
    const { opening, closing } = this.ages.rates(this.fromMs, referenceC, chain);
    this.lag(this.last(taskId), id, 'finish-start', { minMin: minH * 60, rates: opening });
    if (maxH !== null && !this.givenUp.has(id))
      this.lag(atOnce ? this.last(taskId) : taskId, id, atOnce ? 'finish-start' : 'start-start', {
        maxMin: maxH * 60,
        rates: closing,
      });
  }

  /** What keeps it from beginning by what is done, delivered, or promised. */
  private release(task: Task): void {
    const { id, notBeforeMs = -Infinity, kept } = task;
    this.notBefore(id, Math.max(this.setting.nowMs, notBeforeMs, this.chainEnds.before(task)));
    // what is late already, or cannot but be late, is done no later than it was placed
    if (this.givenUp.has(id) || this.isMissed(task))
      this.lag(NOW, id, 'start-start', { maxMin: this.min(this.at.get(id)!.startMs) + LATE_MIN });
    if (!kept?.isPinned) return;
    this.notBefore(id, kept.startMs);
    this.notAfter(id, kept.startMs);
  }

  private isMissed({ id }: Task): boolean {
    const { window, startMs } = this.at.get(id)!;
    return window?.closesMs != null && window.closesMs < this.setting.nowMs && startMs > window.closesMs;
  }

  private rooms(): void {
    const rooms = new Map<string, Task[]>();
    for (const task of this.tasks) if (task.room) rooms.set(task.room.id, [...(rooms.get(task.room.id) ?? []), task]);
    for (const [id, inRoom] of rooms) {
      this.phases(id, inRoom);
      this.fresh(id, inRoom);
    }
  }

  /** A milestone between each phase and the next: all of the one lies before it, and all of the other after it. */
  private phases(room: string, inRoom: readonly Task[]): void {
    const phases = [...new Set(inRoom.map((task) => task.room!.phase))].sort((a, b) => a - b);
    let earlier: string | undefined;
    phases.slice(1).forEach((phase, i) => {
      const milestone = `~${room} ${phase}`;
      this.inputs.push({ id: milestone, durationMin: 0, uses: {}, splittable: false });
      if (earlier !== undefined) this.lag(earlier, milestone, 'finish-start');
      earlier = milestone;
      for (const task of inRoom) {
        const isOpen = this.isOpen(task.id);
        if (task.room!.phase === phases[i]) {
          if (isOpen) this.lag(this.last(task.id), milestone, 'finish-start');
          else this.notBefore(milestone, this.at.get(task.id)!.endMs);
        } else if (task.room!.phase === phase && isOpen && !this.begun.has(task.chain)) this.lag(milestone, task.id, 'finish-start');
      }
    });
  }

  /** Nobody of another chain walks on a fresh floor, and no dust of another chain falls on a fresh coat. */
  private fresh(room: string, inRoom: readonly Task[]): void {
    const keeps = ({ room: of, chain }: Task, task: Task) => chain !== task.chain && (of!.isFloor || task.room!.isDusty);
    const open = inRoom.filter(({ id }) => this.isOpen(id));
    const coats = inRoom.filter((task) => task.room!.fresh);
    for (const coat of coats) {
      const { h, referenceC } = coat.room!.fresh!;
      const kept = open.filter((task) => keeps(coat, task));
      if (!this.isOpen(coat.id)) {
        const untilMs = this.ages.after(this.at.get(coat.id)!.endMs, h, referenceC, coat.chain);
        for (const task of kept) this.notBefore(task.id, untilMs);
        continue;
      }
      // what lies before it by its phase, or after it by a chain of its own, needs nothing said
      const beside = kept.filter(
        (task) => task.room!.phase >= coat.room!.phase || this.begun.has(task.chain) || this.begun.has(coat.chain),
      );
      if (beside.length > 0) this.exclude(`~fresh ${room} ${coat.id}`, coat, beside);
    }
  }

  /** The coat and the hours until it carries take all of a resource of which everything beside them takes its part. */
  private exclude(resource: string, coat: Task, beside: readonly Task[]): void {
    const { h, referenceC } = coat.room!.fresh!;
    const { opening } = this.ages.rates(this.fromMs, referenceC, coat.chain);
    // of hours that are not all alike the slowest count
    const freshMin = (h * HOUR_MS) / MINUTE_MS / Math.min(...opening);
    const fresh = `~fresh ${coat.id}`;
    this.resources.push({ id: resource, capacity: beside.length });
    // of several gangs none is beside it while it is laid
    const isLaidBeside = (this.setting.gangs ?? 1) > 1;
    this.inputs.push({ id: fresh, durationMin: freshMin, uses: { [resource]: beside.length }, splittable: false, isAside: true });
    this.horizonMin = Math.max(this.horizonMin, this.workMin + Math.ceil(freshMin));
    this.atOnce(this.last(coat.id), fresh);
    const names = new Set(beside.map(({ id }) => id));
    this.inputs.forEach((each, i) => {
      const amount = names.has(each.id) ? 1 : isLaidBeside && each.id === coat.id ? beside.length : 0;
      if (amount > 0 && each.durationMin > 0) this.inputs[i] = { ...each, uses: { ...each.uses, [resource]: amount } };
    });
  }
}

const shareOf = (name: string): string => `~share ${name}`;
const sharesOf = (needs: readonly string[]): Record<string, number> => Object.fromEntries(needs.map((name) => [shareOf(name), 1]));

const restOf = (id: string): string => `${id}~rest`;
