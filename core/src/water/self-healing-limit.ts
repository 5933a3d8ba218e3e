import { type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';

const fields = {
  headM: number('m', { min: 0, max: 12_000 }),
  wallThicknessMm: number('mm', { above: 0, max: 100_000 }),
};

const WIDE = { gradient: 5, widthMm: 0.2 };
const NARROW = { gradient: 35, widthMm: 0.05 };

export interface SelfHealingLimit {
  gradient: number;
  widthLimitMm: number;
}

/** Crack width up to which a dormant crack through a wall may be expected to heal itself under pressure. */
export const selfHealingLimit: Calculator<typeof fields, SelfHealingLimit> = {
  id: 'self-healing-limit',
  fields,
  outputs: { gradient: '', widthLimitMm: 'mm' },
  symbols: { gradient: 'i', headM: 'h', wallThicknessMm: 'd', widthLimitMm: 'w' },
  equation: [
    tex`@gradient = 1000 \cdot @headM / @wallThicknessMm`,
    tex`@widthLimitMm = 0.20 - 0.15 \cdot \min\!\left(1,\; \max\!\left(0,\; \frac{@gradient - 5}{30}\right)\right)`,
  ],
  sources: [{ kind: 'published', title: 'EN 1992-3, 7.3.1' }],
  compute({ headM, wallThicknessMm }) {
    const gradient = (headM * 1000) / wallThicknessMm;
    const share = Math.min(1, Math.max(0, (gradient - WIDE.gradient) / (NARROW.gradient - WIDE.gradient)));
    return accept({ gradient, widthLimitMm: WIDE.widthMm + share * (NARROW.widthMm - WIDE.widthMm) });
  },
};
