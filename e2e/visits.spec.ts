import { expect, test } from '@playwright/test';
import { allSent, goTo, openJob, signIn } from './support';

test('somebody calls: what was found stands in the log, on the first page and under the warranty, until a later visit', async ({
  page,
}) => {
  await signIn(page);
  await openJob(page, 'Net loft');
  await goTo(page, 'Handover');
  const after = page.getByRole('region', { name: 'After handover' });
  await after.getByRole('button', { name: 'Write down a visit' }).click();
  const face = await after.getByLabel('Face').locator('option').first().textContent();
  await after.getByLabel('Why').selectOption('somebody called');
  await after.getByRole('button', { name: 'Write it into the log' }).click();
  await expect(after.getByRole('alert').first()).toBeVisible();
  await after.getByLabel('How it was').selectOption('it leaks');
  await expect(after).toContainText('Draw the leak on the sheet');
  await after.getByLabel('Leak first seen on').fill('2026-11-10');
  await after.getByLabel('Told to the house on').fill('2026-11-02');
  await after.getByLabel('drilling or chasing').check();
  await after.getByRole('button', { name: 'Write it into the log' }).click();
  // told before it was seen
  await expect(after.getByRole('alert').first()).toBeVisible();
  // nothing typed is ever lost
  await page.reload();
  await after.getByRole('button', { name: 'Write down a visit' }).click();
  await expect(after.getByLabel('Told to the house on')).toHaveValue('2026-11-02');
  await expect(after.getByLabel('drilling or chasing')).toBeChecked();
  await after.getByLabel('Told to the house on').fill('2026-11-12');
  await after.getByRole('button', { name: 'Write it into the log' }).click();
  await expect(after.getByRole('listitem')).toContainText('somebody called · it leaks · drilling or chasing');
  await allSent(page);

  const path = new URL(page.url()).pathname.replace('/handover', '');
  const line = page.getByRole('link', { name: /found there: drilling or chasing/ });
  const today = async () => {
    await page.getByRole('link', { name: 'Today', exact: true }).click();
    await expect(page.getByText(/^All \d+ jobs looked at\.$/)).toBeVisible({ timeout: 30_000 });
    const more = page.getByRole('region', { name: 'Wrong now' }).getByRole('button', { name: /^Show .* more$/ });
    if (await more.isVisible()) await more.click();
  };
  await today();
  await expect(line).toBeVisible({ timeout: 30_000 });
  await page.goto(`${path}/dossier`);
  const warranty = page.getByRole('main');
  await expect(warranty).toContainText(/\(drilling or chasing, found .*\)/);
  await expect(warranty).toContainText('(told after 2 days)');

  await page.goto(`${path}/handover`);
  await after.getByRole('button', { name: 'Write down a visit' }).click();
  await expect(after.getByLabel('Face').locator('option:checked')).toHaveText(face!);
  await after.getByLabel('How it was').selectOption('dry');
  await after.getByRole('button', { name: 'Write it into the log' }).click();
  await expect(after.getByRole('listitem')).toHaveCount(2);
  await allSent(page);
  await today();
  await expect(line).toHaveCount(0, { timeout: 30_000 });
});
