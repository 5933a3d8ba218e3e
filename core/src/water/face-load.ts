import { type Calculator, number, withDefault, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { headAt, pressureKPa } from '../physics/index.js';
import { FRESH_WATER_KG_M3 } from '../quantities/index.js';

const fields = {
  topLevelM: number('m', { min: -12_000, max: 12_000 }),
  bottomLevelM: number('m', { min: -12_000, max: 12_000 }),
  widthM: number('m', { above: 0, max: 100_000 }),
  waterLevelM: number('m', { min: -12_000, max: 12_000 }),
  densityKgM3: withDefault(number('kg/m³', { min: 500, max: 3000 }), FRESH_WATER_KG_M3),
};

export interface FaceLoad {
  wettedHeightM: number;
  forceKN: number;
  /** null when the wall is dry */ resultantLevelM: number | null;
  /** over the wetted height; null when the wall is dry */ meanPressureKPa: number | null;
  /** at the foot */ maxPressureKPa: number;
}

/**
 * Water load on an upright rectangle: triangle when part-wetted, trapezium when drowned.
 * Refuses a top at or under the foot (`top-not-above-bottom`).
 */
export const faceLoad: Calculator<typeof fields, FaceLoad> = {
  id: 'face-load',
  fields,
  outputs: { wettedHeightM: 'm', forceKN: 'kN', resultantLevelM: 'm', meanPressureKPa: 'kPa', maxPressureKPa: 'kPa' },
  symbols: {
    wettedHeightM: 'h_w',
    topLevelM: 'z_t',
    waterLevelM: 'z_w',
    bottomLevelM: 'z_f',
    densityKgM3: tex`\rho`,
    maxPressureKPa: 'p_{foot}',
    meanPressureKPa: tex`\bar{p}`,
    forceKN: 'F',
    widthM: 'b',
    resultantLevelM: 'z_R',
  },
  equation: [
    tex`@wettedHeightM = \max(0,\; \min(@topLevelM,\, @waterLevelM) - @bottomLevelM)`,
    tex`@maxPressureKPa = @densityKgM3 \cdot g \cdot (@waterLevelM - @bottomLevelM) / 1000`,
    tex`@meanPressureKPa = (p_{top} + @maxPressureKPa) / 2`,
    tex`@forceKN = @widthM \cdot @meanPressureKPa \cdot @wettedHeightM`,
    tex`@resultantLevelM = @bottomLevelM + \frac{@wettedHeightM}{3} \cdot \frac{2 p_{top} + @maxPressureKPa}{p_{top} + @maxPressureKPa}`,
  ],
  sources: [{ kind: 'published', title: 'Fluid-mechanics handbooks: hydrostatic force on a plane surface' }],
  compute({ topLevelM, bottomLevelM, widthM, waterLevelM, densityKgM3 }) {
    if (topLevelM <= bottomLevelM) return refuse(issue('top-not-above-bottom', 'topLevelM'));
    const wettedHeightM = Math.max(0, Math.min(topLevelM, waterLevelM) - bottomLevelM);
    const foot = pressureKPa(headAt(waterLevelM, bottomLevelM), densityKgM3);
    if (wettedHeightM === 0) return accept({ wettedHeightM, forceKN: 0, resultantLevelM: null, meanPressureKPa: null, maxPressureKPa: 0 });
    const top = pressureKPa(headAt(waterLevelM, topLevelM), densityKgM3);
    const meanPressureKPa = (top + foot) / 2;
    return accept({
      wettedHeightM,
      forceKN: meanPressureKPa * wettedHeightM * widthM,
      resultantLevelM: bottomLevelM + (wettedHeightM * (2 * top + foot)) / (3 * (top + foot)),
      meanPressureKPa,
      maxPressureKPa: foot,
    });
  },
};
