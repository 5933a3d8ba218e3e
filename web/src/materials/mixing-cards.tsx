import type { MixingCard } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Caution } from '../shared/ui/states';
import { useWorking } from '../workings/use-working';

/** One card a product, to be read from an arm's length: how much of what, in which order, and for how long it lives. */
export function MixingCards({ cards }: { cards: readonly MixingCard[] }) {
  return (
    <div className="flex flex-col gap-3">
      {cards.map((card) => (
        <Card key={card.product.id} card={card} />
      ))}
    </div>
  );
}

function Card({ card }: { card: MixingCard }) {
  const units = useUnits();
  const show = useWorking((state) => state.show);
  const { batch, mix, product } = card;
  const water = mix.output.parts.find((part) => part.name === 'water');
  return (
    <article className="border border-rule-strong bg-paper p-3" aria-label={t('card.name', { product: product.name })}>
      <header className="flex items-baseline justify-between gap-2">
        <h4 className="font-semibold">{product.name}</h4>
        <span className="text-[13px] text-soft">{t('card.batches', { n: batch.output.batches })}</span>
      </header>
      <div className="my-1.5 flex flex-wrap gap-x-6">
        <Big
          value={formatQuantity(batch.output.batchKg, 'kg', units)}
          label={t('card.powder')}
          onClick={() => show(batch, t('card.batch-size'))}
        />
        <Big value={formatQuantity(water?.volumeL ?? 0, 'L', units)} label={t('card.water')} onClick={() => show(mix, t('card.water'))} />
        <Big
          value={formatQuantity(batch.output.lifeMin, 'min', units)}
          label={t('card.life')}
          onClick={() => show(batch, t('card.life'))}
        />
      </div>
      <p className="font-medium">
        {t(`card.order.${product.mix.addTo}`)} {t('card.mix-time', { min: product.mix.mixMin })}{' '}
        {product.mix.standMin > 0 ? t('card.stand', { min: product.mix.standMin }) : ''}
      </p>
      <p className="mb-2 font-semibold">{t('card.nothing-else')}</p>
      {product.hazards.map((hazard) => (
        <Caution key={hazard}>{t(`caution.${hazard}`)}</Caution>
      ))}
    </article>
  );
}

function Big({ value, label, onClick }: { value: string; label: string; onClick(): void }) {
  return (
    <button type="button" onClick={onClick} title={t('working.open')} className="text-left hover:bg-sunk">
      <span className="block text-2xl leading-8 font-bold">{value}</span>
      <span className="block text-[13px] text-soft">{label}</span>
    </button>
  );
}
