import { PREPARE_STEPS, wasteKgOf } from '@caulkhorn/core/build-up';
import type { FacePlan } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { hoursMinutes } from '../shared/times';
import { Said } from './said';

const MINUTE_MS = 60_000;

/** Nobody weighs what is swept up. */
const aboutKg = (kg: number): number => Number(kg.toPrecision(kg < 1 ? 1 : 2));

/** How a face is made ready for what is chosen: each step with its amount, its hours, and how it is seen to be right. */
export function PrepareCard({
  plan,
  isOneOfMany = false,
}: {
  plan: Pick<FacePlan, 'prepare'>;
  /** no place of its own among the landmarks of the page */ isOneOfMany?: boolean;
}) {
  const units = useUnits();
  return (
    <section aria-label={isOneOfMany ? undefined : t('prepare.title')} className="mt-4 break-inside-avoid-page">
      <h2 className="mb-1 font-semibold">{t('prepare.title')}</h2>
      {plan.prepare.length === 0 ? <p className="text-soft">{t('prepare.none')}</p> : null}
      <ol className="list-decimal space-y-1.5 pl-5">
        {plan.prepare.map(({ id, areaM2, personMin }) => {
          const { waitH } = PREPARE_STEPS[id];
          const wasteKg = wasteKgOf({ id, areaM2 });
          const facts = [
            personMin > 0 ? t('prepare.of', { area: formatQuantity(areaM2, 'm²', units), time: hoursMinutes(personMin * MINUTE_MS) }) : '',
            wasteKg > 0 ? t('prepare.waste', { weight: formatQuantity(aboutKg(wasteKg), 'kg', units) }) : '',
            waitH > 0 ? t('prepare.waits', { hours: waitH }) : '',
          ].filter((part) => part !== '');
          return (
            <li key={id}>
              <Said>{t(`prepare.${id}`)}</Said>
              <span className="block font-medium">{t('prepare.passes', { check: t(`prepare.${id}.check`) })}</span>
              {facts.length > 0 ? <span className="block text-[13px] text-soft">{facts.join(' · ')}</span> : null}
            </li>
          );
        })}
      </ol>
    </section>
  );
}
