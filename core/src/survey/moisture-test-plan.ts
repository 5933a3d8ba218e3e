import { type Calculator, choice, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { M2_PER_FT2, ceilDecimal } from '../quantities/index.js';

const fields = {
  areaM2: number('m²', { above: 0, max: 1_000_000 }),
  slabThicknessMm: number('mm', { above: 0, max: 10_000 }),
  dryingSides: number('', { min: 1, max: 2, whole: true }),
  method: choice(['rh', 'mver']),
};

const FIRST_TESTS = 3;
const AREA_PER_TEST_M2 = 1000 * M2_PER_FT2;
/** Depth of an RH probe as a share of the slab, by drying sides. ASTM F2170 (from memory). */
export const PROBE_DEPTH = { 1: 0.4, 2: 0.2 } as const;
/** RH: after drilling, the 2018 revision. MVER: the cleaned surface stands open before the dish. From memory. */
const WAIT_H = 24;

export interface MoistureTestPlan {
  tests: number;
  /** of the RH probe, from the surface */ depthMm?: number;
  /** hours to wait before the reading (RH) or before the dish (MVER) */ equilibrationH: number;
}

/** How many moisture tests a slab needs, and how deep and how long. */
export const moistureTestPlan: Calculator<typeof fields, MoistureTestPlan> = {
  id: 'moisture-test-plan',
  fields,
  outputs: { tests: '', depthMm: 'mm', equilibrationH: 'h' },
  symbols: { tests: 'n', areaM2: 'A', depthMm: 'd', slabThicknessMm: 't' },
  equation: [
    tex`@tests = 3 + \left\lceil \frac{\max(0,\, @areaM2 - 92.903)}{92.903} \right\rceil \quad (1000\text{ ft}^2 = 92.903\text{ m}^2)`,
    tex`@depthMm = c \cdot @slabThicknessMm, \quad c = 0.4 \text{ drying from one side},\; 0.2 \text{ from both}`,
  ],
  sources: [{ kind: 'memory', title: 'ASTM F2170 (relative humidity) and F1869 (vapour emission)' }],
  compute({ areaM2, slabThicknessMm, dryingSides, method }) {
    const tests = FIRST_TESTS + Math.max(0, ceilDecimal((areaM2 - AREA_PER_TEST_M2) / AREA_PER_TEST_M2));
    if (method === 'mver') return accept({ tests, equilibrationH: WAIT_H });
    return accept({ tests, depthMm: PROBE_DEPTH[dryingSides as 1 | 2] * slabThicknessMm, equilibrationH: WAIT_H });
  },
};
