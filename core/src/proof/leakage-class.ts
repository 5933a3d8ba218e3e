import { type Calculator, number, tex } from '../fields/index.js';
import { accept } from '../issues.js';

const fields = { lPerM2Day: number('L/(m²·day)', { min: 0, max: 1_000_000 }) };

/** Most daily inflow over 10 m of tunnel, L/m², of classes 1 (tightest) to 5. Haack 1991, from memory. */
const CLASS_LIMITS = [0.02, 0.1, 0.2, 0.5, 1.0];

/** Tightness class of a lining by its inflow; null when it is worse than the last class. */
export const leakageClass: Calculator<typeof fields, { class: number | null }> = {
  id: 'leakage-class',
  fields,
  outputs: { class: '' },
  symbols: { lPerM2Day: 'q', class: 'K' },
  equation: [tex`@lPerM2Day \le 0.02,\; 0.1,\; 0.2,\; 0.5,\; 1.0 \;\Rightarrow\; @class`],
  sources: [{ kind: 'memory', title: 'Haack 1991, Tunnelling and Underground Space Technology 6 (classes over 10 m of tunnel)' }],
  compute({ lPerM2Day }) {
    const index = CLASS_LIMITS.findIndex((limit) => lPerM2Day <= limit);
    return accept({ class: index < 0 ? null : index + 1 });
  },
};
