import { type Browser, type Page, expect, test } from '@playwright/test';
import { releasedCopy, signIn, workOn } from './support';

async function phoneOf(browser: Browser, who: string, path: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, who);
  await page.goto(path);
  await workOn(page, /^A /);
  return page;
}
const work = (page: Page) => page.getByRole('article', { name: 'Work on face A' });

test('a hold point: who did the work does not let it go, the inspector refuses it with a reason, then lets it go, and it starts', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, held', 'before the first layer goes on');

  const foreman = await phoneOf(browser, 'foreman@hollin.example', `${path}/site-log`);
  await work(foreman).getByRole('button', { name: 'Start prepare' }).tap();
  await work(foreman).getByRole('button', { name: 'Finish prepare' }).tap();
  const finish = work(foreman).getByRole('button', { name: 'Finish prepare' });
  if (await finish.isVisible()) await finish.tap();
  const held = work(foreman).getByRole('region', { name: /^Hold: the face as it was made ready/ });
  await expect(held).toContainText('You did work on this face: somebody else looks it over.');
  await expect(held.getByRole('button')).toHaveCount(0);
  await expect(work(foreman).getByRole('button', { name: 'Start coat 1' })).toBeHidden();
  await expect(foreman.getByText('not sent yet')).toHaveCount(0, { timeout: 20_000 });

  const inspector = await phoneOf(browser, 'inspector@hollin.example', `${path}/site-log`);
  const asked = work(inspector).getByRole('region', { name: /^Hold: the face as it was made ready/ });
  await asked.getByRole('button', { name: 'Refuse it' }).tap();
  await expect(asked.getByText('This is needed.')).toBeVisible();
  await asked.getByLabel('What is wrong, if it is refused').fill('dust in the corner');
  await asked.getByRole('button', { name: 'Refuse it' }).tap();
  await expect(asked).toContainText(/Refused by Odile Marsk on .*: dust in the corner/);
  await expect(held).toContainText('dust in the corner', { timeout: 20_000 });
  await asked.getByRole('button', { name: 'I have looked: let it go' }).tap();
  await expect(work(inspector)).toContainText(/Let go by Odile Marsk/);
  await expect(work(foreman).getByRole('button', { name: 'Start coat 1' })).toBeVisible({ timeout: 20_000 });
  // what stays open polls on beside every test that follows
  await Promise.all([foreman, inspector].map((each) => each.context().close()));
});
