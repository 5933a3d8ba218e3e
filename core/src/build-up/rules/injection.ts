import { FEATURE_KINDS, type FeatureKind, JUNCTION_KINDS, type JunctionKind } from '../../jobs/index.js';
import type { DetailRule, DetailStep } from '../detail-rule.js';
import { FILL_SOFT, FOAM_THEN_FILL, INJECT_FROM_MM, INJECT_GROUT_FROM_MM, RUNNING, SEAL_AND_SHEET, row } from './parts.js';

const ONLY = ['injection'] as const;
const GEL: readonly DetailStep[] = [{ do: 'inject', role: 'injection-gel', spacingShare: 0.5 }];
const GROUT: readonly DetailStep[] = [{ do: 'inject', role: 'injection-grout', spacingShare: 0.5 }];
const LINES = ['crack', 'joint'] as const;
const DECIDED: readonly (FeatureKind | JunctionKind)[] = [
  ...LINES,
  'leak',
  'mortar-joint',
  'penetration',
  'tie-hole',
  'honeycomb',
  'movement',
];

/** What is injected by how it runs, how wide it is and whether it moves (after EN 1504-5, from memory); the rest of a face gets nothing. */
export const INJECTION_RULES: readonly DetailRule[] = [
  ...LINES.flatMap((of) => [
    row(`${of}-inject-moving-running`, of, ONLY, { leaks: true, moving: true, wet: RUNNING }, 'leaks-and-moves', [
      ...FOAM_THEN_FILL,
      ...SEAL_AND_SHEET,
    ]),
    row(`${of}-inject-moving`, of, ONLY, { leaks: true, moving: true }, 'leaks-and-moves', [...FILL_SOFT, ...SEAL_AND_SHEET]),
    row(`${of}-inject-dry-moving`, of, ONLY, { moving: true }, 'moves-hard', SEAL_AND_SHEET),
    row(`${of}-inject-running`, of, ONLY, { leaks: true, wet: RUNNING }, 'foam-first', FOAM_THEN_FILL),
  ]),
  row('crack-inject-weeping', 'crack', ONLY, { leaks: true, widthFromMm: INJECT_FROM_MM }, 'fill-soft', FILL_SOFT),
  row('crack-too-fine', 'crack', ONLY, { leaks: true, measured: true }, 'too-fine-to-inject', 'coat-over'),
  row('joint-inject-weeping', 'joint', ONLY, { leaks: true }, 'fill-soft', FILL_SOFT),
  row('crack-inject-unmeasured', 'crack', ONLY, { measured: false }, 'unmeasured', 'undecided'),
  row('crack-inject-damp', 'crack', ONLY, { wet: ['damp'], widthFromMm: INJECT_GROUT_FROM_MM }, 'grout-from-width', GROUT),
  row('crack-inject-dry', 'crack', ONLY, {}, 'rigid-by-engineer', 'undecided'),
  row('joint-inject-dry', 'joint', ONLY, {}, 'not-of-injection', 'coat-over'),

  row('leak-inject-running', 'leak', ONLY, { wet: RUNNING }, 'foam-first', FOAM_THEN_FILL),
  row('leak-inject', 'leak', ONLY, {}, 'fill-soft', FILL_SOFT),
  row('mortar-joint-gel', 'mortar-joint', ONLY, { leaks: true }, 'gel-in-masonry', GEL),
  row('mortar-joint-dry', 'mortar-joint', ONLY, {}, 'not-of-injection', 'coat-over'),
  row('pipe-inject-not-rigid', 'penetration', ONLY, { pipe: ['flexible', 'corrugated'] }, 'pipe-not-rigid', 'refuse'),
  ...(['penetration', 'tie-hole'] as const).flatMap((of) => [
    row(`${of}-inject-running`, of, ONLY, { leaks: true, wet: RUNNING }, 'foam-first', FOAM_THEN_FILL),
    row(`${of}-inject`, of, ONLY, { leaks: true }, 'fill-soft', FILL_SOFT),
    row(`${of}-inject-dry`, of, ONLY, {}, 'not-of-injection', 'coat-over'),
  ]),
  row('honeycomb-by-engineer', 'honeycomb', ONLY, {}, 'honeycomb-by-engineer', 'undecided'),
  row('movement-inject', 'movement', ONLY, {}, 'moves-hard', SEAL_AND_SHEET),
  ...[...FEATURE_KINDS, ...JUNCTION_KINDS]
    .filter((of) => !DECIDED.includes(of))
    .map((of) => row(`${of}-beside-injection`, of, ONLY, {}, 'not-of-injection', 'coat-over')),
];
