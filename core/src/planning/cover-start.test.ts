import { buildUp, sampleJob } from '../testing/sample-job';
import { USUAL_CREW, USUAL_HOUSE, coverStartMs, placingOptions, planJob, programmeJob } from './index';

const NOW = Date.parse('2026-06-01T06:00:00Z');

function placed(done: Parameters<typeof programmeJob>[1]['done'] = new Map()) {
  const model = { ...sampleJob(), buildUps: [buildUp('north')] };
  const plan = planJob(model, USUAL_CREW, USUAL_HOUSE);
  const { workItems } = plan;
  const options = placingOptions({
    ...{ model, plan, workItems, house: USUAL_HOUSE, bookings: [], today: '2026-05-18' },
    tool: undefined,
    wallsC: new Map(),
  });
  const programme = programmeJob(workItems, { done }, { ...options, nowMs: NOW });
  const startMs = coverStartMs(
    plan.faces.find(({ faceId }) => faceId === 'north')!,
    workItems,
    programme,
  );
  return { plan, workItems, programme, startMs };
}

test('it is covered when its first coat begins, not while it is made ready', () => {
  const { workItems, programme, startMs } = placed();
  const first = workItems.find(({ step }) => step === 'coat-1')!;
  expect(startMs).toBe(programme.tasks.find(({ id }) => id === first.id)!.startMs);
  const ready = workItems.find(({ step }) => step === 'prepare')!;
  expect(startMs).toBeGreaterThan(programme.tasks.find(({ id }) => id === ready.id)!.startMs);
});

test('a face that is being coated, or never is, has no such day', () => {
  const { plan, workItems, programme } = placed();
  const first = workItems.find(({ step }) => step === 'coat-1')!;
  const started = new Map([[first.id, { startedAt: NOW - 3_600_000, finishedAt: NOW - 1_800_000 }]]) as never;
  expect(placed(started).startMs).toBeUndefined();
  expect(coverStartMs({ ...plan.faces.find(({ faceId }) => faceId === 'north')!, layers: [] }, workItems, programme)).toBeUndefined();
});
