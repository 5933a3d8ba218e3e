import type { ReadyCard } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';

/** What to do with what comes ready, in order, as short sentences. */
export function readySteps({ product, litres, waterL }: ReadyCard, units: UnitSystem): string[] {
  const { kettle, waterMlPerL, waterMixMin, rinseAfterH } = product.handling ?? {};
  const celsius = (value: number) => formatQuantity(value, '°C', units);
  if (kettle)
    return [
      t('ready.kettle-warm', { hours: formatNumber(kettle.warmUpH, 1, 0), min: celsius(kettle.minC), max: celsius(kettle.maxC) }),
      t('ready.kettle-oil', { min: celsius(kettle.oilMinC), max: celsius(kettle.oilMaxC) }),
      t('ready.kettle-full', { share: formatNumber(kettle.leastFilledShare * 100, 0) }),
      t('ready.kettle-write'),
    ];
  const rinse = rinseAfterH === undefined ? [] : [t('ready.rinse', { hours: formatNumber(rinseAfterH, 1, 0) })];
  if (waterL !== undefined)
    return [
      t('ready.thin', {
        litres: formatQuantity(litres, 'L', units),
        water: formatQuantity(waterL, 'L', units),
        parts: formatNumber(waterL / litres, 1, 0),
      }),
      t('ready.thin-only-this'),
    ];
  if (waterMlPerL !== undefined)
    return [
      t('ready.water-most', { water: formatQuantity((litres * waterMlPerL) / 1000, 'L', units) }),
      ...(waterMixMin === undefined ? [] : [t('ready.water-mix', { min: formatNumber(waterMixMin, 1, 0) })]),
      ...rinse,
    ];
  return [t('ready.stir'), t('ready.nothing-in'), ...rinse];
}
