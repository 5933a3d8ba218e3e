import type { JobModel } from '@caulkhorn/core/jobs';
import type { JobPlan } from '@caulkhorn/core/planning';
import type { PlanRevision } from '@caulkhorn/core/planning';
import type { SiteState } from '@caulkhorn/core/site-log';
import { t } from '../messages/t';
import { itemName } from '../words/item-name';

export interface SeenOfJob {
  model: JobModel;
  plan: JobPlan;
  revision: PlanRevision | null;
  site: SiteState;
  /** entries that are not sent yet */ waiting: number;
}

/** What a dossier would lack today, in words. */
export function whatIsMissing({ model, plan, revision, site, waiting }: SeenOfJob): string[] {
  const missing: string[] = [];
  const faceMark = (id: string) => model.faces.find((face) => face.id === id)?.mark ?? '';
  if (!revision) missing.push(t('missing.release'));
  for (const face of plan.faces) {
    if (face.findings.some((found) => found.code === 'no-governing-level'))
      missing.push(t('missing.governing', { mark: faceMark(face.faceId) }));
    if (face.rating && !face.rating.output.passes) missing.push(t('missing.rating', { mark: faceMark(face.faceId) }));
    for (const { rule, targetId } of face.treatments)
      if (rule.verdict === 'refuse' || rule.verdict === 'undecided')
        missing.push(
          t(rule.verdict === 'refuse' ? 'missing.refused' : 'missing.undecided', {
            mark: model.features.find((f) => f.id === targetId)?.mark ?? '',
          }),
        );
  }
  const open = (revision?.workItems ?? []).filter((item) => site.done.get(item.id)?.finishedAt === undefined);
  if (open.length > 0) missing.push(t('missing.open', { n: open.length, first: itemName(open[0]!, model) }));
  if (waiting > 0) missing.push(t('missing.unsent', { n: waiting }));
  return missing;
}
