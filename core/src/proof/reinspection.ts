import { COMMON_PRACTICE, type Calculator, flag, tex, time, withDefault } from '../fields/index.js';
import { accept, issue, refuse } from '../issues.js';
import { DAY_MS, withOffsetOf } from '../quantities/index.js';

const fields = { stoppedAt: time(), block: withDefault(flag(), false) };

/** Days after the stop; the last look waits for the crystals, which take longer in block. */
const DUE_DAYS = { cast: [1, 7, 28], block: [1, 7, 30] } as const;

/** When a stopped leak must be looked at again. */
export const reinspection: Calculator<typeof fields, { due: string[] }> = {
  id: 'reinspection',
  fields,
  outputs: { due: '' },
  symbols: { stoppedAt: 't_0' },
  equation: [tex`@stoppedAt + 1\text{ d}, \quad @stoppedAt + 7\text{ d}, \quad @stoppedAt + 28\text{ d (block 30 d)}`],
  sources: [COMMON_PRACTICE],
  compute({ stoppedAt, block }) {
    const stoppedMs = Date.parse(stoppedAt);
    const due = DUE_DAYS[block ? 'block' : 'cast'].map((days) => withOffsetOf(stoppedAt, stoppedMs + days * DAY_MS));
    return due.includes(null) ? refuse(issue('beyond-calendar', 'stoppedAt')) : accept({ due: due as string[] });
  },
};
