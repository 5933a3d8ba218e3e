import { type Mend, type Reading, type TestKind, groupBy } from '../jobs/index.js';
import { DOUBLES_PER_TEN, hoursToAge } from '../physics/index.js';
import { hourlyNearest } from '../programme/index.js';
import { HOUR_MS } from '../quantities/index.js';
import type { LogEntry, SiteState, WorkDone } from '../site-log/index.js';
import { type TestBody, type TestTimes, judgeTest } from './judge-test.js';
import { judgeSlab } from './judge-slab.js';
import { type GrowthWarmth, crystalsGrownMs } from './crystal-growth.js';
import type { Judgement } from './judgement.js';
import { ASKS_ENGINEER_FROM, MEND_RULES } from './mend-rules.js';
import type { PlannedTest } from './proof-plan.js';

/** A test as it was taken, and what it showed. */
export interface Try {
  /** none of a slab, whose readings stand by themselves */ entry?: LogEntry & { body: TestBody };
  judgement: Judgement;
}

/** A planned test with all that became of it. */
export interface ProofRow {
  planned: PlannedTest;
  /** `waits`: until the work before it is done and cured · `due`: to be taken now · `left-out`: what came after it has begun */
  state: 'waits' | 'due' | 'left-out' | 'not-shown' | 'failed' | 'mending' | 'passed';
  /** from when it says something, ms; undefined while what it waits for is not done */ readyMs?: number;
  tries: Try[];
  /** the failure that is not yet shown to be mended */ open?: Try;
  /** what was decided for it */ mends: Mend[];
  /** the test after mending: from when, at how many places */ retest?: { mendId: string; readyMs?: number; places?: number };
  /** of a look where crystals grow: since when, for how long at 20 °C, and how warm it was */
  crystals?: { fromMs: number; needDays: number; warmth: GrowthWarmth };
  /** when it is looked at once more, because its crystals had not grown, ms */ againMs?: number;
  /** the same failed again, and no engineer answers for what is done */ asksEngineer: boolean;
}

/** A face as it was released, as far as it is proven. */
export interface ProvenFace {
  faceId: string;
  layers: readonly { id: string; embedded: boolean }[];
  proof?: readonly PlannedTest[];
  mends?: readonly Mend[];
}

type ProvenWork = readonly { id: string; faceId: string; step: string; mend?: { id: string } }[];

/** What is known of a job's work and tests. */
export interface ProofRecord {
  done: ReadonlyMap<string, WorkDone>;
  measured: SiteState['measured'];
  tests: readonly LogEntry[];
  readings: readonly Reading[];
  timeZone: string;
  nowMs: number;
}

/** Taken for walls that nobody measured, °C: a cool cellar; common practice, no source. */
const UNMEASURED_C = 10;

/** What no longer can be tested once it is covered. */
const BARE_ONLY: ReadonlySet<PlannedTest['test']> = new Set<TestKind>(['film-dry', 'pinhole', 'hammer', 'pull-off', 'adhesion', 'ponding']);
const COVERS: ReadonlySet<string> = new Set(['board', 'drainage', 'screed']);

/** How far a face is proven, test by test, in the order of the plan. A face from before tests were planned has none. */
export function proofOf(face: ProvenFace, work: ProvenWork, record: ProofRecord): ProofRow[] {
  const own = work.filter(({ faceId }) => faceId === face.faceId);
  if (!face.proof) return [];
  const warmth = warmthOf(face.faceId, own, record);
  const times = timesOf(face, own, { done: record.done, warmth });
  return face.proof.map((planned) => {
    const when = times(planned);
    if (planned.test === 'slab-moisture') return slabRow(planned, when, { face, record });
    return rowOf(planned, when, { face, own, record, warmth });
  });
}

