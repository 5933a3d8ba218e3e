import { type Calculator, list, number, record, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';
import { ageRate } from './ageing.js';

/** Stretches of time, each at one temperature. */
export const temperatureSeries = list(
  record({ hours: number('h', { above: 0, max: 1_000_000 }), temperatureC: number('°C', { min: -50, max: 80 }) }),
  100_000,
);
const fields = {
  series: temperatureSeries,
  activationK: withDefault(number('K', { min: 0, max: 20_000 }), 5000),
  referenceC: withDefault(number('°C', { min: -50, max: 80 }), 20),
};

export interface EquivalentAge {
  equivalentHours: number;
  /** equivalent over real hours */ factor: number;
}

/** Age at the reference temperature that gives the same hardening as the real temperatures did. */
export const equivalentAge: Calculator<typeof fields, EquivalentAge> = {
  id: 'equivalent-age',
  fields,
  outputs: { equivalentHours: 'h', factor: '' },
  symbols: { equivalentHours: 't_e', activationK: 'Q', referenceC: 'T_r', factor: 'f' },
  equation: [
    tex`@equivalentHours = \sum_i \exp\!\left( -@activationK \left( \frac{1}{T_i + 273.15} - \frac{1}{@referenceC + 273.15} \right) \right) \Delta t_i`,
    tex`@factor = @equivalentHours / \textstyle\sum_i \Delta t_i`,
  ],
  sources: [{ kind: 'published', title: 'ASTM C1074 (equivalent age; Freiesleben Hansen & Pedersen 1977)' }],
  compute({ series, activationK, referenceC }) {
    let equivalentHours = 0;
    let hours = 0;
    for (const each of series) {
      equivalentHours += each.hours * ageRate({ activationK }, each.temperatureC, referenceC);
      hours += each.hours;
    }
    return accept({ equivalentHours, factor: equivalentHours / hours });
  },
};
