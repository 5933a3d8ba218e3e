import { execFileSync } from 'node:child_process';
import { createHash, randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { PrintAnswer } from '@caulkhorn/contract';
import sharp from 'sharp';
import { DEMO_GUEST, DEMO_ORGANISATION, DEMO_PEOPLE } from '../demo/demo-people';
import { type Agent, ORGANISATION, TestServer } from '../testing/test-server';
import { PrintAnswers } from './print-answers';

/** Writes a page at once or never; what the app's own writes is looked at end to end. */
const WRITER = (page: object | null) => `export default () => (${page ? JSON.stringify(page) : 'new Promise(() => {})'})`;
const PAGE = { title: 'Loft', html: '<h1>Loft</h1>', notHere: 'This picture is not here.' };
const ASKED = { paper: 'A4', units: 'metric', part: 'all', locale: 'en-GB' };

const folder = mkdtempSync(join(tmpdir(), 'caulkhorn-print-'));
const webRoot = join(folder, 'dist');
mkdirSync(webRoot);
mkdirSync(join(folder, 'dist-print'));
writeFileSync(join(webRoot, 'index.html'), '<!doctype html>');
const written = (page: object | null) => writeFileSync(join(folder, 'dist-print/print-record.mjs'), WRITER(page));

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
beforeEach(() => written(PAGE));
afterAll(async () => {
  await server.stop();
  rmSync(folder, { recursive: true });
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

/** The id of a photo that was taken and sent. */
async function photoOf(job: string): Promise<string> {
  const file = await sharp({ create: { width: 1500, height: 1000, channels: 3, background: '#666' } })
    .jpeg()
    .toBuffer();
  const { model } = (await planner.get(`${ORGANISATION}/jobs/${job}`)).body as { model: { faces: { id: string }[] } };
  const originalSha256 = createHash('sha256').update(file).digest('hex');
  const photo = { id: randomUUID(), faceId: model.faces[0]!.id, at: '2026-05-20T10:00:00Z', originalSha256 };
  const command = { id: randomUUID(), deviceId: randomUUID(), jobId: job, kind: 'photo.put', baseVersion: 0, payload: photo };
  await planner
    .post(`${ORGANISATION}/jobs/${job}/commands`)
    .send({ ...command, occurredAt: photo.at })
    .expect(200);
  const path = `${ORGANISATION}/jobs/${job}/photos/${photo.id}/file`;
  await planner.put(path).set('content-type', 'image/jpeg').send(file).expect(200);
  return photo.id;
}

// the library that reads it is a module of another kind than these tests are
const READ = `import('pdfjs-dist/legacy/build/pdf.mjs').then(async ({ getDocument }) => {
  const pdf = await getDocument({ url: process.argv[1], verbosity: 0 }).promise;
  const { items } = await (await pdf.getPage(1)).getTextContent();
  console.log(items.map(({ str }) => str).join(' '));
})`;

/** The words on the first page of a PDF. */
function wordsOn(pdf: Buffer): string {
  const path = join(folder, 'print.pdf');
  writeFileSync(path, pdf);
  return execFileSync(process.execPath, ['-e', READ, path], { encoding: 'utf8' });
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

test('pictures are printed no larger than they show, and one that is not there is told in words', async () => {
  const at = (photo: string) => `${ORGANISATION}/jobs/${jobId}/photos/${photo}/image`;
  const html = [await photoOf(jobId), randomUUID()].map((photo) => `<main><img src="${at(photo)}" alt=""></main>`).join('');
  written({ ...PAGE, html });
  const id = await ask();
  await until(id, (_, { state }) => state === 'done');
  const { body } = await planner.get(`${prints}/${id}/file`).buffer(true).expect(200);
  const pdf = (body as Buffer).toString('latin1');
  // ISO 32000-1, 8.9.5: what an image XObject says of its width
  expect([...pdf.matchAll(/\/Width (\d+)/g)].map(([, width]) => Number(width))).toEqual([720]);
  expect(wordsOn(body as Buffer)).toContain('not here');
});

test('stopped while it is made, nothing is left of it', async () => {
  written(null);
  const id = await ask();
  await until(id, (_, { state }) => state === 'running');
  await planner.get(`${prints}/${id}/file`).expect(404);
  await planner.delete(`${prints}/${id}`).expect(204);
  await until(id, (status) => status === 404);
});

test('the server restarts while it is made: the one after makes it', async () => {
  written(null);
  const id = await ask();
  await until(id, (_, { state }) => state === 'running');
  written(PAGE);
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

test('what is printed is read of its own job, as whoever asked, and of no other', async () => {
  const answers = server.app.get(PrintAnswers);
  const organisationId = DEMO_ORGANISATION.id;
  const caller = { organisationId, personId: DEMO_PEOPLE.find(({ role }) => role === 'foreman')!.id, standing: 'foreman' } as const;
  const record = await answers.record(jobId, caller);
  expect(record.session).toMatchObject({ personId: caller.personId });
  expect(JSON.parse(record.answers.job)).toHaveProperty('model.job.id', jobId);
  await expect(answers.record(randomUUID(), caller)).rejects.toThrow();
  await expect(answers.record(jobId, { ...caller, organisationId: randomUUID() })).rejects.toThrow();
  const [shown] = (await (await server.as('guest')).get(`${ORGANISATION}/jobs`)).body as { id: string }[];
  const guest = { organisationId, personId: DEMO_GUEST.id, standing: 'guest' } as const;
  expect((await answers.record(shown!.id, guest)).session).toMatchObject({ personId: guest.personId });
  const photo = await photoOf(jobId);
  const at = (job: string, rest: string) => answers.picture(`${ORGANISATION}/jobs/${job}/photos/${rest}`, jobId, caller);
  expect((await sharp(await at(jobId, `${photo}/image`)).metadata()).width).toBe(720);
  await server.asOwner((client) => client.query('update photo_file set printed = null where photo_id = $1', [photo]));
  expect((await sharp(await at(jobId, `${photo}/image`)).metadata()).width).toBe(1500);
  for (const rest of [`${randomUUID()}/image`, `${photo}/file`, `${photo}/image/..`]) expect(await at(jobId, rest)).toBeUndefined();
  expect(await at(otherJobId, `${photo}/image`)).toBeUndefined();
});
