import { COMMON_PRACTICE, type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { atMost, roundDecimal } from '../quantities/index.js';

const levelMm = number('mm', { min: 0, max: 10_000 });
const fields = {
  startMm: levelMm,
  endMm: levelMm,
  hours: number('h', { above: 0, max: 10_000 }),
  evaporationMm: number('mm', { min: 0, max: 1000 }),
};

/** What a rule reads; less than that is no loss. */
const READABLE_MM = 1;

/** Water ponded on a deck or slab: beyond evaporation nothing may go. A gain (rain) shows as a negative loss. */
export const pondTest: Calculator<typeof fields, { lossMm: number; passes: boolean }> = {
  id: 'pond-test',
  fields,
  outputs: { lossMm: 'mm', passes: '' },
  symbols: { lossMm: tex`\Delta`, startMm: 'z_0', endMm: 'z_1', evaporationMm: 'E' },
  equation: [tex`@lossMm = @startMm - @endMm - @evaporationMm \le 1\text{ mm}`],
  sources: [COMMON_PRACTICE],
  compute({ startMm, endMm, evaporationMm }) {
    const lossMm = roundDecimal(startMm - endMm - evaporationMm);
    return accept({ lossMm, passes: atMost(lossMm, READABLE_MM) });
  },
};
