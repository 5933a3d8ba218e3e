/** Slack for sums of decimal figures: far above rounding noise, far below anything that is weighed or measured. */
const SLACK = 1e-9;
/** Dividing by a whole number leaves less noise than multiplying by a part. */
const PER_SLACK = 1e9;

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
  return Math.round(value * PER_SLACK) / PER_SLACK;
}
