import type { Product } from '@caulkhorn/core/catalogue';
import { type WorkItem, comesReady, mixingCard, readyCard } from '@caulkhorn/core/planning';
import { usePlanning } from '../job/job-context';
import { useHouse } from '../job/use-house';
import { t } from '../messages/t';
import { faultText } from '../shared/fault-text';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { nothingElse, partAmount, partName, stepsOf } from '../words/card-text';
import { limitsOfSheet } from '../words/limits-text';
import { readySteps } from '../words/ready-text';

/** The batch for just this piece of work, at the wall's temperature and in the house's vessel. */
export function Batch({
  item,
  product,
  kg,
  temperatureC,
  isOneOfMany = false,
}: {
  item: WorkItem;
  product: Product;
  kg: number;
  temperatureC: number;
  /** no place of its own among the landmarks of the page */ isOneOfMany?: boolean;
}) {
  const units = useUnits();
  const { conditions } = usePlanning();
  const { vesselL } = useHouse();
  const mixed = mixingCard(product, kg, { ...conditions, temperatureC }, vesselL);
  if (mixed && !mixed.ok)
    return (
      <p role="alert" className="font-medium text-iron">
        {mixed.issues.map(faultText).join(' ')}
      </p>
    );
  if (!mixed) {
    const card = comesReady(product) ? readyCard(product, kg, { faceId: item.faceId, what: item.step, times: 1 }) : undefined;
    return (
      <div>
        <p className="text-lg">
          {product.name}{' '}
          <b>
            {formatQuantity(kg, product.measure, units)}
            {card ? ` (${formatQuantity(card.litres, 'L', units)})` : ''}
          </b>
        </p>
        {card ? <p className="font-medium">{readySteps(card, units).join(' ')}</p> : null}
      </div>
    );
  }
  const card = mixed.value;
  return (
    <section aria-label={isOneOfMany ? undefined : t('now.mix')}>
      <p className="flex justify-between text-soft">
        <span>
          {product.name}, {t('card.batches', { n: card.batch.output.batches })}
        </span>
        <span>{t('now.use-within', { life: formatQuantity(card.batch.output.lifeMin, 'min', units) })}</span>
      </p>
      <p className="flex flex-wrap gap-x-6 text-3xl leading-10 font-bold">
        {card.parts.map((part) => (
          <span key={part.name}>
            {partAmount(part, units)} <small className="text-sm font-normal text-soft">{partName(part.name)}</small>
          </span>
        ))}
      </p>
      <p className="font-medium">
        {stepsOf(card).join(' ')} {nothingElse(card)}
      </p>
      <p className="text-soft">{limitsOfSheet(product, units).join(' ')}</p>
    </section>
  );
}
