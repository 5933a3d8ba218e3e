/** Slack for sums of decimal figures: far above rounding noise, far below anything that is weighed or measured. */
const SLACK = 1e-9;

/** Rounds up, but 100 × 4.35 stays 435 although binary arithmetic makes it 434.99999999999994. */
export function ceilDecimal(value: number): number {
  return Math.ceil(value - SLACK * Math.max(1, Math.abs(value)));
}

export function floorDecimal(value: number): number {
  return Math.floor(value + SLACK * Math.max(1, Math.abs(value)));
}

export function atMost(value: number, limit: number): boolean {
  return value <= limit + SLACK * Math.max(1, Math.abs(limit));
}

/** A difference of decimal figures without the noise of binary arithmetic: 50 − 47.9 is 2.1. */
export function roundDecimal(value: number): number {
  return Math.round(value / SLACK) * SLACK;
}
