import { expect, test } from '@playwright/test';
import { copyOfHarbourWorks, goTo, openJob, signIn } from './support';

test('a coat that misses its window: what is done first is chosen with a reason, shown with what it moves, and released as work', async ({
  page,
}) => {
  await signIn(page);
  const path = await copyOfHarbourWorks(page, 'Quay, second tide');
  await page.goto(`${path}/programme`);
  await page.getByRole('button', { name: 'Release plan 1 to the site' }).click();
  await expect(page.getByRole('region', { name: /hours along/ })).toBeVisible();
  await page.getByRole('button', { name: /^G · coat 2: .* after its window closes/ }).click();
  const panel = page.getByRole('region', { name: 'Chosen piece of work' });
  const late = panel.getByRole('form', { name: /comes after its window/ });
  await expect(late.getByRole('radio', { name: /^Wash and wet/ })).toBeChecked();
  await expect(late.getByRole('button', { name: 'Put it into the plan' })).toBeDisabled();
  await late.getByLabel('Why it is late').fill('a fine sealer sinks in within minutes');
  await late.getByRole('button', { name: 'Put it into the plan' }).click();
  await expect(panel).toContainText('Comes late: Wash and wet first (a fine sealer sinks in within minutes).');

  // nothing of it stands before it is released: it is shown what it would do
  const replan = page.getByRole('region', { name: 'The plan asks for other work than the site was told' });
  await expect(replan).toContainText('New:G · wash and wet');
  await expect(replan.getByRole('status')).toContainText(/^Ends (as before, |.* instead of )/);
  await panel.getByRole('button', { name: 'Take it back' }).click();
  await expect(replan).toBeHidden();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(replan).toBeVisible();
  await replan.getByRole('button', { name: /^Release plan/ }).click();
  await expect(replan).toBeHidden();
  await expect(page.getByText('Survey and choices are as they were then.')).toBeVisible();
  await expect(page.getByRole('button', { name: /^G · coat 2: .* after its window closes/ })).toBeHidden();
  await page.getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('row', { name: /G.*wash and wet/ })).toHaveCount(1);
});

test('looked for by another goal: what it comes to, what none can come below, and the programme that was found', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Harbour works');
  await goTo(page, 'Programme');
  await expect(page.getByRole('button', { name: 'Look again' })).toBeVisible();
  await page.getByLabel('Look for').selectOption({ label: 'the least cost' });
  await expect(page.getByText(/€.* for people and what is left in packs; none comes to less than €/)).toBeVisible();
  const offer = page.getByRole('status').filter({ hasText: /^Found: €.* instead of €/ });
  await offer.getByRole('button', { name: 'Show it' }).click();
  await expect(page.getByText(/^Shown: what was found/)).toBeVisible();
  await page.getByRole('button', { name: 'Leave it as it stands' }).click();
  await page.getByLabel('Look for').selectOption({ label: 'the fewest rounds out of hours' });
  await expect(page.getByText(/rounds out of hours(: none comes to less, proven|; none comes to less than \d)/)).toBeVisible();
});