/** How far a released plan is proven, by face; nothing for a plan from before its decisions were kept. */
export function proofOfPlan(
  { decided, workItems }: { decided: { job: { timeZone: string }; faces: readonly ProvenFace[] } | null; workItems: ProvenWork },
  { done, measured, tests }: Pick<SiteState, 'done' | 'measured' | 'tests'>,
  readings: readonly Reading[],
  nowMs: number,
): Map<string, ProofRow[]> {
  if (!decided) return new Map();
  const workOf = groupBy(workItems, ({ faceId }) => faceId);
  const testsOfFace = groupBy(tests, ({ body }) => (body.kind === 'test' ? body.faceId : ''));
  const faceOfWork = new Map(workItems.map(({ id, faceId }) => [id, faceId]));
  const measuredAt = groupBy(measured, ({ faceId, workItemId }) => faceId ?? faceOfWork.get(workItemId ?? '') ?? '');
  const readingsOf = groupBy(readings, ({ faceId }) => faceId);
  const record = { done, nowMs, timeZone: decided.job.timeZone };
  return new Map(
    decided.faces.map((face) => [
      face.faceId,
      proofOf(face, workOf.get(face.faceId) ?? [], {
        ...record,
        tests: testsOfFace.get(face.faceId) ?? [],
        measured: measuredAt.get(face.faceId) ?? [],
        readings: readingsOf.get(face.faceId) ?? [],
      }),
    ]),
  );
}

/** Shown, or past showing. */
const OVER: ReadonlySet<ProofRow['state']> = new Set(['passed', 'left-out']);

/** Tests of a face that are not shown and, once this step of its work begins, never can be; those that may be left away do not count. */
export function lastChances(face: ProvenFace, step: string, rows: readonly ProofRow[]): ProofRow[] {
  const closes = ({ from, test }: PlannedTest): boolean =>
    COVERS.has(step) ? BARE_ONLY.has(test) && from === 'layers' : from !== 'layers' && laidOn(face).has(step);
  return rows.filter(({ planned, state }) => !planned.optional && !OVER.has(state) && closes(planned));
}

/** What is laid on a face and may be seen. */
const laidOn = ({ layers }: ProvenFace): ReadonlySet<string> =>
  new Set(layers.filter(({ id, embedded }) => !embedded && !COVERS.has(id)).map(({ id }) => id));

interface Setting {
  face: ProvenFace;
  own: ProvenWork;
  record: ProofRecord;
  warmth: Ageing['warmth'];
}

function timesOf(
  face: ProvenFace,
  own: ProvenWork,
  { done, warmth }: Pick<ProofRecord, 'done'> & Pick<Ageing, 'warmth'>,
): (planned: PlannedTest) => TestTimes & { layersMs?: number } {
  const laid = laidOn(face);
  const planned = own.filter(({ mend }) => !mend);
  const layers = planned.filter(({ step }) => laid.has(step));
  const before = layers.length > 0 ? layers : planned.filter(({ step }) => !COVERS.has(step));
  const startOf = (items: ProvenWork) => least(items.flatMap(({ id }) => done.get(id)?.startedAt ?? []));
  const layersMs = endOf(before, done);
  const preparedMs = endOf(
    planned.filter(({ step }) => step === 'prepare'),
    done,
  );
  const coatedMs = startOf(layers);
  const coveredMs = startOf(planned.filter(({ step }) => COVERS.has(step)));
  return ({ from, test, afterH, cureH, referenceC }) => {
    if (from === 'found') return { readyMs: 0, ...(coatedMs === undefined ? {} : { closedMs: coatedMs }) };
    const fromMs = from === 'layers' ? layersMs : preparedMs;
    const readyMs = fromMs === undefined ? undefined : Math.max(fromMs + afterH * HOUR_MS, agedMs(fromMs, cureH, { referenceC, warmth }));
    const closedMs = from === 'prepared' ? coatedMs : BARE_ONLY.has(test) ? coveredMs : undefined;
    return {
      ...(readyMs === undefined ? {} : { readyMs }),
      ...(closedMs === undefined ? {} : { closedMs }),
      ...(layersMs === undefined ? {} : { layersMs }),
    };
  };
}

/** What was agreed by the calendar alone stays so. */
const growsByAge = ({ limits }: PlannedTest) => limits['crystalsByAge'] === 1;

const least = (times: readonly number[]): number | undefined => (times.length > 0 ? Math.min(...times) : undefined);

/** When the last of it was finished; undefined while any of it is not, or where there is none. */
function endOf(items: ProvenWork, done: ProofRecord['done']): number | undefined {
  const ends = items.map(({ id }) => done.get(id)?.finishedAt);
  return ends.length === 0 || ends.some((end) => end === undefined) ? undefined : Math.max(...(ends as number[]));
}

