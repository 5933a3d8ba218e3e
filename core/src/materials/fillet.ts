import { type Calculator, choice, number, withDefault, tex } from '../fields/index.js';
import { accept } from '../issues.js';

const fields = {
  legMm: number('mm', { above: 0, max: 1000 }),
  lengthM: number('m', { above: 0, max: 100_000 }),
  shape: choice(['triangle', 'cove', 'square']),
  densityKgL: number('kg/L', { above: 0, max: 25 }),
  practiceFactor: withDefault(number('', { min: 1, max: 5 }), 1),
};

/** Section over the square of the leg. A cove is the square less a quarter circle. */
const SHAPE_FACTOR = { triangle: 1 / 2, cove: 1 - Math.PI / 4, square: 1 } as const;

export interface Fillet {
  sectionMm2: number;
  /** bare geometry */ litres: number;
  /** with the practice factor: real corners are ragged */ kg: number;
}

/** Mortar for a fillet along an internal corner. */
export const fillet: Calculator<typeof fields, Fillet> = {
  id: 'fillet',
  fields,
  outputs: { sectionMm2: 'mm²', litres: 'L', kg: 'kg' },
  symbols: { sectionMm2: 'A', legMm: 'a', litres: 'V', lengthM: 'L', kg: 'm', densityKgL: tex`\rho`, practiceFactor: 'f' },
  equation: [
    tex`@sectionMm2 = c \cdot @legMm^2, \quad c = \tfrac12 \text{ (triangle)},\; 1 - \tfrac{\pi}{4} \text{ (cove)},\; 1 \text{ (square)}`,
    tex`@litres = @sectionMm2 \cdot @lengthM / 1000`,
    tex`@kg = @litres \cdot @densityKgL \cdot @practiceFactor`,
  ],
  sources: [{ kind: 'published', title: 'Plane geometry (areas of triangle, square and quarter circle)' }],
  compute({ legMm, lengthM, shape, densityKgL, practiceFactor }) {
    const sectionMm2 = SHAPE_FACTOR[shape] * legMm ** 2;
    const litres = (sectionMm2 * lengthM) / 1000;
    return accept({ sectionMm2, litres, kg: litres * densityKgL * practiceFactor });
  },
};
