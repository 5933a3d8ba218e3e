import { AxeBuilder } from '@axe-core/playwright';
import { readFile } from 'node:fs/promises';
import { type Browser, type Page, expect, test } from '@playwright/test';
import { goTo, released, signIn, slate, writeLog } from './support';

const localTime = () => new Date().toLocaleTimeString('en-GB', { timeZone: 'Europe/Oslo' });

/** Two pieces of preparing that the foreman has begun, his phone, and where it is. */
async function twoBegun(page: Page, browser: Browser, name: string) {
  // what goes over a night has no hours
  await expect.poll(() => localTime(), { timeout: 600_000 }).toMatch(/^(00:0[2-9]|00:[1-5]|0[1-9]|1|2[0-2]|23:[0-4])/);
  await signIn(page);
  const { path, latest } = await released(page, 'Net loft', name);
  const [first, second] = latest.workItems.filter(({ step, targetId }) => step === 'prepare' && targetId === undefined);
  const about = (item: typeof first) => ({ workItemId: item!.id, planRevisionId: latest.id });
  const phone = await (await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true })).newPage();
  await signIn(phone, 'foreman@hollin.example');
  const begun = [first, second].map((item) => ({ kind: 'start' as const, ...about(item) }));
  await writeLog(phone, path, begun, 2);
  const beside = phone.getByRole('group').filter({ hasText: 'Who else worked on it' });
  return { phone, path, first, second, about, beside };
}

test('who else worked on it is ticked at the finish, stands with it the next time, and goes to cost by name', async ({ page, browser }) => {
  test.setTimeout(900_000);
  const { phone, path, first, second, beside } = await twoBegun(page, browser, 'Loft, by the hour');
  const finish = async (item: typeof first, hands: () => Promise<void>) => {
    await phone.goto(`${path}/site-log?face=${item!.faceId}`);
    await hands();
    const finished = phone.getByRole('button', { name: 'Finish prepare' });
    await finished.tap();
    await expect(phone.getByRole('alert').filter({ hasText: 'If it is right, press once more.' })).toBeVisible();
    await finished.tap();
    await expect(finished).toBeHidden();
  };
  await finish(first, async () => {
    await expect(beside).toContainText('nobody');
    await beside.locator('summary').tap();
    await beside.getByLabel('Jorun Veld').check();
    await beside.getByLabel('Somebody else').fill('Bo Tann');
    await beside.getByRole('button', { name: 'Add to those who worked on it' }).tap();
    await expect(beside.getByLabel('Bo Tann')).toBeChecked();
    expect((await new AxeBuilder({ page: phone }).include('form').analyze()).violations).toEqual([]);
  });
  await finish(second, async () => {
    await expect(beside).toContainText('Jorun Veld, Bo Tann');
    await beside.locator('summary').tap();
    await beside.getByLabel('Bo Tann').uncheck();
  });
  await expect(phone.getByText('all sent')).toBeAttached();
  // what people took is not for everybody
  await phone.goto(`${path}/materials`);
  await phone.getByRole('tab', { name: 'Cost' }).tap();
  await expect(phone.getByRole('heading', { name: 'Hours by task' })).toBeVisible();
  await expect(phone.getByRole('heading', { name: 'Hours worked so far' })).toBeHidden();
  await phone.context().close();

  await page.goto(`${path}/materials`);
  await slate(page).getByRole('tab', { name: 'Cost' }).click();
  const worked = slate(page).getByRole('region', { name: 'Hours worked so far' });
  await expect(worked.getByRole('row', { name: /Bo Tann/ })).toContainText(/Prepare.*1/i);
  await expect(worked.getByRole('row', { name: /Jorun Veld/ })).toContainText(/Prepare.*2/i);
  await expect(worked).toContainText(/In all, .* h; the plan had .* h for the same work/);
  const [saved] = await Promise.all([page.waitForEvent('download'), worked.getByRole('button', { name: 'CSV' }).click()]);
  const csv = await readFile((await saved.path())!, 'utf8');
  expect(csv.split('\r\n')[0]).toBe('name,task,pieces,hours,cost,currency');
  expect(csv).toMatch(/Jorun Veld,.*,2,/);
  await goTo(page, 'Site log');
  await expect(page.getByText(/with Jorun Veld, Bo Tann/)).toBeVisible();
});

test('a finish from another device, arriving while the form stands open, is what it goes on from', async ({ page, browser }) => {
  test.setTimeout(900_000);
  const { phone, path, first, second, about, beside } = await twoBegun(page, browser, 'Loft, from two phones');
  await phone.goto(`${path}/site-log?face=${second!.faceId}`);
  await expect(beside).toContainText('nobody');
  await writeLog(phone, path, [{ kind: 'finish', ...about(first), hands: ['Jorun Veld', 'Bo Tann'] }]);
  await expect(beside).toContainText('Jorun Veld, Bo Tann');
  // what somebody ticked himself stays
  await beside.locator('summary').tap();
  await beside.getByLabel('Bo Tann').uncheck();
  await writeLog(phone, path, [{ kind: 'finish', ...about(first), hands: ['Ketil Brun'] }], 0);
  await expect(beside.getByLabel('Ketil Brun')).toBeVisible();
  await expect(beside.locator('summary')).toContainText(/Jorun Veld$/);
  await phone.context().close();
});