/** How warm the wall was, as it was measured there; what nobody measured is taken as usual. */
function warmthOf(faceId: string, own: ProvenWork, { measured }: ProofRecord): GrowthWarmth {
  const ids = new Set(own.map(({ id }) => id));
  const there = measured
    .filter((each) => each.faceId === faceId || (each.workItemId !== undefined && ids.has(each.workItemId)))
    .map(({ at, conditions }) => ({ atMs: at, temperatureC: conditions.surfaceTemperatureC }));
  const isMeasured = there.length > 0;
  return { history: isMeasured ? there : [{ atMs: 0, temperatureC: UNMEASURED_C }], isMeasured };
}

interface Ageing {
  referenceC: number;
  warmth: GrowthWarmth;
}

/** When a coat has cured so long, by how warm it was; warmth does not make it quicker than its sheet. */
function agedMs(fromMs: number, cureH: number, { referenceC, warmth }: Ageing): number {
  if (cureH === 0) return fromMs;
  const hourlyC = hourlyNearest(warmth.history, fromMs).map((each) => Math.min(each, referenceC));
  return fromMs + hoursToAge(cureH, hourlyC, referenceC, DOUBLES_PER_TEN) * HOUR_MS;
}

function rowOf(planned: PlannedTest, when: TestTimes & { layersMs?: number }, { face, own, record, warmth }: Setting): ProofRow {
  const mends = (face.mends ?? []).filter(({ testId }) => testId === planned.id);
  const workEndMs = (mend: Mend): number | undefined =>
    endOf(
      own.filter((item) => item.mend?.id === mend.id),
      record.done,
    );
  const mendedMs = (mend: Mend): number | undefined => {
    const endMs = workEndMs(mend);
    if (endMs === undefined) return undefined;
    const { cureH, referenceC } = planned;
    return Math.max(endMs + MEND_RULES[mend.failure].waitH * HOUR_MS, agedMs(endMs, cureH, { referenceC, warmth }));
  };
  const needDays = planned.limits['crystalsDay'];
  const crystalsFrom = (fromMs: number | undefined) =>
    needDays === undefined || fromMs === undefined ? undefined : { fromMs, needDays, warmth };
  const grownMs = (fromMs: number | undefined): { grownMs?: number } => {
    const grows = growsByAge(planned) ? crystalsFrom(fromMs) : undefined;
    return grows ? { grownMs: crystalsGrownMs(grows.fromMs, grows.needDays, warmth.history) } : {};
  };
  const workers = own.flatMap(({ id }) => record.done.get(id)?.people ?? []);
  const tries: Try[] = [];
  let open: Try | undefined;
  let passed: Try | undefined;
  for (const entry of testsOf(record.tests, face.faceId, planned.id)) {
    const mend = mends.find(({ id }) => id === entry.body.mendId);
    const placed = mend && open ? retestOf(planned, mend, open) : planned;
    const readyMs = mend ? mendedMs(mend) : when.readyMs;
    const times = {
      ...(readyMs === undefined ? {} : { readyMs }),
      ...(when.closedMs === undefined ? {} : { closedMs: when.closedMs }),
      ...grownMs(mend ? workEndMs(mend) : when.layersMs),
    };
    const taken = { atMs: Date.parse(entry.occurredAt), timeZone: record.timeZone, by: entry.personName, workers };
    const judgement = judgeTest(entry.body, taken, placed, times);
    const one = { entry, judgement };
    tries.push(one);
    if (judgement.state === 'failed') open = one;
    // only a test of what was mended clears a failure
    const clears = open === undefined || (mend !== undefined && mend.entryId === open.entry!.id);
    if (judgement.state !== 'passed' || !clears) continue;
    // what was not yet shown when it failed is not shown by a test of the mended place
    passed = open && open.judgement.lacks.length > 0 ? undefined : one;
    open = undefined;
  }
  const ofOpen = mends.filter(({ entryId }) => entryId === open?.entry?.id);
  const retest = ofOpen.map((mend) => ({ mend, readyMs: mendedMs(mend) })).at(-1);
  const crystals = crystalsFrom(retest ? workEndMs(retest.mend) : when.layersMs);
  const base = {
    ...{ planned, tries, mends: ofOpen, ...(crystals ? { crystals } : {}) },
    ...(when.readyMs === undefined ? {} : { readyMs: when.readyMs }),
  };
  if (open) {
    const isCovered = open.judgement.failures.every(({ kind }) => ofOpen.some(({ failure }) => failure === kind));
    const isMended = isCovered && ofOpen.every((mend) => (mendedMs(mend) ?? Infinity) <= record.nowMs);
    const places = retest && retestOf(planned, retest.mend, open).places;
    return {
      ...{ ...base, open, asksEngineer: asksEngineer(tries, ofOpen) },
      state: !isCovered ? 'failed' : isMended ? 'due' : 'mending',
      ...(retest
        ? {
            retest: {
              mendId: retest.mend.id,
              ...(retest.readyMs === undefined ? {} : { readyMs: retest.readyMs }),
              ...(places === undefined ? {} : { places }),
            },
          }
        : {}),
    };
  }
  const again = tries.at(-1)?.judgement.lacks.find(({ code }) => code === 'crystals-growing-until')?.values?.['at'];
  return {
    ...{ ...base, ...(passed || again === undefined ? {} : { againMs: Date.parse(String(again)) }), asksEngineer: false },
    state: passed ? 'passed' : tries.length > 0 ? 'not-shown' : waiting(when, record.nowMs),
  };
}

