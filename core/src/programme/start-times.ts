/** A stretch of minutes, its end excluded. */
export interface Span {
  fromMin: number;
  toMin: number;
}

const EPSILON = 1e-6;

/**
 * Where a task may start, and when it then ends. Starts lie on a grid of `stepMin`; slots count steps from time 0.
 * Ends never fall when starts rise, so both can be asked for in either direction.
 */
export class StartTimes {
  /** feasible start slots, ascending, and the ends that go with them, minutes */
  private readonly slots: Int32Array;
  private readonly ends: Float64Array;
  /** index in `slots` of the first start at or after each slot */
  private readonly firstAtOrAfter: Int32Array;

  constructor(
    readonly stepMin: number,
    slotCount: number,
    /** the end for a start minute, null where the task may not start */ endFor: (startMin: number) => number | null,
    /** given when every start has the same way to its end: no search is needed then */ private readonly durationMin: number | null = null,
  ) {
    const slots: number[] = [];
    const ends: number[] = [];
    this.firstAtOrAfter = new Int32Array(slotCount + 1);
    for (let slot = 0; slot < slotCount; slot++) {
      this.firstAtOrAfter[slot] = slots.length;
      const end = endFor(slot * stepMin);
      if (end === null) continue;
      slots.push(slot);
      ends.push(end);
    }
    this.firstAtOrAfter[slotCount] = slots.length;
    this.slots = Int32Array.from(slots);
    this.ends = Float64Array.from(ends);
  }

  get count(): number {
    return this.slots.length;
  }

  startMin(index: number): number {
    return this.slots[index]! * this.stepMin;
  }

  endMin(index: number): number {
    return this.ends[index]!;
  }

  /** Index of the first start at or after a time; `count` when there is none. */
  notBefore(minutes: number): number {
    const slot = Math.ceil(minutes / this.stepMin - EPSILON);
    if (slot <= 0) return 0;
    return slot >= this.firstAtOrAfter.length ? this.count : this.firstAtOrAfter[slot]!;
  }

  /** Index of the last start at or before a time; −1 when there is none. */
  notAfter(minutes: number): number {
    const slot = Math.floor(minutes / this.stepMin + EPSILON) + 1;
    if (slot <= 0) return -1;
    return (slot >= this.firstAtOrAfter.length ? this.count : this.firstAtOrAfter[slot]!) - 1;
  }

  /** Index of the first start whose end is at or after a time; `count` when there is none. */
  endingNotBefore(minutes: number): number {
    if (this.durationMin !== null) return this.notBefore(minutes - this.durationMin);
    return this.firstEnd((end) => end >= minutes - EPSILON);
  }

  /** Index of the last start whose end is at or before a time; −1 when there is none. */
  endingNotAfter(minutes: number): number {
    if (this.durationMin !== null) return this.notAfter(minutes - this.durationMin);
    return this.firstEnd((end) => end > minutes + EPSILON) - 1;
  }

  /** The last end before the rest before a start: of the starts before it, the last from which the next is further than a step. Null where there is no rest. */
  endBeforeRest(startMin: number): number | null {
    let index = this.notBefore(startMin);
    while (index > 0 && this.slots[index]! - this.slots[index - 1]! <= 1) index--;
    return index > 0 ? this.ends[index - 1]! : null;
  }

  private firstEnd(holds: (end: number) => boolean): number {
    let [low, high] = [0, this.count];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (holds(this.ends[middle]!)) high = middle;
      else low = middle + 1;
    }
    return low;
  }
}

/** Intersection of two ascending lists of disjoint spans. */
export function intersect(a: readonly Span[], b: readonly Span[]): Span[] {
  const out: Span[] = [];
  for (let i = 0, j = 0; i < a.length && j < b.length;) {
    const fromMin = Math.max(a[i]!.fromMin, b[j]!.fromMin);
    const toMin = Math.min(a[i]!.toMin, b[j]!.toMin);
    if (toMin > fromMin) out.push({ fromMin, toMin });
    if (a[i]!.toMin < b[j]!.toMin) i++;
    else j++;
  }
  return out;
}

/** Spans in order, those that touch or overlap made one. */
export function merge(spans: readonly Span[]): Span[] {
  const out: Span[] = [];
  for (const span of [...spans].sort((a, b) => a.fromMin - b.fromMin)) {
    const last = out.at(-1);
    if (last && span.fromMin <= last.toMin) last.toMin = Math.max(last.toMin, span.toMin);
    else out.push({ ...span });
  }
  return out;
}

/** Ends of a task that must lie within one span of every list, for starts asked for in order of time; null where it may not start. */
export function endsWithoutPause(lists: readonly (readonly Span[])[], durationMin: number): (startMin: number) => number | null {
  const begun = lists.map((spans) => ({ spans: [...spans].sort((a, b) => a.fromMin - b.fromMin), next: 0, untilMin: -Infinity }));
  return (startMin) => {
    const endMin = startMin + durationMin;
    let fits = true;
    for (const list of begun) {
      while (list.next < list.spans.length && list.spans[list.next]!.fromMin <= startMin + EPSILON)
        list.untilMin = Math.max(list.untilMin, list.spans[list.next++]!.toMin);
      // of the spans that have begun, the one that lasts longest decides
      fits &&= endMin <= list.untilMin + EPSILON && (durationMin === 0 ? startMin < list.untilMin : true);
    }
    return fits ? endMin : null;
  };
}

/** Ends of a task that rests outside the working spans and starts within one, for starts asked for in order of time. */
export function endsWithPauses(working: readonly Span[], durationMin: number): (startMin: number) => number | null {
  let first = 0;
  return (startMin) => {
    while (first < working.length && working[first]!.toMin <= startMin + EPSILON) first++;
    if (first < working.length && working[first]!.fromMin > startMin + EPSILON) return null;
    let left = durationMin;
    for (let i = first; i < working.length; i++) {
      const { fromMin, toMin } = working[i]!;
      const from = Math.max(fromMin, startMin);
      if (left <= toMin - from + EPSILON) return from + left;
      left -= toMin - from;
    }
    return null;
  };
}
