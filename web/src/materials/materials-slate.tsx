import { Printer } from 'lucide-react';
import { useState } from 'react';
import { Link } from 'react-router';
import { t, tOf } from '../messages/t';
import { buttonClass } from '../shared/ui/button';
import { faultText } from '../shared/fault-text';
import { parts, useJob, usePlanning, useSelection } from '../job/job-context';
import { SlateTitle } from '../shared/ui/slate-title';
import { JobStock } from '../stores/job-stock';
import { CostList } from './cost-list';
import { CrewSettings } from './crew-settings';
import { MixingCards } from './mixing-cards';
import { ReadyList } from './ready-list';
import { Orders } from './order-list';
import { TableOut } from './table-out';
import { orderTable, takeOffTable } from './tables-out';
import { TakeOffList } from './take-off-list';
import { usePieceCards } from './use-piece-cards';

const CARDS_SHOWN = 20;
const PARTS = ['take-off', 'order', 'stock', 'cards', 'cost'] as const;
type Part = (typeof PARTS)[number];

/** Materials: what to take off, buy, mix and reckon with. Every line leads back to the sheet, every figure to its working. */
export function MaterialsSlate() {
  const { model } = useJob(parts('model'));
  const { plan } = usePlanning();
  const [part, setPart] = useState<Part>('take-off');
  const lines = plan.faces.flatMap((face) => face.lines);
  if (lines.length === 0)
    return (
      <>
        <SlateTitle>{t('lens.materials')}</SlateTitle>
        <p className="text-soft">{t('materials.none')}</p>
      </>
    );
  return (
    <>
      <SlateTitle>{t('lens.materials')}</SlateTitle>
      <div role="tablist" aria-label={t('lens.materials')} className="mb-3 flex border-b-2 border-rule-strong">
        {PARTS.map((each) => (
          <button
            key={each}
            type="button"
            role="tab"
            aria-selected={part === each}
            onClick={() => setPart(each)}
            className={`-mb-0.5 h-9 border-b-2 px-2.5 font-medium whitespace-nowrap max-[719px]:h-14 ${part === each ? 'border-water text-ink' : 'border-transparent text-soft hover:text-ink'}`}
          >
            {t(`materials.part.${each}`)}
          </button>
        ))}
      </div>
      {part === 'take-off' ? (
        <>
          <TableOut name={`${model.job.name} ${t('materials.take-off')}`} tables={[takeOffTable(plan, model)]} />
          <TakeOffList lines={lines} />
        </>
      ) : null}
      {part === 'order' ? (
        <>
          <TableOut name={`${model.job.name} ${t('materials.packs')}`} tables={[orderTable(plan), takeOffTable(plan, model)]} />
          {plan.supply.findings.map((found, i) => (
            <p key={i} role="alert" className="mt-1 font-medium text-iron">
              {faultText(found)}
            </p>
          ))}
          <Orders plan={plan} />
          <p className="mt-3 text-[13px] text-soft">{t('materials.invented', { job: model.job.name })}</p>
        </>
      ) : null}
      {part === 'stock' ? <JobStock /> : null}
      {part === 'cards' ? <Cards /> : null}
      {part === 'cost' ? <CostList plan={plan} /> : null}
    </>
  );
}

function Cards() {
  const { organisationId, jobId } = useJob(parts('organisationId', 'jobId'));
  const { plan, conditions } = usePlanning();
  const { model } = useJob(parts('model'));
  const { selected } = useSelection('selected');
  const { cards, ready, refused } = usePieceCards();
  const onFace = <T extends { faceId: string }>(all: readonly T[]) =>
    selected?.kind === 'face' ? all.filter(({ faceId }) => faceId === selected.id) : [];
  const isOfFace = onFace(cards).length + onFace(ready).length > 0;
  const [shown, shownReady] = isOfFace ? [onFace(cards), onFace(ready)] : [cards.slice(0, CARDS_SHOWN), ready.slice(0, CARDS_SHOWN)];
  const left = cards.length + ready.length - shown.length - shownReady.length;
  const markOf = (faceId: string) => model.faces.find(({ id }) => id === faceId)?.mark ?? '';
  return (
    <>
      <CrewSettings />
      <div className="my-3 flex items-center gap-3">
        <p className="flex-1 text-soft">{t('materials.cards', { people: conditions.people })}</p>
        <Link to={`/o/${organisationId}/jobs/${jobId}/cards`} className={buttonClass('outline', 'small')}>
          <Printer size={15} /> {t('card.large')}
        </Link>
      </div>
      {plan.supply.findings.map((found, i) => (
        <p key={i} role="alert" className="mb-2 font-medium text-iron">
          {faultText(found)} {found.path.replace('products.', '')}
        </p>
      ))}
      {refused.map(({ faceId, what, issues }) => (
        <p key={`${faceId} ${what}`} role="alert" className="mb-2 font-medium text-iron">
          {markOf(faceId)} {tOf(what === 'coat' ? 'card.coat' : `step.${what}`)}: {issues.map(faultText).join(' ')}
        </p>
      ))}
      <MixingCards cards={shown} />
      <ReadyList cards={shownReady} />
      {left > 0 ? <p className="mt-2 text-soft">{t('card.more', { n: left })}</p> : null}
    </>
  );
}
