import { type Calculator, number, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';
import { headAt, pressureKPa } from '../physics/index.js';
import { FRESH_WATER_KG_M3, atMost } from '../quantities/index.js';

const level = number('m', { min: -12_000, max: 12_000 });
const fields = {
  waterLevelM: level,
  undersideLevelM: level,
  areaM2: number('m²', { above: 0, max: 1_000_000 }),
  deadLoadKN: number('kN', { min: 0, max: 100_000_000 }),
  requiredFactor: withDefault(number('', { min: 1, max: 10 }), 1.1),
};

export interface SlabUplift {
  upliftKN: number;
  /** dead load over uplift; null when nothing lifts */ factor: number | null;
  passes: boolean;
  /** highest water that the dead load still holds with the required factor */ maxSafeWaterLevelM: number;
}

/**
 * Water lifting a slab against its dead load. Fresh water; one overall factor, where codes of partial factors
 * (EN 1997-1, UPL) weigh load and resistance apart: a check, not a design.
 */
export const slabUplift: Calculator<typeof fields, SlabUplift> = {
  id: 'slab-uplift',
  fields,
  outputs: { upliftKN: 'kN', factor: '', passes: '', maxSafeWaterLevelM: 'm' },
  symbols: {
    upliftKN: 'U',
    waterLevelM: 'z_w',
    undersideLevelM: 'z_u',
    areaM2: 'A',
    deadLoadKN: 'G',
    factor: tex`\gamma`,
    requiredFactor: tex`\gamma_{req}`,
    maxSafeWaterLevelM: 'z_{max}',
  },
  equation: [
    tex`@upliftKN = \rho \cdot g \cdot \max(0,\; @waterLevelM - @undersideLevelM) \cdot @areaM2 / 1000`,
    tex`@factor = @deadLoadKN / @upliftKN \ge @requiredFactor`,
    tex`@maxSafeWaterLevelM = @undersideLevelM + \frac{1000 \cdot @deadLoadKN}{@requiredFactor \cdot \rho \cdot g \cdot @areaM2}`,
  ],
  sources: [
    { kind: 'published', title: 'ISO 80000-4 (hydrostatic pressure)' },
    { kind: 'memory', title: 'EN 1997-1, limit state UPL: partial factors differ from code to code' },
  ],
  compute({ waterLevelM, undersideLevelM, areaM2, deadLoadKN, requiredFactor }) {
    const kPaPerM = pressureKPa(1, FRESH_WATER_KG_M3);
    const upliftKN = kPaPerM * headAt(waterLevelM, undersideLevelM) * areaM2;
    return accept({
      upliftKN,
      factor: upliftKN > 0 ? deadLoadKN / upliftKN : null,
      passes: atMost(requiredFactor * upliftKN, deadLoadKN),
      maxSafeWaterLevelM: undersideLevelM + deadLoadKN / (requiredFactor * kPaPerM * areaM2),
    });
  },
};
