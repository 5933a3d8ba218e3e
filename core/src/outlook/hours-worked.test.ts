import fc from 'fast-check';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../planning';
import { HOUR_MS, MINUTE_MS } from '../quantities';
import type { WorkDone } from '../site-log';
import { buildUp, crack, sampleJob } from '../testing/sample-job';
import { hoursWorked } from './index';

const MODEL = { ...sampleJob(), features: [crack()], buildUps: [buildUp('north')] };
const REVISION = revisionContent(MODEL, planJob(MODEL, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE);
const WORK = REVISION.workItems.filter(({ durationMin }) => durationMin > 0);
const [FIRST, SECOND, THIRD] = WORK.map(({ id }) => id) as [string, string, string];
/** noon of a working day, so that no span of a few hours runs into the night anywhere */
const NOON = Date.parse('2026-03-02T12:00:00Z');

const span = (fromH: number, toH: number, ...people: string[]): WorkDone => ({
  ...{ startedAt: NOON + fromH * HOUR_MS, finishedAt: NOON + toH * HOUR_MS, batchNumbers: [], people },
});
const hours = (done: Record<string, WorkDone>) => hoursWorked(REVISION, { done: new Map(Object.entries(done)) });
const sumOf = ({ rows }: ReturnType<typeof hours>, who: string) =>
  rows.filter(({ name }) => name === who).reduce((sum, { workH }) => sum + workH, 0);

test('whoever worked on it has its hours, by task; the plan’s own hours of the same pieces stand beside', () => {
  const { rows, plannedH, untimed } = hours({ [FIRST]: span(0, 2, 'Ida', 'Bo'), [SECOND]: span(2, 3, 'Ida') });
  expect(rows.filter(({ name }) => name === 'Bo')).toMatchObject([{ workH: 2, pieces: 1 }]);
  expect(rows[0]).toMatchObject({ name: 'Ida', workH: 2 });
  expect(sumOf({ rows, plannedH, untimed }, 'Ida')).toBe(3);
  expect(plannedH).toBeCloseTo(((WORK[0]!.durationMin + WORK[1]!.durationMin) * USUAL_CREW.people) / 60, 9);
  expect(untimed).toBe(0);
});

test('what was done side by side shares the time', () => {
  // alone for the first and the last hour, the two hours between are split
  const both = hours({ [FIRST]: span(0, 3, 'Ida'), [SECOND]: span(1, 4, 'Ida') });
  expect(sumOf(both, 'Ida')).toBe(4);
});

test('what is not known is told, not guessed: over a night, without a start, not finished', () => {
  const told = hours({
    [FIRST]: { ...span(0, 1, 'Ida'), finishedAt: NOON + 20 * HOUR_MS },
    [SECOND]: { finishedAt: NOON, batchNumbers: [], people: ['Bo'] },
    [THIRD]: { startedAt: NOON, batchNumbers: [], people: ['Bo'] },
  });
  expect(told).toEqual({ rows: [], plannedH: 0, untimed: 2 });
  expect(hoursWorked(null, { done: new Map() })).toEqual({ rows: [], plannedH: 0, untimed: 0 });
});

test('nobody works more hours than pass, and none of them is lost', () => {
  const minute = fc.integer({ min: 0, max: 300 });
  fc.assert(
    fc.property(fc.array(fc.tuple(minute, minute), { minLength: 1, maxLength: Math.min(8, WORK.length) }), (pairs) => {
      const spans = pairs.map(([a, b]) => [Math.min(a, b), Math.max(a, b) + 1] as const);
      const done = Object.fromEntries(spans.map(([from, to], i) => [WORK[i]!.id, span(from / 60, to / 60, 'Ida')]));
      const minutes = new Set(spans.flatMap(([from, to]) => Array.from({ length: to - from }, (_, i) => from + i)));
      expect(sumOf(hours(done), 'Ida')).toBeCloseTo((minutes.size * MINUTE_MS) / HOUR_MS, 9);
    }),
  );
});
