import { FAMILY_IDS, type JobModel, checkModel } from '@caulkhorn/core/jobs';
import { USUAL_CREW, USUAL_HOUSE, faceFacts, judgeFace, placingOptions, planJob, programmeJob, trapsOf } from '@caulkhorn/core/planning';
import { type LogLine, findBrokenLink, foldLog, entriesInForce } from '@caulkhorn/core/site-log';
import { demoJobs } from './demo-jobs';
import { demoYard } from './demo-yard';

const NOW = new Date('2026-05-20T10:00:00Z');
const jobs = demoJobs(NOW);
const [ropewalk, gatehouse, kelpHouse, harbourWorks] = jobs;
const model = ropewalk as unknown as JobModel;
const log = ropewalk!.log as unknown as LogLine[];

test('it is the same whenever it is made for the same time', () => expect(demoJobs(NOW)).toEqual(jobs));

test('every day of the year gives a sound job', () => {
  for (const day of ['2026-01-01T00:10:00Z', '2026-03-29T01:30:00Z', '2026-12-31T23:50:00Z'])
    for (const file of demoJobs(new Date(day))) {
      expect(checkModel(file as unknown as JobModel)).toEqual([]);
      expect(findBrokenLink(file.log as unknown as LogLine[])).toBeNull();
      for (const { entry } of file.log) expect(Date.parse(entry.occurredAt)).toBeLessThanOrEqual(Date.parse(day));
    }
});

test('it holds real trouble: a moving crack, a refused pipe, a breach with its reason, a window missed, a correction, a thin spot', () => {
  const plan = planJob(model, { people: 2, temperatureC: 11 }, USUAL_HOUSE);
  expect(plan.findings.map((found) => found.code)).toContain('refused-pipe-not-rigid');
  expect(plan.faces.flatMap((face) => face.treatments).some(({ rule }) => rule.id === 'crack-moving')).toBe(true);
  expect(log.some(({ entry }) => entry.body.kind === 'start' && entry.body.breachReason)).toBe(true);
  expect(log.some(({ entry }) => entry.supersedes)).toBe(true);
  expect(entriesInForce(log)).toHaveLength(log.length - 1);
  expect(log.some(({ entry }) => entry.body.kind === 'note' && /thin/.test(entry.body.note))).toBe(true);
  const programme = programmeJob(plan.workItems, foldLog(log), { nowMs: NOW.getTime(), timeZone: 'Europe/Oslo', temperatureC: 11 });
  expect(programme.conflicts.map((conflict) => conflict.code)).toContain('window-missed');
});

test('the live wall’s window is still to close', () => {
  const site = foldLog(log);
  const { workItems } = ropewalk!.planRevisions[0]!;
  const programme = programmeJob(workItems as never, site, { nowMs: NOW.getTime(), timeZone: 'Europe/Oslo', temperatureC: 11 });
  const wall = model.faces.find((face) => face.mark === 'B')!;
  const second = programme.tasks.find((task) => task.id === `${wall.id}:z1:coat-2`)!;
  expect(second.window!.closesMs!).toBeGreaterThan(NOW.getTime());
});

test('the fresh one has a wet wall and nothing chosen', () => {
  expect(gatehouse!.features).toHaveLength(1);
  expect([gatehouse!.buildUps, gatehouse!.planRevisions, gatehouse!.log]).toEqual([[], [], []]);
});

test('the third builds in seven ways, none of which lacks a sheet; a newer sheet and a trap wait to be seen', () => {
  const job = kelpHouse as unknown as JobModel;
  const plan = planJob(job, { people: 2, temperatureC: 12 }, USUAL_HOUSE);
  expect(new Set(job.buildUps.map(({ family }) => family)).size).toBe(7);
  expect(plan.findings.filter(({ code }) => code !== 'rating-fails').map(({ code, path }) => `${code} ${path}`)).toEqual([]);
  const north = plan.faces.find(({ buildUp }) => buildUp?.family === 'crystalline-slurry')!;
  expect(north.products!.coat!.version).toBe(1);
  expect(north.treatments.some(({ instead }) => instead)).toBe(true);
  const block = job.faces.find(({ mark }) => mark === 'B')!;
  const blockPlan = plan.faces.find(({ faceId }) => faceId === block.id)!;
  expect(trapsOf(blockPlan, block, { features: [], job: job.job, isRising: false }).map(({ id }) => id)).toEqual(['waterproofed-render']);
});

