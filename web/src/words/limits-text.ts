import { FROST_FREE_H, type Product, freezes } from '@caulkhorn/core/catalogue';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';

/** What the air and the wall must be like, by a product's sheet: one short sentence each. */
export function limitsOfSheet(product: Pick<Product, 'binder' | 'limits'>, units: UnitSystem): string[] {
  const { limits } = product;
  const celsius = (value: number) => formatQuantity(value, '°C', units);
  return [
    t('layer-view.surface', { min: celsius(limits.surfaceMinC), max: celsius(limits.surfaceMaxC) }),
    airText(limits.airMinC, limits.airMaxC, celsius),
    limits.dewMarginC > 0 ? t('layer-view.dew', { margin: formatQuantity(limits.dewMarginC, 'K', units) }) : '',
    limits.airRhMaxPct === undefined ? '' : t('layer-view.humid', { rh: limits.airRhMaxPct }),
    freezes(product) ? t('layer-view.frost', { h: limits.frostFreeH ?? FROST_FREE_H }) : '',
    limits.rainFreeH ? t('layer-view.rain', { h: limits.rainFreeH }) : '',
  ].filter((part) => part !== '');
}

/** A sheet may set one end only. */
function airText(min: number | undefined, max: number | undefined, celsius: (value: number) => string): string {
  if (min !== undefined && max !== undefined) return t('layer-view.air', { min: celsius(min), max: celsius(max) });
  if (min !== undefined) return t('layer-view.air-from', { min: celsius(min) });
  return max === undefined ? '' : t('layer-view.air-to', { max: celsius(max) });
}
