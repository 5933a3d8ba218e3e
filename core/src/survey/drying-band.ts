export interface DryingBand {
  low: number[];
  high: number[];
}

/** Twice the scatter of readings about their curve holds most of them. */
const SCATTERS = 2;

/**
 * Where humidity may lie about a fitted drying curve, % by day: how far the curve itself may run ahead or behind, and the scatter
 * of readings about it, as independent. In diffusion the multiplier and the time act as one product, so a curve that is ready on
 * another day is the same curve with its time stretched (Crank 1975, The Mathematics of Diffusion). A stretch past the last day
 * computed shows that day's value. Without an interval of the ready day only the scatter is known.
 */
export function dryingBand(
  dailyRhPct: readonly number[],
  {
    readyDay,
    readyDayLow,
    readyDayHigh,
    rmsePct,
  }: { readyDay: number | null; readyDayLow: number | null; readyDayHigh: number | null; rmsePct: number },
): DryingBand {
  const stretch = (end: number | null) => (end && readyDay ? readyDay / end : 1);
  const [ahead, behind] = [stretch(readyDayLow), stretch(readyDayHigh)];
  const side = (rhPct: number, other: number) => Math.hypot(rhPct - other, SCATTERS * rmsePct);
  return {
    low: dailyRhPct.map((rhPct, day) => Math.max(0, rhPct - side(rhPct, at(dailyRhPct, day * ahead)))),
    high: dailyRhPct.map((rhPct, day) => Math.min(100, rhPct + side(rhPct, at(dailyRhPct, day * behind)))),
  };
}

/** Between whole days linearly. */
function at(daily: readonly number[], day: number): number {
  const before = Math.floor(day);
  const [from, to] = [daily[before], daily[before + 1]];
  return from === undefined || to === undefined ? daily.at(-1)! : from + (day - before) * (to - from);
}
