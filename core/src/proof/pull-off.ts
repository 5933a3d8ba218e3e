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

/** Mean wanted and least single value, MPa; EN 1504-2, from memory. Between them by interpolation, outside in proportion: our own rule. */
const PAIRS = [
  [0.8, 0.5],
  [1, 0.7],
  [1.5, 1],
  [2, 1.5],
] as const;
/** Fewer show nothing. */
const LEAST_RESULTS = 3;

/** The least that a single result may be where the mean is to reach `requiredMPa`, MPa. */
function leastSingleMPa(requiredMPa: number): number {
  const above = PAIRS.findIndex(([mean]) => requiredMPa <= mean);
  const [mean, single] = PAIRS[above < 0 ? PAIRS.length - 1 : above]!;
  if (above <= 0) return (single / mean) * requiredMPa;
  const [lower, lowerSingle] = PAIRS[above - 1]!;
  return lowerSingle + ((single - lowerSingle) * (requiredMPa - lower)) / (mean - lower);
}

export interface PullOff {
  /** of every dolly, glue failures too */ strengthsMPa: number[];
  /** over the results that count; null when none does */ mean: number | null;
  min: number | null;
  /** enough results to say anything; without them nothing is shown yet, neither pass nor fail */ shown: boolean;
  passes: boolean;
}

/**
 * Pull-off strength. A dolly that came off in its glue under what is wanted tells nothing of the coat and does not count; one that held
 * more than that shows at least so much.
 */
export const pullOff: Calculator<typeof fields, PullOff> = {
  id: 'pull-off',
  fields,
  outputs: { strengthsMPa: 'MPa', mean: 'MPa', min: 'MPa', shown: '', passes: '' },
  symbols: { dollyMm: 'd', mean: tex`\bar{f}`, min: 'f_{min}', requiredMPa: 'f_{req}' },
  equation: [
    tex`f_i = F_i / A, \quad A = \pi \cdot @dollyMm^2 / 4`,
    tex`n \ge 3, \quad @mean \ge @requiredMPa, \quad @min \ge f_{single}(@requiredMPa)`,
    tex`f_{single}: 0.8 \to 0.5,\; 1.0 \to 0.7,\; 1.5 \to 1.0,\; 2.0 \to 1.5 \text{ MPa}`,
  ],
  sources: [
    { kind: 'published', title: 'EN 1542, ASTM D7234 (strength = load / area of the dolly)' },
    { kind: 'memory', title: 'EN 1504-2 (mean and least single value)' },
  ],
  compute({ loadsN, dollyMm, requiredMPa, failureModes }) {
    if (failureModes.length !== loadsN.length) return refuse(issue('lengths-differ', 'failureModes', { wanted: loadsN.length }));
    const areaMm2 = (Math.PI * dollyMm * dollyMm) / 4;
    const strengthsMPa = loadsN.map((load) => load / areaMm2);
    const counted = strengthsMPa.filter((strength, i) => failureModes[i] !== 'glue' || strength > requiredMPa);
    if (counted.length === 0) return accept({ strengthsMPa, mean: null, min: null, shown: false, passes: false });
    const mean = counted.reduce((sum, each) => sum + each, 0) / counted.length;
    const min = counted.reduce((least, each) => Math.min(least, each));
    const shown = counted.length >= LEAST_RESULTS;
    const passes = shown && atMost(requiredMPa, mean) && atMost(leastSingleMPa(requiredMPa), min);
    return accept({ strengthsMPa, mean, min, shown, passes });
  },
};
