import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PrintAnswer } from '@caulkhorn/contract';
import { DEMO_ORGANISATION, DEMO_PEOPLE } from '../demo/demo-people';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';
import { PrintAnswers } from './print-answers';

/** A page that says it was read, at once or never; what the app's own page prints is looked at end to end. */
const PAGE = (isRead: boolean) => `<!doctype html><title>Loft</title><h1>Loft</h1><main ${isRead ? 'data-read="read"' : ''}>read</main>`;
const ASKED = { paper: 'A4', units: 'metric', part: 'all', locale: 'en-GB' };

const webRoot = mkdtempSync(join(tmpdir(), 'caulkhorn-print-'));
const showPage = (isRead: boolean) => writeFileSync(join(webRoot, 'index.html'), PAGE(isRead));

let server: TestServer;
let planner: Agent;
let jobId: string;
let otherJobId: string;
let prints: string;
beforeAll(async () => {
  server = await TestServer.start({ webRoot });
  planner = await server.as('planner');
  const jobs = (await planner.get(`${ORGANISATION}/jobs`)).body as { id: string; name: string }[];
  [jobId, otherJobId] = jobs.map(({ id }) => id) as [string, string];
  prints = `${ORGANISATION}/jobs/${jobId}/prints`;
});
beforeEach(() => showPage(true));
afterAll(async () => {
  await server.stop();
  rmSync(webRoot, { recursive: true });
});

async function ask(asked: object = ASKED): Promise<string> {
  const { status, body } = await planner.post(prints).send(asked);
  expect(status).toBe(201);
  return (body as { printId: string }).printId;
}

/** Looks again and again until it is as wanted. */
async function until(id: string, isSo: (status: number, found: PrintAnswer) => boolean): Promise<PrintAnswer> {
  for (let n = 0; n < 300; n++) {
    const { status, body } = await planner.get(`${prints}/${id}`);
    if (isSo(status, body as PrintAnswer)) return body as PrintAnswer;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
  throw new Error('never came');
}

test('a PDF is made and fetched by whoever asked for it, and by nobody else', async () => {
  const id = await ask();
  const { bytes } = await until(id, (_, { state }) => state === 'done');
  const { body, headers } = await planner.get(`${prints}/${id}/file`).buffer(true).expect(200);
  expect(headers['content-type']).toBe('application/pdf');
  expect((body as Buffer).subarray(0, 5).toString()).toBe('%PDF-');
  expect((body as Buffer).length).toBe(bytes);
  const foreman = await server.as('foreman');
  await foreman.get(`${prints}/${id}`).expect(404);
  await foreman.get(`${prints}/${id}/file`).expect(404);
  await foreman.delete(`${prints}/${id}`).expect(204);
  await planner.get(`${prints}/${id}/file`).expect(200);
});

test('stopped while it is made, nothing is left of it', async () => {
  showPage(false);
  const id = await ask();
  await until(id, (_, { state }) => state === 'running');
  await planner.get(`${prints}/${id}/file`).expect(404);
  await planner.delete(`${prints}/${id}`).expect(204);
  await until(id, (status) => status === 404);
});

test('the server restarts while it is made: the one after makes it', async () => {
  showPage(false);
  const id = await ask();
  await until(id, (_, { state }) => state === 'running');
  showPage(true);
  await server.restart();
  planner = await server.as('planner');
  await until(id, (_, { state }) => state === 'done');
});

test('what is no paper, no language, or a field too many is refused by name', async () => {
  const refused = async (asked: object) => ((await planner.post(prints).send(asked).expect(400)).body as { fields: object }).fields;
  expect(await refused({ ...ASKED, paper: 'A9' })).toHaveProperty('paper');
  expect(await refused({ ...ASKED, locale: 'en\u0000GB"' })).toHaveProperty('locale');
  expect(await refused({ ...ASKED, url: 'http://elsewhere' })).toHaveProperty('url');
  await planner.post(`${ORGANISATION}/jobs/${randomUUID()}/prints`).send(ASKED).expect(404);
});

test('the page that is printed may read its own job, as whoever asked, and no other', async () => {
  const answers = server.app.get(PrintAnswers);
  const organisationId = DEMO_ORGANISATION.id;
  const caller = { organisationId, personId: DEMO_PEOPLE.find(({ role }) => role === 'foreman')!.id, standing: 'foreman' } as const;
  const house = `/organisations/${organisationId}`;
  expect(await answers.at('/session', jobId, caller)).toMatchObject({ personId: caller.personId });
  expect(JSON.parse(String(await answers.at(`${house}/jobs/${jobId}`, jobId, caller)))).toHaveProperty('model.job.id', jobId);
  for (const path of [`${house}/jobs/${otherJobId}`, `${house}/jobs`, `${house}/stores`, `${house}/people`, '/account'])
    expect(await answers.at(path, jobId, caller)).toBeUndefined();
  const photo = `photos/${randomUUID()}/image`;
  expect(await answers.at(`${house}/jobs/${otherJobId}/${photo}`, jobId, caller)).toBeUndefined();
  expect(await answers.at(`${house}/jobs/${jobId}/${photo}`, jobId, caller)).toBeUndefined();
});
