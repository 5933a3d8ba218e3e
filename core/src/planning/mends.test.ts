import { SHIPPED_CATALOGUE, pinProducts } from '../catalogue';
import type { BuildUp, Mend, TestResult } from '../jobs';
import { type ProofRow, isShown, proofOfPlan } from '../proof';
import { DAY_MS, HOUR_MS } from '../quantities';
import { type EntryBody, type LogEntry, foldLog } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, type WorkItem, planJob, revisionContent } from './index';

const T0 = Date.parse('2026-05-01T08:00:00Z');
const iso = (ms: number) => new Date(ms).toISOString();

/** A wall with a stopped crack, planned with what was decided for it. */
function planned(mends: Mend[] = [], part: Partial<BuildUp> = {}) {
  const buildUps = [{ ...buildUp('north'), ...part, ...(mends.length > 0 ? { mends } : {}) }];
  const model = { ...sampleJob(), features: [crack()], buildUps };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  return { plan, revision: revisionContent(model, plan, USUAL_CREW, USUAL_HOUSE) };
}

let n = 0;
const entry = (body: EntryBody, atMs: number): { entry: LogEntry } => {
  n++;
  const at = iso(atMs);
  return {
    entry: {
      ...{ id: `e${n}`, jobId: 'j', deviceId: 'd', deviceSeq: n, prevHash: '', personId: 'p', personName: 'Ida Moor' },
      ...{ occurredAt: at, writtenAt: at, body, hash: '', signature: null },
    },
  };
};
const doneAll = (items: readonly WorkItem[], atMs: number) =>
  items.flatMap(({ id }) => [
    entry({ kind: 'start', workItemId: id, planRevisionId: 'r' }, atMs),
    entry({ kind: 'finish', workItemId: id, planRevisionId: 'r' }, atMs + HOUR_MS),
  ]);
const test28 = (result: TestResult, atMs: number, part: object = {}) =>
  entry(
    { kind: 'test', faceId: 'north', planRevisionId: 'r', testId: 'leak-look-28', result, witness: 'Client', weather: 'rain', ...part },
    atMs,
  );
const saw = (state: 'dry' | 'dripping', ids: readonly string[]): TestResult => ({
  ...{ kind: 'leak-look', waterUp: true },
  looks: ids.map((targetId) => ({ targetId, saw: state })),
});
const mendOf = (entryId: string, part: Partial<Mend> = {}): Mend => ({
  ...{ id: 'm1', entryId, testId: 'leak-look-28', failure: 'leak-beside', areaM2: 0.5, targetId: 'k1' },
  ...{ reason: 'next to the old stop', decidedAt: iso(T0) },
  ...part,
});
const rowAt = (of: ReturnType<typeof planned>, lines: { entry: LogEntry }[], nowMs: number): ProofRow =>
  proofOfPlan(of.revision, foldLog(lines), [], nowMs)
    .get('north')!
    .find(({ planned: { id } }) => id === 'leak-look-28')!;
const LATER = T0 + 40 * DAY_MS;

