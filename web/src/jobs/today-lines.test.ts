import '../messages/later';
import '../messages/today';
import type { JobOutlookAnswer, JobSummary } from '@caulkhorn/contract';
import type { OutlookLine } from '@caulkhorn/core/outlook';
import { inOrder } from './job-order';
import { type TodayLine, firstLines, leadsTo, todayLines } from './today-lines';

const NOW = Date.parse('2026-03-02T07:00:00Z');
const H = 3_600_000;
const job = (id: string, name = id): JobSummary => ({
  ...{ id, name, site: 'Quay', timeZone: 'Europe/Oslo', updatedAt: '2026-03-01T00:00:00Z' },
  ...{ faces: 1, features: 1, entries: 0, state: 'open', stateSince: '2026-03-01T00:00:00Z' },
});
const outlook = (part: Partial<JobOutlookAnswer>): JobOutlookAnswer => ({
  shares: {},
  coming: [],
  missing: [],
  missingCount: part.missing?.length ?? 0,
  short: [],
  ...part,
});
const coat = (faceId: string, mark: string, atH: number, code: OutlookLine['code'] = 'starts'): OutlookLine => ({
  ...{ code, mark, tone: 'soon', place: { step: 'site-log', faceId }, atMs: NOW + atH * H },
  values: { step: 'coat-2', closesMs: NOW + (atH + 5) * H },
});
const gap = (mark: string): OutlookLine => ({
  ...{ code: 'survey-gap', mark, tone: 'waits', place: { step: 'survey', faceId: 'f', featureId: mark } },
  values: { gap: 'crack-without-width' },
});
const lines = todayLines(
  [
    {
      job: job('one'),
      outlook: outlook({ coming: [coat('a', 'A', 9), coat('b', 'B', 30, 'window-opens')], missing: [gap('K1'), gap('K2')] }),
    },
    {
      job: job('two'),
      outlook: outlook({
        coming: [coat('c', 'C', 2)],
        missing: [{ code: 'found-not-planned', mark: 'L9', tone: 'wrong', place: { step: 'build-up', faceId: 'c', featureId: 'l9' } }],
        short: [{ code: 'short', tone: 'waits', place: { step: 'materials' }, values: { product: 'Veil', short: 25, measure: 'kg' } }],
      }),
    },
  ],
  [
    {
      code: 'expired',
      tone: 'wrong',
      place: { step: 'materials' },
      values: { product: 'Stay', batch: 'B7', days: 2, onHand: 5, measure: 'kg' },
    },
  ],
  'Europe/Oslo',
  { units: 'metric', nowMs: NOW },
);

test('what comes is in order of time over all jobs, with its day where that is not today', () => {
  expect(lines.coming.map(({ job: of, marks, text }) => [of?.id, marks.join(), text])).toEqual([
    ['two', 'C', expect.stringMatching(/^coat 2, \d\d:00/) as string],
    ['one', 'A', expect.stringMatching(/^coat 2, /) as string],
    ['one', 'B', expect.stringMatching(/^coat 2, window Tue .* to Tue /) as string],
  ]);
});

test('the same said of several things is one line', () =>
  expect(lines.waits.map(({ marks, text }) => [marks.join(), text])).toEqual([
    ['K1,K2', 'Crack without a width'],
    ['', '25.0\u202fkg of Veil short'],
  ]));

test('what is wrong leads to its place; the store’s own lines lead to the store', () => {
  expect(lines.wrong.map((line) => leadsTo('org', line))).toEqual(['/o/org/jobs/two/build-up?feature=l9', '/o/org/house/stores']);
  expect(lines.wrong[1]!.text).toBe('Stay, batch B7: expired, 5.0\u202fkg on the shelf');
});

test('jobs by words and in order', () => {
  const jobs = [job('b', 'Kelp house'), job('a', 'Harbour works'), job('c', 'Kelp cellar')];
  const outlookOf = (id: string) => ({ b: outlook({ coming: [coat('x', 'X', 9)] }), c: outlook({ coming: [coat('x', 'X', 2)] }) })[id];
  const ids = (order: 'changed' | 'next' | 'name', words = '') => inOrder(jobs, order, words, outlookOf).map(({ id }) => id);
  expect(ids('changed')).toEqual(['b', 'a', 'c']);
  expect(ids('name')).toEqual(['a', 'c', 'b']);
  expect(ids('next')).toEqual(['c', 'b', 'a']);
  expect(ids('changed', 'kelp quay')).toEqual(['b', 'c']);
});

test('one job does not fill the first lines of a list, and nothing changes its place', () => {
  const line = (jobId: string, n: number): TodayLine => {
    const key = `${jobId}${n}`;
    return { key, job: { id: jobId, name: jobId }, marks: [], text: key, first: gap(key), n: 1 };
  };
  const keys = (list: readonly TodayLine[]) => list.map(({ key }) => key).join(' ');
  const mixed = [1, 2, 3, 4, 5, 6, 7, 8].map((n) => line('a', n)).concat([line('b', 1), line('b', 2)]);
  expect(keys(firstLines(mixed, 7, 3))).toBe('a1 a2 a3 a4 a5 b1 b2');
  expect(keys(firstLines(mixed.slice(0, 8), 7, 3))).toBe('a1 a2 a3 a4 a5 a6 a7');
  expect(keys(firstLines(mixed.slice(6), 7, 3))).toBe('a7 a8 b1 b2');
});

test('who works alone and does not answer stands above all else, of whichever job', () => {
  const silent: OutlookLine = {
    ...{ code: 'alone-silent', place: { step: 'site-log' }, tone: 'wrong', atMs: NOW - H },
    values: { name: 'Ida Moor' },
  };
  const short: OutlookLine = { code: 'refused', mark: 'N2', tone: 'wrong', place: { step: 'build-up', faceId: 'a' } };
  const { wrong } = todayLines(
    [
      { job: job('one'), outlook: outlook({ missing: [short] }) },
      { job: job('two'), outlook: outlook({ missing: [silent] }) },
    ],
    [],
    'Europe/Oslo',
    { units: 'metric', nowMs: NOW },
  );
  expect(wrong.map(({ first }) => first.code)).toEqual(['alone-silent', 'refused']);
  expect(wrong[0]!.text).toContain('Ida Moor works alone and has not answered since');
});
