import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { goTo, openJob, signIn, slate } from './support.js';
import { openPdf, textOf } from './pdf-text';

test('a delivery is received, a batch taken and counted, an expired one only with a reason', async ({ page }) => {
  await signIn(page, 'foreman@hollin.example');
  await page.getByRole('link', { name: 'Catalogue, rates, schools' }).click();
  await page.getByRole('link', { name: 'Stores' }).click();
  const batch = `RX-${Date.now()}`;
  const dialog = page.getByRole('dialog');
  await page.getByRole('button', { name: 'Receive a delivery' }).click();
  await dialog.getByLabel('Product').selectOption('osmere-rampart');
  await dialog.getByLabel('Batch').fill(batch);
  await dialog.getByLabel('How many').fill('0');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByRole('alert')).toContainText('At least 1');
  await dialog.getByLabel('How many').fill('4');
  await dialog.getByLabel('Use by').fill('2020-01-31');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog).toHaveCount(0);
  const line = page.getByRole('table', { name: 'The store' }).getByRole('row', { name: new RegExp(batch) });
  await expect(line).toContainText('100.0');
  await expect(line).toContainText('2020-01-31, expired');

  await line.click();
  await dialog.getByLabel(/^Amount/).fill('30');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByRole('alert')).toContainText('This batch expired on 2020-01-31.');
  await dialog.getByLabel('Why an expired batch all the same').fill('Tested by the maker yesterday.');
  await dialog.getByLabel(/^Amount/).fill('300');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByRole('alert')).toContainText('Only 100 are there.');
  await dialog.getByLabel(/^Amount/).fill('30');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(line).toContainText('70.0');
  await expect(line).toContainText(/20\.0\skg of it in an open pack/);

  await line.click();
  await dialog.getByLabel('What happened', { exact: true }).selectOption('counted');
  await dialog.getByLabel(/^Amount/).fill('45');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(line).toContainText('That is one whole pack');
  await line.click();
  await expect(dialog.getByRole('list', { name: 'What happened to it' })).toContainText('Tested by the maker yesterday.');
  const labels = dialog.getByLabel('Labels', { exact: true });
  await labels.fill('200');
  await dialog.getByRole('button', { name: 'Labels as PDF' }).click();
  await expect(dialog.getByRole('alert')).toContainText('1 to 60');
  await labels.fill('5');
  const [pdf] = await Promise.all([page.waitForEvent('download'), dialog.getByRole('button', { name: 'Labels as PDF' }).click()]);
  expect(pdf.suggestedFilename()).toBe(`Labels ${batch}.pdf`);
  const printed = (await textOf(await openPdf(readFileSync(await pdf.path())))).join(' ');
  expect(printed.split(batch).length - 1).toBe(5);
  await page.keyboard.press('Escape');
});

test('a job runs short: what, by how much, when to order, and which batch to take first', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await goTo(page, 'Materials');
  await slate(page).getByRole('tab', { name: 'Stock' }).click();
  await expect(slate(page)).toContainText('products are short.');
  const deep = slate(page).getByRole('region', { name: 'Osmere Deep slurry' });
  await expect(deep).toContainText(/40\.0\skg kept back/);
  const mortar = slate(page).getByRole('region', { name: 'Tarnwick Pack mortar' });
  await expect(mortar).toContainText(/[\d.]+\skg short/);
  await expect(mortar).toContainText(/rder(ed)? by/);
  await expect(mortar).toContainText('First to expire first: TP-2231');
  await mortar.getByRole('button', { name: /^Keep back/ }).click();
  await expect(mortar).not.toContainText(/, 0\.0\skg kept back/);
});

test('without signal the store goes on: what is written waits, outlives a reload, and what was taken twice is told', async ({
  page,
  context,
  browser,
}) => {
  await signIn(page, 'foreman@hollin.example');
  const batch = `NS-${Date.now()}`;
  const dialog = page.getByRole('dialog');
  const openStores = async () => {
    await page.getByRole('link', { name: 'Catalogue, rates, schools' }).click();
    await page.getByRole('link', { name: 'Stores' }).click();
  };
  const line = page.getByRole('table', { name: 'The store' }).getByRole('row', { name: new RegExp(batch) });
  const take = async (on: typeof page, amount: string) => {
    await on.getByRole('row', { name: new RegExp(batch) }).click();
    await on
      .getByRole('dialog')
      .getByLabel(/^Amount/)
      .fill(amount);
    await on.getByRole('dialog').getByRole('button', { name: 'Write it down' }).click();
    await expect(on.getByRole('dialog')).toHaveCount(0);
  };
  await openStores();
  await expect(page.getByRole('table', { name: 'The store' })).toBeVisible();

  await context.route('**/api/**/moves', (route) => route.abort());
  await page.getByRole('button', { name: 'Receive a delivery' }).click();
  await dialog.getByLabel('Product').selectOption('osmere-rampart');
  await dialog.getByLabel('Batch').fill(batch);
  await dialog.getByLabel('How many').fill('2');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(line).toContainText('50.0');
  await expect(page.getByText('no answer · 1 kept here')).toBeVisible();
  await page.reload();
  await expect(line).toContainText('50.0');
  await take(page, '10');
  await expect(line).toContainText('40.0');
  await expect(page.getByText('no answer · 2 kept here')).toBeVisible();
  await context.unroute('**/api/**/moves');
  await expect(page.getByText(/kept here/)).toHaveCount(0);

  // somebody else takes most of it while this device hears nothing
  const other = await (await browser.newContext()).newPage();
  await signIn(other);
  await other.goto(new URL(page.url()).pathname);
  await context.route('**/api/**/stores**', (route) => route.abort());
  await context.route('**/api/**/moves', (route) => route.abort());
  await take(other, '35');
  await expect(other.getByRole('row', { name: new RegExp(batch) })).toContainText('5.0');
  await take(page, '20');
  await expect(line).toContainText('20.0');
  await context.unroute('**/api/**/stores**');
  await context.unroute('**/api/**/moves');
  const refused = page.getByRole('alert', { name: 'Changes that were not taken' });
  await expect(refused).toContainText(/20\.0\skg .*Only 5 are there\./);
  await expect(line).toContainText('5.0');
  await refused.getByRole('button', { name: 'Let it go' }).click();
  await expect(refused).toHaveCount(0);
});
