import { type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';

// at −18 °C the formula's base is zero: it was fitted well above it
const celsius = number('°C', { above: -18, max: 80 });
const fields = {
  surfaceTemperatureC: celsius,
  airTemperatureC: celsius,
  relativeHumidityPct: number('%', { min: 0, max: 100 }),
  windKmH: number('km/h', { min: 0, max: 200 }),
};

/** kg/m²h over which ACI 305 (from memory) asks for precautions; doubling it asks for a screen. */
export const MIST_OFTENER_OVER = 0.5;
const SCREEN_OVER = 1;

export interface EvaporationRate {
  /** negative when vapour condenses on the surface */ kgPerM2H: number;
  advice: 'condensing' | 'usual-care' | 'mist-oftener' | 'screen-from-wind-and-sun';
}

/** Water lost from a fresh wet surface to the air. */
export const evaporationRate: Calculator<typeof fields, EvaporationRate> = {
  id: 'evaporation-rate',
  fields,
  outputs: { kgPerM2H: 'kg/(m²·h)', advice: '' },
  symbols: { kgPerM2H: 'E', surfaceTemperatureC: 'T_c', airTemperatureC: 'T_a', relativeHumidityPct: 'r', windKmH: 'V' },
  equation: [
    tex`@kgPerM2H = 5 \left( (@surfaceTemperatureC + 18)^{2.5} - \tfrac{@relativeHumidityPct}{100} (@airTemperatureC + 18)^{2.5} \right) (@windKmH + 4) \times 10^{-6}`,
  ],
  sources: [
    { kind: 'published', title: 'Uno 1998, ACI Materials Journal 95-M37' },
    { kind: 'memory', title: 'ACI 305 (0.5 and 1.0 kg/m²h)' },
  ],
  compute({ surfaceTemperatureC, airTemperatureC, relativeHumidityPct, windKmH }) {
    const drive = (surfaceTemperatureC + 18) ** 2.5 - (relativeHumidityPct / 100) * (airTemperatureC + 18) ** 2.5;
    const kgPerM2H = 5e-6 * drive * (windKmH + 4);
    return accept({ kgPerM2H, advice: adviceFor(kgPerM2H) });
  },
};

function adviceFor(kgPerM2H: number): EvaporationRate['advice'] {
  if (kgPerM2H < 0) return 'condensing';
  if (kgPerM2H > SCREEN_OVER) return 'screen-from-wind-and-sun';
  return kgPerM2H > MIST_OFTENER_OVER ? 'mist-oftener' : 'usual-care';
}
