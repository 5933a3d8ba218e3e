import type { FacePlan } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { TreatmentCard } from './treatment-card';

export function FaceTreatments({ facePlan }: { facePlan: FacePlan }) {
  const { treatments } = facePlan;
  if (treatments.length === 0) return <p className="mt-4 text-soft">{t('build-up.no-features')}</p>;
  return (
    <section className="mt-4" aria-label={t('build-up.treatments')}>
      <h3 className="mb-1 font-semibold">{t('build-up.treatments')}</h3>
      {treatments.map((treatment) => (
        <TreatmentCard key={treatment.targetId} treatment={treatment} facePlan={facePlan} />
      ))}
    </section>
  );
}
