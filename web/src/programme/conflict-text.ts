import type { Conflict } from '@caulkhorn/core/programme';
import { t } from '../messages/t';
import { hoursMinutes } from '../shared/times';

export function conflictText(conflict: Conflict, name: string): string {
  return t(`conflict.${conflict.code}`, { name, late: conflict.lateMs === undefined ? '' : hoursMinutes(conflict.lateMs) });
}
