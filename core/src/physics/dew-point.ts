// eslint-disable-next-line @typescript-eslint/triple-slash-reference -- packages that compile this source need the declaration too
/// <reference path="./psychrolib.d.ts" />
import psychrolib from 'psychrolib';
import { type Calculator, number, optional, withDefault, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';

psychrolib.SetUnitSystem(psychrolib.SI);

/** Surface over dew point that a coat wants where its sheet says nothing else, K (ISO 8502-4). */
export const DEW_MARGIN_C = 3;
/** Air changes within a few hours: what is further apart was not read together; common practice, no source. */
export const SAME_AIR_H = 1;

const fields = {
  airTemperatureC: number('°C', { min: -50, max: 80 }),
  relativeHumidityPct: number('%', { min: 0, max: 100 }),
  surfaceTemperatureC: optional(number('°C', { min: -50, max: 80 })),
  requiredMarginC: withDefault(number('K', { min: 0, max: 20 }), DEW_MARGIN_C),
};

export interface DewPoint {
  /** °C; below 0 °C the frost point */ dewPointC: number;
  /** K, surface less dew point */ marginC?: number;
  mayApply?: boolean;
}

/** °C; null when the air is too dry for the vapour-pressure equations. */
export function dewPointOf(airTemperatureC: number, relativeHumidityPct: number): number | null {
  try {
    return psychrolib.GetTDewPointFromRelHum(airTemperatureC, relativeHumidityPct / 100);
  } catch {
    return null;
  }
}

/** Pressure of vapour over water, or ice, that the air is full of, Pa (ASHRAE Handbook, Fundamentals); throws outside −100 to 200 °C. */
export function saturationPa(temperatureC: number): number {
  return psychrolib.GetSatVapPres(temperatureC);
}

const DRIEST_PA = saturationPa(-100);

/**
 * Whether a surface stands less than so many kelvin above the dew point; null when the air is too dry for the equations. Compares
 * vapour pressures, which needs no search for the dew point itself: forecasts are judged by the thousand hours.
 */
export function isNearDew(air: { airC: number; rhPct: number }, surfaceC: number, marginC: number): boolean | null {
  const vapourPa = (air.rhPct / 100) * saturationPa(air.airC);
  if (vapourPa < DRIEST_PA) return null;
  return vapourPa > saturationPa(surfaceC - marginC + 1e-9);
}

/**
 * Dew point of the air, and how far the surface stands above it (K). A coat wants 3 K at least.
 * Refuses air too dry for the vapour-pressure equations (`air-too-dry`).
 */
export const dewPoint: Calculator<typeof fields, DewPoint> = {
  id: 'dew-point',
  fields,
  outputs: { dewPointC: '°C', marginC: 'K', mayApply: '' },
  symbols: {
    dewPointC: 'T_d',
    relativeHumidityPct: tex`\varphi`,
    airTemperatureC: 'T_a',
    marginC: tex`\Delta T`,
    surfaceTemperatureC: 'T_s',
    requiredMarginC: tex`\Delta T_{req}`,
  },
  equation: [
    tex`p_{ws}(@dewPointC) = \frac{@relativeHumidityPct}{100} \cdot p_{ws}(@airTemperatureC)`,
    tex`@marginC = @surfaceTemperatureC - @dewPointC \ge @requiredMarginC`,
  ],
  sources: [
    { kind: 'published', title: 'ASHRAE Handbook, Fundamentals, Psychrometrics (saturation pressure and dew point)' },
    { kind: 'published', title: 'ISO 8502-4 (surface at least 3 °C above the dew point)' },
  ],
  compute({ airTemperatureC, relativeHumidityPct, surfaceTemperatureC, requiredMarginC }) {
    const dewPointC = dewPointOf(airTemperatureC, relativeHumidityPct);
    if (dewPointC === null) return refuse(issue('air-too-dry', 'relativeHumidityPct'));
    if (surfaceTemperatureC === undefined) return accept({ dewPointC });
    const marginC = surfaceTemperatureC - dewPointC;
    return accept({ dewPointC, marginC, mayApply: marginC >= requiredMarginC });
  },
};
