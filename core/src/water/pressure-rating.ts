import { COMMON_PRACTICE, type Calculator, choice, number, withDefault, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { pressureKPa } from '../physics/index.js';
import { FRESH_WATER_KG_M3, atMost } from '../quantities/index.js';

/** Share by which a rating must exceed the water's pressure where no code says otherwise; common practice, no source. */
export const SAFETY_FACTOR = 1.5;

const fields = {
  headM: number('m', { min: 0, max: 12_000 }),
  side: choice(['positive', 'negative']),
  ratedPositiveKPa: number('kPa', { min: 0, max: 100_000 }),
  ratedNegativeKPa: number('kPa', { min: 0, max: 100_000 }),
  substrateStrengthMPa: number('MPa', { min: 0, max: 300 }),
  ratedOnStrengthMPa: number('MPa', { min: 0, max: 300 }),
  safetyFactor: withDefault(number('', { min: 1, max: 10 }), SAFETY_FACTOR),
  densityKgM3: withDefault(number('kg/m³', { min: 900, max: 1400 }), FRESH_WATER_KG_M3),
};

export type PressureRatingReason = 'substrate-weaker-than-rated' | 'not-rated-on-this-side' | 'head-above-rating';

export interface PressureRating {
  requiredKPa: number;
  /** 0 when the rating is void */ ratedKPa: number;
  /** required over rated; null when there is no rating to compare with */ utilisation: number | null;
  passes: boolean;
  reasons: PressureRatingReason[];
}

/** Whether a coat's rating on its side carries the head. A rating holds only on a substrate as strong as it was tested on. */
export const pressureRating: Calculator<typeof fields, PressureRating> = {
  id: 'pressure-rating',
  fields,
  outputs: { requiredKPa: 'kPa', ratedKPa: 'kPa', utilisation: '', passes: '', reasons: '' },
  symbols: {
    requiredKPa: 'p_{req}',
    safetyFactor: tex`\gamma`,
    headM: 'h',
    densityKgM3: tex`\rho`,
    utilisation: 'u',
    ratedKPa: 'p_{rated}',
    substrateStrengthMPa: 'f_{sub}',
    ratedOnStrengthMPa: 'f_{rated}',
  },
  equation: [
    tex`@requiredKPa = @safetyFactor \cdot @densityKgM3 \cdot g \cdot @headM / 1000`,
    tex`@utilisation = @requiredKPa / @ratedKPa \le 1`,
    tex`@ratedKPa = 0 \text{ when } @substrateStrengthMPa < @ratedOnStrengthMPa`,
  ],
  sources: [COMMON_PRACTICE],
  compute(input) {
    const requiredKPa = input.safetyFactor * pressureKPa(input.headM, input.densityKgM3);
    if (input.substrateStrengthMPa < input.ratedOnStrengthMPa)
      return accept({ requiredKPa, ratedKPa: 0, utilisation: null, passes: false, reasons: ['substrate-weaker-than-rated'] });
    const ratedKPa = input.side === 'positive' ? input.ratedPositiveKPa : input.ratedNegativeKPa;
    if (ratedKPa === 0) {
      const passes = requiredKPa === 0;
      return accept({ requiredKPa, ratedKPa, utilisation: null, passes, reasons: passes ? [] : ['not-rated-on-this-side'] });
    }
    const utilisation = requiredKPa / ratedKPa;
    const passes = atMost(utilisation, 1);
    return accept({ requiredKPa, ratedKPa, utilisation, passes, reasons: passes ? [] : ['head-above-rating'] });
  },
};
