import { writeFileSync } from 'node:fs';
import { readFile } from 'node:fs/promises';
import { pathToFileURL } from 'node:url';
import { type Page, expect, test } from '@playwright/test';
import { unzipSync, zipSync } from 'fflate';
import { goTo, openJob, signIn, slate } from './support';

/** The bundle of the job that is open, as it was saved. */
async function bundleOf(page: Page): Promise<Uint8Array> {
  await goTo(page, 'Handover');
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Make the bundle (ZIP)' }).click(),
  ]);
  expect(download.suggestedFilename()).toBe('Net loft, brine cellar.zip');
  return new Uint8Array(await readFile(await download.path()));
}

test('a bundle checks itself in a browser without the app, and one byte that was changed is named', async ({ page, browser }, info) => {
  await signIn(page);
  await openJob(page, 'Net loft');
  const zip = await bundleOf(page);
  await expect(slate(page)).toContainText('Write this down at handover');
  const told = /[0-9a-f]{64}/.exec((await slate(page).textContent())!)![0];
  const files = unzipSync(zip);
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining(['job.json', 'tables/tests.csv', 'tests.ics', 'verify.html', 'manifest.json', 'read-me.txt']),
  );
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
