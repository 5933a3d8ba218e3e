import { expect, test } from '@playwright/test';
import { apiPath, jobs, releasedCopy, signIn, workOn, writeLog } from './support';

test('a handful of plug: pressed in it is held until a time, on every phone', async ({ page }) => {
  // a cold one is held for a minute and a half
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
  await expect(pails).toBeHidden();
});

test('a detail comes next: Now shows it cut through with its dimensions, and its steps', async ({ page, browser }) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, a detail');
  const { latest } = (await (await page.request.get(`/api${apiPath(path)}/plan`)).json()) as {
    latest: { id: string; workItems: { id: string; faceId: string; step: string; targetId?: string }[] };
  };
  const { model } = (await (await page.request.get(`/api${apiPath(path)}`)).json()) as { model: { faces: { id: string; mark: string }[] } };
  const faceId = model.faces.find(({ mark }) => mark === 'L')!.id;
  const own = latest.workItems.filter((item) => item.faceId === faceId);
  const before = own.slice(
    0,
    own.findIndex(({ targetId }) => targetId !== undefined),
  );
  const about = { planRevisionId: latest.id };
  await writeLog(
    page,
    path,
    before.flatMap(({ id: workItemId }) => [
      { kind: 'start' as const, workItemId, ...about },
      { kind: 'finish' as const, workItemId, ...about },
    ]),
  );
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log`);
  await workOn(phone, /^L /);
  const detail = phone.getByRole('region', { name: 'The detail' });
  await expect(detail.getByRole('img', { name: 'Cut through the detail, to scale' })).toBeVisible();
  await expect(detail.locator('text').filter({ hasText: /mm/ }).first()).toBeVisible();
  expect(await detail.getByRole('listitem').count()).toBeGreaterThan(2);
  // nothing of it is wider than the phone
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(390);
  await phone.context().close();
});
