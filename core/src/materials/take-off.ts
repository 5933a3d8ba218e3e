import { COMMON_PRACTICE, type Calculator, number, withDefault, tex } from '../fields/index.js';
import { accept } from '../issues.js';

/** What stays in pails and on tools, % of what is on the wall; common practice, no source. */
export const LOSS_PCT = 5;

const fields = {
  areaM2: number('m²', { min: 0, max: 10_000_000 }),
  kgPerM2PerCoat: number('kg/m²', { above: 0, max: 1000 }),
  coats: number('', { min: 1, max: 20, whole: true }),
  roughnessFactor: withDefault(number('', { min: 1, max: 5 }), 1),
  lossPct: withDefault(number('%', { min: 0, max: 100 }), LOSS_PCT),
};

export interface TakeOff {
  /** on the wall */ netKg: number;
  /** with what stays in the pail */ orderKg: number;
}

/** Mass of a coating for an area. Rates on data sheets are for smooth work; a rough wall drinks more. */
export const takeOff: Calculator<typeof fields, TakeOff> = {
  id: 'take-off',
  fields,
  outputs: { netKg: 'kg', orderKg: 'kg' },
  symbols: {
    netKg: 'm_{net}',
    areaM2: 'A',
    kgPerM2PerCoat: 'r',
    coats: 'n',
    roughnessFactor: 'f',
    orderKg: 'm_{order}',
    lossPct: tex`\ell`,
  },
  equation: [
    tex`@netKg = @areaM2 \cdot @kgPerM2PerCoat \cdot @coats \cdot @roughnessFactor`,
    tex`@orderKg = @netKg \cdot (1 + @lossPct / 100)`,
  ],
  sources: [COMMON_PRACTICE],
  compute({ areaM2, kgPerM2PerCoat, coats, roughnessFactor, lossPct }) {
    const netKg = areaM2 * kgPerM2PerCoat * coats * roughnessFactor;
    return accept({ netKg, orderKg: netKg * (1 + lossPct / 100) });
  },
};
