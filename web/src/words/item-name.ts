import type { JobModel } from '@caulkhorn/core/jobs';
import type { WorkItem } from '@caulkhorn/core/planning';
import { t, tOf } from '../messages/t';

type Named = Pick<WorkItem, 'faceId' | 'targetId' | 'step' | 'coatNo'>;

/** What a work item is called on screens and in the dossier: "B · coat 2", "B · K2 · plug". */
export function itemName(item: Named, model: JobModel): string {
  const face = model.faces.find((f) => f.id === item.faceId)?.mark ?? '?';
  return `${face} · ${stepName(item, model)}`;
}

export function stepName(item: Named, model: JobModel): string {
  const feature = model.features.find((f) => f.id === item.targetId)?.mark;
  const step = [`step.${item.step}`, ...(item.coatNo === undefined ? [] : [`step.coat-${item.coatNo}`])].map((key) => tOf(key)).join(', ');
  if (feature) return `${feature} ${step}`;
  return item.targetId ? `${t('junction.short')} ${step}` : step;
}