describe('a test that fails', () => {
  const first = planned();
  const ids = ['k1', 'north.0~floor.2'];
  const coated = doneAll(first.plan.workItems, T0);
  const failed = test28(saw('dripping', ids), T0 + 29 * DAY_MS);
  const mend = mendOf(failed.entry.id);
  const second = planned([mend]);
  const mendItems = second.plan.workItems.filter((item) => item.mend);

  test('waits until four weeks after the last coat, is due then, and shows nothing of itself', () => {
    expect(rowAt(first, [], LATER)).toMatchObject({ state: 'waits' });
    expect(rowAt(first, coated, T0 + 27 * DAY_MS).state).toBe('waits');
    expect(rowAt(first, coated, LATER)).toMatchObject({ state: 'due', readyMs: T0 + HOUR_MS + 28 * DAY_MS });
  });

  test('becomes work: stopped, coated again, with its material, after the coats and released like any other', () => {
    expect(mendItems.map(({ step }) => step)).toEqual(['plug', 'coat-1', 'coat-2']);
    expect(mendItems.every((item) => item.mend!.no === 1 && item.faceId === 'north')).toBe(true);
    // each coat in the window of the one before, the first after all that stands
    const ordinary = first.plan.workItems.find(({ step }) => step === 'coat-2')!;
    expect(mendItems[2]!.waits[0]).toMatchObject({
      minH: ordinary.waits[0]!.minH,
      maxH: ordinary.waits[0]!.maxH,
      taskId: mendItems[1]!.id,
    });
    const [before, after] = [first, second].map(({ plan }) => plan.supply.orders.reduce((sum, { required }) => sum + required, 0));
    expect(after).toBeGreaterThan(before!);
    expect(second.revision.fingerprint).not.toBe(first.revision.fingerprint);
    expect(second.revision.workItems.map(({ id }) => id)).toEqual(expect.arrayContaining(first.revision.workItems.map(({ id }) => id)));
  });

  test('is mending until the work is done and its day is over, then due at the place alone, and passes there', () => {
    expect(rowAt(first, [...coated, failed], LATER)).toMatchObject({ state: 'failed', asksEngineer: false });
    const decided = rowAt(second, [...coated, failed], LATER);
    expect(decided).toMatchObject({ state: 'mending', retest: { mendId: 'm1', places: 2 } });
    const mended = [...coated, failed, ...doneAll(mendItems, T0 + 30 * DAY_MS)];
    expect(rowAt(second, mended, T0 + 30 * DAY_MS + 12 * HOUR_MS).state).toBe('mending');
    expect(rowAt(second, mended, LATER)).toMatchObject({ state: 'due', retest: { readyMs: T0 + 31 * DAY_MS + HOUR_MS } });
    // both places dripped: one of them alone shows nothing
    const half = test28(saw('dry', ['k1']), LATER, { mendId: 'm1' });
    expect(rowAt(second, [...mended, half], LATER).state).toBe('due');
    const retest = test28(saw('dry', ids), LATER, { mendId: 'm1' });
    const row = rowAt(second, [...mended, retest], LATER);
    expect(row.state).toBe('passed');
    // the loop stays in the record
    expect(row.tries.map(({ judgement }) => judgement.state)).toEqual(['failed', 'passed']);
  });

  test('a test that is simply taken again clears nothing: what failed is mended first', () => {
    const again = test28(saw('dry', ids), LATER);
    expect(rowAt(first, [...coated, failed, again], LATER).state).toBe('failed');
    expect(rowAt(second, [...coated, failed, again], LATER).state).toBe('mending');
  });

  test('what was not shown when it failed is not shown by the mended place', () => {
    const half = test28({ kind: 'leak-look', waterUp: true, looks: [{ targetId: 'k1', saw: 'dripping' }] }, T0 + 29 * DAY_MS);
    const so = planned([mendOf(half.entry.id)]);
    const lines = [...coated, half, ...doneAll(mendItems, T0 + 30 * DAY_MS), test28(saw('dry', ['k1']), LATER, { mendId: 'm1' })];
    expect(rowAt(so, lines, LATER).state).toBe('not-shown');
  });

  test('the same twice asks for an engineer, until one answers for what is done', () => {
    const mended = [...coated, failed, ...doneAll(mendItems, T0 + 30 * DAY_MS)];
    const secondFailure = test28(saw('dripping', ['k1']), LATER, { mendId: 'm1' });
    const lines = [...mended, secondFailure];
    expect(rowAt(second, lines, LATER)).toMatchObject({ state: 'failed', asksEngineer: true });
    const more = mendOf(secondFailure.entry.id, { id: 'm2' });
    expect(rowAt(planned([mend, more]), lines, LATER)).toMatchObject({ state: 'mending', asksEngineer: true });
    expect(rowAt(planned([mend, { ...more, engineer: 'R. Vane' }]), lines, LATER)).toMatchObject({ state: 'mending', asksEngineer: false });
  });

  test('a withdrawn or corrected test counts no more', () => {
    const corrected = { entry: { ...test28(saw('dry', ids), LATER).entry, supersedes: failed.entry.id } };
    expect(rowAt(first, [...coated, failed, corrected], LATER).state).toBe('passed');
  });

  test('a face holds when every test that is wanted is passed, and no sooner', () => {
    const rows = proofOfPlan(first.revision, foldLog(coated), [], LATER).get('north')!;
    expect(isShown(rows)).toBe(false);
    expect(isShown(rows.map((row) => (row.planned.optional ? row : { ...row, state: 'passed' as const })))).toBe(true);
    expect(isShown([])).toBe(false);
  });
});