test('all twenty ways of building are to be seen, each with its layers or its doses, and none where a hard limit stands against it', () => {
  const families = jobs.flatMap(({ buildUps }) => buildUps.map(({ family }) => family));
  expect([...new Set(families)].sort()).toEqual([...FAMILY_IDS].sort());
  const job = harbourWorks as unknown as JobModel;
  const plan = planJob(job, USUAL_CREW, USUAL_HOUSE);
  expect(plan.findings.map(({ code, path }) => `${code} ${path}`)).toEqual([]);
  const today = { ms: NOW.getTime(), temperatureC: 15 };
  for (const face of job.faces) {
    const facePlan = plan.faces.find(({ faceId }) => faceId === face.id)!;
    const features = job.features.filter(({ faceId }) => faceId === face.id);
    const facts = faceFacts({ face, plan: facePlan, features, job: job.job, today, readings: [] });
    const { verdict, objections } = judgeFace(facts, USUAL_HOUSE).find(({ family }) => family === facePlan.buildUp!.family)!;
    const hard = objections.filter(({ then }) => then === 'cannot').map(({ criterionId }) => criterionId);
    expect({ mark: face.mark, hard, cannot: verdict === 'cannot' }).toEqual({ mark: face.mark, hard: [], cannot: false });
    expect(plan.workItems.some(({ faceId }) => faceId === face.id)).toBe(true);
  }
});

test('two jobs fight for one pump: what the one was told keeps the other waiting', () => {
  const [kelp, harbour] = [kelpHouse, harbourWorks] as unknown as JobModel[];
  const plan = planJob(harbour!, USUAL_CREW, USUAL_HOUSE);
  const bookings = kelp!.keptProgrammes[0]!.starts.flatMap(({ startsAt, endsAt, machines = [] }) =>
    endsAt ? [{ jobId: kelp!.job.id, jobName: kelp!.job.name, machines, fromMs: Date.parse(startsAt), toMs: Date.parse(endsAt) }] : [],
  );
  const placed = (booked: typeof bookings) => {
    const house = { ...USUAL_HOUSE, machines: demoYard(NOW).machines! };
    const from = {
      model: harbour!,
      plan,
      workItems: plan.workItems,
      house,
      bookings: booked,
      today: '2026-05-18',
      tool: undefined,
      wallsC: new Map(),
    };
    return programmeJob(plan.workItems, { done: new Map() }, { nowMs: NOW.getTime(), ...placingOptions(from) });
  };
  const washed = plan.workItems.find(({ machines }) => machines?.includes('jet'))!;
  const startOf = (programme: ReturnType<typeof placed>) => programme.tasks.find(({ id }) => id === washed.id)!.startMs;
  expect(startOf(placed(bookings))).toBeGreaterThan(startOf(placed([])));
  const away = bookings.filter(({ machines }) => machines.includes('jet'));
  for (const { id, startMs, endMs } of placed(bookings).tasks) {
    const item = plan.workItems.find((each) => each.id === id)!;
    if (!item.machines?.includes('jet')) continue;
    const leftMs = endMs - (item.restH ?? 0) * 3_600_000;
    // a piece longer than what is left of a shift rests while the pump is away
    expect(away.some(({ fromMs, toMs }) => startMs >= fromMs && startMs < toMs)).toBe(false);
    expect(leftMs).toBeGreaterThan(startMs);
  }
});
