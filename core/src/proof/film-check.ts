import { type Calculator, list, number, tex, withDefault } from '../fields/index.js';
import { accept } from '../issues.js';
import { atMost, ceilDecimal } from '../quantities/index.js';

const mm = number('mm', { min: 0, max: 1000 });
/** ISO 19840, from memory: a single reading may be thinner than specified by a fifth. */
export const USUAL_LEAST_SHARE = 0.8;

const fields = {
  readingsMm: list(mm, 100_000),
  specifiedMm: number('mm', { above: 0, max: 1000 }),
  areaM2: number('m²', { above: 0, max: 10_000_000 }),
  singleMinFraction: withDefault(number('', { min: 0, max: 1 }), USUAL_LEAST_SHARE),
};

/** Readings wanted, DIN 18533-3 (from memory). */
const PER_100_M2 = 20;

export interface FilmCheck {
  count: number;
  mean: number;
  min: number;
  /** with n − 1; null for a single reading */ sd: number | null;
  requiredCount: number;
  passes: boolean;
  /** readings under the least single value; `index` from 0 */ thin: { index: number; mm: number }[];
}

/** Film thickness of a coat against what is specified: the mean, each single reading, and enough of them. */
export const filmCheck: Calculator<typeof fields, FilmCheck> = {
  id: 'film-check',
  fields,
  outputs: { count: '', mean: 'mm', min: 'mm', sd: 'mm', requiredCount: '', passes: '', thin: 'mm' },
  symbols: {
    count: 'n',
    mean: tex`\bar{d}`,
    min: 'd_{min}',
    sd: 's',
    requiredCount: 'n_{req}',
    specifiedMm: 'd_{spec}',
    singleMinFraction: 'k',
    areaM2: 'A',
  },
  equation: [
    tex`@mean = \tfrac{1}{@count} \textstyle\sum_i d_i \ge @specifiedMm`,
    tex`@min \ge @singleMinFraction \cdot @specifiedMm`,
    tex`@count \ge @requiredCount = \max(20,\; \lceil 20 \cdot @areaM2 / 100 \rceil)`,
  ],
  sources: [
    {
      kind: 'memory',
      title: 'DIN 18533-3 (20 readings per 100 m² or job; of thick films and membranes no reading under the least thickness: fraction 1)',
    },
    { kind: 'memory', title: 'ISO 19840 (no single reading under 80 % of what is specified: fraction 0.8)' },
  ],
  compute({ readingsMm, specifiedMm, areaM2, singleMinFraction }) {
    const count = readingsMm.length;
    const requiredCount = Math.max(PER_100_M2, ceilDecimal((PER_100_M2 * areaM2) / 100));
    const leastMm = singleMinFraction * specifiedMm;
    const thin: FilmCheck['thin'] = [];
    let [sum, min] = [0, Infinity];
    for (let index = 0; index < count; index++) {
      const mm = readingsMm[index]!;
      sum += mm;
      min = Math.min(min, mm);
      if (!atMost(leastMm, mm)) thin.push({ index, mm });
    }
    const mean = sum / count;
    let squares = 0;
    for (const mm of readingsMm) squares += (mm - mean) ** 2;
    return accept({
      count,
      mean,
      min,
      sd: count > 1 ? Math.sqrt(squares / (count - 1)) : null,
      requiredCount,
      passes: atMost(specifiedMm, mean) && thin.length === 0 && count >= requiredCount,
      thin,
    });
  },
};
