import { readFileSync, writeFileSync } from 'node:fs';
import { type Page, type TestInfo, expect, test } from '@playwright/test';
import { type LogLine, findBrokenLink } from '@caulkhorn/core/site-log';
import { addresses, apiPath, releasedCopy, signIn } from './support.js';

const FOREMAN = 'foreman@hollin.example';
const waits = (page: Page) => page.getByRole('region', { name: 'What waits on this device' });

async function savedFrom(page: Page, info: TestInfo): Promise<string> {
  const save = waits(page).getByRole('button', { name: 'Save them as a file' });
  const [saved] = await Promise.all([page.waitForEvent('download'), save.click()]);
  const file = info.outputPath('waits.json');
  await saved.saveAs(file);
  return file;
}

const bring = (page: Page, file: string) => waits(page).getByLabel('File of what waits').setInputFiles(file);

const storeOf = async (page: Page, path: string): Promise<string> =>
  (await page.request.get(`/api${apiPath(path.replace(/\/jobs\/.*/, ''))}/stores`)).text();

/** Writes down that a delivery came to the house of a job. */
async function receive(page: Page, path: string, batchNumber: string): Promise<void> {
  await page.goto(path.replace(/jobs\/.*/, 'house/stores'));
  await page.getByRole('button', { name: 'Receive a delivery' }).tap();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Product').selectOption('osmere-rampart');
  await dialog.getByLabel('Batch').fill(batchNumber);
  await dialog.getByLabel('How many').fill('4');
  await dialog.getByLabel('Use by').fill('2031-01-31');
  await dialog.getByRole('button', { name: 'Write it down' }).tap();
  await expect(dialog).toHaveCount(0);
}

test('what waits on a dying phone goes by file to another device of its owner, under the phone’s own signature, once', async ({
  page,
  browser,
}, info) => {
  await signIn(page);
  const path = await releasedCopy(page, `Dying phone ${Date.now()}`);
  const log = async () => (await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];

  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await signIn(phone, FOREMAN);
  await phone.route('**/commands', (route) => route.abort());
  await phone.goto(`${path}/site-log`);
  const form = phone.getByRole('form', { name: 'Air, surface, note' });
  for (const note of ['water behind the pipe', 'pump is off']) {
    await form.getByLabel('Note').fill(note);
    await form.getByRole('button', { name: 'Write it down' }).tap();
  }
  await phone.getByRole('link', { name: '2 kept here' }).tap();
  await expect(waits(phone)).toContainText('2 changes wait here.');
  const file = await savedFrom(phone, info);

  await test.step('nobody else brings it in, nor is it taken with an address of its own', async () => {
    await page.goto('/account');
    await bring(page, file);
    await expect(waits(page).getByRole('alert')).toContainText('another person’s');
  });

  const office = await (await browser.newContext()).newPage();
  await signIn(office, FOREMAN);
  await office.goto('/account');
  await test.step('an altered file: no such file where its address was changed, refused by the server where an entry was', async () => {
    const altered = info.outputPath('altered.json');
    writeFileSync(altered, readFileSync(file, 'utf8').replace('"/organisations/', '"/../organisations/'));
    await bring(office, altered);
    await expect(waits(office).getByRole('alert')).toContainText('This is no file of what waits');
    expect(await log()).toEqual([]);
  });

  await bring(office, file);
  await expect(waits(office).getByRole('status')).toContainText('2 changes are brought in');
  await expect.poll(async () => (await log()).length).toBe(2);
  await expect(waits(office)).toContainText('Nothing waits here');

  // the phone has signal again: what it kept is there already
  await phone.unroute('**/commands');
  await phone.goto(`${path}/site-log`);
  await expect(phone.getByText('all sent')).toBeAttached();
  const lines = await log();
  expect(lines.map(({ entry: { body, personName } }) => [personName, 'note' in body ? body.note : ''])).toEqual([
    ['Tomas Brekkan', 'water behind the pipe'],
    ['Tomas Brekkan', 'pump is off'],
  ]);
  expect(lines.every(({ entry }) => entry.signature !== null)).toBe(true);
  expect(findBrokenLink(lines)).toBeNull();
  await context.close();
  await office.context().close();
});

