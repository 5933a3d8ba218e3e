import { READING_SPECS, type Reading } from '@caulkhorn/core/jobs';
import { type UnitSystem, toSystem } from '@caulkhorn/core/quantities';
import { has, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';

/** A reading's value with its unit, in the reader's units. */
export function readingText({ kind, value }: Pick<Reading, 'kind' | 'value'>, units: UnitSystem): string {
  if (kind === 'knife-test') return tOf(`reading.knife-test.${value}`);
  const shown = toSystem(value, READING_SPECS[kind].unit, units);
  const unit = has(`unit.${shown.unit}`) ? tOf(`unit.${shown.unit}`) : shown.unit;
  return `${formatNumber(shown.value, 2, 0)}${unit ? `\u202f${unit}` : ''}`;
}
