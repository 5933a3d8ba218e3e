import type { JobModel, Side } from '@caulkhorn/core/jobs';
import { t } from '../messages/t';

/** What may stand against a side of a face, as one choice: the air, or one of the job's waters. */
export function sideOptions({ waterBodies }: Pick<JobModel, 'waterBodies'>): { value: string; label: string }[] {
  return [
    { value: 'room', label: t('side.room') },
    { value: 'open-air', label: t('side.open-air') },
    { value: 'ground', label: t('side.dry-ground') },
    ...waterBodies.map(({ id, kind, name }) => ({ value: `${kind} ${id}`, label: t('side.of', { kind: t(`side.${kind}`), name }) })),
  ];
}

export function sideValue({ kind, waterBodyId }: Side): string {
  return waterBodyId ? `${kind} ${waterBodyId}` : kind;
}

export function readSide(value: string): Side {
  const [kind, waterBodyId] = value.split(' ');
  return { kind: kind as Side['kind'], ...(waterBodyId ? { waterBodyId } : {}) };
}
