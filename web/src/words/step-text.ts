import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatQuantity } from '../shared/numbers';

interface Step {
  step?: string | number;
  coatNo?: string | number;
  /** laid anew */ again?: number;
  zone?: { no: number; of: number };
  /** done where a test failed */ mend?: { no: number };
}

/** "coat 2", "collar, coat 2", "coat 1, strip 2 of 5". */
export function stepText({ step, coatNo, again, zone, mend }: Step): string {
  const steps = [`step.${step}`, ...(coatNo === undefined ? [] : [`step.coat-${coatNo}`])].map((key) => tOf(key));
  return [
    ...steps,
    ...(again === undefined ? [] : [t('step.laid-again')]),
    ...(mend ? [t('mend.no', { n: mend.no })] : []),
    ...(zone ? [t('strip.of', { no: zone.no, of: zone.of })] : []),
  ].join(', ');
}

/** Where a strip lies on its face, and how its edge is left for the next. */
export function stripPlace({ fromM, toM }: { fromM: number; toM: number }, units: UnitSystem): string {
  return t('strip.place', { from: formatQuantity(fromM, 'm', units), to: formatQuantity(toM, 'm', units) });
}
