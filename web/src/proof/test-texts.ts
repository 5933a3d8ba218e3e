import type { Issue } from '@caulkhorn/core/issues';
import type { Failure, PlannedTest, Shown } from '@caulkhorn/core/proof';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { formatQuantity } from '../shared/numbers';
import { dayOnly, fullTime } from '../shared/times';

/** A figure with what it is measured against, and what is left of it. */
export function shownText({ name, value, unit, limit, bound }: Shown, units: UnitSystem): string {
  const figure = `${tOf(`shown.${name}`)} ${formatQuantity(value, unit, units)}`;
  if (limit === undefined || bound === undefined) return figure;
  if (limit === 0) return `${figure}, ${t('proof.none-allowed')}`;
  const margin = bound === 'least' ? value - limit : limit - value;
  const by = formatQuantity(Math.abs(margin), unit, units);
  const left = Math.abs(margin) < 1e-9 ? [] : [t(margin > 0 ? 'proof.margin' : 'proof.short', { margin: by })];
  return [figure, t(bound === 'least' ? 'proof.least' : 'proof.most', { limit: formatQuantity(limit, unit, units) }), ...left].join(', ');
}

/** What keeps a test from showing anything, in words. */
export function lackText(lack: Issue, timeZone: string): string {
  const at = lack.values?.['at'];
  if (typeof at !== 'string') return faultText(lack);
  if (lack.code === 'too-early') return t('proof.too-early', { when: fullTime(at, timeZone) });
  return lack.code === 'crystals-growing-until' ? t('proof.crystals-until', { day: dayOnly(at, timeZone) }) : faultText(lack);
}

const UNIT_OF: Partial<Record<Failure['kind'], string>> = { thin: 'mm', debonded: 'MPa', 'water-loss': 'mm' };

/** What does not hold and where: the place by its mark, else as it was measured. */
export function failureText(failure: Failure, nameOf: (targetId: string) => string, units: UnitSystem): string {
  const { kind, code, targetId, value, areaM2, uM, vM } = failure;
  const unit = UNIT_OF[kind];
  const m = (figure: number) => formatQuantity(figure, 'm', units);
  return [
    ...(targetId === undefined ? [] : [nameOf(targetId)]),
    tOf(`failure.${code}`),
    ...(value === undefined || unit === undefined ? [] : [formatQuantity(value, unit, units)]),
    ...(areaM2 === undefined ? [] : [formatQuantity(areaM2, 'm²', units)]),
    ...(uM === undefined || vM === undefined ? [] : [t('proof.at-place', { u: m(uM), v: m(vM) })]),
  ].join(' · ');
}

/** What is asked of a planned test by its limits. */
export function limitTexts({ limits, test, by }: Pick<PlannedTest, 'limits' | 'test' | 'by'>, units: UnitSystem): string[] {
  const q = (name: string, unit: string) => formatQuantity(limits[name]!, unit, units);
  const has = (name: string) => limits[name] !== undefined;
  const texts: string[] = [];
  if (has('filmMm')) {
    texts.push(t('asked.film', { mm: q('filmMm', 'mm') }));
    texts.push(limits['leastShare'] === 1 ? t('asked.none-under') : t('asked.share', { pct: Math.round(limits['leastShare']! * 100) }));
  }
  if (has('requiredMPa')) texts.push(t('asked.bond', { mean: q('requiredMPa', 'MPa'), least: q('leastMPa', 'MPa') }));
  if (has('sparkV')) texts.push(t('asked.spark', { volts: limits['sparkV']! }));
  if (has('spongeV')) texts.push(t('asked.sponge', { volts: limits['spongeV']! }));
  if (has('rhPct')) texts.push(t('asked.slab', { rh: limits['rhPct']!, ph: limits['ph']! }));
  if (has('apart') && by !== 'foreman') texts.push(t('asked.apart'));
  if (has('crystalsByAge')) texts.push(t('asked.crystals-by-age', { day: limits['crystalsDay']! }));
  else if (has('crystalsDay') && limits['day']! < limits['crystalsDay']!) texts.push(t('asked.crystals', { day: limits['crystalsDay']! }));
  if (has('dampAllowed')) texts.push(t('asked.damp'));
  if (texts.length === 0) texts.push(tOf(`asked.kind.${test}`));
  return texts;
}
