import { type BuildUp, MOST_ZONES } from '@caulkhorn/core/jobs';
import type { WorkItem } from '@caulkhorn/core/planning';
import { parts, useJob } from '../job/job-context';
import { t } from '../messages/t';
import { SelectField } from '../shared/ui/field';

/** A coat of the whole face, which can be laid in strips; what is laid on a detail is not. */
export const isLaidInStrips = ({ targetId, step, quantity }: WorkItem): boolean =>
  targetId === undefined && step.startsWith('coat-') && quantity.unit === 'm²';

export function inStrips({ zones: _, ...buildUp }: BuildUp, zones: number): BuildUp {
  return zones > 1 ? { ...buildUp, zones } : buildUp;
}

/** In how many strips a face is coated. */
export function StripsField({ buildUp, disabled = false }: { buildUp: BuildUp; disabled?: boolean }) {
  const { put } = useJob(parts('put'));
  return (
    <SelectField
      label={t('strips.label')}
      disabled={disabled}
      value={String(buildUp.zones ?? 1)}
      options={Array.from({ length: MOST_ZONES }, (_, i) => ({
        value: String(i + 1),
        label: i === 0 ? t('strips.one') : t('strips.n', { n: i + 1 }),
      }))}
      onChange={({ target }) => put('build-up', inStrips(buildUp, Number(target.value)))}
    />
  );
}
