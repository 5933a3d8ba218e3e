import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import type { LogLine } from '@caulkhorn/core/site-log';
import { apiPath, released, signIn, writeLog } from './support';

const AIR = { airTemperatureC: 18, surfaceTemperatureC: 17, relativeHumidityPct: 50 };

test('a coat is looked at an hour after it was laid: what is not right is told, put right and looked at again; until it carries it is fresh', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const { path, latest } = await released(page, 'Net loft', 'Loft, looked at');
  const slurried = latest.decided.faces.filter(({ family }) => family === 'crystalline-slurry').map(({ faceId }) => faceId);
  const coat = latest.workItems.find(
    ({ faceId, step, targetId }) => slurried.includes(faceId) && step === 'coat-1' && targetId === undefined,
  )!;
  const about = { workItemId: coat.id, planRevisionId: latest.id };
  await writeLog(page, path, [{ kind: 'start', ...about, conditions: AIR, breachReason: 'driven by a test' }], 150);
  await writeLog(page, path, [{ kind: 'finish', ...about }], 90);

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log`);
  const look = phone.getByRole('region', { name: /^Look at .* coat 1.*: bare dots$/ });
  await expect(look).toContainText('Look now: it was due at');
  await expect(phone.getByRole('group', { name: /^Fresh: no feet on it/ })).toContainText(/coat 1.* until/);
  await look.getByRole('button', { name: 'Not right' }).tap();
  await look.getByRole('button', { name: 'Write it down' }).tap();
  await expect(look.getByText('This is needed.')).toBeVisible();
  await look.getByLabel('Where, and what is not right').fill('Bare over the pipe, a hand wide.');
  await look.getByRole('button', { name: 'Write it down' }).tap();
  await expect(look.getByRole('alert')).toContainText('Bare over the pipe, a hand wide.');
  await expect(look).toContainText('Put it right, then look again.');
  expect((await new AxeBuilder({ page: phone }).include('section[aria-label^="Look at"]').analyze()).violations).toEqual([]);
  await look.getByRole('button', { name: 'Right', exact: true }).tap();
  await expect(look).toHaveCount(0);
  const looks = async () =>
    ((await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[]).flatMap(({ entry: { body } }) =>
      body.kind === 'look' ? [body.isRight] : [],
    );
  await expect.poll(looks).toEqual([false, true]);
  await phone.context().close();
});

test('before a coat covers it, what can be shown only now is asked for, and opened by a press', async ({ page, browser }) => {
  await signIn(page);
  const { path, latest } = await released(page, 'Net loft', 'Loft, bare once');
  const slurried = latest.decided.faces.filter(({ family }) => family === 'crystalline-slurry').map(({ faceId }) => faceId);
  const { faceId } = latest.workItems.find((item) => slurried.includes(item.faceId) && item.step === 'coat-1')!;
  const before = latest.workItems.filter(
    (item) => item.faceId === faceId && !item.step.startsWith('coat-') && !/cure|test/.test(item.step),
  );
  const about = ({ id }: { id: string }) => ({ workItemId: id, planRevisionId: latest.id });
  await writeLog(
    page,
    path,
    before.flatMap((item) => [
      { kind: 'start' as const, ...about(item), conditions: AIR, breachReason: 'driven by a test' },
      { kind: 'finish' as const, ...about(item) },
    ]),
    120,
  );
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log?face=${faceId}`);
  const asked = phone.getByRole('region', { name: 'To be shown before this is laid' });
  await expect(asked).toContainText('stands as left out for good');
  expect((await new AxeBuilder({ page: phone }).include('section[aria-label^="To be shown"]').analyze()).violations).toEqual([]);
  await asked.getByRole('link', { name: /^Drop of water before coating/ }).tap();
  await expect(phone.getByRole('heading', { name: /Drop of water before coating/ })).toBeVisible();
  await phone.context().close();
});
