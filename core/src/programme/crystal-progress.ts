import { COMMON_PRACTICE, type Calculator, flag, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { ageRate, temperatureSeries } from '../physics/index.js';

const fields = { series: temperatureSeries, block: flag() };

/** Equivalent days at the reference temperature in which crystals do most of their growth, and how warmth speeds them up. */
export const CRYSTALS = { grownAfterDays: { cast: 28, block: 30 }, law: { activationK: 5000 }, referenceC: 20 } as const;

export interface CrystalProgress {
  equivalentDays: number;
  /** of the growing time, at most 100 */ pct: number;
  /** hours after the start; absent while not done */ doneAt?: number;
}

/** How far crystalline growth has come, on its age at 20 °C: slower in the cold. */
export const crystalProgress: Calculator<typeof fields, CrystalProgress> = {
  id: 'crystal-progress',
  fields,
  outputs: { equivalentDays: 'day', pct: '%', doneAt: 'h' },
  symbols: { equivalentDays: 'a', pct: 'p' },
  equation: [
    tex`@equivalentDays = \tfrac{1}{24} \sum_i \exp\!\left( -5000 \left( \frac{1}{T_i + 273.15} - \frac{1}{293.15} \right) \right) \Delta t_i`,
    tex`@pct = 100 \cdot \min(1,\; @equivalentDays / n), \quad n = 28 \text{ (block 30)}`,
  ],
  sources: [COMMON_PRACTICE, { kind: 'published', title: 'ASTM C1074 (equivalent age)' }],
  compute({ series, block }) {
    const wantedH = 24 * CRYSTALS.grownAfterDays[block ? 'block' : 'cast'];
    let realH = 0;
    let agedH = 0;
    let doneAt: number | undefined;
    for (const { hours, temperatureC } of series) {
      const rate = ageRate(CRYSTALS.law, temperatureC, CRYSTALS.referenceC);
      doneAt ??= agedH + hours * rate >= wantedH * (1 - 1e-12) ? realH + (wantedH - agedH) / rate : undefined;
      realH += hours;
      agedH += hours * rate;
    }
    const pct = 100 * Math.min(1, agedH / wantedH);
    return accept({ equivalentDays: agedH / 24, pct, ...(doneAt === undefined ? {} : { doneAt }) });
  },
};
