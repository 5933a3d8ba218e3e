import { type PieceCard, outsideSheet } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { Caution } from '../shared/ui/states';
import { faultText } from '../shared/fault-text';
import { useWorking } from '../workings/use-working';
import { nothingElse, partAmount, partLabel, partName, stepsOf } from '../words/card-text';
import { limitsOfSheet } from '../words/limits-text';
import { parts, useJob } from '../job/job-context';
import { CrewPlan } from './crew-plan';
import { pieceName, pieceWall } from './piece-name';

/** One card a piece of work, to be read from an arm's length: how much of what, in which order, and for how long it lives. */
export function MixingCards({ cards, isLarge }: { cards: readonly PieceCard[]; isLarge?: boolean }) {
  return (
    <div className={isLarge ? 'flex flex-col gap-6' : 'flex flex-col gap-3'}>
      {cards.map((card) => (
        <Card key={`${card.faceId} ${card.what} ${card.product.id} ${card.product.version}`} card={card} isLarge={isLarge} />
      ))}
    </div>
  );
}

function Card({ card, isLarge }: { card: PieceCard; isLarge?: boolean }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const show = useWorking((state) => state.show);
  const { batch, mix, parts: contents, product, tool } = card;
  return (
    <article
      className={`break-inside-avoid-page border border-rule-strong bg-paper ${isLarge ? 'p-5 text-lg leading-7' : 'p-3'}`}
      aria-label={t('card.name', { product: `${pieceName(card, model)}, ${product.name}` })}
    >
      <header className="flex items-baseline justify-between gap-2">
        <h2 className={isLarge ? 'text-2xl leading-8 font-bold' : 'font-semibold'}>
          {pieceName(card, model)}
          <span className="block font-normal">{product.name}</span>
        </h2>
        <span className={isLarge ? 'font-semibold' : 'text-[13px] text-soft'}>{t('card.batches', { n: batch.output.batches })}</span>
      </header>
      <div className={`my-1.5 flex flex-wrap ${isLarge ? 'gap-x-10 gap-y-2' : 'gap-x-6'}`}>
        {contents.map((part) => (
          <Big
            key={part.name}
            isLarge={isLarge}
            value={partAmount(part, units)}
            label={partLabel(part, units)}
            onClick={() => show(mix, partName(part.name))}
          />
        ))}
        <Big
          isLarge={isLarge}
          value={formatQuantity(batch.output.lifeMin, 'min', units)}
          label={t('card.life')}
          onClick={() => show(batch, t('card.batch-size'))}
        />
      </div>
      <p className="font-medium">{stepsOf(card).join(' ')}</p>
      <p className={`${isLarge ? '' : 'text-[13px]'} ${card.isAssumed ? 'text-ochre' : 'text-soft'}`}>{pieceWall(card, units)}</p>
      {outsideSheet(product, card.temperatureC).map((found) => (
        <p key={found.code} role="alert" className="font-medium text-iron">
          {faultText(found)}
        </p>
      ))}
      <p className={isLarge ? '' : 'text-[13px] text-soft'}>
        {t('card.placing', {
          tool: t(`tool.${tool}`),
          min: formatNumber(batch.output.minutesPerBatch, 0),
          why: t(`card.limit.${batch.output.limiting}`),
        })}
      </p>
      <p className="mb-2 font-semibold">{nothingElse(card)}</p>
      <p className={isLarge ? 'mb-2' : 'mb-2 text-[13px] text-soft'}>{limitsOfSheet(product, units).join(' ')}</p>
      <CrewPlan card={card} />
      {product.hazards?.map((hazard) => (
        <Caution key={hazard}>{t(`caution.${hazard}`)}</Caution>
      ))}
    </article>
  );
}

function Big({ value, label, onClick, isLarge }: { value: string; label: string; onClick(): void; isLarge?: boolean }) {
  return (
    <button type="button" onClick={onClick} title={t('working.open')} className="text-left hover:bg-sunk">
      <span className={`block font-bold ${isLarge ? 'text-5xl leading-[56px]' : 'text-2xl leading-8'}`}>{value}</span>
      <span className={`block text-soft ${isLarge ? '' : 'text-[13px]'}`}>{label}</span>
    </button>
  );
}
