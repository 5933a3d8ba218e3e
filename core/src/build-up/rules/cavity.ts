import { FEATURE_KINDS, JUNCTION_KINDS } from '../../jobs/index.js';
import type { DetailRule } from '../detail-rule.js';
import { row } from './parts.js';

const ONLY = ['cavity'] as const;

/** Behind a cavity's sheet water is led away: the foot gets the channel, and what carries biology is killed first. */
export const CAVITY_RULES: readonly DetailRule[] = [
  row('wall-floor-cavity', 'wall-floor', ONLY, {}, 'foot-drained', [{ do: 'drain-channel', portEveryM: 10 }]),
  row('mould-cavity', 'mould', ONLY, {}, 'mould', [{ do: 'clean', how: 'mould' }]),
  ...[...FEATURE_KINDS, ...JUNCTION_KINDS]
    .filter((of) => of !== 'wall-floor' && of !== 'mould')
    .map((of) => row(`${of}-cavity`, of, ONLY, {}, 'led-away', 'coat-over')),
];
