import { COMMON_PRACTICE, type Calculator, number, optional, tex, withDefault } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';

const fields = {
  dripsPerMin: optional(number('1/min', { min: 0, max: 1000 })),
  volumeMl: optional(number('mL', { min: 0, max: 1_000_000 })),
  seconds: optional(number('s', { above: 0, max: 1_000_000 })),
  dropMl: withDefault(number('mL', { above: 0, max: 5 }), 0.05),
};

/** The project's own scale, from the slowest up; `below` is exclusive, mL/min. */
const STATES = [
  { state: 'weeping', below: 1 },
  { state: 'dripping', below: 100 },
  { state: 'running', below: 2000 },
] as const;

export interface LeakRate {
  mlPerMin: number;
  lPerDay: number;
  state: 'dry' | 'weeping' | 'dripping' | 'running' | 'gushing';
}

/**
 * Flow of a leak by counted drips, or by bucket and watch. A wall that is damp without flow cannot be told from a dry
 * one by flow: nothing measured is `dry`. Exactly 100 mL/min still drips, exactly 2 L/min still runs.
 */
export const leakRate: Calculator<typeof fields, LeakRate> = {
  id: 'leak-rate',
  fields,
  oneOf: [['dripsPerMin', 'volumeMl']],
  outputs: { mlPerMin: 'mL/min', lPerDay: 'L/day', state: '' },
  symbols: { mlPerMin: 'q', lPerDay: 'q_{day}', dripsPerMin: 'n', dropMl: 'V_{drop}', volumeMl: 'V', seconds: 't' },
  equation: [tex`@mlPerMin = @dripsPerMin \cdot @dropMl \text{ or } 60 \cdot @volumeMl / @seconds`, tex`@lPerDay = 1.44 \cdot @mlPerMin`],
  sources: [COMMON_PRACTICE],
  compute({ dripsPerMin, volumeMl, seconds, dropMl }) {
    if (volumeMl !== undefined && seconds === undefined) return refuse(issue('missing', 'seconds'));
    if (dripsPerMin !== undefined && seconds !== undefined) return refuse(issue('only-with', 'seconds', { field: 'volumeMl' }));
    const mlPerMin = dripsPerMin !== undefined ? dripsPerMin * dropMl : (60 * volumeMl!) / seconds!;
    return accept({ mlPerMin, lPerDay: (mlPerMin * 1440) / 1000, state: stateOf(mlPerMin) });
  },
};

function stateOf(mlPerMin: number): LeakRate['state'] {
  if (mlPerMin === 0) return 'dry';
  const slower = STATES.find(({ below, state }) => (state === 'weeping' ? mlPerMin < below : mlPerMin <= below));
  return slower?.state ?? 'gushing';
}
