import type { WaterLevel } from '../jobs';
import { DAY_MS } from '../quantities';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import type { LogEntry } from '../site-log';
import { buildUp, sampleJob } from '../testing/sample-job';
import {
  type DossierFace,
  type ReleasedRevision,
  type SinceFinished,
  type TermId,
  careLooks,
  dossierOf,
  sinceFinished,
  warrantyOf,
} from './index';

const model = { ...sampleJob(), buildUps: [buildUp('north')] };
const revision: ReleasedRevision = {
  ...{ number: 1, madeAt: '2026-05-17T12:00:00Z', madeBy: 'Planner' },
  ...revisionContent(model, planJob(model, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE),
};
const DONE = Date.parse('2026-06-30T12:00:00Z');
const bare = dossierOf(revision, [], [], DONE).faces.find(({ face }) => face.faceId === 'north')!;
const conditions = { airTemperatureC: 18, surfaceTemperatureC: 16, relativeHumidityPct: 60 };
/** The face with all its work done as it should be. */
const face: DossierFace = {
  ...bare,
  finishedMs: DONE,
  work: bare.work.map((each) => ({
    ...each,
    done: { startedAt: DONE, finishedAt: DONE, batchNumbers: [], people: ['Foreman'], conditions } as unknown as NonNullable<
      DossierFace['work'][number]['done']
    >,
  })),
};
const nothing = sinceFinished([], [], DONE + DAY_MS);
const state = (id: TermId, of = face, since = nothing) => warrantyOf(of, since)!.find((term) => term.id === id)!;
const level = (levelM: number, days: number, kind: WaterLevel['kind'] = 'dip'): WaterLevel => ({
  ...{ id: `l${days}`, waterBodyId: face.face.load!.waterBodyId, levelM, kind },
  at: new Date(DONE + days * DAY_MS).toISOString(),
});
const look = (ms: number): LogEntry =>
  ({ occurredAt: new Date(ms).toISOString(), body: { kind: 'note', faceId: 'north', note: 'dry' } }) as unknown as LogEntry;

test('nothing that is not known is taken for kept (common practice, no source)', () => {
  const before = warrantyOf(bare, nothing)!;
  expect(new Set(before.map(({ state }) => state))).toEqual(new Set(['not-shown']));
  expect(state('level-kept').state).toBe('not-shown');
  expect(state('proof-complete').state).toBe('not-shown');
  for (const id of ['not-drilled', 'served', 'notice', 'looks-kept'] as const) expect(state(id).state).toBe('to-keep');
});

test('the sheet was kept only where every coat had its air measured, and within limits', () => {
  expect(face.work.some(({ needsAir }) => needsAir)).toBe(true);
  expect(state('sheet-kept').state).toBe('holds');
  const unmeasured = { ...face, work: face.work.map((each) => ({ ...each, done: { ...each.done!, conditions: undefined } })) };
  expect(state('sheet-kept', unmeasured as DossierFace).state).toBe('not-shown');
  const breach = { code: 'surface-too-cold', figure: 1, limit: 5, unit: '°C', isFinal: false } as const;
  const cold = { ...face, work: face.work.map((each, i) => (i === 0 ? { ...each, breaches: [breach] } : each)) };
  expect(state('sheet-kept', cold as DossierFace).state).toBe('broken');
  const overrated = { ...face, face: { ...face.face, rating: { ...face.face.rating!, passes: false } } };
  expect(state('sheet-kept', overrated).state).toBe('broken');
  const against = { ...face, face: { ...face.face, exception: { by: 'Engineer', reason: 'asked for' } } };
  expect(state('sheet-kept', against).state).toBe('broken');
});

test('water higher than was assumed breaks it, as soon as somebody saw it; a level from before or from a map says nothing', () => {
  const assumedM = face.face.load!.levelM;
  const seen = (...levels: WaterLevel[]) => state('level-kept', face, { ...nothing, levels });
  expect(seen(level(assumedM - 0.2, 30))).toMatchObject({ state: 'holds', level: { highestM: assumedM - 0.2, assumedM } });
  expect(seen(level(assumedM - 0.2, 30), level(assumedM + 0.01, 40)).state).toBe('broken');
  expect(seen(level(assumedM + 1, -10)).state).toBe('not-shown');
  expect(seen(level(assumedM + 1, 10, 'seasonal-high')).state).toBe('not-shown');
  expect(seen({ ...level(assumedM + 1, 10), waterBodyId: 'another' }).state).toBe('not-shown');
});

test('a look that was missed breaks it two months after it was due; one taken in time keeps it', () => {
  const [firstMs] = careLooks(face.face.family!, DONE);
  const at = (nowMs: number, ...entries: LogEntry[]) =>
    state(
      'looks-kept',
      face,
      sinceFinished(
        [],
        entries.map((entry) => ({ entry })),
        nowMs,
      ),
    );
  expect(at(firstMs! + 59 * DAY_MS).state).toBe('to-keep');
  expect(at(firstMs! + 61 * DAY_MS)).toMatchObject({ state: 'broken', missedMs: firstMs });
  expect(at(firstMs! + 61 * DAY_MS, look(firstMs! - 20 * DAY_MS)).state).toBe('holds');
  expect(at(firstMs! + 61 * DAY_MS, look(DONE + 5 * DAY_MS)).state).toBe('broken');
});

test('a test that failed breaks it; on block and rubble nothing is promised at all', () => {
  const failed = { ...face, tests: [{ ...bare.tests[0]!, state: 'failed' as const }] };
  expect(state('proof-complete', failed).state).toBe('broken');
  const passed = { ...face, tests: bare.tests.map((row) => ({ ...row, state: 'passed' as const })) };
  expect(state('proof-complete', passed).state).toBe('holds');
  for (const substrate of ['block', 'rubble'] as const)
    expect(warrantyOf({ ...face, face: { ...face.face, substrate } }, nothing)).toBeNull();
});

describe('what visits tell', () => {
  const visit = (days: number, part: object = {}): LogEntry =>
    ({
      occurredAt: new Date(DONE + days * DAY_MS).toISOString(),
      body: { kind: 'visit', faceId: 'north', why: 'look', wet: 'dry', found: [], ...part },
    }) as unknown as LogEntry;
  const since = (entries: readonly LogEntry[], nowMs = DONE + 400 * DAY_MS): SinceFinished =>
    sinceFinished(
      [],
      entries.map((entry) => ({ entry })),
      nowMs,
    );
  const after = (...entries: LogEntry[]): SinceFinished => since(entries);

  test('nothing found shows it as of that day; what was found breaks its term for good, and no other', () => {
    const day = DONE + 30 * DAY_MS;
    expect(state('not-drilled', face, after(visit(30)))).toEqual({ id: 'not-drilled', state: 'holds', asOfMs: day });
    expect(state('served', face, after(visit(30)))).toEqual({ id: 'served', state: 'holds', asOfMs: day });
    const drilled = after(visit(30, { found: ['drilling'] }), visit(60));
    expect(state('not-drilled', face, drilled)).toEqual({ id: 'not-drilled', state: 'broken', found: ['drilling'], asOfMs: day });
    expect(state('served', face, drilled).state).toBe('holds');
    expect(state('served', face, after(visit(30, { found: ['pump-off'] }))).state).toBe('broken');
  });

  test('what was corrected or taken back breaks nothing', () => {
    const wrong = { ...visit(30, { found: ['drilling'] }), id: 'wrong' };
    const right = { ...visit(30), id: 'right', supersedes: 'wrong' };
    expect(state('not-drilled', face, after(wrong)).state).toBe('broken');
    expect(state('not-drilled', face, after(wrong, right)).state).toBe('holds');
    const taken = { ...right, body: { kind: 'withdrawn' } } as LogEntry;
    expect(state('not-drilled', face, after(wrong, taken)).state).toBe('to-keep');
  });

  test('another face, or from before it was finished: nothing', () => {
    for (const entry of [visit(30, { faceId: 'east', found: ['drilling'] }), visit(-3, { found: ['drilling'] })])
      expect(state('not-drilled', face, after(entry))).toEqual({ id: 'not-drilled', state: 'to-keep' });
  });

  test('a leak is told within thirty days of being seen (common practice, no source)', () => {
    const call = (seenOn: string, toldOn: string) =>
      state('notice', face, after(visit(90, { why: 'call-back', wet: 'leaks', seenOn, toldOn })));
    expect(call('2026-09-01', '2026-10-01')).toEqual({ id: 'notice', state: 'holds', days: 30 });
    expect(call('2026-09-01', '2026-10-02')).toEqual({ id: 'notice', state: 'broken', days: 31 });
    expect(state('notice', face, after(visit(90, { why: 'call-back', wet: 'leaks' })))).toEqual({ id: 'notice', state: 'to-keep' });
  });

  test('a visit is a look', () => {
    const [first] = careLooks(face.face.family!, DONE);
    const nowMs = first! + 90 * DAY_MS;
    expect(state('looks-kept', face, since([], nowMs)).state).toBe('broken');
    const kept = { occurredAt: new Date(first!).toISOString(), body: visit(0).body } as LogEntry;
    expect(state('looks-kept', face, since([kept], nowMs)).state).toBe('holds');
  });
});
