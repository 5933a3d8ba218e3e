import { type LeakNetwork, headsWith } from '../physics/index.js';

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
  shut: number[];
  /** by index, 1 = stopped */ key: string;
  peaks: number[];
}

/**
 * The order whose heads on fresh plugs, sorted from the highest down, are lowest one after the other. What was stopped, not in
 * which order, decides the heads; so the best way to each set of stopped leaks is all that need be kept (Bellman 1957). With
 * over 12 leaks only the best sets of each size are kept, and the order is the best found.
 */
export function* bestOrder(network: LeakNetwork, ids: readonly string[]): Generator<number, Order | 'stopped', boolean> {
  const n = ids.length;
  const exact = n <= EXACT_TO;
  let ways: Way[] = [{ shut: [], key: '0'.repeat(n), peaks: [] }];
  let done = 0;
  for (let size = 1; size <= n; size++) {
    const next = new Map<string, Way>();
    const heads = new Map<string, Float64Array>();
    for (const way of ways) {
      for (let leak = 0; leak < n; leak++) {
        if (way.key[leak] === '1') continue;
        const key = `${way.key.slice(0, leak)}1${way.key.slice(leak + 1)}`;
        if (!heads.has(key)) heads.set(key, headsWith(network, openIn(key)));
        const candidate = extend(way, leak, key, size < n ? heads.get(key)![leak]! : null);
        const known = next.get(key);
        if (!known || better(candidate, known, ids)) next.set(key, candidate);
      }
      if (++done % MASKS_PER_SLICE === 0 && (yield (size - 1) / n)) return 'stopped';
    }
    ways = [...next.values()];
    if (!exact) ways = ways.sort((a, b) => (better(a, b, ids) ? -1 : 1)).slice(0, BEAM);
  }
  return { order: ways[0]!.shut, exact };
}

function openIn(key: string): number[] {
  const open: number[] = [];
  for (let i = 0; i < key.length; i++) if (key[i] === '0') open.push(i);
  return open;
}

/** Heads a rounding error apart count as equal; the last stop has no peak. */
function extend(way: Way, leak: number, key: string, headM: number | null): Way {
  const shut = [...way.shut, leak];
  if (headM === null) return { shut, key, peaks: way.peaks };
  const peak = Math.round(headM * 1e9) / 1e9;
  const at = way.peaks.findIndex((each) => each < peak);
  const cut = at < 0 ? way.peaks.length : at;
  return { shut, key, peaks: [...way.peaks.slice(0, cut), peak, ...way.peaks.slice(cut)] };
}

function better(a: Way, b: Way, ids: readonly string[]): boolean {
  for (let i = 0; i < a.peaks.length; i++) if (a.peaks[i] !== b.peaks[i]) return a.peaks[i]! < b.peaks[i]!;
  const differs = a.shut.findIndex((leak, i) => leak !== b.shut[i]);
  return differs >= 0 && ids[a.shut[differs]!]! < ids[b.shut[differs]!]!;
}
