import { workSurely } from '../fields/index.js';
import type { Issue } from '../issues.js';
import { type JobModel, MASONRY, groupBy, mayLeak } from '../jobs/index.js';
import type { FacePlan, JobPlan, PlanRevision } from '../planning/index.js';
import type { Conflict } from '../programme/index.js';
import { AFTER_CARE, LOOK_SLACK_MS, type ReleasedPlan, careLooks, proofOfPlan, reinspection } from '../proof/index.js';
import { DAY_MS } from '../quantities/index.js';
import type { SiteState } from '../site-log/index.js';
import { surveyGaps } from '../survey/index.js';
import { foundSince } from './found-since.js';
import { aloneLines, handLines } from './hand-lines.js';
import type { OutlookLine, OutlookPlace } from './outlook-line.js';
import { workValues } from './work-values.js';

/** All that is known of a job at one time. */
export interface JobSeen {
  model: JobModel;
  plan: JobPlan;
  revision: PlanRevision | null;
  /** what a release would freeze today */ today: ReleasedPlan;
  site: SiteState;
  conflicts: readonly Conflict[];
  nowMs: number;
}

/** A look counts from half a day before it is due: nobody waits for the hour. */
const EARLY_MS = DAY_MS / 2;

/**
 * The one list of what a job still lacks: not looked at, not decided, found after the release, missed, to be looked at
 * again, not done. Hand-over and the first page show the same.
 */
export function missingIn(seen: JobSeen): OutlookLine[] {
  return [
    ...aloneLines(seen.site, seen.nowMs),
    ...releaseLines(seen),
    ...seen.plan.faces.flatMap((face) => faceLines(face, seen)),
    ...missedLines(seen),
    ...handLines(seen),
    ...lookLines(seen),
    ...testLines(seen),
    ...careLines(seen),
    ...visitLines(seen),
    ...gapLines(seen),
    ...openLines(seen),
  ];
}

/** Found, changed or gone since the release: on nobody's sheet until a new plan is released. */
export function releaseLines({ model, revision, today }: Pick<JobSeen, 'model' | 'revision' | 'today'>): OutlookLine[] {
  if (!revision) return model.faces.length === 0 ? [] : [{ code: 'not-released', place: { step: 'programme' }, tone: 'waits' }];
  // a plan from before its decisions were kept says nothing of what was found since
  if (!revision.decided) return [];
  const { foundIds, changedIds, goneIds } = foundSince(revision.decided, today, model);
  const leaking = new Set(model.features.filter(mayLeak).map(({ id }) => id));
  const line =
    (code: 'found-not-planned' | 'changed-since-release') =>
    (id: string): OutlookLine => ({
      code,
      ...whereIs(id, model, 'build-up'),
      tone: code === 'found-not-planned' && leaking.has(id) ? 'wrong' : 'waits',
    });
  return [
    ...foundIds.map(line('found-not-planned')),
    ...changedIds.map(line('changed-since-release')),
    ...(goneIds.length > 0
      ? [{ code: 'gone-since-release', place: { step: 'programme' }, tone: 'waits', values: { n: goneIds.length } } as const]
      : []),
  ];
}

function faceLines({ faceId, findings, rating, buildUp, treatments }: FacePlan, { model }: JobSeen): OutlookLine[] {
  const of = (step: OutlookPlace['step']) => whereIs(faceId, model, step);
  const decided = treatments.flatMap(({ targetId, rule: { verdict } }): OutlookLine[] =>
    verdict === 'refuse' || verdict === 'undecided'
      ? [
          {
            code: verdict === 'refuse' ? 'refused' : 'undecided',
            ...whereIs(targetId, model, 'build-up', faceId),
            tone: verdict === 'refuse' ? 'wrong' : 'waits',
          },
        ]
      : [],
  );
  return [
    ...(findings.some(({ code }) => code === 'no-governing-level')
      ? [{ code: 'no-water-level', ...of('water'), tone: 'waits' } as const]
      : []),
    ...(buildUp ? [] : [{ code: 'no-build-up', ...of('build-up'), tone: 'waits' } as const]),
    ...(rating && !rating.output.passes ? [{ code: 'does-not-carry', ...of('build-up'), tone: 'wrong' } as const] : []),
    ...decided,
  ];
}

