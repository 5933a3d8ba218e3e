import { issue } from '../issues.js';
import type { Reading } from '../jobs/index.js';
import { MVER_LB_PER_G, slabNotShown, slabResults } from '../survey/index.js';
import { type Judgement, nothingFound } from './judgement.js';
import type { PlannedTest } from './proof-plan.js';

interface When {
  /** judged as things stood then, ms */ atMs: number;
  /** older readings say nothing of it, ms; undefined: none does yet */ fromMs: number | undefined;
}

/** Whether a slab is dry enough for what follows, by its readings of the last 30 days. A slab that is still wet is waited for, not mended. */
export function judgeSlab(faceId: string, readings: readonly Reading[], { limits }: PlannedTest, { atMs, fromMs }: When): Judgement {
  const found = nothingFound();
  const own = readings.filter(
    (each) => each.faceId === faceId && Date.parse(each.at) <= atMs && Date.parse(each.at) >= (fromMs ?? Infinity),
  );
  const isScreed = limits['isScreed'] === 1;
  const slab = { faceId, isScreed, areaM2: limits['areaM2'] ?? 0, tests: limits['tests'] ?? 0, hasProfile: limits['hasProfile'] === 1 };
  const { rhPct, gPerM2Day, ph, cmPct } = slabResults({ id: faceId, substrate: isScreed ? 'screed' : 'cast-concrete' }, own);
  const most = (name: string, value: number | undefined, unit: string, limit: number | undefined) => {
    if (value === undefined) return;
    found.figures.push({ name, value, unit, ...(limit === undefined ? {} : { limit, bound: 'most' as const }) });
    if (limit === undefined) found.lacks.push(issue('no-limit', 'readings'));
    else if (value > limit) found.lacks.push(issue('still-too-wet', 'readings', { what: name, value, limit }));
  };
  most('rh', rhPct, '%', limits['rhPct']);
  most('mver', gPerM2Day === undefined ? undefined : gPerM2Day * MVER_LB_PER_G, 'lb/(1000 ft²·day)', limits['mverLb']);
  most('ph', ph, '', limits['ph']);
  most('cm', cmPct, '% CM', limits['cmPct']);
  found.lacks.push(...slabNotShown(slab, own, new Date(atMs).toISOString()));
  return { ...found, state: found.lacks.length > 0 ? 'not-shown' : 'passed' };
}