test('cold puts the test off, and warmth does not bring it forward', () => {
  const of = planned();
  const film = { ...of.revision.decided!.faces.find(({ faceId }) => faceId === 'north')! };
  const proof = [{ ...film.proof!.find(({ id }) => id === 'leak-look-1')!, id: 'cured', afterH: 0, cureH: 24 }];
  const decided = { ...of.revision.decided!, faces: [{ ...film, proof }] };
  const readyH = (surfaceTemperatureC: number) => {
    const air = { airTemperatureC: surfaceTemperatureC, surfaceTemperatureC, relativeHumidityPct: 60 };
    const lines = [...doneAll(of.plan.workItems, T0), entry({ kind: 'reading', faceId: 'north', conditions: air }, T0)];
    const [row] = proofOfPlan({ ...of.revision, decided }, foldLog(lines), [], LATER).get('north')!;
    return (row!.readyMs! - T0) / HOUR_MS - 1;
  };
  expect(readyH(20)).toBeCloseTo(24, 6);
  // twice as long for each 10 K (rule of thumb of the trade, no source)
  expect(readyH(10)).toBeCloseTo(48, 6);
  expect(readyH(30)).toBeCloseTo(24, 6);
});

describe('crystals are judged by how warm the wall was, not by the calendar', () => {
  const of = planned();
  const ids = ['k1', 'north.0~floor.2'];
  const damp: TestResult = { kind: 'leak-look', waterUp: true, looks: ids.map((targetId) => ({ targetId, saw: 'damp' })) };
  const lines = (surfaceTemperatureC: number, result: TestResult = damp) => [
    ...doneAll(of.plan.workItems, T0),
    entry(
      {
        kind: 'reading',
        faceId: 'north',
        conditions: { airTemperatureC: surfaceTemperatureC, surfaceTemperatureC, relativeHumidityPct: 60 },
      },
      T0,
    ),
    test28(result, T0 + 29 * DAY_MS),
  ];

  test('damp after four weeks at 8 °C is no failure yet: kept wet, and looked at again when they have grown', () => {
    const row = rowAt(of, lines(8), LATER);
    expect(row).toMatchObject({ state: 'not-shown', mends: [] });
    expect(row.tries[0]!.judgement.lacks.map(({ code }) => code)).toEqual(['crystals-growing-until', 'crystals-growing-until']);
    expect((row.againMs! - T0) / DAY_MS).toBeCloseTo(28 / 0.483, 0);
    // and the same where nobody measured: a cool cellar
    expect(rowAt(of, [...doneAll(of.plan.workItems, T0), test28(damp, T0 + 29 * DAY_MS)], LATER).state).toBe('not-shown');
  });
  test('at 20 °C it is one; and what drips fails in any cold', () => {
    expect(rowAt(of, lines(20), LATER)).toMatchObject({ state: 'failed' });
    expect(rowAt(of, lines(8, saw('dripping', ids)), LATER)).toMatchObject({ state: 'failed' });
    expect(rowAt(of, lines(8, saw('dry', ids)), LATER)).toMatchObject({ state: 'passed' });
  });
  test('frozen, nothing grows and nothing is judged', () => {
    const row = rowAt(of, lines(-3), LATER);
    expect(row.tries[0]!.judgement.lacks.map(({ code }) => code)).toContain('crystals-frozen');
    expect(row.state).toBe('not-shown');
  });
  test('what was released when the calendar alone was agreed is judged by it', () => {
    const faces = of.revision.decided!.faces.map((face) => ({
      ...face,
      proof: face.proof?.map((each) => {
        const { crystalsByAge: _, ...limits } = each.limits;
        return { ...each, limits };
      }),
    }));
    const row = rowAt({ ...of, revision: { ...of.revision, decided: { ...of.revision.decided!, faces } } } as typeof of, lines(8), LATER);
    expect(row.state).toBe('failed');
  });
});

test('what is mended under a render is the last coat, never the render', () => {
  const products = pinProducts(SHIPPED_CATALOGUE.choices('coat', 'rigid-slurry')[0]!, 'rigid-slurry', SHIPPED_CATALOGUE);
  const part: Partial<BuildUp> = {
    family: 'rigid-slurry',
    products,
    alterations: [{ do: 'add', layer: 'render', reason: 'to be painted' }],
  };
  const failed = test28(saw('dripping', ['k1']), T0 + 29 * DAY_MS);
  const steps = (failure: Mend['failure']) =>
    planned([mendOf(failed.entry.id, { failure })], part)
      .plan.workItems.filter(({ mend }) => mend)
      .map(({ step }) => step);
  expect(planned([], part).plan.faces[0]!.layers.map(({ id }) => id)).toEqual(['coat-1', 'coat-2', 'render']);
  expect(steps('pinhole')).toEqual(['coat-2']);
  expect(steps('thin').at(-1)).toBe('coat-2');
});
