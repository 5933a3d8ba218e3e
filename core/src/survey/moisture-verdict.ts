import { COMMON_PRACTICE, type Calculator, number, optional, record, tex, withDefault } from '../fields/index.js';
import { type Issue, accept, issue } from '../issues.js';
import { atMost } from '../quantities/index.js';

const rh = number('%', { min: 0, max: 100 });
const mver = number('lb/(1000 ft²·day)', { min: 0, max: 1000 });
const acidity = number('', { min: 0, max: 14 });
/** What an epoxy vapour barrier stands; common practice. */
const BARRIER = { rhPct: 100, mverLb: 25, ph: 14 } as const;
const fields = {
  rhPct: optional(rh),
  mverLb: optional(mver),
  ph: optional(acidity),
  limits: record({ rhPct: optional(rh), mverLb: optional(mver), ph: optional(acidity) }),
  barrierLimits: optional(
    record({ rhPct: withDefault(rh, BARRIER.rhPct), mverLb: withDefault(mver, BARRIER.mverLb), ph: withDefault(acidity, BARRIER.ph) }),
  ),
};

const READINGS = ['rhPct', 'mverLb', 'ph'] as const;
type Reading = (typeof READINGS)[number];
/** as codes name them */
const WORD: Readonly<Record<Reading, string>> = { rhPct: 'rh', mverLb: 'mver', ph: 'ph' };
export interface MoistureVerdict {
  /** cover at once · put a vapour barrier first · neither: wait, or find the water */ level: 'cover' | 'barrier' | 'stop';
  reasons: string[];
}

/**
 * Whether a floor finish may go on. The finish's own limits come first; what exceeds them may still be within a barrier's.
 * Refuses without any reading, and a reading without a limit of the finish to hold it against.
 */
export const moistureVerdict: Calculator<typeof fields, MoistureVerdict> = {
  id: 'moisture-verdict',
  fields,
  outputs: { level: '', reasons: '' },
  symbols: { rhPct: tex`\varphi`, mverLb: 'E', ph: 'pH' },
  equation: [
    tex`\text{cover when every reading is within the finish's limit}`,
    tex`\text{barrier when every reading is within the barrier's limit, else stop}`,
  ],
  sources: [COMMON_PRACTICE, { kind: 'memory', title: 'ASTM F3010 (barriers), F710 (finishes)' }],
  compute({ limits, barrierLimits, ...readings }) {
    const given = READINGS.filter((name) => readings[name] !== undefined);
    const issues: Issue[] =
      given.length === 0
        ? READINGS.map((name) => issue('one-of-missing', name, { fields: READINGS.join(', ') }))
        : given.filter((name) => limits[name] === undefined).map((name) => issue('missing', `limits.${name}`));
    if (issues.length > 0) return { ok: false, issues };
    const over = (limit: Readonly<Record<Reading, number | undefined>>) => given.filter((name) => !atMost(readings[name]!, limit[name]!));
    const overFinish = over(limits as Record<Reading, number>);
    const overBarrier = over(barrierLimits ?? BARRIER);
    return accept({
      level: overBarrier.length > 0 ? 'stop' : overFinish.length > 0 ? 'barrier' : 'cover',
      reasons: [
        ...overFinish.map((name) => `${WORD[name]}-over-finish-limit`),
        ...overBarrier.map((name) => `${WORD[name]}-over-barrier-limit`),
      ],
    });
  },
};
