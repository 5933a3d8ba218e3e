import { COMMON_PRACTICE, type Calculator, number, withDefault, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { ageRate } from '../physics/index.js';

const fields = {
  lifeMin: number('min', { above: 0, max: 100_000 }),
  referenceC: number('°C', { min: -50, max: 80 }),
  temperatureC: number('°C', { min: -50, max: 80 }),
  q10: withDefault(number('', { min: 1, max: 10 }), 2),
};

/** Working life of a mixed batch at the real temperature: halves for each 10 °C with the usual q10 of 2. */
export const workingLife: Calculator<typeof fields, { lifeMin: number }> = {
  id: 'working-life',
  fields,
  outputs: { lifeMin: 'min' },
  symbols: { lifeMin: 't_{ref}', q10: 'Q_{10}', referenceC: 'T_{ref}', temperatureC: 'T' },
  equation: [tex`t = @lifeMin \cdot @q10^{(@referenceC - @temperatureC)/10}`],
  sources: [COMMON_PRACTICE],
  compute: ({ lifeMin, referenceC, temperatureC, q10 }) => accept({ lifeMin: lifeMin / ageRate({ q10 }, temperatureC, referenceC) }),
};
