import { type Browser, type Locator, type Page, expect, test } from '@playwright/test';
import { releasedCopy, signIn, workOn, writeOn } from './support';

async function phoneOf(browser: Browser, who: string, path: string): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const page = await context.newPage();
  await signIn(page, who);
  await page.goto(path);
  await workOn(page, /^A /);
  return page;
}
const work = (page: Page) => page.getByRole('article', { name: 'Work on face A' });

/** Prepares the face, which the log asks about because it takes so little time; answers with what then stands before its first coat. */
async function madeReady(page: Page): Promise<Locator> {
  await work(page).getByRole('button', { name: 'Start prepare' }).tap();
  const finish = work(page).getByRole('button', { name: 'Finish prepare' });
  await finish.tap();
  if (await finish.isVisible()) await finish.tap();
  return work(page).getByRole('region', { name: /^Hold: the face as it was made ready/ });
}

test('a hold point: who did the work does not let it go, the inspector refuses it with a reason, then lets it go, and it starts', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, held', 'before the first layer goes on');

  const foreman = await phoneOf(browser, 'foreman@hollin.example', `${path}/site-log`);
  const held = await madeReady(foreman);
  await expect(held).toContainText('You did work on this face: somebody else looks it over.');
  await expect(held.getByRole('button', { name: 'I have looked: let it go' })).toHaveCount(0);
  await expect(work(foreman).getByRole('button', { name: 'Start coat 1' })).toBeHidden();
  await expect(foreman.getByText('not sent yet')).toHaveCount(0);

  const inspector = await phoneOf(browser, 'inspector@hollin.example', `${path}/site-log`);
  const asked = work(inspector).getByRole('region', { name: /^Hold: the face as it was made ready/ });
  await asked.getByRole('button', { name: 'Refuse it' }).tap();
  await expect(asked.getByText('This is needed.')).toBeVisible();
  await asked.getByLabel('What is wrong, if it is refused').fill('dust in the corner');
  await asked.getByRole('button', { name: 'Refuse it' }).tap();
  await expect(asked).toContainText(/Refused by Odile Marsk on .*: dust in the corner/);
  await expect(held).toContainText('dust in the corner');
  // it goes back as work
  await held.getByRole('button', { name: 'It is put right' }).tap();
  await expect(held.getByText('This is needed.')).toBeVisible();
  await held.getByLabel('What was done').fill('vacuumed the corner');
  await held.getByRole('button', { name: 'It is put right' }).tap();
  await expect(held).toContainText(/Put right by Tomas Brekkan on .*: vacuumed the corner/);
  await expect(held.getByRole('button', { name: 'It is put right' })).toBeHidden();
  await expect(asked).toContainText('vacuumed the corner');
  await asked.getByRole('button', { name: 'I have looked: let it go' }).tap();
  await expect(work(inspector)).toContainText(/Let go by Odile Marsk/);
  await expect(work(foreman).getByRole('button', { name: 'Start coat 1' })).toBeVisible();
  // what stays open polls on beside every test that follows
  await Promise.all([foreman, inspector].map((each) => each.context().close()));
});

test('a guest from outside looks on the foreman’s phone, and signs on the glass; the log names him', async ({ page, browser }) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, held for a guest', 'before the first layer goes on');
  const foreman = await phoneOf(browser, 'foreman@hollin.example', `${path}/site-log`);
  const held = await madeReady(foreman);
  await held.getByRole('button', { name: 'Somebody from outside looks' }).tap();
  const guest = held.getByRole('form', { name: 'Somebody from outside looks' });
  const letGo = guest.getByRole('button', { name: 'I have looked: let it go' });
  await letGo.tap();
  await expect(guest.getByText('Nobody has written on it.')).toBeVisible();
  await guest.getByLabel('Name of who signs').fill('Tomas Brekkan');
  await writeOn(foreman);
  await letGo.tap();
  await expect(guest.getByText(/Whoever did the work does not let it go/)).toBeVisible();
  await guest.getByLabel('Name of who signs').fill('Ada Lund');
  await guest.getByLabel(/^For whom/).fill('the harbour board');
  await letGo.tap();
  await expect(work(foreman)).toContainText(/Let go by Ada Lund, the harbour board on/);
  await expect(work(foreman).getByRole('img', { name: 'Signature of Ada Lund, the harbour board' })).toBeVisible();
  await expect(work(foreman).getByRole('button', { name: 'Start coat 1' })).toBeVisible();
  await expect(foreman.getByText('all sent')).toHaveCount(1);
  await page.goto(`${path}/site-log`);
  await expect(page.getByText(/Ada Lund, the harbour board, a guest on the glass · let go/)).toBeVisible();
  await foreman.context().close();
});
