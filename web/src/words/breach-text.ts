import type { UnitSystem } from '@caulkhorn/core/quantities';
import type { Breach } from '@caulkhorn/core/site-log';
import { t } from '../messages/t';
import { formatMargin, formatQuantity } from '../shared/numbers';

/** One limit that is not kept: what was measured, and what the sheet asks. */
export function breachText({ code, figure, limit, unit }: Breach, units: UnitSystem): string {
  // a margin is never rounded up to its limit
  const shown = unit === 'K' ? formatMargin(figure, units) : formatQuantity(figure, unit, units);
  return t(`gate.${code}`, { figure: shown, limit: formatQuantity(limit, unit, units) });
}
