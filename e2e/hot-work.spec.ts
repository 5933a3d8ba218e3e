import { AxeBuilder } from '@axe-core/playwright';
import { expect, test } from '@playwright/test';
import type { LogLine } from '@caulkhorn/core/site-log';
import { apiPath, released, signIn, writeLog } from './support';

const AIR = { airTemperatureC: 18, surfaceTemperatureC: 17, relativeHumidityPct: 50 };

test('a kettle is on: it is read by the half hour, too hot is told; after it a fire watch, which ends no sooner than its hour', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const { path, latest } = await released(page, 'Kelp house', 'Terrace, hot');
  const coat = latest.workItems.find(({ machines = [] }) => machines.includes('kettle'))!;
  const about = { workItemId: coat.id, planRevisionId: latest.id };
  await writeLog(page, path, [{ kind: 'start', ...about, conditions: AIR, breachReason: 'driven by a test' }], 45);

  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log`);
  const hot = phone.getByRole('region', { name: /^Hot work: / });
  await expect(hot).toContainText('Nobody has read the kettle yet. The sheet lets it be');
  await expect(hot.getByRole('alert')).toContainText('Read the kettle now: it was due at');
  const write = async (celsius: string) => {
    await hot.getByLabel(/^Temperature of the kettle/).fill(celsius);
    await hot.getByRole('button', { name: 'Write the kettle down' }).tap();
  };
  await write('');
  await expect(hot.getByText('This is needed.')).toBeVisible();
  await write('600');
  await expect(hot.getByRole('alert').filter({ hasText: '400' })).toBeVisible();
  await write('245');
  await expect(hot).toContainText(/The kettle was at 245/);
  await expect(hot.getByRole('alert')).toContainText('Too hot: turn it down');
  await expect(hot).toContainText('Read it again by');
  await write('204');
  await expect(hot.getByRole('alert')).toHaveCount(0);
  expect((await new AxeBuilder({ page: phone }).include('section[aria-label^="Hot work"]').analyze()).violations).toEqual([]);
  const log = async () => (await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];
  const hotEntries = async () => (await log()).flatMap(({ entry: { body } }) => (body.kind === 'hot' ? [body.kettleC ?? body.of] : []));
  await expect.poll(hotEntries).toEqual([245, 204]);

  await writeLog(page, path, [{ kind: 'finish', ...about }], 1);
  const over = hot.getByRole('button', { name: 'Nothing smoulders: the watch is over' });
  await expect(hot).toContainText(/Fire watch until (\w+ )?\d\d:\d\d: somebody stays/);
  await expect(over).toBeDisabled();
  // of another piece of work the hour is over
  const second = latest.workItems.filter(({ machines = [] }) => machines.includes('kettle'))[1]!;
  const other = { workItemId: second.id, planRevisionId: latest.id };
  await writeLog(page, path, [{ kind: 'start', ...other, conditions: AIR, breachReason: 'driven by a test' }], 200);
  await writeLog(page, path, [{ kind: 'finish', ...other }], 62);
  const ended = hot.filter({ hasText: 'The hour is over.' });
  await expect(ended).toBeVisible();
  await ended.getByRole('button', { name: 'Nothing smoulders: the watch is over' }).tap();
  await expect(hot).toHaveCount(1);
  await expect.poll(hotEntries).toEqual([245, 204, 'out']);
  await phone.context().close();
});
