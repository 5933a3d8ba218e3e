import { DEW_MARGIN_C, dewPoint } from '../physics/index.js';
import { type Conditions } from './entry.js';
import { type Working, work } from '../fields/index.js';

/** The calculation behind a dew-point margin; undefined where the air is too dry for the equations. */
export function dewWorking(conditions: Conditions): Working | undefined {
  const working = work(dewPoint, { ...conditions, requiredMarginC: DEW_MARGIN_C }, 'conditions');
  return working.ok ? working.value : undefined;
}
