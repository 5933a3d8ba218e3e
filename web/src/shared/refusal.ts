import { t } from '../messages/t';
import { ApiError } from './api';
import { faultText } from './fault-text';

/** What a route of the account refused, in words: of its fields, or of the whole. */
export function refusalOf(fault: unknown): string {
  if (!(fault instanceof ApiError)) return t('sign-in.fault');
  if (fault.isAway) return t('sign-in.away');
  if (fault.status === 429) return t('sign-in.too-often');
  return fault.issues().map(faultText).join(' ') || t('sign-in.fault');
}
