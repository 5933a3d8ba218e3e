import type { JobModel } from '@caulkhorn/core/jobs';
import type { WorkItem } from '@caulkhorn/core/planning';
import { t } from '../messages/t';
import { stepText } from './step-text';

type Named = Pick<WorkItem, 'faceId' | 'targetId' | 'step' | 'coatNo' | 'again' | 'zone' | 'mend'>;

/** What a work item is called on screens and in the dossier: "B · coat 2", "B · K2 · plug". */
export function itemName(item: Named, model: JobModel): string {
  const face = model.faces.find((f) => f.id === item.faceId)?.mark ?? '?';
  return `${face} · ${stepName(item, model)}`;
}

export function stepName(item: Named, model: JobModel): string {
  const feature = model.features.find((f) => f.id === item.targetId)?.mark;
  const step = stepText(item);
  if (feature) return `${feature} ${step}`;
  return item.targetId ? `${t('junction.short')} ${step}` : step;
}
