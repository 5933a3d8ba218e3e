import { FROST_FREE_H, type Product, freezes } from '@caulkhorn/core/catalogue';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';

/** What the air and the wall must be like, by a product's sheet: one short sentence each. */
export function limitsOfSheet(product: Pick<Product, 'binder' | 'limits'>, units: UnitSystem): string[] {
  const { limits } = product;
  const range = (min: number | undefined, max: number | undefined) => ({
    min: min === undefined ? t('no-value') : formatQuantity(min, '°C', units),
    max: max === undefined ? t('no-value') : formatQuantity(max, '°C', units),
  });
  return [
    t('layer-view.surface', range(limits.surfaceMinC, limits.surfaceMaxC)),
    limits.airMinC === undefined && limits.airMaxC === undefined ? '' : t('layer-view.air', range(limits.airMinC, limits.airMaxC)),
    limits.dewMarginC > 0 ? t('layer-view.dew', { margin: formatQuantity(limits.dewMarginC, 'K', units) }) : '',
    limits.airRhMaxPct === undefined ? '' : t('layer-view.humid', { rh: limits.airRhMaxPct }),
    freezes(product) ? t('layer-view.frost', { h: limits.frostFreeH ?? FROST_FREE_H }) : '',
    limits.rainFreeH ? t('layer-view.rain', { h: limits.rainFreeH }) : '',
  ].filter((part) => part !== '');
}
