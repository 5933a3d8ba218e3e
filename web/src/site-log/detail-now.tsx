import type { WorkItem } from '@caulkhorn/core/planning';
import { sectionOf } from '@caulkhorn/core/materials';
import { DetailSection } from '../build-up/detail-section';
import { howText } from '../build-up/how-text';
import { usePlanning } from '../job/job-context';
import { t } from '../messages/t';
import { useUnits } from '../shared/preferences';

/** On a phone's page between its edges. */
const WIDTH_PX = 340;

/** The detail that a piece of work is about, cut through with its dimensions, and its steps in their order. */
export function DetailNow({ item }: { item: WorkItem }) {
  const { plan } = usePlanning();
  const units = useUnits();
  const facePlan = plan.faces.find(({ faceId }) => faceId === item.faceId);
  const treatment = facePlan?.treatments.find(({ targetId }) => targetId === item.targetId);
  if (!facePlan || !treatment || treatment.rule.steps.length === 0) return null;
  const coatMm = facePlan.layers.filter(({ counts }) => counts).reduce((sum, { dryMm }) => sum + (dryMm ?? 0), 0);
  return (
    <section aria-label={t('now.detail')} className="border-y border-rule py-2">
      <h3 className="mb-1 font-semibold">{t('now.detail')}</h3>
      <DetailSection section={sectionOf(treatment, coatMm)} widthPx={WIDTH_PX} />
      <ol className="mt-2 list-decimal pl-5">
        {treatment.rule.steps.map((step, i) => (
          <li key={i}>{howText(step, treatment, facePlan, units)}</li>
        ))}
      </ol>
    </section>
  );
}
