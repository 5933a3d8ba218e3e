import { writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { pathToFileURL } from 'node:url';
import { type Page, expect, test } from '@playwright/test';
import { unzipSync, zipSync } from 'fflate';
import { createHash, randomUUID } from 'node:crypto';
import { apiPath, copyOf, goTo, openJob, signIn, slate, writeLog } from './support';

/** The bundle of the job that is open, as it was saved; the PDF takes its time. */
async function bundleOf(page: Page, { name, withPdf }: { name: string; withPdf: boolean }): Promise<Uint8Array> {
  await goTo(page, 'Handover');
  await page.getByLabel('With the dossier as PDF, made by the server').setChecked(withPdf);
  const [download] = await Promise.all([
    page.waitForEvent('download', { timeout: 90_000 }),
    page.getByRole('button', { name: 'Make the bundle (ZIP)' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe(`${name}.zip`);
  return new Uint8Array(await readFile(await download.path()));
}

test('a bundle checks itself in a browser without the app, and one byte that was changed is named', async ({ page, browser }, info) => {
  await signIn(page);
  await openJob(page, 'Net loft');
  const zip = await bundleOf(page, { name: 'Net loft, brine cellar', withPdf: true });
  await expect(slate(page)).toContainText('Write this down at handover');
  const told = /[0-9a-f]{64}/.exec((await slate(page).textContent())!)![0];
  const files = unzipSync(zip);
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining(['job.json', 'tables/tests.csv', 'tests.ics', 'verify.html', 'manifest.json', 'read-me.txt']),
  );
  expect(Buffer.from(files['dossier.pdf']!.slice(0, 5)).toString()).toBe('%PDF-');
  expect(Buffer.from(files['tables/tests.csv']!).toString()).toMatch(/A,leak-look-28,failed.*dripping/);

  // on another machine, from a disk, with no network at all
  const context = await browser.newContext({ offline: true });
  const elsewhere = await context.newPage();
  const html = info.outputPath('verify.html');
  writeFileSync(html, files['verify.html']!);
  await elsewhere.goto(pathToFileURL(html).href);
  const choose = async (bytes: Uint8Array, name: string) => {
    const path = info.outputPath(name);
    writeFileSync(path, bytes);
    await elsewhere.getByLabel('Bundle (.zip)').setInputFiles(path);
  };
  const outcome = elsewhere.locator('output');
  await choose(zip, 'whole.zip');
  await expect(outcome).toContainText('Net loft, brine cellar: everything is as it was when the bundle was made.');
  await expect(outcome).toContainText(told);
  // the demo's log was brought in with it: no server has received any of it
  await expect(outcome).toContainText(/sealed by server [0-9a-f]{32} \(Ines Varrow, .*\), which received nothing of this log/);
  await expect(outcome).toContainText(/\d+ entries, every link holds/);
  await expect(outcome).toContainText('Released plan 1: what was decided is as it was released.');

  // somebody makes the drip of the four-week look a dry place
  const text = Buffer.from(files['job.json']!).toString();
  const faked = {
    ...files,
    'job.json': Buffer.from(text.replace('"dripping","targetId"', '"dry","targetId"').replace('"saw":"dripping"', '"saw":"dry"')),
  };
  await choose(zipSync(faked), 'faked.zip');
  await expect(outcome).toContainText('not everything is as it was');
  await expect(outcome).toContainText('job.json was altered.');
  await expect(outcome).toContainText(/Broken at entry \d+: it was altered after it was written/);

  await choose(zip.slice(0, zip.length / 2), 'half.zip');
  await expect(outcome).toContainText('This is no bundle');
  await context.close();

  // the app checks it as well
  await slate(page).getByText('Check a bundle').click();
  await slate(page)
    .getByLabel('Bundle (.zip)')
    .setInputFiles({ name: 'faked.zip', mimeType: 'application/zip', buffer: Buffer.from(zipSync(faked)) });
  await expect(slate(page)).toContainText('job.json was altered.');
});

test('the list is sealed by the server that received the log', async ({ page }) => {
  await signIn(page);
  const path = await copyOf(page, 'Net loft', 'Loft, sealed');
  await writeLog(page, path, [{ kind: 'note', note: 'Handed over' }]);
  await page.goto(`${path}/handover`);
  const buffer = Buffer.from(await bundleOf(page, { name: 'Loft, sealed', withPdf: false }));
  await slate(page).getByText('Check a bundle').click();
  await slate(page).getByLabel('Bundle (.zip)').setInputFiles({ name: 'sealed.zip', mimeType: 'application/zip', buffer });
  await expect(slate(page)).toContainText(
    /The list of files is sealed: shown to server [0-9a-f]{32} by Ines Varrow at .* one that received the log/,
  );
});

const sha256 = (bytes: Uint8Array) => createHash('sha256').update(bytes).digest('hex');

/** A photo of the first face, as a phone would send it; its id. */
async function photograph(page: Page, path: string): Promise<string> {
  const file = await page.screenshot({ type: 'jpeg' });
  const { model } = (await (await page.request.get(`/api${apiPath(path)}`)).json()) as { model: { faces: { id: string }[] } };
  const photo = { id: randomUUID(), faceId: model.faces[0]!.id, at: new Date().toISOString(), originalSha256: sha256(file) };
  const command = { id: randomUUID(), deviceId: randomUUID(), jobId: path.split('/').at(-1), kind: 'photo.put', baseVersion: 0 };
  const data = { ...command, payload: photo, occurredAt: photo.at };
  expect((await page.request.post(`/api${apiPath(path)}/commands`, { data })).status()).toBe(200);
  const headers = { 'content-type': 'application/octet-stream' };
  expect((await page.request.put(`/api${apiPath(path)}/photos/${photo.id}/file`, { data: file, headers })).status()).toBe(200);
  return photo.id;
}

test('a bundle read back is the same job with its pictures, byte for byte; an altered one is refused by name', async ({ page }) => {
  await signIn(page);
  const path = await copyOf(page, 'Net loft', 'Loft, carried away');
  const photoId = await photograph(page, path);
  await page.goto(`${path}/handover`);
  const zip = await bundleOf(page, { name: 'Loft, carried away', withPdf: false });
  const files = unzipSync(zip);
  const picture = `photos/${photoId}.jpg`;
  expect(Object.keys(files)).toContain(picture);
  const bring = async (name: string, buffer: Uint8Array) => {
    await page.goto('/');
    await page.getByRole('button', { name: 'Import a job' }).click();
    await page.getByLabel('Job file or bundle').setInputFiles({ name, mimeType: 'application/octet-stream', buffer: Buffer.from(buffer) });
  };

  const altered = { ...files, [picture]: files[picture]!.map((byte, i) => (i === 999 ? byte ^ 1 : byte)) };
  await bring('altered.zip', zipSync(altered, { level: 0 }));
  await expect(page.getByRole('dialog')).toContainText(`${picture} was altered.`);
  await bring('half.zip', zip.slice(0, zip.length / 2));
  await expect(page.getByRole('dialog')).toContainText('This is no bundle');

  await bring('whole.zip', zip);
  await expect(page).toHaveURL(/\/survey$/);
  const copy = new URL(page.url()).pathname.replace('/survey', '');
  expect(copy).not.toBe(path);
  const kept = await page.request.get(`/api${apiPath(copy)}/photos/${photoId}/image`);
  expect(sha256(await kept.body())).toBe(sha256(files[picture]!));
  // and once more out of it: the same but for its own id and when its log came in
  const again = unzipSync(await bundleOf(page, { name: 'Loft, carried away', withPdf: false }));
  expect(sha256(again[picture]!)).toBe(sha256(files[picture]!));
  const job = (of: Record<string, Uint8Array>) => {
    const {
      job: head,
      log,
      keys: _,
      ...rest
    } = JSON.parse(Buffer.from(of['job.json']!).toString()) as {
      job: { id: string };
      log: { importedAt?: string }[];
      keys: unknown;
    };
    return { ...rest, head: { ...head, id: '' }, log: log.map(({ importedAt: __, ...line }) => line) };
  };
  expect(job(again)).toEqual(job(files));

  // brought in without its pictures, they are brought in afterwards
  await bring('job.json', files['job.json']!);
  await expect(page).toHaveURL(/\/survey$/);
  const bare = new URL(page.url()).pathname.replace('/survey', '');
  expect((await page.request.get(`/api${apiPath(bare)}/photos/${photoId}/image`)).status()).toBe(404);
  await goTo(page, 'Handover');
  await slate(page).getByText('Check a bundle').click();
  await slate(page)
    .getByLabel('Bundle (.zip)')
    .setInputFiles({ name: 'whole.zip', mimeType: 'application/zip', buffer: Buffer.from(zip) });
  await slate(page).getByRole('button', { name: 'Bring its one picture into this job' }).click();
  await expect(slate(page)).toContainText('One picture came in, as it was kept.');
  expect((await page.request.get(`/api${apiPath(bare)}/photos/${photoId}/image`)).status()).toBe(200);
});
