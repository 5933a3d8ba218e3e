import { readFile } from 'node:fs/promises';
import { expect, test } from '@playwright/test';
import { signIn } from './support';

test('what was planned stands beside what it took; a rate that the log teaches is proposed, and taken by one press', async ({ page }) => {
  await signIn(page);
  await page.getByRole('link', { name: 'Catalogue, rates, schools' }).click();
  await page.getByRole('link', { name: 'Planned and taken' }).click();
  const table = page.getByRole('region', { name: 'Planned and taken' });
  await expect(table.getByRole('row', { name: /^Crystalline slurry/ })).toContainText('%');
  await expect(page.getByText(/^All \d+ jobs are looked at/)).toBeVisible();
  await expect(table.locator('svg.recharts-surface').first()).toBeVisible();
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Save as CSV' }).click()]);
  const csv = await readFile(await file.path(), 'utf8');
  expect(csv.split('\r\n')[0]).toBe('group,pieces,timed,planned_h,took_h,weighed,planned_kg,used_kg,windows,missed,looks,came_back');
  expect(csv).toContain('Crystalline slurry,');
  await page.getByLabel('Added up by').selectOption('who');
  await expect(table.getByRole('row', { name: /Brekkan/ }).first()).toBeVisible();

  const learned = page.getByRole('region', { name: 'What the log teaches of output rates' });
  const line = learned.getByRole('listitem').filter({ hasText: /^fillet/ });
  await expect(line).toContainText('Reckoned with now: 12.');
  const take = line.getByRole('button', { name: /^Take .* min for fillet$/ });
  const minutes = /Take ([\d.]+) min/.exec((await take.textContent())!)![1]!;
  await take.click();
  await expect(line).toContainText('This is the rate of the house.');
  await page.getByRole('link', { name: 'Output rates' }).click();
  const rate = page.getByLabel(/^fillet/);
  await expect(rate).toHaveValue(minutes);
  // and given back: other tests reckon with the usual rate
  await rate.fill('');
  await rate.blur();
  await expect(page.getByText('Saved.').first()).toBeVisible();
  await page.getByRole('link', { name: 'Planned and taken' }).click();
  await expect(take).toBeVisible();
});

test('what people took is not for everybody', async ({ page }) => {
  await signIn(page, 'foreman@hollin.example');
  await page.getByRole('link', { name: 'Catalogue, rates, schools' }).click();
  await expect(page.getByRole('link', { name: 'Output rates' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Planned and taken' })).toHaveCount(0);
});
