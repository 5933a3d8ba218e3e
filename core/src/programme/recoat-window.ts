import { COMMON_PRACTICE, type Calculator, list, nullable, number, optional, time, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { type AgeingLaw, DOUBLES_PER_TEN, hoursToAge } from '../physics/index.js';
import { hoursAfter } from '../quantities/index.js';

const celsius = number('°C', { min: -50, max: 80 });
const fields = {
  minH: number('h', { min: 0, max: 10_000 }),
  maxH: nullable(number('h', { min: 0, max: 10_000 })),
  referenceC: celsius,
  temperatures: optional(list(celsius, 10_000)),
  temperatureC: optional(celsius),
  startedAt: time(),
  q10: optional(number('', { min: 1, max: 10 })),
  activationK: optional(number('K', { min: 0, max: 20_000 })),
};

export interface RecoatWindow {
  opensAt: string;
  /** null when the product sets no latest time */ closesAt: string | null;
}

/**
 * When the next coat may follow: the ends of the product's window on the age the coat has really reached.
 * `temperatures` are hourly from `startedAt`, the last one holding on.
 * Refuses a window that closes before it opens (`max-below-min`) or two ageing laws at once (`only-one-of`).
 */
export const recoatWindow: Calculator<typeof fields, RecoatWindow> = {
  id: 'recoat-window',
  fields,
  oneOf: [['temperatures', 'temperatureC']],
  outputs: { opensAt: '', closesAt: '' },
  symbols: { referenceC: 'T_{ref}', minH: 'a_{min}', maxH: 'a_{max}', opensAt: 't_{open}', closesAt: 't_{close}' },
  equation: [
    tex`a(t) = \int_{0}^{t} r(T(\tau))\, d\tau`,
    tex`r(T) = Q_{10}^{(T - @referenceC)/10} \text{ or } \exp\!\left(-Q\left(\tfrac1T - \tfrac{1}{T_{ref}}\right)\right)`,
    tex`a(@opensAt) = @minH, \quad a(@closesAt) = @maxH`,
  ],
  sources: [COMMON_PRACTICE, { kind: 'published', title: 'ASTM C1074 (equivalent age, Freiesleben Hansen & Pedersen)' }],
  compute(input) {
    if (input.q10 !== undefined && input.activationK !== undefined)
      return refuse(issue('only-one-of', 'activationK', { fields: 'q10, activationK' }));
    if (input.maxH !== null && input.maxH < input.minH) return refuse(issue('max-below-min', 'maxH'));
    const law: AgeingLaw =
      input.activationK !== undefined ? { activationK: input.activationK } : input.q10 !== undefined ? { q10: input.q10 } : DOUBLES_PER_TEN;
    const temperatures = input.temperatures ?? [input.temperatureC!];
    const at = (ageH: number) => hoursAfter(input.startedAt, hoursToAge(ageH, temperatures, input.referenceC, law));
    const opensAt = at(input.minH);
    const closesAt = input.maxH === null ? null : at(input.maxH);
    if (opensAt === null) return refuse(issue('beyond-calendar', 'minH'));
    if (input.maxH !== null && closesAt === null) return refuse(issue('beyond-calendar', 'maxH'));
    return accept({ opensAt, closesAt });
  },
};
