import { createHash, randomUUID } from 'node:crypto';
import type { LogLine } from '@caulkhorn/core/site-log';
import { expect, test } from '@playwright/test';
import { allSent, apiPath, goTo, openJob, signIn, slate, writeLog } from './support';

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
    await expect(page.getByText(/^All \d+ jobs looked at\.$/)).toBeVisible();
    const more = page.getByRole('region', { name: 'Wrong now' }).getByRole('button', { name: /^Show .* more$/ });
    if (await more.isVisible()) await more.click();
  };
  await today();
  await expect(line).toBeVisible();
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
  await expect(line).toHaveCount(0);
});

test('a place over time: its pictures side by side, and how a test went from one time to the next', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Net loft');
  const path = new URL(page.url()).pathname.replace(/\/[a-z-]+$/, '');
  const api = `/api${apiPath(path)}`;
  const lines = (await (await page.request.get(`${api}/log`)).json()) as LogLine[];
  const pulled = lines.map(({ entry }) => entry.body).find((body) => body.kind === 'test' && body.testId === 'pull-off');
  if (pulled?.kind !== 'test') throw new Error('the demo has no pull-off');
  await page.goto(`${path}/proof?test=${pulled.faceId}:pull-off`);
  await expect(slate(page).getByText(/over time$/)).toHaveCount(0);
  await writeLog(page, path, [pulled]);
  await page.reload();
  const trend = slate(page).getByRole('figure', { name: 'on average over time' });
  await expect(trend).toBeVisible();
  await trend.scrollIntoViewIfNeeded();

  for (const daysAgo of [3, 40]) {
    const file = await page.screenshot({ type: 'jpeg' });
    const at = new Date(Date.now() - daysAgo * 86_400_000).toISOString();
    const photo = { id: randomUUID(), faceId: pulled.faceId, at, originalSha256: createHash('sha256').update(file).digest('hex') };
    const command = { id: randomUUID(), deviceId: randomUUID(), jobId: path.split('/').at(-1), kind: 'photo.put', baseVersion: 0 };
    expect((await page.request.post(`${api}/commands`, { data: { ...command, payload: photo, occurredAt: at } })).status()).toBe(200);
    const headers = { 'content-type': 'application/octet-stream' };
    expect((await page.request.put(`${api}/photos/${photo.id}/file`, { data: file, headers })).status()).toBe(200);
  }
  await page.goto(`${path}/proof?face=${pulled.faceId}`);
  const pictures = slate(page).getByRole('list', { name: '2 pictures, the oldest first' });
  await expect(pictures.locator('img')).toHaveCount(2);
  const days = await pictures.getByRole('listitem').allTextContents();
  expect(days.map((each) => Date.parse(each.replace(',', '')))).toEqual(
    [...days].map((each) => Date.parse(each.replace(',', ''))).sort((a, b) => a - b),
  );
});
