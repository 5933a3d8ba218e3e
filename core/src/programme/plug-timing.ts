import { COMMON_PRACTICE, type Calculator, number, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';
import { ageRate } from '../physics/index.js';

const celsius = number('°C', { min: -50, max: 80 });
const fields = {
  setS: number('s', { above: 0, max: 100_000 }),
  referenceC: celsius,
  temperatureC: celsius,
  q10: withDefault(number('', { min: 1, max: 10 }), 2),
};

/** A plug is held by hand until it has set, but never shorter or longer than this, s. */
const HOLD_S = { min: 30, max: 90 } as const;
/** Mixed plug older than this is thrown away however slowly it sets, s. */
const USABLE_S = 180;

export interface PlugTiming {
  setS: number;
  holdS: number;
  usableS: number;
}

/** How long a hydraulic plug takes to set at the real temperature, must be held, and may be used once mixed. */
export const plugTiming: Calculator<typeof fields, PlugTiming> = {
  id: 'plug-timing',
  fields,
  outputs: { setS: 's', holdS: 's', usableS: 's' },
  symbols: { referenceC: 'T_{ref}', temperatureC: 'T', q10: 'Q_{10}', holdS: 't_{hold}', usableS: 't_{use}' },
  equation: [
    tex`t_{set} = t_{ref} \cdot @q10^{(@referenceC - @temperatureC)/10}`,
    tex`@holdS = \min(90,\, \max(30,\, t_{set})), \quad @usableS = \min(180,\, t_{set})`,
  ],
  sources: [COMMON_PRACTICE],
  compute({ setS, referenceC, temperatureC, q10 }) {
    const real = setS / ageRate({ q10 }, temperatureC, referenceC);
    return accept({ setS: real, holdS: Math.min(HOLD_S.max, Math.max(HOLD_S.min, real)), usableS: Math.min(USABLE_S, real) });
  },
};