test('a note of an accident and a delivery that wait go with the file too, and are there once', async ({ page, browser }, info) => {
  await signIn(page);
  const path = await releasedCopy(page, `Dying phone, store ${Date.now()}`);
  const [what, batchNumber] = [`Hose came off at ${Date.now()}`, `WF-${Date.now()}`];
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, FOREMAN);
  await phone.route(/\/incidents$|\/stores\/moves$/, (route) => route.abort());
  await phone.goto(`${path}/site-log`);
  await phone.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Log' }).tap();
  await phone.locator('summary', { hasText: 'Accident or near miss' }).tap();
  const form = phone.getByRole('form', { name: 'Write down what happened' });
  await form.getByLabel('What happened').fill(what);
  await form.getByRole('button', { name: 'Send it' }).tap();
  await expect(phone.getByRole('region', { name: 'Not sent yet' })).toContainText(what);
  await receive(phone, path, batchNumber);
  await phone.goto('/account');
  await expect(waits(phone)).toContainText('2 changes wait here.');
  const file = await savedFrom(phone, info);

  const notes = async () => (await page.request.get(`/api${apiPath(path)}/incidents`)).text();
  const store = () => storeOf(page, path);
  const times = (text: string, of: string) => text.split(of).length - 1;
  expect([times(await notes(), what), times(await store(), batchNumber)]).toEqual([0, 0]);
  const office = await (await browser.newContext()).newPage();
  await signIn(office, FOREMAN);
  await office.goto('/account');
  const altered = info.outputPath('altered.json');
  writeFileSync(altered, readFileSync(file, 'utf8').replace('"packs":4', '"packs":-4'));
  await bring(office, altered);
  await expect(waits(office).getByRole('alert')).toBeVisible();
  await bring(office, file);
  await expect(waits(office).getByRole('status')).toContainText('2 changes are brought in');
  await expect(waits(office)).toContainText('Nothing waits here');
  expect([times(await notes(), what), times(await store(), batchNumber)]).toEqual([1, 1]);

  // the phone has signal again
  await phone.unroute(/\/incidents$|\/stores\/moves$/);
  await phone.reload();
  await expect(waits(phone)).toContainText('Nothing waits here');
  expect([times(await notes(), what), times(await store(), batchNumber)]).toEqual([1, 1]);
  await phone.context().close();
  await office.context().close();
});

test('a delivery that waits is told on the page of all jobs, and sent from there', async ({ page, browser }) => {
  await signIn(page);
  const { o, j } = await addresses(page, 'Net loft', 'A');
  const batchNumber = `AJ-${Date.now()}`;
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, FOREMAN);
  await phone.route(/\/stores\/moves$/, (route) => route.abort());
  await receive(phone, `/o/${o}/jobs/${j}`, batchNumber);
  await phone.goto('/');
  const told = phone.getByText('One move of the store or note of an accident is kept here and will be sent');
  await expect(told).toBeVisible();
  expect(await storeOf(page, `/o/${o}/jobs/${j}`)).not.toContain(batchNumber);
  await phone.unroute(/\/stores\/moves$/);
  await expect.poll(() => storeOf(page, `/o/${o}/jobs/${j}`)).toContain(batchNumber);
  await expect(told).toHaveCount(0);
  await phone.context().close();
});

test('an entry that was changed in the file is not taken by the server, and says so', async ({ page, browser }, info) => {
  await signIn(page);
  const path = await releasedCopy(page, `Altered file ${Date.now()}`);
  await page.route('**/commands', (route) => route.abort());
  await page.goto(`${path}/site-log`);
  const form = page.getByRole('form', { name: 'Air, surface, note' });
  await form.getByLabel('Note').fill('three litres an hour');
  await form.getByRole('button', { name: 'Write it down' }).click();
  await page.getByRole('link', { name: '1 kept here' }).click();
  const file = await savedFrom(page, info);
  writeFileSync(file, readFileSync(file, 'utf8').replace('three litres', 'nine litres'));

  const other = await (await browser.newContext()).newPage();
  await signIn(other);
  await other.goto('/account');
  await bring(other, file);
  await expect(other.getByRole('link', { name: /was not taken|were not taken/ })).toBeVisible();
  const lines = (await (await other.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];
  expect(lines).toEqual([]);
  await other.context().close();
});
