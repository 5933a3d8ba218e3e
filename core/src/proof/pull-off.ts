import { type Calculator, choice, list, number, tex } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { atMost } from '../quantities/index.js';

const MOST = 10_000;
const fields = {
  loadsN: list(number('N', { min: 0, max: 1_000_000 }), MOST),
  dollyMm: number('mm', { above: 0, max: 500 }),
  requiredMPa: number('MPa', { above: 0, max: 100 }),
  failureModes: list(choice(['substrate', 'interface', 'coat', 'glue']), MOST),
};

/** A single result may be as low as this share of the mean wanted; EN 1504-2 pairs (1.5 with 1.0 MPa), from memory. */
const SINGLE_SHARE = 2 / 3;

export interface PullOff {
  /** of every dolly, glue failures too */ strengthsMPa: number[];
  /** over the results that count; null when the glue failed everywhere */ mean: number | null;
  min: number | null;
  passes: boolean;
}

/** Pull-off strength. A dolly that came off in its glue tells nothing about the coat and does not count. */
export const pullOff: Calculator<typeof fields, PullOff> = {
  id: 'pull-off',
  fields,
  outputs: { strengthsMPa: 'MPa', mean: 'MPa', min: 'MPa', passes: '' },
  symbols: { dollyMm: 'd', mean: tex`\bar{f}`, min: 'f_{min}', requiredMPa: 'f_{req}' },
  equation: [
    tex`f_i = F_i / A, \quad A = \pi \cdot @dollyMm^2 / 4`,
    tex`@mean \ge @requiredMPa, \quad @min \ge \tfrac23 \cdot @requiredMPa`,
  ],
  sources: [
    { kind: 'published', title: 'EN 1542, ASTM D7234 (strength = load / area of the dolly)' },
    { kind: 'memory', title: 'EN 1504-2 (mean and least single value)' },
  ],
  compute({ loadsN, dollyMm, requiredMPa, failureModes }) {
    if (failureModes.length !== loadsN.length) return refuse(issue('lengths-differ', 'failureModes', { wanted: loadsN.length }));
    const areaMm2 = (Math.PI * dollyMm * dollyMm) / 4;
    const strengthsMPa = loadsN.map((load) => load / areaMm2);
    const counted = strengthsMPa.filter((_, i) => failureModes[i] !== 'glue');
    if (counted.length === 0) return accept({ strengthsMPa, mean: null, min: null, passes: false });
    const mean = counted.reduce((sum, each) => sum + each, 0) / counted.length;
    const min = counted.reduce((least, each) => Math.min(least, each));
    return accept({ strengthsMPa, mean, min, passes: atMost(requiredMPa, mean) && atMost(SINGLE_SHARE * requiredMPa, min) });
  },
};
