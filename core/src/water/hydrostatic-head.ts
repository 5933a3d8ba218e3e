import { type Calculator, number, withDefault, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { headAt, pressureKPa } from '../physics/index.js';
import { FRESH_WATER_KG_M3, PA_PER_PSI } from '../quantities/index.js';

const fields = {
  waterLevelM: number('m', { min: -12_000, max: 12_000 }),
  pointLevelM: number('m', { min: -12_000, max: 12_000 }),
  densityKgM3: withDefault(number('kg/m³', { min: 500, max: 3000 }), FRESH_WATER_KG_M3),
};

export interface HydrostaticHead {
  headM: number;
  pressureKPa: number;
  pressureBar: number;
  pressurePsi: number;
}

/** Head and pressure of standing water at a point; zero above the water. Levels in m on one datum. */
export const hydrostaticHead: Calculator<typeof fields, HydrostaticHead> = {
  id: 'hydrostatic-head',
  fields,
  outputs: { headM: 'm', pressureKPa: 'kPa', pressureBar: 'bar', pressurePsi: 'psi' },
  symbols: { headM: 'h', waterLevelM: 'z_w', pointLevelM: 'z_p', densityKgM3: tex`\rho`, pressureKPa: 'p' },
  equation: [tex`@headM = \max(0,\; @waterLevelM - @pointLevelM)`, tex`@pressureKPa = @densityKgM3 \cdot g \cdot @headM / 1000`],
  sources: [
    { kind: 'published', title: 'ISO 80000-4 (hydrostatic pressure)' },
    { kind: 'published', title: 'NIST SP 811 (g = 9.80665 m/s², unit factors)' },
  ],
  compute({ waterLevelM, pointLevelM, densityKgM3 }) {
    const headM = headAt(waterLevelM, pointLevelM);
    const kPa = pressureKPa(headM, densityKgM3);
    return accept({ headM, pressureKPa: kPa, pressureBar: kPa / 100, pressurePsi: (kPa * 1000) / PA_PER_PSI });
  },
};
