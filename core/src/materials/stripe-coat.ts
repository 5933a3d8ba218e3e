import { COMMON_PRACTICE, type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';

const fields = {
  lengthM: number('m', { min: 0, max: 100_000 }),
  widthEachSideMm: number('mm', { above: 0, max: 5000 }),
  filmMm: number('mm', { above: 0, max: 1000 }),
  densityKgL: number('kg/L', { above: 0, max: 25 }),
};

/** A first coat brushed along a joint, crack or corner, as wide on both sides. */
export const stripeCoat: Calculator<typeof fields, { areaM2: number; kg: number }> = {
  id: 'stripe-coat',
  fields,
  outputs: { areaM2: 'm²', kg: 'kg' },
  symbols: { lengthM: 'L', widthEachSideMm: 'b', filmMm: 'd', densityKgL: tex`\rho`, areaM2: 'A', kg: 'm' },
  equation: [tex`@areaM2 = 2 \cdot @lengthM \cdot @widthEachSideMm / 1000`, tex`@kg = @areaM2 \cdot @filmMm \cdot @densityKgL`],
  sources: [COMMON_PRACTICE],
  compute({ lengthM, widthEachSideMm, filmMm, densityKgL }) {
    const areaM2 = (2 * lengthM * widthEachSideMm) / 1000;
    return accept({ areaM2, kg: areaM2 * filmMm * densityKgL });
  },
};
