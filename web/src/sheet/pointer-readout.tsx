import { levelAt } from '@caulkhorn/core/jobs';
import { headAt, pressureKPa } from '@caulkhorn/core/physics';
import { waterOn } from '@caulkhorn/core/water';
import { t } from '../messages/t';
import { formatQuantity } from '../shared/numbers';
import { useUnits } from '../shared/preferences';
import { parts, useJob, useSelection } from '../job/job-context';

/** Level, head and pressure where the pointer is. */
export function PointerReadout() {
  const { model } = useJob(parts('model'));
  const units = useUnits();
  const { pointer } = useSelection('pointer');
  const face = pointer && model.faces.find((f) => f.id === pointer.faceId);
  if (!pointer || !face) return null;
  const levelM = levelAt(face, pointer.point);
  const water = waterOn(face, model);
  const headM = water ? headAt(water.level.levelM, levelM) : undefined;
  return (
    <p
      data-testid="readout"
      className="pointer-events-none absolute right-2 bottom-2 rounded-[3px] border border-rule bg-raised px-2 py-1 text-[13px] max-[719px]:hidden"
    >
      <b>{face.mark}</b> {t('readout.level', { level: formatQuantity(levelM, 'm', units) })}
      {water && headM !== undefined
        ? ` · ${t('readout.head', { head: formatQuantity(headM, 'm', units), pressure: formatQuantity(pressureKPa(headM, water.body.densityKgM3), 'kPa', units) })}`
        : ''}
    </p>
  );
}
