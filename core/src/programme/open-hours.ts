import type { Interval } from './working-hours.js';

/** What is left of `shifts` without `barred`; both in order and apart. */
export function openHours(shifts: readonly Interval[], barred: readonly Interval[]): Interval[] {
  const open: Interval[] = [];
  let first = 0;
  for (const { fromMs, toMs } of shifts) {
    while (first < barred.length && barred[first]!.toMs <= fromMs) first++;
    let at = fromMs;
    for (let i = first; i < barred.length && barred[i]!.fromMs < toMs; i++) {
      if (barred[i]!.fromMs > at) open.push({ fromMs: at, toMs: barred[i]!.fromMs });
      at = Math.max(at, barred[i]!.toMs);
    }
    if (at < toMs) open.push({ fromMs: at, toMs });
  }
  return open;
}

/** Spans in order, those that touch or overlap made one. */
export function together(spans: readonly Interval[]): Interval[] {
  const out: Interval[] = [];
  for (const span of [...spans].sort((a, b) => a.fromMs - b.fromMs)) {
    const last = out.at(-1);
    if (last && span.fromMs <= last.toMs) out[out.length - 1] = { fromMs: last.fromMs, toMs: Math.max(last.toMs, span.toMs) };
    else out.push({ fromMs: span.fromMs, toMs: span.toMs });
  }
  return out;
}

export const longestOf = (spans: readonly Interval[]): number => spans.reduce((most, { fromMs, toMs }) => Math.max(most, toMs - fromMs), 0);

/** Place of the first span that ends after a time; how many there are when there is none. Spans in order and apart. */
export function firstEndingAfter(spans: readonly Interval[], ms: number): number {
  let [low, high] = [0, spans.length];
  while (low < high) {
    const middle = (low + high) >> 1;
    if (spans[middle]!.toMs > ms) high = middle;
    else low = middle + 1;
  }
  return low;
}
