import { AxeBuilder } from '@axe-core/playwright';
import { type Browser, type Page, expect, test } from '@playwright/test';
import type { JobModel } from '@caulkhorn/core/jobs';
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

/** A job in which all is done at one face but its coats, two hours ago, and the foreman's phone at that face. */
async function coatNext(page: Page, browser: Browser, name: string) {
  await signIn(page);
  const { path, latest } = await released(page, 'Net loft', name);
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
  return { path, faceId, phone };
}

test('before a coat covers it, what can be shown only now is asked for, and opened by a press', async ({ page, browser }) => {
  const { phone } = await coatNext(page, browser, 'Loft, bare once');
  const asked = phone.getByRole('region', { name: 'To be shown before this is laid' });
  await expect(asked).toContainText('stands as left out for good');
  expect((await new AxeBuilder({ page: phone }).include('section[aria-label^="To be shown"]').analyze()).violations).toEqual([]);
  await asked.getByRole('link', { name: /^Drop of water before coating/ }).tap();
  await expect(phone.getByRole('heading', { name: /Drop of water before coating/ })).toBeVisible();
  await phone.context().close();
});

test('the air of a coat is what was measured there when it starts, whatever came later or lay there from before', async ({
  page,
  browser,
}) => {
  const { path, faceId, phone } = await coatNext(page, browser, 'Loft, its air');
  const form = phone.getByRole('form', { name: /coat 1/ });
  const humidity = form.getByLabel(/^Humidity/);
  const taken = form.getByText(/^Taken from what was measured here at/);
  const measure = (relativeHumidityPct: number, minutesAgo: number) =>
    writeLog(page, path, [{ kind: 'reading', faceId, conditions: { ...AIR, relativeHumidityPct } }], minutesAgo);
  // two hours later it is another air
  await expect(humidity).toHaveValue('');
  await measure(61, 20);
  await expect(humidity).toHaveValue('61');
  await expect(taken).toBeVisible();
  // what somebody types stays, whatever is measured elsewhere meanwhile
  await humidity.fill('55');
  await measure(70, 5);
  await form.getByLabel('Note').fill('By the stair.');
  await expect(phone.getByText(/RH 70 %/).first()).toBeAttached();
  await expect(humidity).toHaveValue('55');
  await expect(taken).toBeHidden();
  await humidity.fill('61');
  await expect(humidity).toHaveValue('70');
  // begun before that: by the air of then, and it still is when the form has been left and opened again
  const { model } = (await (await page.request.get(`/api${apiPath(path)}`)).json()) as { model: Pick<JobModel, 'job'> };
  const [day, time] = new Date(Date.now() - 100 * 60_000).toLocaleString('sv-SE', { timeZone: model.job.timeZone }).split(' ');
  await form.getByLabel('Started at').fill(`${day}T${time!.slice(0, 5)}`);
  await expect(humidity).toHaveValue('50');
  await phone.reload();
  await expect(humidity).toHaveValue('50');
  await expect(taken).toBeVisible();
  await form.getByLabel(/^It starts .* its window|^Why/).fill('Driven by a test.');
  await form.getByRole('button', { name: /^Start/ }).tap();
  const starts = async () =>
    ((await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[]).flatMap(({ entry: { body, occurredAt } }) =>
      body.kind === 'start' && body.note === 'By the stair.'
        ? [[body.conditions?.relativeHumidityPct, Math.round((Date.parse(occurredAt) - Date.parse(body.conditionsAt ?? '')) / 60_000)]]
        : [],
    );
  await expect.poll(async () => (await starts()).map(([pct]) => pct)).toEqual([50]);
  const [[, apartMin]] = (await starts()) as [[number, number]];
  expect(apartMin).toBeGreaterThan(17);
  expect(apartMin).toBeLessThan(23);
  await phone.context().close();
});