function missedLines({ conflicts, plan, revision, model }: JobSeen): OutlookLine[] {
  const items = new Map((revision?.workItems ?? plan.workItems).map((item) => [item.id, item]));
  return conflicts.flatMap(({ code, taskId }): OutlookLine[] => {
    const item = items.get(taskId);
    if (code !== 'window-missed' || !item) return [];
    return [{ code: 'window-missed', ...whereIs(item.faceId, model, 'programme'), tone: 'wrong', values: workValues(item, model) }];
  });
}

/** Stopped leaks are looked at again after a day, a week and four weeks; a photo of the place is what a look leaves behind. */
function lookLines({ site, plan, revision, model, nowMs }: JobSeen): OutlookLine[] {
  const features = new Map(model.features.map((feature) => [feature.id, feature]));
  const faces = new Map(model.faces.map((face) => [face.id, face]));
  return (revision?.workItems ?? plan.workItems).flatMap(({ id, step, targetId, faceId }): OutlookLine[] => {
    const finishedAt = site.done.get(id)?.finishedAt;
    const face = faces.get(faceId);
    const isStopped = (step === 'plug' || step === 'inject') && finishedAt !== undefined;
    if (!isStopped || !face || targetId === undefined || !features.has(targetId)) return [];
    const { due } = workSurely(reinspection, {
      stoppedAt: new Date(finishedAt).toISOString(),
      block: MASONRY.includes(face.substrate),
    }).output;
    const looks = [
      ...model.photos.filter(({ featureId }) => featureId === targetId).map(({ at }) => Date.parse(at)),
      ...lookedAt(site.tests, targetId),
    ];
    const times = due.map((at) => Date.parse(at));
    return times.flatMap((dueMs, i): OutlookLine[] => {
      const isLookedAt = looks.some((at) => at >= dueMs - EARLY_MS && (i === times.length - 1 || at < times[i + 1]! - EARLY_MS));
      // the next look stands in for one that was left out
      const isOvertaken = i < times.length - 1 && nowMs >= times[i + 1]! - EARLY_MS;
      if (isLookedAt || isOvertaken || dueMs > nowMs + 2 * DAY_MS) return [];
      return [{ code: 'look-due', ...whereIs(targetId, model, 'survey', faceId), tone: dueMs < nowMs ? 'wrong' : 'soon', atMs: dueMs }];
    });
  });
}

/** When a place was looked at in a test, ms. */
const lookedAt = (tests: SiteState['tests'], targetId: string): number[] =>
  tests.flatMap(({ body, occurredAt }) =>
    body.kind === 'test' && body.result.kind === 'leak-look' && body.result.looks.some((look) => look.targetId === targetId)
      ? [Date.parse(occurredAt)]
      : [],
  );

/** Tests that failed and wait for a decision, and those that are to be taken now. */
function testLines({ revision, site, model, nowMs }: JobSeen): OutlookLine[] {
  if (!revision) return [];
  return [...proofOfPlan(revision, site, model.readings, nowMs)].flatMap(([faceId, rows]) =>
    rows.flatMap(({ planned, state, readyMs }): OutlookLine[] => {
      const of = { ...whereIs(faceId, model, 'proof'), values: { test: planned.id } };
      if (state === 'failed') return [{ code: 'test-failed', ...of, tone: 'wrong' }];
      if (state !== 'due' || planned.optional) return [];
      return [{ code: 'test-due', ...of, tone: 'waits', ...(readyMs ? { atMs: readyMs } : {}) }];
    }),
  );
}

/** Told so long before it is due, and looked at so long before it counts. */
const CARE_AHEAD_MS = 14 * DAY_MS;
const CARE_COUNTS_MS = 30 * DAY_MS;

