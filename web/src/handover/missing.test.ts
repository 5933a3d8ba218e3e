import { type PlanRevision, USUAL_HOUSE, planJob as planInHouse } from '@caulkhorn/core/planning';
import { buildUp, crack, sampleJob } from '../../../core/src/testing/sample-job';
import { whatIsMissing } from './missing';

const CREW = { people: 2, temperatureC: 12 };
const nothing = { done: new Map(), measured: [], care: [] };
const pipe = crack({
  id: 'n1',
  mark: 'N1',
  kind: 'penetration',
  path: [[1, 1]],
  diameterMm: 75,
  pipe: 'corrugated',
  widthMm: undefined,
  movement: undefined,
});
const job = { ...sampleJob(), features: [pipe], buildUps: [buildUp('north')] };
const planJob = (model: typeof job, crew: typeof CREW) => planInHouse(model, crew, USUAL_HOUSE);
const plan = planJob(job, CREW);
const revision = { workItems: plan.workItems } as PlanRevision;

test('a job not yet released lacks just about everything', () => {
  expect(whatIsMissing({ model: job, plan: plan, revision: null, site: nothing, waiting: 0 })).toEqual([
    'No plan has been released to the site.',
    'N1: refused by this system; needs another treatment.',
  ]);
});

test('unfinished work and unsent entries are counted', () => {
  const missing = whatIsMissing({ model: job, plan: plan, revision: revision, site: nothing, waiting: 1 });
  expect(missing).toContain(`${plan.workItems.length} pieces of work are not finished, N · prepare first.`);
  expect(missing).toContain('One entry on this device is not sent yet.');
});

test('faces without a governing level, and coats that do not hold, are named', () => {
  const dry = { ...job, waterBodies: job.waterBodies.map((body) => ({ ...body, governingLevelId: undefined })) };
  expect(whatIsMissing({ model: dry, plan: planJob(dry, CREW), revision: revision, site: nothing, waiting: 0 })).toContain(
    'N: no governing water level.',
  );
  const weak = { ...job, faces: job.faces.map((face) => ({ ...face, strengthMPa: 5 })) };
  expect(whatIsMissing({ model: weak, plan: planJob(weak, CREW), revision: revision, site: nothing, waiting: 0 })).toContain(
    'N: the coat’s rating does not carry the head.',
  );
});

test('all done, nothing missing', () => {
  const sound = { ...job, features: [crack()] };
  const soundPlan = planJob(sound, CREW);
  const done = new Map(soundPlan.workItems.map((item) => [item.id, { finishedAt: 1, batchNumbers: [], people: [] }]));
  expect(
    whatIsMissing({
      model: sound,
      plan: soundPlan,
      revision: { workItems: soundPlan.workItems } as unknown as PlanRevision,
      site: { done, measured: [], care: [] },
      waiting: 0,
    }),
  ).toEqual([]);
});

test('a crack of unknown width is open until someone measures it', () => {
  const unmeasured = crack({ id: 'k9', mark: 'K9', widthMm: undefined });
  const job = { ...sampleJob(), features: [crack(), unmeasured], buildUps: [buildUp('north')] };
  const missing = whatIsMissing({
    model: job,
    plan: planJob(job, { people: 2, temperatureC: 10 }),
    revision: null,
    site: { done: new Map(), measured: [], care: [] },
    waiting: 0,
  });
  expect(missing.filter((line) => /no rule decides/.test(line)).map((line) => line.slice(0, 2))).toEqual(['K9']);
});
