import type { JobOutlookAnswer, StoreOutlookAnswer } from '@caulkhorn/contract';
import { randomUUID } from 'node:crypto';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

const JOB = `${ORGANISATION}/jobs/${demoId('ropewalk')}`;

let server: TestServer;
let foreman: Agent;

beforeAll(async () => {
  server = await TestServer.start();
  foreman = await server.as('foreman');
});
afterAll(() => server.stop());

const outlookOf = async (agent = foreman): Promise<JobOutlookAnswer> =>
  (await agent.get(`${JOB}/outlook`).expect(200)).body as JobOutlookAnswer;

test('a job on the first page: how far it is, what comes, what is missing, what the store lacks', async () => {
  const { shares, missing, missingCount, short } = await outlookOf();
  for (const share of Object.values(shares)) expect(share > 0 && share <= 1).toBe(true);
  expect(missing.length).toBeGreaterThan(0);
  expect(missingCount).toBeGreaterThanOrEqual(missing.length);
  // the most pressing first
  const tones = missing.map(({ tone }) => ['wrong', 'soon', 'waits'].indexOf(tone));
  expect(tones).toEqual([...tones].sort((a, b) => a - b));
  for (const { code, values } of short) expect([code, Number(values!['short']) > 0]).toEqual(['short', true]);
});

test('what is found after the release stands there at once, for whoever may see the job', async () => {
  const planner = await server.as('planner');
  const { body } = await planner.get(JOB).expect(200);
  const { model } = body as { model: { faces: { id: string }[]; features: { faceId: string }[] } };
  const { faceId } = model.features[0]!;
  const feature = { id: randomUUID(), faceId, mark: 'L77', kind: 'leak', path: [[0.5, 0.5]], wetState: 'running' };
  await planner
    .post(`${JOB}/commands`)
    .send({
      ...{ id: randomUUID(), deviceId: randomUUID(), jobId: demoId('ropewalk'), baseVersion: 0, occurredAt: '2026-05-20T10:00:00Z' },
      ...{ kind: 'feature.put', payload: feature },
    })
    .expect(200);
  for (const agent of [planner, foreman, await server.as('guest')]) {
    const found = (await outlookOf(agent)).missing.find(({ mark }) => mark === 'L77');
    expect(found).toMatchObject({ code: 'found-not-planned', tone: 'wrong', place: { featureId: feature.id } });
  }
});

test('the store is for those who work with it', async () => {
  const guest = await server.as('guest');
  expect((await outlookOf(guest)).short).toEqual([]);
  await guest.get(`${ORGANISATION}/stores/outlook`).expect(403);
  const { lines } = (await foreman.get(`${ORGANISATION}/stores/outlook`).expect(200)).body as StoreOutlookAnswer;
  for (const { code } of lines) expect(code).toMatch(/^expire/);
});

test('a job that one may not see has no outlook', async () => {
  const guest = await server.as('guest');
  await guest.get(`${ORGANISATION}/jobs/${demoId('gatehouse')}/outlook`).expect(404);
  await foreman.get(`${ORGANISATION}/jobs/${randomUUID()}/outlook`).expect(404);
});
