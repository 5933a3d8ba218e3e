import { readFileSync, writeFileSync } from 'node:fs';
import { type Page, expect, test } from '@playwright/test';
import { type LogLine, findBrokenLink } from '@caulkhorn/core/site-log';
import { apiPath, releasedCopy, signIn } from './support.js';

const FOREMAN = 'foreman@hollin.example';
const waits = (page: Page) => page.getByRole('region', { name: 'What waits on this device' });
const bring = (page: Page, file: string) => waits(page).getByLabel('File of what waits').setInputFiles(file);

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
  const [saved] = await Promise.all([
    phone.waitForEvent('download'),
    waits(phone).getByRole('button', { name: 'Save them as a file' }).tap(),
  ]);
  const file = info.outputPath('waits.json');
  await saved.saveAs(file);

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

test('an entry that was changed in the file is not taken by the server, and says so', async ({ page, browser }, info) => {
  await signIn(page);
  const path = await releasedCopy(page, `Altered file ${Date.now()}`);
  await page.route('**/commands', (route) => route.abort());
  await page.goto(`${path}/site-log`);
  const form = page.getByRole('form', { name: 'Air, surface, note' });
  await form.getByLabel('Note').fill('three litres an hour');
  await form.getByRole('button', { name: 'Write it down' }).click();
  await page.getByRole('link', { name: '1 kept here' }).click();
  const [saved] = await Promise.all([
    page.waitForEvent('download'),
    waits(page).getByRole('button', { name: 'Save them as a file' }).click(),
  ]);
  const file = info.outputPath('waits.json');
  await saved.saveAs(file);
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
