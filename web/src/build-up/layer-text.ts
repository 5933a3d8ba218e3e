import type { PlannedLayer } from '@caulkhorn/core/materials';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatFilm, formatQuantity } from '../shared/numbers';

export function layerName({ layer, id }: Pick<PlannedLayer, 'layer' | 'id'>): string {
  return layer === 'coat' ? tOf(`step.${id}`) : t(`layer.${layer}`);
}

/** A layer in one line: its name, what it takes, how thick it is. */
export function layerText(layer: PlannedLayer, units: UnitSystem): string {
  const { product, wetMm } = layer;
  const rate =
    product.measure === 'kg'
      ? t('layer-view.rate', {
          rate: layerRate(layer, units),
        })
      : '';
  const film = wetMm === undefined ? '' : t('layer-view.wet', { mm: formatFilm(wetMm, units) });
  return [layerName(layer), rate, film].filter((part) => part !== '').join(', ');
}

/** What a layer takes, with the coverage of what is bought ready by the pail. */
export function layerRate({ product, perM2 }: Pick<PlannedLayer, 'product' | 'perM2'>, units: UnitSystem): string {
  const isReady = product.parts?.some(({ name }) => name === 'single');
  return rateText(perM2, units, isReady ? product.densityKgL : undefined);
}

/** ft² that a US gallon of 1 kg/L covers at 1 kg/m². */
const FT2_PER_GAL = 3.785411784 / 0.09290304;

/** kg/m², or lb/ft² with the coverage of what is bought by the gallon. */
export function rateText(kgPerM2: number, units: UnitSystem, densityKgL?: number): string {
  if (units !== 'us') return `${formatNumber(kgPerM2, 2)}\u202fkg/m²`;
  const rate = `${formatNumber(kgPerM2 * 0.204816, 3)}\u202flb/ft²`;
  return densityKgL === undefined ? rate : `${rate} (${formatNumber((FT2_PER_GAL * densityKgL) / kgPerM2, 0)}\u202fft²/gal)`;
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
