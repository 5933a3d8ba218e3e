import { ZERO_CELSIUS_K } from '../quantities/index.js';

/** How temperature speeds a reaction up: a factor per 10 K, or an apparent activation energy over the gas constant, K. */
export type AgeingLaw = { readonly q10: number } | { readonly activationK: number };

/** The trade's rule of thumb: twice as fast for each 10 °C. */
export const DOUBLES_PER_TEN = { q10: 2 } as const satisfies AgeingLaw;

/**
 * Minutes of age gained per minute at `temperatureC`, as a multiple of the rate at `referenceC` (dimensionless).
 * q10 rule: common practice. Arrhenius form: ASTM C1074, after Freiesleben Hansen & Pedersen.
 */
export function ageRate(law: AgeingLaw, temperatureC: number, referenceC: number): number {
  if ('q10' in law) return law.q10 ** ((temperatureC - referenceC) / 10);
  return Math.exp(-law.activationK * (1 / (temperatureC + ZERO_CELSIUS_K) - 1 / (referenceC + ZERO_CELSIUS_K)));
}

/**
 * Real hours until a coat has reached `ageH` equivalent hours, when its temperature is hourly `temperaturesC`
 * from the start on and the last one holds.
 */
export function hoursToAge(ageH: number, temperaturesC: readonly number[], referenceC: number, law: AgeingLaw): number {
  let left = ageH;
  for (let hour = 0; hour < temperaturesC.length - 1; hour++) {
    const rate = ageRate(law, temperaturesC[hour]!, referenceC);
    if (left <= rate) return hour + left / rate;
    left -= rate;
  }
  const last = temperaturesC.length - 1;
  return last + left / ageRate(law, temperaturesC[last]!, referenceC);
}
