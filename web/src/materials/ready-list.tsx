import type { ReadyCard } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Caution } from '../shared/ui/states';
import { limitsOfSheet } from '../words/limits-text';
import { readySteps } from '../words/ready-text';
import { parts, useJob } from '../job/job-context';
import { pieceName } from './piece-name';

/** Cards for what is not mixed: how much of it, what may go into it, and how it is kept. */
export function ReadyList({ cards, isLarge }: { cards: readonly ReadyCard[]; isLarge?: boolean }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  if (cards.length === 0) return null;
  return (
    <section aria-label={t('ready.title')} className={isLarge ? 'mt-6 flex flex-col gap-6' : 'mt-4 flex flex-col gap-3'}>
      <h2 className={isLarge ? 'text-xl font-bold' : 'font-semibold'}>{t('ready.title')}</h2>
      {cards.map((card) => {
        const name = pieceName(card, model);
        return (
          <article
            key={`${card.faceId} ${card.what} ${card.product.id} ${card.product.version}`}
            aria-label={t('ready.name', { product: `${name}, ${card.product.name}` })}
            className={`break-inside-avoid-page border border-rule-strong bg-paper ${isLarge ? 'p-5 text-lg leading-7' : 'p-3'}`}
          >
            <h3 className={isLarge ? 'text-2xl leading-8 font-bold' : 'font-semibold'}>
              {name}
              <span className="block font-normal">{card.product.name}</span>
            </h3>
            <p className={`my-1 font-bold ${isLarge ? 'text-4xl leading-[48px]' : 'text-2xl leading-8'}`}>
              {formatQuantity(card.litres, 'L', units)}{' '}
              <small className={`font-normal text-soft ${isLarge ? 'text-lg' : 'text-[13px]'}`}>
                {formatQuantity(card.kg, 'kg', units)}
              </small>
            </p>
            <p className="font-medium">{readySteps(card, units).join(' ')}</p>
            <p className={isLarge ? '' : 'text-[13px] text-soft'}>{limitsOfSheet(card.product, units).join(' ')}</p>
            {card.product.hazards?.map((hazard) => (
              <Caution key={hazard}>{t(`caution.${hazard}`)}</Caution>
            ))}
          </article>
        );
      })}
    </section>
  );
}
