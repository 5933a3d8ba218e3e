import type { DetailRule } from './detail-rule.js';
import { CAVITY_RULES } from './rules/cavity.js';
import { INJECTION_RULES } from './rules/injection.js';
import { JUNCTION_RULES } from './rules/junctions.js';
import { LINE_RULES } from './rules/lines.js';
import { SPOT_RULES } from './rules/spots.js';

/** Every row, in the order in which they are tried. */
export const DETAIL_RULES: readonly DetailRule[] = [...LINE_RULES, ...SPOT_RULES, ...JUNCTION_RULES, ...INJECTION_RULES, ...CAVITY_RULES];