/** Finished faces that are to be looked at again, for years; a photo or a test of the face is what a look leaves behind. */
function careLines({ revision, site, model, nowMs }: JobSeen): OutlookLine[] {
  if (!revision?.decided) return [];
  const workOf = groupBy(revision.workItems, ({ faceId }) => faceId);
  return revision.decided.faces.flatMap(({ faceId, family }): OutlookLine[] => {
    const ends = (workOf.get(faceId) ?? []).map(({ id }) => site.done.get(id)?.finishedAt);
    if (family === undefined || ends.length === 0 || ends.some((end) => end === undefined)) return [];
    const looks = [
      ...model.photos.filter((photo) => photo.faceId === faceId).map(({ at }) => Date.parse(at)),
      ...site.visits.flatMap(({ body, occurredAt }) => (body.kind === 'visit' && body.faceId === faceId ? [Date.parse(occurredAt)] : [])),
      ...site.tests.flatMap(({ body, occurredAt }) => (body.kind === 'test' && body.faceId === faceId ? [Date.parse(occurredAt)] : [])),
    ];
    // of several that were left out the last one stands for all
    const dueMs = careLooks(family, Math.max(...(ends as number[]))).findLast((at) => at <= nowMs + CARE_AHEAD_MS);
    if (dueMs === undefined || looks.some((at) => at >= dueMs - CARE_COUNTS_MS)) return [];
    const { look } = AFTER_CARE[family];
    // so long after, the warranty's term is broken
    const tone = dueMs + LOOK_SLACK_MS < nowMs ? 'wrong' : dueMs < nowMs ? 'waits' : 'soon';
    return [{ code: 'care-due', ...whereIs(faceId, model, 'handover'), tone, atMs: dueMs, values: { look } }];
  });
}

/** What the last visit to a face found, until one finds it otherwise. */
function visitLines({ site, model }: JobSeen): OutlookLine[] {
  const last = new Map(
    site.visits.flatMap((entry) => (entry.body.kind === 'visit' ? [[entry.body.faceId, { ...entry, body: entry.body }]] : [])),
  );
  return [...last].flatMap(([faceId, { body, occurredAt }]): OutlookLine[] => {
    const atMs = Date.parse(occurredAt);
    return [
      ...body.found.map(
        (by) => ({ code: 'care-broken', ...whereIs(faceId, model, 'handover'), tone: 'wrong', atMs, values: { by } }) as const,
      ),
      ...(body.wet === 'leaks' ? [{ code: 'visit-leaks', ...whereIs(faceId, model, 'survey'), tone: 'wrong', atMs } as const] : []),
    ];
  });
}

function gapLines({ model, nowMs }: JobSeen): OutlookLine[] {
  const faceOfReading = new Map(model.readings.map(({ id, faceId }) => [id, faceId]));
  return surveyGaps(model, new Date(nowMs).toISOString())
    .filter(({ code }) => code !== 'no-water-level')
    .map((gap: Issue): OutlookLine => {
      const [list, id = ''] = gap.path.split('.');
      const at = list === 'readings' ? (faceOfReading.get(id) ?? '') : id;
      return { code: 'survey-gap', ...whereIs(at, model, 'survey'), tone: 'waits', values: { gap: gap.code, ...textsOf(gap.values) } };
    });
}

function openLines({ revision, site }: JobSeen): OutlookLine[] {
  const open = (revision?.workItems ?? []).filter(({ id }) => site.done.get(id)?.finishedAt === undefined);
  return open.length === 0
    ? []
    : [{ code: 'work-open', place: { step: 'site-log', faceId: open[0]!.faceId }, tone: 'waits', values: { n: open.length } }];
}

const textsOf = (values: Issue['values'] = {}): Record<string, string | number> =>
  Object.fromEntries(Object.entries(values).map(([name, value]) => [name, typeof value === 'number' ? value : String(value)]));

/** Mark and place of a face, a thing found, or what belongs to a face without a mark of its own. */
function whereIs(id: string, model: JobModel, step: OutlookPlace['step'], ownerId?: string): Pick<OutlookLine, 'place' | 'mark'> {
  const feature = model.features.find((each) => each.id === id);
  if (feature) return { place: { step, faceId: feature.faceId, featureId: feature.id }, mark: feature.mark };
  const face = model.faces.find((each) => each.id === (ownerId ?? id));
  return { place: { step, ...(face ? { faceId: face.id } : {}) }, ...(face ? { mark: face.mark } : {}) };
}
