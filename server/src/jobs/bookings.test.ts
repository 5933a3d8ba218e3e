import { randomUUID } from 'node:crypto';
import { demoId } from '../demo/survey';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

let server: TestServer;
let planner: Agent;
beforeAll(async () => {
  server = await TestServer.start();
  planner = await server.as('planner');
});
afterAll(() => server.stop());

const inHours = (h: number) => new Date(Date.now() + h * 3_600_000).toISOString();

/** A new job whose people were told this programme. */
async function jobWith(name: string, starts: object[]): Promise<string> {
  const id = randomUUID();
  await planner.post(`${ORGANISATION}/jobs`).send({ id, name, site: 'Quay 1', timeZone: 'UTC', currency: 'EUR', datum: 'quay' });
  const { status } = await planner.post(`${ORGANISATION}/jobs/${id}/commands`).send({
    ...{ id: randomUUID(), deviceId: randomUUID(), jobId: id, kind: 'kept-programme.put', baseVersion: 0, occurredAt: inHours(0) },
    payload: { id: randomUUID(), keptAt: inHours(0), keptBy: 'Ines', starts },
  });
  expect(status).toBe(200);
  return id;
}
const bookingsOf = async (jobId: string, who = planner) => (await who.get(`${ORGANISATION}/jobs/${jobId}/bookings`)).body as object[];

test('a job is told what the others have from the yard, and whom, from now on; not what it has itself', async () => {
  const pump = { startsAt: inHours(1), endsAt: inHours(3), machines: ['injection-pump'] };
  const a = await jobWith('A works', [
    { workItemId: 'x', ...pump },
    { workItemId: 'over', startsAt: inHours(-5), endsAt: inHours(-3), machines: ['jet'] },
    { workItemId: 'by hand', startsAt: inHours(1) },
    { workItemId: 'y', startsAt: inHours(4), endsAt: inHours(5), person: 'Pauli' },
  ]);
  const b = await jobWith('B works', []);
  const ofA = (await bookingsOf(b)).filter((each) => 'jobId' in each && each.jobId === a);
  expect(ofA).toEqual([
    { jobId: a, jobName: 'A works', ...pump },
    { jobId: a, jobName: 'A works', startsAt: expect.any(String), endsAt: expect.any(String), person: 'Pauli' },
  ]);
  expect((await bookingsOf(a)).filter((each) => 'jobId' in each && each.jobId === a)).toEqual([]);
  // put away it holds nothing back any more
  await planner.put(`${ORGANISATION}/jobs/${a}/state`).send({ state: 'archived' });
  expect((await bookingsOf(b)).filter((each) => 'jobId' in each && each.jobId === a)).toEqual([]);
});

test('a guest is told nothing of other jobs, and nobody anything of a job that is not there', async () => {
  await jobWith('C works', [{ workItemId: 'x', startsAt: inHours(1), endsAt: inHours(2), machines: ['jet'] }]);
  expect((await bookingsOf(demoId('ropewalk'))).length).toBeGreaterThan(0);
  expect(await bookingsOf(demoId('ropewalk'), await server.as('guest'))).toEqual([]);
  expect((await planner.get(`${ORGANISATION}/jobs/${randomUUID()}/bookings`)).status).toBe(404);
});

test.each([
  [{ machines: ['crane'] }, 'payload.starts[0].machines[0]'],
  [{ endsAt: 'soon' }, 'payload.starts[0].endsAt'],
])('a start with %j is refused', async (part, path) => {
  const jobId = await jobWith('D works', []);
  const { body, status } = await planner.post(`${ORGANISATION}/jobs/${jobId}/commands`).send({
    ...{ id: randomUUID(), deviceId: randomUUID(), jobId, kind: 'kept-programme.put', baseVersion: 0, occurredAt: inHours(0) },
    payload: { id: randomUUID(), keptAt: inHours(0), starts: [{ workItemId: 'x', startsAt: inHours(1), ...part }] },
  });
  expect([status, Object.keys((body as { fields: object }).fields)]).toEqual([400, [path]]);
});
