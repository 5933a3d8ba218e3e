import { quartiles } from '../numerics';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import type { PlanRevision } from '../planning';
import { type EntryBody, FIRST_LINK, type LogLine, sealEntry, sealReceipt } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { houseFigures, jobFigures, learnedPaces } from './index';

const MODEL = { ...sampleJob(), features: [crack()], buildUps: [buildUp('north')] };
const REVISION: PlanRevision = {
  ...{ id: 'r', number: 1, madeAt: '2026-03-01T12:00:00Z', madeBy: 'Ada' },
  ...revisionContent(MODEL, planJob(MODEL, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE),
};
const COATS = REVISION.workItems.filter(({ faceId, step }) => faceId === 'north' && step.startsWith('coat-'));
const NOW = Date.parse('2026-05-01T12:00:00Z');

/** Entries at their times, in order. */
function logged(entries: readonly [at: string, body: EntryBody, part?: { person?: string; supersedes?: number }][]): LogLine[] {
  const lines: LogLine[] = [];
  for (const [i, [at, body, { person = 'Ida', supersedes } = {}]] of entries.entries()) {
    const last = lines.at(-1);
    const entry = sealEntry({
      ...{ id: `e${i}`, jobId: 'j', deviceId: 'd', deviceSeq: i + 1, prevHash: last?.entry.hash ?? FIRST_LINK },
      ...{ personId: person, personName: person, occurredAt: at, writtenAt: at, body },
      ...(supersedes === undefined ? {} : { supersedes: `e${supersedes}` }),
    });
    const receipt = { receiptSeq: i + 1, receivedAt: at, prevReceiptHash: last?.receipt.receiptHash ?? FIRST_LINK };
    lines.push({ entry, receipt: sealReceipt(entry, receipt) });
  }
  return lines;
}
const start = (workItemId: string): EntryBody => ({ kind: 'start', workItemId, planRevisionId: 'r' });
const finish = (workItemId: string, part: object = {}): EntryBody => ({ kind: 'finish', workItemId, planRevisionId: 'r', ...part });
const figures = (lines: LogLine[]) => jobFigures({ revision: REVISION, lines, readings: [], nowMs: NOW });
const [FIRST, SECOND] = COATS.map(({ id }) => id) as [string, string];

test('what was planned stands beside what it took', () => {
  expect(COATS.length).toBeGreaterThanOrEqual(2);
  const lines = logged([
    ['2026-03-02T08:00:00Z', start(FIRST)],
    ['2026-03-02T10:30:00Z', finish(FIRST, { usedKg: 31 }), { person: 'Bo' }],
  ]);
  const [figure, ...others] = figures(lines).work;
  expect(others).toEqual([]);
  expect(figure).toMatchObject({ workItemId: FIRST, family: 'crystalline-slurry', who: ['Ida', 'Bo'], tookMin: 150, usedKg: 31 });
  // by the sheet's kg a square metre, and the area of the face: what the take-off has for the layer as well
  const { layers, areaM2 } = REVISION.decided!.faces.find(({ faceId }) => faceId === 'north')!;
  expect(figure!.plannedKg).toBeCloseTo(layers.find(({ id }) => id === COATS[0]!.step)!.perM2 * areaM2, 6);
  expect(figure!.plannedMin).toBe(COATS[0]!.durationMin);
});

test('what is not known is left out: no start, a night between, nothing weighed, nothing released', () => {
  const [over] = figures(
    logged([
      ['2026-03-02T15:00:00Z', start(FIRST)],
      ['2026-03-03T07:00:00Z', finish(FIRST)],
    ]),
  ).work;
  expect(over).not.toHaveProperty('tookMin');
  expect(over).not.toHaveProperty('usedKg');
  expect(figures(logged([['2026-03-02T10:00:00Z', finish(FIRST)]])).work[0]).not.toHaveProperty('tookMin');
  expect(figures(logged([['2026-03-02T10:00:00Z', start(FIRST)]])).work).toEqual([]);
  expect(jobFigures({ revision: null, lines: [], readings: [], nowMs: NOW })).toEqual({ work: [], leaks: [] });
});

test('pails count where no finish was weighed; what was thrown away was not laid, and one unweighed leaves the sum unknown', () => {
  const mix = (kg?: number): EntryBody => ({ kind: 'mix', workItemId: FIRST, planRevisionId: 'r', ...(kg ? { kg } : {}) });
  const day = (bodies: EntryBody[]) =>
    logged([['2026-03-02T08:00:00Z', start(FIRST)], ...bodies.map((body, i) => [`2026-03-02T09:0${i}:00Z`, body] as [string, EntryBody])]);
  const thrown: EntryBody = { kind: 'pail', mixId: 'e2', became: 'thrown' };
  expect(figures(day([mix(20), mix(5), thrown, finish(FIRST)])).work[0]).toMatchObject({ usedKg: 20 });
  expect(figures(day([mix(20), mix(), finish(FIRST)])).work[0]).not.toHaveProperty('usedKg');
  expect(figures(day([mix(20), finish(FIRST, { usedKg: 18 })])).work[0]).toMatchObject({ usedKg: 18 });
});

test('a corrected finish counts once', () => {
  const lines = logged([
    ['2026-03-02T08:00:00Z', start(FIRST)],
    ['2026-03-02T10:00:00Z', finish(FIRST, { usedKg: 300 })],
    ['2026-03-02T10:00:00Z', finish(FIRST, { usedKg: 30 }), { supersedes: 1 }],
  ]);
  expect(figures(lines).work[0]).toMatchObject({ usedKg: 30 });
});

test('a coat begun after its window had closed is told; one in time as well', () => {
  const maxH = Math.min(...COATS[1]!.waits.flatMap((wait) => (wait.maxH === null ? [] : [wait.maxH])));
  expect(maxH).toBeGreaterThan(0);
  const after = (hours: number) => {
    const at = new Date(Date.parse('2026-03-02T08:00:00Z') + hours * 3_600_000).toISOString();
    return figures(
      logged([
        ['2026-03-02T08:00:00Z', start(FIRST)],
        ['2026-03-02T09:00:00Z', finish(FIRST)],
        [at, start(SECOND)],
        [at, finish(SECOND)],
      ]),
    ).work.find(({ workItemId }) => workItemId === SECOND)!.isLate;
  };
  expect(after(maxH - 0.1)).toBe(false);
  expect(after(maxH + 0.1)).toBe(true);
});

test('jobs add up by family, by who, by step; only pairs of which both are known are compared', () => {
  const one = figures(
    logged([
      ['2026-03-02T08:00:00Z', start(FIRST)],
      ['2026-03-02T10:00:00Z', finish(FIRST, { usedKg: 30 }), { person: 'Bo' }],
      ['2026-03-02T15:00:00Z', start(SECOND)],
      ['2026-03-03T09:00:00Z', finish(SECOND), { person: 'Bo' }],
    ]),
  );
  const leak = { faceId: 'north', family: 'crystalline-slurry' as const, looks: 3, cameBack: 1 };
  const [row] = houseFigures(
    [
      { ...one, leaks: [leak] },
      { ...one, leaks: [leak] },
    ],
    'family',
  );
  expect(row).toMatchObject({ key: 'crystalline-slurry', n: 4, timed: 2, tookH: 4, weighed: 2, usedKg: 60, looks: 6, cameBack: 2 });
  expect(row!.plannedH).toBeCloseTo((2 * COATS[0]!.durationMin) / 60, 9);
  // who stopped a leak is not known by who looked at it
  expect(houseFigures([{ ...one, leaks: [leak] }], 'who')).toMatchObject([{ key: 'Bo, Ida', n: 2, looks: 0 }]);
  expect(houseFigures([one], 'step')).toMatchObject([{ key: 'coat', n: 2 }]);
  expect(houseFigures([], 'family')).toEqual([]);
});

test('output rates are learned from five pieces on, by their median', () => {
  const work = (tookMin: number) => ({
    ...figures(logged([['2026-03-02T10:00:00Z', finish(FIRST)]])).work[0]!,
    tookMin,
    crew: 2,
    quantity: { value: 10, unit: 'm²' as const },
  });
  const jobs = (took: number[]) => [{ work: took.map(work), leaks: [] }];
  expect(learnedPaces(jobs([50, 60, 70, 80]))).toEqual([]);
  // person-minutes a square metre; one day that went wrong moves it little
  expect(learnedPaces(jobs([50, 60, 70, 80, 900]))).toEqual([{ pace: 'coat', minutes: 14, from: 12, to: 16, n: 5 }]);
  // what was measured otherwise than its rate is reckoned teaches nothing
  expect(
    learnedPaces([{ work: [50, 60, 70, 80, 90].map((min) => ({ ...work(min), quantity: { value: 10, unit: 'm' as const } })), leaks: [] }]),
  ).toEqual([]);
});

test('quartiles as R’s quantile() has them by default', () => {
  // R documentation of quantile, type 7: for 1…9 the quartiles are the third, fifth and seventh value; from memory
  expect(quartiles([9, 1, 8, 2, 7, 3, 6, 4, 5])).toEqual([3, 5, 7]);
  expect(quartiles([1, 2])).toEqual([1.25, 1.5, 1.75]);
});
