import type { CardPart, MixingCard } from '@caulkhorn/core/planning';
import type { UnitSystem } from '@caulkhorn/core/quantities';
import { t, tOf } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';

export const partName = (name: string): string => tOf(`card.part.${name}`);

/** Liquids are poured by volume, what is bought by mass is weighed. */
export const partAmount = ({ name, massKg, volumeL }: CardPart, units: UnitSystem): string =>
  isPoured(name) ? formatQuantity(volumeL, 'L', units) : formatQuantity(massKg, 'kg', units);

/** What a part is called on a card, with its volume where it is weighed. */
export const partLabel = ({ name, volumeL }: CardPart, units: UnitSystem): string =>
  isPoured(name) ? partName(name) : `${partName(name)} (${formatQuantity(volumeL, 'L', units)})`;

const isPoured = (name: string): boolean => name === 'water' || name === 'gauging';

/** What to do, in order, as short sentences. */
export function stepsOf({ product, parts }: Pick<MixingCard, 'product' | 'parts'>): string[] {
  const mix = product.mix!;
  const [first, second] = parts;
  const into = first && second ? capital(t('card.into', { what: partName(second.name), where: partName(first.name) })) : '';
  return [
    mix.firstAloneMin ? t('card.first-alone', { part: partName(first!.name), min: formatNumber(mix.firstAloneMin, 1, 0) }) : '',
    into,
    t('card.mix-time', { min: formatNumber(mix.mixMin, 2, 0) }),
    mix.maxRpm ? t('card.rpm', { rpm: mix.maxRpm }) : '',
    mix.standMin > 0 ? t('card.stand', { min: formatNumber(mix.standMin, 1, 0) }) : '',
    mix.wholePacksOnly ? t('card.whole-packs') : '',
  ].filter((text) => text !== '');
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);

/** What must not go into the pail, and for water-mixed products when no more of it. */
export const nothingElse = ({ product }: Pick<MixingCard, 'product'>): string =>
  t(product.mix?.waterPerKgL === undefined ? 'card.nothing-else-dry' : 'card.nothing-else');
