import { type Calculator, number, optional, withDefault, tex } from '../fields/index.js';
import { accept } from '../issues.js';
import { L_PER_US_GALLON, M2_PER_FT2 } from '../quantities/index.js';

const filmMm = optional(number('mm', { above: 0, max: 1000 }));
const fields = {
  wetFilmMm: filmMm,
  dryFilmMm: filmMm,
  volumeSolidsPct: withDefault(number('%', { above: 0, max: 100 }), 100),
  densityKgL: optional(number('kg/L', { above: 0, max: 25 })),
};

export interface Film {
  wetFilmMm: number;
  dryFilmMm: number;
  lPerM2: number;
  /** null without a density */ kgPerM2: number | null;
  m2PerL: number;
  ft2PerGal: number;
}

/** Wet film, dry film and coverage of a coat, from either film. */
export const film: Calculator<typeof fields, Film> = {
  id: 'film',
  fields,
  oneOf: [['wetFilmMm', 'dryFilmMm']],
  outputs: { wetFilmMm: 'mm', dryFilmMm: 'mm', lPerM2: 'L/m²', kgPerM2: 'kg/m²', m2PerL: 'm²/L', ft2PerGal: 'ft²/US gal' },
  symbols: { dryFilmMm: 'd_{dry}', wetFilmMm: 'd_{wet}', volumeSolidsPct: 's', lPerM2: 'v', kgPerM2: 'm', densityKgL: tex`\rho` },
  equation: [
    tex`@dryFilmMm = @wetFilmMm \cdot @volumeSolidsPct / 100`,
    tex`@lPerM2 = @wetFilmMm \quad (1\text{ mm} = 1\text{ L/m}^2)`,
    tex`@kgPerM2 = @lPerM2 \cdot @densityKgL`,
  ],
  sources: [{ kind: 'published', title: 'By definition; 1604 ft² of 1 mil film per US gallon (231 in³)' }],
  compute({ wetFilmMm, dryFilmMm, volumeSolidsPct, densityKgL }) {
    const solids = volumeSolidsPct / 100;
    const wet = wetFilmMm ?? dryFilmMm! / solids;
    return accept({
      wetFilmMm: wet,
      dryFilmMm: dryFilmMm ?? wet * solids,
      lPerM2: wet,
      kgPerM2: densityKgL === undefined ? null : wet * densityKgL,
      m2PerL: 1 / wet,
      ft2PerGal: L_PER_US_GALLON / wet / M2_PER_FT2,
    });
  },
};
