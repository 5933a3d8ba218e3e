import type { JobModel } from '../jobs/index.js';
import { type PlanRevision, type WorkItem, workItemsBefore } from '../planning/index.js';
import { type SiteState, aloneState, isLetGo, isRefused } from '../site-log/index.js';
import type { OutlookLine } from './outlook-line.js';
import { workValues } from './work-values.js';

interface Seen {
  model: JobModel;
  revision: PlanRevision | null;
  site: SiteState;
}

/** Somebody works alone and has not answered for so long that others are told: it comes before everything else. */
export function aloneLines({ alone }: Pick<SiteState, 'alone'>, nowMs: number): OutlookLine[] {
  return alone
    .filter((each) => aloneState(each, nowMs) === 'silent')
    .map(({ personName, lastMs }) => ({
      code: 'alone-silent',
      place: { step: 'site-log' },
      tone: 'wrong',
      atMs: lastMs,
      values: { name: personName },
    }));
}

/** What waits for somebody's hand: hold points at which work stands, and the dossier's signature once the work is done. */
export function handLines(seen: Seen): OutlookLine[] {
  const { revision } = seen;
  return revision ? [...holdLines(revision, seen), ...signLines(revision, seen)] : [];
}

function holdLines({ workItems }: PlanRevision, { model, site }: Pick<Seen, 'model' | 'site'>): OutlookLine[] {
  const finishedAt = (id: string) => site.done.get(id)?.finishedAt;
  return workItems.flatMap((item: WorkItem): OutlookLine[] => {
    if (!item.hold || site.done.has(item.id)) return [];
    const ends = workItemsBefore(workItems, item).map(finishedAt);
    const said = site.holds.get(item.id);
    if (ends.some((end) => end === undefined) || isLetGo(said, Math.max(-Infinity, ...(ends as number[])))) return [];
    const face = model.faces.find(({ id }) => id === item.faceId);
    const of = { place: { step: 'site-log', ...(face ? { faceId: face.id } : {}) }, ...(face ? { mark: face.mark } : {}) } as const;
    const values = workValues(item, model);
    return isRefused(said)
      ? [{ code: 'hold-refused', ...of, tone: 'wrong', values: { ...values, reason: said!.at(-1)!.reason ?? '' } }]
      : [{ code: 'hold-due', ...of, tone: 'waits', values }];
  });
}

/** The record is signed once all work is done: by nobody yet, or as it no longer is. */
function signLines({ workItems, fingerprint }: PlanRevision, { site }: Pick<Seen, 'site'>): OutlookLine[] {
  const ends = workItems.map(({ id }) => site.done.get(id)?.finishedAt);
  if (workItems.length === 0 || ends.some((end) => end === undefined)) return [];
  const last = site.signs.at(-1);
  const place = { step: 'handover' } as const;
  if (!last) return [{ code: 'sign-due', place, tone: 'waits' }];
  const signedMs = Date.parse(last.occurredAt);
  const laterMs = Math.max(...(ends as number[]), ...[...site.tests, ...site.visits].map(({ occurredAt }) => Date.parse(occurredAt)));
  const isOfAnother = last.body.kind === 'sign' && last.body.covers.revisionFingerprint !== fingerprint;
  return isOfAnother || laterMs > signedMs ? [{ code: 'sign-again', place, tone: 'waits', atMs: signedMs }] : [];
}
