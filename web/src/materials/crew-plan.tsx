import { type MixingCard, crewPlan } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatNumber } from '../messages/number-text';

/** Who does what when a material is gone in minutes. */
export function CrewPlan({ card }: { card: MixingCard }) {
  const crew = crewPlan(card.product);
  if (!crew) return null;
  return (
    <section className="my-2 border-l-4 border-ochre bg-ochre-soft px-2.5 py-1.5" aria-label={t('crew-plan.name')}>
      <p className="font-semibold">{t('crew-plan.name')}</p>
      <p>{crew.posts.map(({ post, people }) => t(`crew-plan.${post}`, { n: people })).join(' · ')}</p>
      <p>
        {t('crew-plan.pace', {
          pails: formatNumber(crew.pailsPerMin, 2),
          m2: formatNumber(crew.m2PerPail, 1),
          every: formatNumber(1 / crew.pailsPerMin, 1),
        })}
      </p>
    </section>
  );
}
