import { randomUUID } from 'node:crypto';
import type { JobSummary } from '@caulkhorn/contract';
import type { JobModel } from '@caulkhorn/core/jobs';
import { Client } from 'pg';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = demoId('gatehouse');
const PATH = `${ORGANISATION}/jobs/${JOB}`;

let server: TestServer;
let planner: Agent;
const stateOf = async (id: string, agent = planner) =>
  ((await agent.get(`${ORGANISATION}/jobs`).expect(200)).body as JobSummary[]).find((job) => job.id === id)?.state;
const put = (state: string, path = PATH, agent = planner) => agent.put(`${path}/state`).send({ state });
const note = (jobId: string) => ({
  ...{ id: randomUUID(), deviceId: randomUUID(), jobId, kind: 'space.put', baseVersion: 0, occurredAt: '2026-05-20T10:00:00Z' },
  payload: { id: randomUUID(), name: 'Attic', order: 9 },
});

beforeAll(async () => {
  server = await TestServer.start();
  planner = await server.as('planner');
});
afterAll(() => server.stop());

test('what was put away can be read and not changed, until it is brought back', async () => {
  await put('archived').expect(204);
  expect(await stateOf(JOB)).toBe('archived');
  await planner.get(PATH).expect(200);
  const command = note(JOB);
  const refused = await planner.post(`${PATH}/commands`).send(command).expect(403);
  expect(refused.body).toEqual({ error: 'job-not-open' });
  await put('open').expect(204);
  await planner.post(`${PATH}/commands`).send(command).expect(200);
  // sent again while it is away: what was done before is told as ever
  await put('archived').expect(204);
  await planner.post(`${PATH}/commands`).send(command).expect(200);
  await put('open').expect(204);
});

test('a deleted job can be brought back for thirty days, and then is at no address', async () => {
  const { body } = await planner.post(`${PATH}/copies`).send({ id: randomUUID(), name: 'To be deleted', withSurvey: false }).expect(201);
  const { jobId } = body as { jobId: string };
  const path = `${ORGANISATION}/jobs/${jobId}`;
  await put('deleted', path).expect(204);
  expect(await stateOf(jobId)).toBe('deleted');
  await put('open', path).expect(204);
  await put('deleted', path).expect(204);
  const client = new Client({ connectionString: server.databaseUrl });
  await client.connect();
  await client.query(`update job set state_since = now() - interval '31 days' where id = $1`, [jobId]);
  await client.end();
  expect(await stateOf(jobId)).toBeUndefined();
  await planner.get(path).expect(404);
  await put('open', path).expect(404);
  await planner.post(`${path}/commands`).send(note(jobId)).expect(404);
});

test('a copy takes the settings, or the whole survey; never log, plan or photos; once however often it is sent', async () => {
  const source = `${ORGANISATION}/jobs/${demoId('ropewalk')}`;
  const { model, versions } = (await planner.get(source).expect(200)).body as { model: JobModel; versions: Record<string, number> };
  const permit = { id: randomUUID(), kind: 'hot-work', number: 'HW 3', from: '2026-05-20T06:00:00Z', until: '2026-05-20T14:00:00Z' };
  const forecast = { source: 'station', madeAt: '2026-05-20T05:00:00Z', hours: [{ at: '2026-05-20T05:00:00Z', airC: 9 }] };
  await planner
    .post(`${source}/commands`)
    .send({
      ...{ id: randomUUID(), deviceId: randomUUID(), jobId: model.job.id, kind: 'job.put', occurredAt: '2026-05-20T05:00:00Z' },
      ...{ payload: { ...model.job, permits: [permit], forecast }, baseVersion: versions[model.job.id] },
    })
    .expect(200);
  const [buildUp] = model.buildUps;
  const remedies = [{ workItemId: 'x:z1:coat-2', way: 'wet-and-slurry', reason: 'rain', decidedAt: '2026-05-20T05:00:00Z' }];
  await planner
    .post(`${source}/commands`)
    .send({
      ...{ id: randomUUID(), deviceId: randomUUID(), jobId: model.job.id, kind: 'build-up.put', occurredAt: '2026-05-20T05:00:00Z' },
      ...{ payload: { ...buildUp, remedies }, baseVersion: versions[buildUp!.id] },
    })
    .expect(200);
  const copy = { id: randomUUID(), name: 'Ropewalk, second season', withSurvey: true };
  for (let i = 0; i < 2; i++) await planner.post(`${source}/copies`).send(copy).expect(201);
  const made = (await planner.get(`${ORGANISATION}/jobs/${copy.id}`).expect(200)).body as { model: JobModel };
  expect(made.model.job).toEqual({ ...model.job, id: copy.id, name: copy.name });
  expect(made.model.features).toHaveLength(model.features.length);
  expect(made.model.buildUps).toHaveLength(model.buildUps.length);
  expect(made.model.buildUps.filter((each) => each.remedies)).toEqual([]);
  expect(made.model.photos).toEqual([]);
  expect((await planner.get(`${ORGANISATION}/jobs/${copy.id}/log`).expect(200)).body).toEqual([]);
  expect((await planner.get(`${ORGANISATION}/jobs/${copy.id}/plan`).expect(200)).body).toEqual({ latest: null });
  const bare = { id: randomUUID(), name: 'Bare', withSurvey: false };
  await planner.post(`${source}/copies`).send(bare).expect(201);
  const empty = (await planner.get(`${ORGANISATION}/jobs/${bare.id}`).expect(200)).body as { model: JobModel };
  expect([empty.model.faces, empty.model.job.timeZone]).toEqual([[], model.job.timeZone]);
});

test('only who makes jobs puts them away, deletes or copies them; a guest never sees a deleted one', async () => {
  for (const who of ['foreman', 'inspector', 'apprentice', 'guest'] as const) {
    const agent = await server.as(who);
    const seen = `${ORGANISATION}/jobs/${demoId('ropewalk')}`;
    await put('archived', seen, agent).expect(403);
    await agent.post(`${seen}/copies`).send({ id: randomUUID(), name: 'Mine', withSurvey: true }).expect(403);
  }
  await put('deleted', `${ORGANISATION}/jobs/${demoId('ropewalk')}`).expect(204);
  expect(await stateOf(demoId('ropewalk'), await server.as('guest'))).toBeUndefined();
  await put('open', `${ORGANISATION}/jobs/${demoId('ropewalk')}`).expect(204);
});

test.each([{ state: 'lost' }, {}, { state: 'open', by: 'me' }])('refused: %p', async (body) => {
  await planner.put(`${PATH}/state`).send(body).expect(400);
});
