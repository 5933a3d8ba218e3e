import { dayOnly } from '../shared/times';

export const TICK = { fontSize: 11, fill: 'var(--ink-soft)' };

/** An axis of time, ms, that names its days. */
export const dayAxis = (timeZone: string) =>
  ({
    dataKey: 'at',
    type: 'number',
    domain: ['dataMin', 'dataMax'],
    tickFormatter: (ms: number) => dayOnly(ms, timeZone),
    tick: TICK,
    stroke: 'var(--rule-strong)',
    minTickGap: 36,
  }) as const;
