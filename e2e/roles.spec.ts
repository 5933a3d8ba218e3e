import { expect, test } from '@playwright/test';
import { allSent, choose, goTo, openJob, signIn, slate } from './support.js';

test('the inspector reads and exports, writes nothing, releases nothing', async ({ page }) => {
  await signIn(page, 'inspector@hollin.example');
  await expect(page.getByRole('button', { name: 'Import a job' })).toHaveCount(0);
  await openJob(page, 'Ropewalk Cellars');
  await goTo(page, 'Programme');
  await expect(page.getByRole('button', { name: /Release plan/ })).toHaveCount(0);
  await goTo(page, 'Site log');
  await choose(page, /Reel store, east/);
  await expect(slate(page)).toContainText('Next: coat 2');
  await expect(page.getByRole('button', { name: 'Start coat 2' })).toHaveCount(0);
  await expect(page.getByRole('button', { name: 'Correct' })).toHaveCount(0);
  await goTo(page, 'Handover');
  await expect(page.getByRole('link', { name: 'Export the job' })).toBeVisible();
});

test('the foreman surveys and logs, but does not choose the system', async ({ page }) => {
  await signIn(page, 'foreman@hollin.example');
  await openJob(page, 'Ropewalk Cellars');
  await choose(page, /Listening room, north/);
  await goTo(page, 'Build-up');
  await expect(page.getByRole('button', { name: /^Choose \w/ })).toHaveCount(0);
  await expect(slate(page)).toContainText('Nothing is chosen for this face yet.');
  await goTo(page, 'Survey');
  await choose(page, /K5/);
  await page.getByLabel('Wet state').selectOption('damp');
  await allSent(page);
  await page.getByLabel('Wet state').selectOption('dry');
  await allSent(page);
});

test('the palette finds faces, features and actions by words', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await page.keyboard.press('Control+k');
  const palette = page.getByRole('dialog');
  await palette.getByPlaceholder('A face, a feature, a step, an action …').fill('N2');
  await page.keyboard.press('Enter');
  await expect(slate(page)).toContainText('pipe · D Listening room, north');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Go to Materials');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/materials$/);
  await page.keyboard.press('Control+k');
  await page.keyboard.type('no such thing at all');
  await expect(palette).toContainText('Nothing by these words.');
  await page.keyboard.press('Escape');
});

test('? shows the keys of the screen one is at; words of the trade are explained where they are met, and in a list', async ({ page }) => {
  await signIn(page);
  const keys = page.getByRole('dialog', { name: 'Keys of this screen' });
  await page.keyboard.press('?');
  await expect(keys.getByRole('region')).toHaveText([/^Everywhere/]);
  await page.keyboard.press('Escape');
  await openJob(page, 'Ropewalk Cellars');
  await page.keyboard.press('?');
  await expect(keys.getByRole('region', { name: 'Sheet tools' })).toContainText('Crack');
  await page.keyboard.press('Escape');
  await goTo(page, 'Water');
  await page.keyboard.press('?');
  await expect(keys.getByRole('region', { name: 'The sheet' })).toBeVisible();
  await expect(keys.getByRole('region', { name: 'Sheet tools' })).toHaveCount(0);
  await keys.getByRole('link', { name: /^Words of the trade/ }).click();
  await page.getByPlaceholder('Find a word').fill('mesh');
  await expect(page.getByRole('definition').first()).toContainText('fabric');
  await page.getByRole('button', { name: 'Back' }).click();

  await goTo(page, 'Site log');
  await choose(page, /Reel store, south/);
  await slate(page).getByRole('button', { name: 'saturated surface-dry' }).click();
  await expect(page.getByRole('dialog', { name: 'saturated surface-dry' })).toContainText('no water stands or shines on it');
});

test('dark and light, metric and US are kept for the next visit', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await page.getByRole('button', { name: 'Dark, for the basement' }).click();
  await page.getByRole('button', { name: 'Metric' }).click();
  await page.reload();
  await expect(page.locator('html')).toHaveAttribute('data-theme', 'dark');
  await expect(page.getByRole('button', { name: 'US units' })).toBeVisible();
  await goTo(page, 'Materials');
  await expect(slate(page).getByRole('row', { name: /^A coats/ })).toContainText('lb');
});

test('the take-off sorts, filters, and leads to the sheet', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await goTo(page, 'Materials');
  const rows = slate(page).getByRole('table', { name: 'Take-off' }).getByRole('row');
  await slate(page).getByRole('button', { name: 'Amount', exact: true }).click();
  const amounts = async () => (await rows.locator('td:last-child').allInnerTexts()).map((text) => parseFloat(text));
  const sorted = await amounts();
  expect(sorted).toEqual([...sorted].sort((a, b) => Math.sign(sorted[0]! - sorted.at(-1)!) * (b - a)));
  await slate(page).getByLabel('Filter Take-off').fill('plug');
  await expect(slate(page).getByText(/^\d+ lines?$/)).toBeVisible();
  expect((await amounts()).length).toBeLessThan(sorted.length);
  await rows.filter({ hasText: 'L2' }).first().click();
  await expect(page.getByRole('option', { name: /L2/ })).toHaveAttribute('aria-selected', 'true');
});
