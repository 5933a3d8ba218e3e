import { WORK_HAZARDS, type WorkHazard } from '@caulkhorn/core/planning';
import { t, tOf } from '../messages/t';

/** A caution of work or of a place, in words. */
export const cautionText = (caution: string): string =>
  WORK_HAZARDS.includes(caution as WorkHazard) ? t(`caution.${caution as WorkHazard}`) : tOf(`care.${caution}`);
