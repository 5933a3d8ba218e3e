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
