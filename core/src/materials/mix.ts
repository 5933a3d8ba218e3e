import { COMMON_PRACTICE, type Calculator, choice, list, number, optional, tex } from '../fields/index.js';
import { type Issue, accept, issue } from '../issues.js';

const ratio = optional(list(number('', { above: 0, max: 1000 }), 8));
const fields = {
  powderKg: number('kg', { above: 0, max: 100_000 }),
  waterPerKgL: optional(number('L/kg', { above: 0, max: 5 })),
  ratioByWeight: ratio,
  ratioByVolume: ratio,
  densities: optional(list(number('kg/L', { above: 0, max: 25 }), 8)),
  addTo: choice(['water', 'powder']),
};

export interface MixPart {
  name: string;
  massKg?: number;
  volumeL?: number;
}

export interface Mix {
  parts: MixPart[];
  /** names of the parts in the order they go into the pail */ order: string[];
}

/** Parts of one mix. Ratios list the liquids first and the powder last; `powderKg` is the mass of that last part. */
export const mix: Calculator<typeof fields, Mix> = {
  id: 'mix',
  fields,
  oneOf: [['waterPerKgL', 'ratioByWeight', 'ratioByVolume']],
  outputs: { parts: '', order: '' },
  symbols: { powderKg: 'm_{powder}', waterPerKgL: 'w' },
  equation: [
    tex`m_{water} = @powderKg \cdot @waterPerKgL`,
    tex`m_i = @powderKg \cdot r_i / r_{powder} \text{ by weight, } V_i = \frac{@powderKg}{\rho_{powder}} \cdot \frac{r_i}{r_{powder}} \text{ by volume}`,
  ],
  sources: [COMMON_PRACTICE],
  compute({ powderKg, waterPerKgL, ratioByWeight, ratioByVolume, densities, addTo }) {
    const issues = checkRatios(ratioByWeight, ratioByVolume, densities);
    if (issues.length > 0) return { ok: false, issues };
    const parts =
      waterPerKgL !== undefined
        ? [
            { name: 'water', massKg: powderKg * waterPerKgL, volumeL: powderKg * waterPerKgL },
            { name: 'powder', massKg: powderKg },
          ]
        : ratioByWeight
          ? byWeight(powderKg, ratioByWeight)
          : byVolume(powderKg, ratioByVolume!, densities!);
    const liquids = parts.slice(0, -1).map((part) => part.name);
    return accept({ parts, order: addTo === 'water' ? [...liquids, 'powder'] : ['powder', ...liquids] });
  },
};

function checkRatios(weight?: number[], volume?: number[], densities?: number[]): Issue[] {
  const found: Issue[] = [];
  if (weight && weight.length < 2) found.push(issue('too-few', 'ratioByWeight', { min: 2 }));
  if (volume && volume.length < 2) found.push(issue('too-few', 'ratioByVolume', { min: 2 }));
  if (volume && !densities) found.push(issue('missing', 'densities'));
  if (volume && densities && densities.length !== volume.length)
    found.push(issue('lengths-differ', 'densities', { wanted: volume.length }));
  if (!volume && densities) found.push(issue('only-with', 'densities', { field: 'ratioByVolume' }));
  return found;
}

function partName(index: number, count: number): string {
  if (index === count - 1) return 'powder';
  return count === 2 ? 'liquid' : `liquid ${index + 1}`;
}

function byWeight(powderKg: number, ratio: readonly number[]): MixPart[] {
  const unitKg = powderKg / ratio[ratio.length - 1]!;
  return ratio.map((share, i) => ({ name: partName(i, ratio.length), massKg: unitKg * share }));
}

function byVolume(powderKg: number, ratio: readonly number[], densities: readonly number[]): MixPart[] {
  const last = ratio.length - 1;
  const unitL = powderKg / densities[last]! / ratio[last]!;
  return ratio.map((share, i) => ({ name: partName(i, ratio.length), volumeL: unitL * share, massKg: unitL * share * densities[i]! }));
}
