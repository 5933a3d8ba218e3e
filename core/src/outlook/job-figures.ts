import type { FamilyId, Reading } from '../jobs/index.js';
import type { PlanRevision } from '../planning/index.js';
import { proofOfPlan, productOfWork } from '../proof/index.js';
import { HOUR_MS, MINUTE_MS } from '../quantities/index.js';
import { type LogLine, type SiteState, type WorkDone, foldLog } from '../site-log/index.js';
import { workSpan } from './work-span.js';

type Item = PlanRevision['workItems'][number];

/** One finished piece of work: what was planned for it, and what it took. */
export interface WorkFigure {
  workItemId: string;
  /** none for what is done where no family was chosen */ family?: FamilyId;
  step: Item['step'];
  /** who worked on it */ who: string[];
  /** ISO 8601 */ finishedAt: string;
  quantity: Item['quantity'];
  /** persons that it was planned with */ crew: number;
  /** from start to finish, by the plan, min */ plannedMin: number;
  /** and by the log; left out where it went over a night, or its start was not written down */ tookMin?: number;
  /** of what its layer takes, kg */ plannedKg?: number;
  /** by its finish or its pails; left out where nobody weighed */ usedKg?: number;
  /** begun after a window of its product's sheet had closed; left out where it has none, or its times are not known */ isLate?: boolean;
}

/** How often former leaks of a face were looked at, and how often one had come back. */
export interface LeakFigure {
  faceId: string;
  family?: FamilyId;
  looks: number;
  cameBack: number;
}

export interface JobFigures {
  work: WorkFigure[];
  leaks: LeakFigure[];
}

export interface FiguresFrom {
  /** released last; without one nothing was planned */ revision: PlanRevision | null;
  lines: readonly LogLine[];
  readings: readonly Reading[];
  nowMs: number;
}

/** What was planned against what it took, piece by piece, from what was released and what was written: nothing is guessed. */
export function jobFigures({ revision, lines, readings, nowMs }: FiguresFrom): JobFigures {
  if (!revision?.decided) return { work: [], leaks: [] };
  const site = foldLog(lines);
  const families = new Map(revision.decided.faces.map(({ faceId, family }) => [faceId, family]));
  const familyOf = (faceId: string) => (families.get(faceId) ? { family: families.get(faceId)! } : {});
  const used = usedKg(lines, site);
  const work = revision.workItems.flatMap((item): WorkFigure[] => {
    const done = site.done.get(item.id);
    // a cure takes nobody's time from start to finish
    if (done?.finishedAt === undefined || item.durationMin === 0) return [];
    const span = workSpan(done, revision.decided!.job.timeZone);
    const planned = plannedKg(item, revision);
    const late = isLate(item, done, site);
    return [
      {
        ...{ workItemId: item.id, ...familyOf(item.faceId), step: item.step, who: done.people },
        ...{ finishedAt: new Date(done.finishedAt).toISOString(), quantity: item.quantity },
        ...{ crew: revision.decided!.crew.people, plannedMin: item.durationMin },
        ...(span ? { tookMin: (span.toMs - span.fromMs) / MINUTE_MS } : {}),
        ...(planned === undefined ? {} : { plannedKg: planned }),
        ...(used.has(item.id) ? { usedKg: used.get(item.id)! } : {}),
        ...(late === undefined ? {} : { isLate: late }),
      },
    ];
  });
  const leaks = [...proofOfPlan(revision, site, readings, nowMs)].flatMap(([faceId, rows]): LeakFigure[] => {
    const tries = rows.filter(({ planned }) => planned.test === 'leak-look').flatMap((row) => row.tries);
    const told = tries.filter(({ judgement: { state } }) => state !== 'not-shown');
    if (told.length === 0) return [];
    const cameBack = told.filter(({ judgement: { state } }) => state === 'failed').length;
    return [{ faceId, ...familyOf(faceId), looks: told.length, cameBack }];
  });
  return { work, leaks };
}

/** What a layer takes by its sheet and its thickness, where that is weighed. */
function plannedKg(item: Item, { decided, workItems }: PlanRevision): number | undefined {
  const layer = decided!.faces.find(({ faceId }) => faceId === item.faceId)?.layers.find(({ id }) => id === item.step);
  const product = layer && productOfWork({ decided, workItems }, item.id);
  return layer && product?.measure === 'kg' && item.quantity.unit === 'm²' && item.targetId === undefined
    ? layer.perM2 * item.quantity.value
    : undefined;
}

/** What its finish says, or what was mixed for it and not thrown away. */
function usedKg(lines: readonly LogLine[], { pails, done }: SiteState): ReadonlyMap<string, number> {
  const used = new Map<string, number>();
  const superseded = new Set(lines.flatMap(({ entry: { supersedes } }) => (supersedes ? [supersedes] : [])));
  const weighed = new Set<string>();
  for (const { entry } of lines) {
    const { body } = entry;
    if (body.kind !== 'finish' || body.usedKg === undefined || superseded.has(entry.id)) continue;
    used.set(body.workItemId, (used.get(body.workItemId) ?? 0) + body.usedKg);
    weighed.add(body.workItemId);
  }
  const unweighed = new Set(pails.filter(({ kg }) => kg === undefined).map(({ workItemId }) => workItemId));
  for (const { workItemId, kg, became } of pails)
    if (kg !== undefined && became !== 'thrown' && done.has(workItemId) && !weighed.has(workItemId) && !unweighed.has(workItemId))
      used.set(workItemId, (used.get(workItemId) ?? 0) + kg);
  return used;
}

/** By the sheet's own hours: warmth closes a window sooner, and nothing opens it longer. */
function isLate({ waits }: Item, { startedAt }: WorkDone, { done }: SiteState): boolean | undefined {
  const closings = waits.flatMap(({ taskId, maxH, atOnce }) => {
    const before = done.get(taskId);
    const last = before?.lastLaidAt ?? before?.finishedAt;
    const from = atOnce ? last : (before?.firstLaidAt ?? before?.startedAt ?? last);
    return maxH === null || from === undefined ? [] : [from + maxH * HOUR_MS];
  });
  if (startedAt === undefined || closings.length === 0) return undefined;
  return startedAt > Math.min(...closings);
}
