import type { Objection } from '@caulkhorn/core/build-up';
import { t } from '../messages/t';
import { formatNumber } from '../shared/numbers';

const figure = (value: number): string => (Number.isFinite(value) ? formatNumber(value, 1, 0) : '');

/** Why a system does not fit, or not yet. */
export function objectionText({ criterionId, values }: Objection): string {
  return t(`fit.${criterionId}`, values && { known: figure(values.known), limit: figure(values.limit) });
}

/** What to do first. */
export function firstText({ then, values }: Objection): string {
  return t(`first.${then}`, values && { limit: figure(values.limit), wait: figure(Math.ceil(values.limit - values.known)) });
}
