import type { Objection } from '@caulkhorn/core/build-up';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';

/** Why a system does not fit, or not yet. */
export function objectionText({ criterionId, values }: Objection, units: UnitSystem): string {
  // what moves and was not measured has no figure to show
  const isUnknown = values !== undefined && !Number.isFinite(values.known);
  return tOf(isUnknown ? `fit.${criterionId}-unmeasured` : `fit.${criterionId}`, values && figures(values, units));
}

/** What to do first. */
export function firstText({ then, values }: Objection, units: UnitSystem): string {
  const wait = values ? formatNumber(Math.ceil(values.limit - values.known), 0) : '';
  return t(`first.${then}`, { ...(values ? figures(values, units) : { known: '', limit: '' }), wait });
}

function figures({ known, limit, unit }: NonNullable<Objection['values']>, units: UnitSystem) {
  const text = (value: number) => (unit === undefined ? formatNumber(value, 1, 0) : formatQuantity(value, unit, units));
  return { known: Number.isFinite(known) ? text(known) : '', limit: Number.isFinite(limit) ? text(limit) : '' };
}
