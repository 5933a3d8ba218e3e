import type { PlannedLayer } from '@caulkhorn/core/materials';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';

export function layerName({ layer, id }: Pick<PlannedLayer, 'layer' | 'id'>): string {
  return layer === 'coat' ? tOf(`step.${id}`) : t(`layer.${layer}`);
}

/** A layer in one line: its name, what it takes, how thick it is. */
export function layerText(layer: PlannedLayer, units: UnitSystem): string {
  const { product, perM2, wetMm } = layer;
  const rate = product.measure === 'kg' ? t('layer-view.rate', { rate: rateText(perM2, units) }) : '';
  const film = wetMm === undefined ? '' : t('layer-view.wet', { mm: formatQuantity(wetMm, 'mm', units) });
  return [layerName(layer), rate, film].filter((part) => part !== '').join(', ');
}

/** kg/m², or lb/ft². */
export function rateText(kgPerM2: number, units: UnitSystem): string {
  return units === 'us' ? `${formatNumber(kgPerM2 * 0.204816, 3)}\u202flb/ft²` : `${formatNumber(kgPerM2, 2)}\u202fkg/m²`;
}

/** When a layer may follow the one before it. */
export function waitText(layer: PlannedLayer, units: UnitSystem): string {
  const { after } = layer;
  if (!after || layer.embedded) return '';
  const { minH, maxH, referenceC } = after;
  if (minH === 0 && maxH === null) return '';
  const from = formatNumber(minH, 2, 0);
  const at = formatQuantity(referenceC, '°C', units);
  return maxH === null ? t('layer-view.after', { from, at }) : t('layer-view.between', { from, to: formatNumber(maxH, 1, 0), at });
}
