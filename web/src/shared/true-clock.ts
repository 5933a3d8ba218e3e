/** What the server's answers say of this device's clock. */
export interface ClockSample {
  /** device's clock less the server's, ms */ aheadMs: number;
  /** at most so far off, ms */ errorMs: number;
  /** by the device's clock */ learntMs: number;
}

/** Clocks that run apart by less are the same: an answer tells whole seconds. */
export const SAME_CLOCK_MS = 10_000;
/** What was learnt so long ago is replaced by what is learnt now, however rough. */
const STALE_MS = 10 * 60_000;
/** The server tells whole seconds. */
const SECOND_MS = 1000;

/** From an answer that was asked for and came at these times by the device's clock, and the server's time in it; undefined without one. */
export function sampleOf(askedMs: number, answeredMs: number, serverDate: string | null): ClockSample | undefined {
  const serverMs = Date.parse(serverDate ?? '');
  if (Number.isNaN(serverMs) || answeredMs < askedMs) return undefined;
  return {
    aheadMs: (askedMs + answeredMs) / 2 - (serverMs + SECOND_MS / 2),
    errorMs: (answeredMs - askedMs + SECOND_MS) / 2,
    learntMs: answeredMs,
  };
}

/** The better of two: the surer one while the clock is the same, the newer once it has been set or the older has aged. */
export function betterSample(before: ClockSample | undefined, next: ClockSample): ClockSample {
  if (!before) return next;
  const wasSet = Math.abs(next.aheadMs - before.aheadMs) > next.errorMs + before.errorMs;
  const isStale = Math.abs(next.learntMs - before.learntMs) > STALE_MS;
  return wasSet || isStale || next.errorMs <= before.errorMs ? next : before;
}

/**
 * What is known once the device's clock has moved against its own steady count. Set back, it is known by how much; ahead, the device
 * may as well have slept, and what was known stays until the server answers again.
 */
export const afterJump = (known: ClockSample, jumpMs: number): ClockSample =>
  jumpMs < -SAME_CLOCK_MS ? { ...known, aheadMs: known.aheadMs + jumpMs, learntMs: known.learntMs + jumpMs } : known;

const KEPT = 'caulkhorn clock';
let known = kept();
let steadyMs = Date.now() - performance.now();
const listeners = new Set<() => void>();

/** Learns from an answer of our own server. */
export function learnClock(askedMs: number, answeredMs: number, serverDate: string | null): void {
  const sample = sampleOf(askedMs, answeredMs, serverDate);
  if (sample) know(betterSample(current(), sample));
}

/** By how much this device's clock is ahead of the server's, ms; 0 where they are the same, undefined while nobody knows. */
export function clockAheadMs(): number | undefined {
  const sample = current();
  return sample && (Math.abs(sample.aheadMs) <= SAME_CLOCK_MS ? 0 : Math.round(sample.aheadMs / SECOND_MS) * SECOND_MS);
}

/** The present as the server has it, as far as that is known: two phones show the same. ms since 1970. */
export const trueNow = (): number => Date.now() - (clockAheadMs() ?? 0);

export const trueNowIso = (): string => new Date(trueNow()).toISOString();

export function onClock(listener: () => void): () => void {
  listeners.add(listener);
  return () => listeners.delete(listener);
}

function current(): ClockSample | undefined {
  const steady = Date.now() - performance.now();
  const jumpMs = steady - steadyMs;
  steadyMs = steady;
  if (known && Math.abs(jumpMs) > SAME_CLOCK_MS) know(afterJump(known, jumpMs));
  return known;
}

function know(next: ClockSample): void {
  if (next === known) return;
  const before = known && Math.abs(known.aheadMs) > SAME_CLOCK_MS;
  known = next;
  try {
    localStorage.setItem(KEPT, JSON.stringify(next));
  } catch {
    // a full storage keeps what waits to be sent; the clock is learnt again
  }
  if (before || Math.abs(next.aheadMs) > SAME_CLOCK_MS) listeners.forEach((tell) => tell());
}

function kept(): ClockSample | undefined {
  try {
    const value = JSON.parse(localStorage.getItem(KEPT) ?? 'null') as Partial<ClockSample> | null;
    const { aheadMs, errorMs, learntMs } = value ?? {};
    return [aheadMs, errorMs, learntMs].every(Number.isFinite) ? (value as ClockSample) : undefined;
  } catch {
    return undefined;
  }
}
