import { type Calculator, number, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';
import { FRESH_WATER_KG_M3, STANDARD_GRAVITY } from '../quantities/index.js';
import { waterViscosityPaS } from '../physics/index.js';

const fields = {
  widthMm: number('mm', { min: 0, max: 100 }),
  lengthM: number('m', { min: 0, max: 100_000 }),
  wallThicknessMm: number('mm', { above: 0, max: 100_000 }),
  headM: number('m', { min: 0, max: 12_000 }),
  temperatureC: withDefault(number('°C', { min: 0, max: 100 }), 10),
  roughnessFactor: withDefault(number('', { above: 0, max: 1 }), 1),
};

/** Above it the flow between plates turns turbulent and the law gives too much; common value for ducts. */
const LAMINAR_BELOW = 2300;

export interface CrackFlow {
  flowLPerH: number;
  flowLPerDay: number;
  /** on the hydraulic diameter, twice the width */ reynolds: number;
  laminar: boolean;
}

/**
 * Water through a straight crack of even width. The cubic law holds for laminar flow between smooth plates; a real
 * crack passes less (`roughnessFactor`, ξ), and none more than falls freely from its head.
 */
export const crackFlow: Calculator<typeof fields, CrackFlow> = {
  id: 'crack-flow',
  fields,
  outputs: { flowLPerH: 'L/h', flowLPerDay: 'L/day', reynolds: '', laminar: '' },
  symbols: {
    widthMm: 'w',
    lengthM: 'L',
    wallThicknessMm: 'd',
    headM: 'h',
    temperatureC: 'T',
    roughnessFactor: tex`\xi`,
    flowLPerH: 'q',
    flowLPerDay: 'q_{day}',
    reynolds: 'Re',
  },
  equation: [
    tex`@flowLPerH = @roughnessFactor \cdot \frac{(@widthMm / 1000)^3 \cdot \rho \, g \cdot @headM \cdot @lengthM}{12\, \mu \cdot @wallThicknessMm / 1000} \cdot 3.6 \times 10^6`,
    tex`@flowLPerH \le w L \sqrt{2 g\, @headM}`,
    tex`\log_{10}\frac{\mu}{1.002\text{ mPa·s}} = \frac{20 - @temperatureC}{@temperatureC + 96} \left[ 1.2364 - 1.37 \times 10^{-3} (20 - @temperatureC) + 5.7 \times 10^{-6} (20 - @temperatureC)^2 \right]`,
    tex`@reynolds = 2 \rho\, v\, w / \mu, \quad \text{laminar under } 2300`,
  ],
  sources: [
    { kind: 'published', title: 'Witherspoon et al. 1980, Water Resources Research 16 (cubic law)' },
    { kind: 'memory', title: 'Kestin, Sokolov & Wakeham 1978, J. Phys. Chem. Ref. Data 7 (viscosity of water)' },
  ],
  compute({ widthMm, lengthM, wallThicknessMm, headM, temperatureC, roughnessFactor }) {
    const viscosity = waterViscosityPaS(temperatureC);
    const w = widthMm / 1000;
    // mean velocity between parallel plates, m/s; q = v w L
    const byLaw = (roughnessFactor * w * w * FRESH_WATER_KG_M3 * STANDARD_GRAVITY * headM) / ((12 * viscosity * wallThicknessMm) / 1000);
    // a free jet leaves no faster than water falls from its head (Torricelli)
    const v = Math.min(byLaw, Math.sqrt(2 * STANDARD_GRAVITY * headM));
    const flowLPerH = v * w * lengthM * 3.6e6;
    const reynolds = (2 * FRESH_WATER_KG_M3 * v * w) / viscosity;
    return accept({ flowLPerH, flowLPerDay: 24 * flowLPerH, reynolds, laminar: reynolds < LAMINAR_BELOW });
  },
};
