import { expect, test } from '@playwright/test';
import { apiPath, jobs, signIn, writeLog } from './support';

test('a handful of plug: pressed in it is held until a time, on every phone', async ({ page }) => {
  // a cold one is held for a minute and a half
  test.setTimeout(240_000);
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'foreman@hollin.example');
  await jobs(page)
    .getByRole('link', { name: /Ropewalk Cellars/ })
    .first()
    .click();
  await page.waitForURL(/\/jobs\//);
  const path = new URL(page.url()).pathname.split('/').slice(0, 5).join('/');
  const { latest } = (await (await page.request.get(`/api${apiPath(path)}/plan`)).json()) as {
    latest: { id: string; workItems: { id: string; step: string }[] };
  };
  const plug = latest.workItems.find(({ step }) => step === 'plug')!;
  await writeLog(page, path, [{ kind: 'mix', workItemId: plug.id, planRevisionId: latest.id }]);
  await page.goto(`${path}/site-log`);
  const pails = page.getByRole('region', { name: 'Pails' });
  await expect(pails).toContainText(/plug, a handful begun \d\d:\d\d/);
  await pails.getByRole('button', { name: 'Pressed in' }).click();
  await expect(pails).toContainText(/hold it with the whole hand until \d\d:\d\d; it gets hot/);
  await expect(pails.getByRole('timer')).toHaveText(/^[01]:\d\d$/);
  await expect(pails.getByRole('button')).toHaveCount(0);
  // after a reload it is the same, because the log says so; then it is over, and goes
  await page.reload();
  await expect(pails).toContainText('hold it with the whole hand until');
  await expect(pails).toContainText('held long enough', { timeout: 120_000 });
  await expect(pails).toBeHidden({ timeout: 60_000 });
});
