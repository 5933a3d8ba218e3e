import { COMMON_PRACTICE, type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';

const fields = {
  concreteM3: number('m³', { above: 0, max: 1_000_000 }),
  cementKgM3: number('kg/m³', { above: 0, max: 2000 }),
  dosePct: number('%', { min: 0, max: 10 }),
};

/** Crystalline admixture, per cent of the cement: least that works; usual up to; special mixes up to. */
const DOSE = { least: 0.8, usualTo: 1, specialTo: 3 } as const;

type Warning = 'under-least-dose' | 'special-dose' | 'over-special-dose';

export interface AdmixtureDose {
  cementKg: number;
  doseKg: number;
  warnings: Warning[];
}

/** Crystalline admixture for a pour, by mass of its cement. */
export const admixtureDose: Calculator<typeof fields, AdmixtureDose> = {
  id: 'admixture-dose',
  fields,
  outputs: { cementKg: 'kg', doseKg: 'kg', warnings: '' },
  symbols: { concreteM3: 'V', cementKgM3: 'c', dosePct: 'p', cementKg: 'm_c', doseKg: 'm_a' },
  equation: [tex`@cementKg = @concreteM3 \cdot @cementKgM3`, tex`@doseKg = @cementKg \cdot @dosePct / 100`],
  sources: [COMMON_PRACTICE],
  compute({ concreteM3, cementKgM3, dosePct }) {
    const cementKg = concreteM3 * cementKgM3;
    return accept({ cementKg, doseKg: (cementKg * dosePct) / 100, warnings: warningsFor(dosePct) });
  },
};

function warningsFor(dosePct: number): Warning[] {
  if (dosePct < DOSE.least) return ['under-least-dose'];
  if (dosePct > DOSE.specialTo) return ['over-special-dose'];
  return dosePct > DOSE.usualTo ? ['special-dose'] : [];
}
