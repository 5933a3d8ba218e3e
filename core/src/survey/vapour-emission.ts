import { type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { KG_PER_LB, M2_PER_FT2 } from '../quantities/index.js';

const fields = {
  massGainG: number('g', { min: 0, max: 10_000 }),
  domeAreaM2: number('m²', { above: 0, max: 10 }),
  exposureH: number('h', { above: 0, max: 10_000 }),
};

/** Exposure of the dish, h. ASTM F1869. */
const EXPOSURE_H = { min: 60, max: 72 };

export interface VapourEmission {
  lbPer1000Ft2Day: number;
  microgramsPerM2S: number;
  gPerM2Day: number;
  warnings: ('exposure-under-60-h' | 'exposure-over-72-h')[];
}

/** Moisture vapour emission of a slab from the mass that a dish of calcium chloride gained under its dome. */
export const vapourEmission: Calculator<typeof fields, VapourEmission> = {
  id: 'vapour-emission',
  fields,
  outputs: { lbPer1000Ft2Day: 'lb/(1000 ft²·day)', microgramsPerM2S: 'µg/(m²·s)', gPerM2Day: 'g/(m²·day)', warnings: '' },
  symbols: {
    massGainG: tex`\Delta m`,
    domeAreaM2: 'A',
    exposureH: 't',
    gPerM2Day: 'E',
    lbPer1000Ft2Day: 'E_{lb}',
    microgramsPerM2S: tex`E_{\mu g}`,
  },
  equation: [
    tex`@gPerM2Day = 24 \cdot @massGainG / (@domeAreaM2 \cdot @exposureH)`,
    tex`@lbPer1000Ft2Day = @gPerM2Day \cdot \frac{92.90304}{453.59237}`,
    tex`@microgramsPerM2S = @gPerM2Day \cdot 10^6 / 86\,400`,
  ],
  sources: [{ kind: 'published', title: 'ASTM F1869 (anhydrous calcium chloride; 60 to 72 h)' }],
  compute({ massGainG, domeAreaM2, exposureH }) {
    const gPerM2Day = (24 * massGainG) / (domeAreaM2 * exposureH);
    return accept({
      lbPer1000Ft2Day: (gPerM2Day * 1000 * M2_PER_FT2) / (1000 * KG_PER_LB),
      microgramsPerM2S: (gPerM2Day * 1e6) / 86_400,
      gPerM2Day,
      warnings: exposureH < EXPOSURE_H.min ? ['exposure-under-60-h'] : exposureH > EXPOSURE_H.max ? ['exposure-over-72-h'] : [],
    });
  },
};
