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

/** What a rule reads; less than that is neither loss nor gain. */
const READABLE_MM = 1;
const LEAST_H = 24;

export interface PondTest {
  /** negative when it rose */ lossMm: number;
  passes: boolean;
  reasons: ('ponded-under-24-hours' | 'loss-over-1-mm' | 'gain-over-1-mm')[];
}

/**
 * Water ponded on a deck or slab for a day at least: beyond evaporation nothing may go, and nothing may come, for what fills it (rain,
 * a tap) hides what it loses.
 */
export const pondTest: Calculator<typeof fields, PondTest> = {
  id: 'pond-test',
  fields,
  outputs: { lossMm: 'mm', passes: '', reasons: '' },
  symbols: { lossMm: tex`\Delta`, startMm: 'z_0', endMm: 'z_1', evaporationMm: 'E' },
  equation: [tex`@lossMm = @startMm - @endMm - @evaporationMm, \quad |@lossMm| \le 1\text{ mm}, \quad @hours \ge 24`],
  sources: [COMMON_PRACTICE],
  compute({ startMm, endMm, hours, evaporationMm }) {
    const lossMm = roundDecimal(startMm - endMm - evaporationMm);
    const reasons: PondTest['reasons'] = [];
    if (hours < LEAST_H) reasons.push('ponded-under-24-hours');
    if (!atMost(lossMm, READABLE_MM)) reasons.push('loss-over-1-mm');
    if (!atMost(-lossMm, READABLE_MM)) reasons.push('gain-over-1-mm');
    return accept({ lossMm, passes: reasons.length === 0, reasons });
  },
};
