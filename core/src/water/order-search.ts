import { type LeakNetwork, headsOnceShut } from '../physics/index.js';

export interface Order {
  /** leaks by index, first to be stopped first */ order: number[];
  exact: boolean;
}

const EXACT_TO = 12;
/** Sets kept after each stop when there are more. */
const BEAM = 30;
const MASKS_PER_SLICE = 64;

/** A way to have stopped some of the leaks: heads on fresh plugs so far, highest first. */
interface Way {
  shut: readonly number[];
  /** those, as a sum of powers of two */ key: number;
  open: readonly number[];
  peaks: readonly number[];
}

/** A way with one leak more stopped, not written out yet: most are beaten at once. */
interface Candidate {
  from: Way;
  leak: number;
  /** none on the last one */ peak: number | null;
  /** place of the peak among those of the way */ at: number;
}

/**
 * The order whose heads on fresh plugs, sorted from the highest down, are lowest one after the other. What was stopped, not in
 * which order, decides the heads; so the best way to each set of stopped leaks is all that need be kept (Bellman 1957). With
 * over 12 leaks only the best sets of each size are kept, and the order is the best found.
 */
export function* bestOrder(network: LeakNetwork, ids: readonly string[]): Generator<number, Order | 'stopped', boolean> {
  const n = ids.length;
  const exact = n <= EXACT_TO;
  let ways: Way[] = [{ shut: [], key: 0, open: ids.map((_, leak) => leak), peaks: [] }];
  let done = 0;
  for (let size = 1; size <= n; size++) {
    const next = new Map<number, Candidate>();
    for (const way of ways) {
      const { open } = way;
      const shutNow = size < n ? headsOnceShut(network, open) : null;
      for (let k = 0; k < open.length; k++) {
        const leak = open[k]!;
        const candidate = extend(way, leak, shutNow && shutNow[k]!);
        const key = way.key + 2 ** leak;
        const known = next.get(key);
        if (!known || better(candidate, known, ids)) next.set(key, candidate);
      }
      if (++done % MASKS_PER_SLICE === 0 && (yield (size - 1) / n)) return 'stopped';
    }
    let best = [...next.values()];
    if (!exact) best = best.sort((a, b) => (better(a, b, ids) ? -1 : 1)).slice(0, BEAM);
    ways = best.map(written);
  }
  return { order: [...ways[0]!.shut], exact };
}

/** Heads a rounding error apart count as equal; the last stop has no peak. */
function extend(from: Way, leak: number, headM: number | null): Candidate {
  if (headM === null) return { from, leak, peak: null, at: from.peaks.length };
  const peak = Math.round(headM * 1e9) / 1e9;
  let at = 0;
  while (at < from.peaks.length && from.peaks[at]! >= peak) at++;
  return { from, leak, peak, at };
}

function written({ from, leak, peak, at }: Candidate): Way {
  return {
    shut: [...from.shut, leak],
    key: from.key + 2 ** leak,
    open: from.open.filter((each) => each !== leak),
    peaks: peak === null ? from.peaks : [...from.peaks.slice(0, at), peak, ...from.peaks.slice(at)],
  };
}

/** The i-th highest head of a candidate. */
const peakAt = ({ from, peak, at }: Candidate, i: number): number | undefined =>
  peak === null || i < at ? from.peaks[i] : i === at ? peak : from.peaks[i - 1];

function better(a: Candidate, b: Candidate, ids: readonly string[]): boolean {
  const n = a.from.peaks.length + Number(a.peak !== null);
  for (let i = 0; i < n; i++) {
    const [one, other] = [peakAt(a, i)!, peakAt(b, i)!];
    if (one !== other) return one < other;
  }
  const stopped = ({ from, leak }: Candidate, i: number) => from.shut[i] ?? leak;
  for (let i = 0; i <= a.from.shut.length; i++) {
    const [one, other] = [stopped(a, i), stopped(b, i)];
    if (one !== other) return ids[one]! < ids[other]!;
  }
  return false;
}
