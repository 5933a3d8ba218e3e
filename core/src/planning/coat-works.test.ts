import { buildUp, sampleJob } from '../testing/sample-job';
import { type WorkItem, USUAL_CREW, USUAL_HOUSE, coatWorks, freshCoats, planJob } from './index';

const item = (id: string, step: WorkItem['step'], part: Partial<WorkItem> = {}): WorkItem => ({
  ...{ id, faceId: 'f', step, durationMin: 60, quantity: { value: 5, unit: 'm²' }, waits: [], rewet: false },
  ...part,
});
const zone = (no: number) => ({ zone: { no, of: 2, fromM: 0, toM: 1, share: 0.5 } });

describe('what is laid on what', () => {
  test('coat on coat, a board over the last; details and other faces cover nothing', () => {
    const items = [
      item('p', 'prepare'),
      item('1', 'coat-1'),
      item('stripe', 'coat-2', { targetId: 'k' }),
      item('other', 'coat-1', { faceId: 'g' }),
      item('2', 'coat-2'),
      item('cure', 'cure'),
      item('b', 'board'),
    ];
    expect(coatWorks(items, (faceId) => (faceId === 'f' ? 'flexible-cementitious' : undefined))).toEqual([
      { id: '1', family: 'flexible-cementitious', coveredBy: '2' },
      { id: '2', family: 'flexible-cementitious', coveredBy: 'b' },
    ]);
  });

  test('strip by strip, and what lies over all strips covers each', () => {
    const items = [item('a1', 'coat-1', zone(1)), item('a2', 'coat-2', zone(1)), item('b1', 'coat-1', zone(2)), item('s', 'screed')];
    expect(coatWorks(items, () => 'liquid-rubber').map(({ id, coveredBy }) => `${id} ${coveredBy}`)).toEqual(['a1 a2', 'a2 s', 'b1 s']);
  });

  test('in a whole plan each coat but the last of a face is covered by the next', () => {
    const job = sampleJob();
    const { workItems } = planJob({ ...job, buildUps: [buildUp(job.faces[0]!.id)] }, USUAL_CREW, USUAL_HOUSE);
    const coats = coatWorks(workItems, () => 'crystalline-slurry');
    expect(coats.length).toBeGreaterThan(1);
    expect(coats.filter(({ coveredBy }) => coveredBy === undefined)).toHaveLength(1);
  });
});

describe('a fresh coat', () => {
  const MORNING = Date.parse('2026-05-18T07:00:00Z');
  const H = 3_600_000;
  const coat = item('c', 'coat-1', { room: { spaceId: 's', phase: 'coat', isFloor: false, freshH: 12, referenceC: 20 } });
  const done = new Map<string, object>([['c', { startedAt: MORNING - H, finishedAt: MORNING, lastLaidAt: MORNING - H / 2 }]]);
  const untilH = (nowH: number, temperatureC: number) =>
    freshCoats([coat], { done: done as never }, { nowMs: MORNING + nowH * H, temperatureC }).map(({ untilMs }) => (untilMs - MORNING) / H);

  test('until its hours are over, from its last square metre; twice as long ten degrees colder', () => {
    expect(untilH(1, 20)).toEqual([11.5]);
    expect(untilH(1, 10)).toEqual([23.5]);
    expect(untilH(12, 20)).toEqual([]);
    const top = item('d', 'coat-2', { room: coat.room! });
    const both = new Map<string, object>([...done, ['d', { startedAt: MORNING, finishedAt: MORNING + H }]]) as never;
    expect(freshCoats([coat, top], { done: both }, { nowMs: MORNING + 2 * H, temperatureC: 20 })).toEqual([
      { workItemId: 'd', untilMs: MORNING + 13 * H },
    ]);
    expect(freshCoats([coat], { done: new Map() }, { nowMs: MORNING, temperatureC: 20 })).toEqual([]);
  });
});
