import { randomUUID } from 'node:crypto';
import type { ProgrammeSearchAnswer } from '@caulkhorn/contract';
import { Client } from 'pg';
import type { JobModel } from '@caulkhorn/core/jobs';
import { demoJobs } from '../demo/demo-jobs';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';

/** The harbour works many times over: a search of it is not over before somebody has looked. */
const LARGE = manyTimes(demoJobs(new Date('2026-05-20T10:00:00Z'))[3] as unknown as JobModel, 5);
let jobId: string;
let searches: string;

function manyTimes(model: JobModel, times: number): JobModel {
  let made = { ...model, job: { ...model.job, id: randomUUID(), name: 'Five seasons' }, keptProgrammes: [] };
  const copies = Array.from({ length: times }, (_, n) => {
    const ids = new Map([...model.spaces, ...model.faces, ...model.features, ...model.buildUps].map(({ id }) => [id, randomUUID()]));
    const { spaces, faces, features, buildUps } = JSON.parse(
      JSON.stringify(model).replace(/"([0-9a-f-]{36})"/g, (whole, id: string) => (ids.has(id) ? `"${ids.get(id)}"` : whole)),
    ) as JobModel;
    return {
      spaces: spaces.map((each) => ({ ...each, order: each.order + n * 100 })),
      faces: faces.map((each) => ({
        ...each,
        placement: { ...each.placement, xM: each.placement.xM + n * 900 },
        order: each.order + n * 100,
      })),
      ...{ features, buildUps },
    };
  });
  for (const kind of ['spaces', 'faces', 'features', 'buildUps'] as const)
    made = { ...made, [kind]: copies.flatMap((copy) => copy[kind] as never[]) };
  return { ...made, photos: [], readings: [] };
}

let server: TestServer;
let planner: Agent;
beforeAll(async () => {
  server = await TestServer.start();
  planner = await server.as('planner');
  const file = { format: 'caulkhorn-job', formatVersion: 3, ...LARGE, planRevisions: [], log: [] };
  ({ jobId } = (await planner.post(`${ORGANISATION}/import`).send(file).expect(201)).body as { jobId: string });
  searches = `${ORGANISATION}/jobs/${jobId}/programme-searches`;
});
afterAll(() => server.stop());

async function ask(limitS: number, who = planner, pins: object[] = []): Promise<string> {
  const { status, body } = await who.post(searches).send({ pins, limitS });
  expect(status).toBe(201);
  return (body as { searchId: string }).searchId;
}

/** Looks again and again until it is as wanted. */
async function until(id: string, isSo: (found: ProgrammeSearchAnswer) => boolean, who = planner): Promise<ProgrammeSearchAnswer> {
  for (let n = 0; n < 300; n++) {
    const found = (await who.get(`${searches}/${id}`)).body as ProgrammeSearchAnswer;
    if (isSo(found)) return found;
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
  throw new Error('never came');
}

test('a search is asked for, told on the way, and ends with a programme that ends no later than its bound lets it', async () => {
  const id = await ask(4);
  const { proposal } = await until(id, ({ state }) => state === 'done');
  expect(proposal!.programme!.tasks.length).toBeGreaterThan(20);
  const endMs = Math.max(...proposal!.programme!.tasks.map((task) => task.endMs));
  expect(endMs).toBeGreaterThanOrEqual(proposal!.lowerBoundMs - 1);
});

test('by another goal it ends with a figure, no worse than as it stands, and with what none can come below', async () => {
  for (const goal of ['rounds', 'packs', 'cost'] as const) {
    const { body } = await planner.post(searches).send({ pins: [], limitS: 3, goal }).expect(201);
    const { proposal } = await until((body as { searchId: string }).searchId, ({ state }) => state === 'done' || state === 'failed');
    expect(proposal!.byGoal!.goal).toBe(goal);
    expect(proposal!.byGoal!.figure).toBeGreaterThanOrEqual(proposal!.byGoal!.bound);
    expect(Number.isFinite(proposal!.byGoal!.figure)).toBe(true);
  }
  await planner.post(searches).send({ pins: [], limitS: 3, goal: 'beauty' }).expect(400);
});

test('told to stop at one server, the search at the other ends with what it had; so does the one before, when another is asked for', async () => {
  const other = await server.another();
  try {
    const elsewhere = await other.as('planner');
    const id = await ask(60);
    await until(id, ({ state, proposal }) => state === 'running' && proposal !== null, elsewhere);
    await elsewhere.delete(`${searches}/${id}`).expect(204);
    expect((await until(id, ({ state }) => state === 'done')).proposal!.programme).not.toBeNull();
    const [first, second] = [await ask(60), await ask(1)];
    await until(second, ({ state }) => state === 'done');
    await until(first, ({ state }) => state === 'done');
  } finally {
    await other.stopServing();
  }
});

test('what a server was at when it ended is taken up by another', async () => {
  const other = await server.another();
  const id = await ask(6);
  await until(id, ({ state }) => state === 'running');
  // whichever has it: both end but for one that is begun anew
  await other.stopServing();
  await server.restart();
  planner = await server.as('planner');
  expect((await until(id, ({ state }) => state === 'done' || state === 'failed')).state).toBe('done');
});

test('what a server was at when it fell is taken up when it has not answered in time', async () => {
  const id = await ask(1);
  await until(id, ({ state }) => state === 'done');
  // as a server leaves it that loses its power: taken, and never answered
  const client = new Client({ connectionString: server.databaseUrl });
  await client.connect();
  try {
    await client.query(
      `update programme_search set state = 'running', proposal = null, asked = jsonb_set(asked, '{limitS}', '4') where id = $1`,
      [id],
    );
    await client.query(
      `insert into queue.job (name, data, state, started_on, expire_in, retry_limit)
       values ('programme-search', $1, 'active', now() - interval '1 hour', interval '30 seconds', 2)`,
      [{ organisationId: ORGANISATION.split('/').at(-1), jobId, searchId: id }],
    );
    expect((await until(id, ({ state }) => state === 'done')).proposal!.programme).not.toBeNull();
  } finally {
    await client.end();
  }
});

test.each([
  [{ pins: [], limitS: 0 }, 'limitS'],
  [{ pins: [], limitS: 500 }, 'limitS'],
  [{ pins: [{ workItemId: 'x' }], limitS: 5 }, 'pins[0].startsAt'],
  [{ limitS: 5 }, 'pins'],
  [{ pins: [], limitS: 5, haste: true }, 'haste'],
])('%j is refused', async (body, path) => {
  const answer = await planner.post(searches).send(body);
  expect([answer.status, Object.keys((answer.body as { fields: object }).fields)]).toEqual([400, [path]]);
});

test('a search that is not there, of a job that is not there, or of somebody who does not plan, is none', async () => {
  expect((await planner.get(`${searches}/${randomUUID()}`)).status).toBe(404);
  expect((await planner.post(`${ORGANISATION}/jobs/${randomUUID()}/programme-searches`).send({ pins: [], limitS: 1 })).status).toBe(404);
  expect((await (await server.as('foreman')).post(searches).send({ pins: [], limitS: 1 })).status).toBe(403);
});
