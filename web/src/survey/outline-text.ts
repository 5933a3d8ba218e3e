import type { FacePoint } from '@caulkhorn/core/jobs';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { decimalSign } from '../messages/number-text';
import { fieldText, parseNumber, readQuantity } from '../shared/numbers';

/** Corners as pairs of figures in the person's unit: `0 0, 4 0, 4 2.5`. Decimal commas part corners by semicolons instead. */
export function outlineText(points: readonly FacePoint[], units: UnitSystem): string {
  return points.map(([u, v]) => `${fieldText(u, 'm', units)} ${fieldText(v, 'm', units)}`).join(decimalSign() === ',' ? '; ' : ', ');
}

/** What cannot be read stays NaN, for the check to refuse. */
export function readOutline(text: string, units: UnitSystem): FacePoint[] {
  // a comma parts corners, unless semicolons do and figures carry it as their decimal mark
  return text.split(text.includes(';') ? ';' : ',').map((corner): FacePoint => {
    const [u = '', v = '', ...more] = corner.trim().split(/\s+/);
    if (more.length > 0 || Number.isNaN(parseNumber(u))) return [NaN, NaN];
    return [readQuantity(u, 'm', units) ?? NaN, readQuantity(v, 'm', units) ?? NaN];
  });
}
