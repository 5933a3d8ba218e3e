import { type Page, expect, test } from '@playwright/test';
import { signIn } from './support.js';

test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

test('the foreman’s phone: what to do now, in one hand', async ({ page }) => {
  await openOnPhone(page, 'foreman@hollin.example');
  await page.getByRole('button', { name: /^B coat 2/ }).tap();
  await expect(page.getByRole('article', { name: 'Work on face B' })).toContainText('Wet the wall to saturated surface-dry first');
  await expect(page.getByRole('timer')).toBeVisible();
  const start = page.getByRole('button', { name: 'Start coat 2' });
  await start.scrollIntoViewIfNeeded();
  expect((await start.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  for (const tab of ['Now', 'Faces', 'Log', 'Sheet']) {
    const button = page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: tab });
    await button.tap();
    expect((await button.boundingBox())!.height).toBeGreaterThanOrEqual(48);
  }
  await expect(page.getByTestId('sheet')).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
});

test('without signal entries wait on the device, survive a reload, and go when it is back', async ({ page, context }) => {
  await openOnPhone(page, 'apprentice@hollin.example');
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Log' }).tap();
  await context.route('**/api/**', (route) => route.abort());
  await page.getByRole('textbox', { name: 'Note' }).fill('pump stopped at noon');
  await page.getByRole('button', { name: 'Write it down' }).tap();
  await expect(page.getByText('no answer · 1 kept here')).toBeVisible();
  await expect(page.getByText('not sent yet')).toBeVisible();
  await context.unroute('**/api/**');
  await page.reload();
  await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Log' }).tap();
  await expect(page.getByText('pump stopped at noon')).toBeVisible();
  await expect(page.getByText('not sent yet')).toHaveCount(0, { timeout: 20_000 });
});

async function openOnPhone(page: Page, who: string): Promise<void> {
  await signIn(page, who);
  await page
    .getByRole('link', { name: /Ropewalk/ })
    .first()
    .tap();
  await page.goto(page.url().replace(/[^/]+$/, 'site-log'));
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
}
