import type { FacePlan } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { formatFilm } from '../shared/numbers';
import { limitsOfSheet } from '../words/limits-text';
import { useUnits } from '../shared/preferences';
import { parts, useJob } from '../job/job-context';
import { LayerStack, countedMm } from './layer-stack';

/** The build-up of a face in section, with what its wall is and what the air must be like. */
export function LayerView({ plan }: { plan: FacePlan }) {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { layers } = plan;
  const face = model.faces.find(({ id }) => id === plan.faceId)!;
  if (layers.length === 0) return null;
  const counted = countedMm(layers);
  return (
    <section className="mt-4" aria-label={t('layer-view.name')}>
      <h3 className="mb-1 font-semibold">{t('layer-view.name')}</h3>
      <LayerStack layers={layers} />
      <p className="mt-1 text-[13px] text-soft">
        {t('layer-view.wall', { wall: t(`substrate.${face.substrate}`) })}{' '}
        {counted > 0 ? t('layer-view.total', { mm: formatFilm(counted, units) }) : ''} <Conditions plan={plan} />
      </p>
    </section>
  );
}

/** What the air and the wall must be like, by the sheet of the coat. */
function Conditions({ plan }: { plan: FacePlan }) {
  const units = useUnits();
  const coat = plan.products?.coat;
  return coat ? <>{limitsOfSheet(coat, units).join(' ')}</> : null;
}