function waiting({ readyMs, closedMs }: TestTimes, nowMs: number): ProofRow['state'] {
  if (closedMs !== undefined && nowMs > closedMs) return 'left-out';
  return readyMs === undefined || nowMs < readyMs ? 'waits' : 'due';
}

function testsOf(tests: readonly LogEntry[], faceId: string, testId: string): (LogEntry & { body: TestBody })[] {
  return tests
    .filter((entry): entry is LogEntry & { body: TestBody } => entry.body.kind === 'test')
    .filter(({ body }) => body.faceId === faceId && body.testId === testId)
    .sort((a, b) => Date.parse(a.occurredAt) - Date.parse(b.occurredAt));
}

/** The same test at the mended places: fewer of them, or all of it where water has to be held again. */
function retestOf(planned: PlannedTest, { failure, areaM2 }: Mend, { judgement }: Try): PlannedTest {
  const { placesEach } = MEND_RULES[failure];
  const failed = judgement.failures.filter(({ kind }) => kind === failure);
  if (planned.targetIds) {
    // each place that failed, whichever of them the mending names
    const targetIds = [...new Set(failed.flatMap((each) => each.targetId ?? []))];
    return { ...planned, targetIds, places: Math.max(1, targetIds.length) };
  }
  if (placesEach === undefined) return planned;
  const limits = planned.limits['areaM2'] === undefined ? planned.limits : { ...planned.limits, areaM2 };
  return { ...planned, limits, ...(planned.places === undefined ? {} : { places: placesEach * Math.max(1, failed.length) }) };
}

function asksEngineer(tries: readonly Try[], mends: readonly Mend[]): boolean {
  const times = new Map<string, number>();
  for (const { judgement } of tries)
    if (judgement.state === 'failed')
      for (const kind of new Set(judgement.failures.map((failure) => failure.kind))) times.set(kind, (times.get(kind) ?? 0) + 1);
  return [...times.values()].some((n) => n >= ASKS_ENGINEER_FROM) && !mends.some(({ engineer }) => engineer?.trim());
}

function slabRow(planned: PlannedTest, when: TestTimes, { face, record }: Pick<Setting, 'face' | 'record'>): ProofRow {
  const { closedMs, readyMs } = when;
  const atMs = Math.min(record.nowMs, closedMs ?? Infinity);
  const judgement = judgeSlab(face.faceId, record.readings, planned, { atMs, fromMs: planned.from === 'layers' ? readyMs : 0 });
  const hasAny = judgement.figures.length > 0;
  return {
    ...{ planned, mends: [], asksEngineer: false, tries: hasAny ? [{ judgement }] : [] },
    ...(readyMs === undefined ? {} : { readyMs }),
    state: hasAny ? judgement.state : waiting(when, record.nowMs),
  };
}
