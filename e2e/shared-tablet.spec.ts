import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect, test } from '@playwright/test';
import type { LogLine } from '@caulkhorn/core/site-log';
import { apiPath, releasedCopy, signIn, workOn } from './support';

const FOREMAN = { name: 'Tomas Brekkan', pin: '4821' };
const INSPECTOR = { name: 'Odile Marsk', pin: '730519' };
const work = (page: Page) => page.getByRole('article', { name: 'Work on face A' });

async function typePin(page: Page, pin: string): Promise<void> {
  // once by the fat keys, as with gloves on
  for (const digit of pin) await page.getByRole('button', { name: digit, exact: true }).tap();
  await page.getByRole('button', { name: 'Open', exact: true }).tap();
}

const openAs = async (page: Page, { name, pin }: typeof FOREMAN) => {
  await page.getByRole('button', { name: new RegExp(`^${name}`) }).tap();
  await typePin(page, pin);
};

test('a shared tablet: enrolled by a code, opened by each one’s PIN, what waits stays its owner’s, a hold point is let go by somebody else at it', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, one tablet', 'before the first layer goes on');
  const log = async () => (await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const tablet = await context.newPage();

  await test.step('the foreman chooses a PIN on it; an easy one, and two that differ, are told', async () => {
    await signIn(tablet, 'foreman@hollin.example');
    await tablet.goto('/account');
    const part = tablet.getByRole('region', { name: 'A PIN on this device' });
    const set = async (pin: string, again = pin) => {
      await part.getByLabel('PIN', { exact: true }).fill(pin);
      await part.getByLabel('The same PIN again').fill(again);
      await part.getByRole('button', { name: 'Open this device by it' }).tap();
    };
    await set('1234');
    await expect(part.getByText('That one is tried first')).toBeVisible();
    await set(FOREMAN.pin, '4822');
    await expect(part.getByText('The two are not the same.')).toBeVisible();
    await set(FOREMAN.pin);
    await expect(part.getByText('You open this device by your PIN.', { exact: true })).toBeVisible();
    await tablet.goto('/');
    await tablet.getByRole('button', { name: 'Sign out' }).tap();
  });

  await test.step('the desk makes a code for the inspector, who makes the same tablet theirs too', async () => {
    const house = /\/o\/[0-9a-f-]+/.exec(path)![0];
    await page.goto(`${house}/house/people`);
    await page
      .getByRole('listitem')
      .filter({ hasText: INSPECTOR.name })
      .filter({ has: page.getByRole('button', { name: 'Enrol a device' }) })
      .getByRole('button', { name: 'Enrol a device' })
      .click();
    await expect(page.getByRole('img', { name: 'The code as a picture to scan' })).toBeVisible();
    const code = (await page.getByText(/^[0-9A-Z]{5}-[0-9A-Z]{5}$/).innerText()).toLowerCase();
    await tablet.getByRole('link', { name: 'With a code from the desk' }).tap();
    await tablet.getByLabel('Code from the desk').fill(code);
    await tablet.getByLabel('PIN', { exact: true }).fill(INSPECTOR.pin);
    await tablet.getByLabel('The same PIN again').fill(INSPECTOR.pin);
    await tablet.getByRole('button', { name: 'This device is mine' }).tap();
    await expect(tablet.getByRole('heading', { name: 'Today', exact: true })).toBeAttached();
    await tablet.getByRole('button', { name: 'Sign out' }).tap();
    // the code is spent
    await tablet.goto(`/enrol#${code}`);
    await tablet.getByLabel('PIN', { exact: true }).fill('5093');
    await tablet.getByLabel('The same PIN again').fill('5093');
    await tablet.getByRole('button', { name: 'This device is mine' }).tap();
    await expect(tablet.getByRole('alert')).toContainText('was used already');
  });

  await test.step('a wrong PIN is told, the right one opens it as the foreman, with every target wide enough', async () => {
    await tablet.goto('/');
    await expect(tablet.getByRole('heading', { name: 'Who works here?' })).toBeVisible();
    await openAs(tablet, { ...FOREMAN, pin: '9999' });
    await expect(tablet.getByRole('alert')).toContainText('That is not the PIN.');
    for (const key of await tablet.getByRole('button').all())
      expect((await key.boundingBox())!.height, await key.innerText()).toBeGreaterThanOrEqual(56);
    expect((await new AxeBuilder({ page: tablet }).analyze()).violations).toEqual([]);
    await typePin(tablet, FOREMAN.pin);
    await expect(tablet.getByRole('heading', { name: 'Today', exact: true })).toBeAttached();
  });

  await test.step('what he wrote without signal waits under his name while the inspector has the tablet, and is sent as his', async () => {
    await tablet.goto(`${path}/site-log`);
    await tablet.route('**/commands', (route) => route.abort());
    const form = tablet.getByRole('form', { name: 'Air, surface, note' });
    await form.getByLabel('Note').fill('seepage under the sill');
    await form.getByRole('button', { name: 'Write it down' }).tap();
    await expect(tablet.getByRole('link', { name: '1 kept here' })).toBeVisible();
    await tablet.goto('/');
    await tablet.getByRole('button', { name: 'Sign out' }).tap();
    await expect(tablet.getByRole('button', { name: /^Tomas Brekkan\s*1 waits here to be sent$/ })).toBeVisible();
    await tablet.unroute('**/commands');
    await openAs(tablet, INSPECTOR);
    await expect(tablet.getByRole('heading', { name: 'Today', exact: true })).toBeAttached();
    await tablet.goto(`${path}/site-log`);
    await expect(tablet.getByRole('article', { name: /^Work on face/ })).toBeVisible();
    expect(await log()).toEqual([]);
    await tablet.goto('/');
    await tablet.getByRole('button', { name: 'Sign out' }).tap();
    await openAs(tablet, FOREMAN);
    await expect.poll(async () => (await log()).map(({ entry }) => entry.personName)).toEqual([FOREMAN.name]);
  });

  await test.step('who did the work does not let it go; the inspector does, on the same tablet, by her own PIN', async () => {
    await tablet.goto(`${path}/site-log`);
    await workOn(tablet, /^A /);
    await work(tablet).getByRole('button', { name: 'Start prepare' }).tap();
    const finish = work(tablet).getByRole('button', { name: 'Finish prepare' });
    await finish.tap();
    if (await finish.isVisible()) await finish.tap();
    await expect(tablet.getByText('not sent yet')).toHaveCount(0);
    await work(tablet).getByRole('button', { name: 'Somebody else looks, on this device' }).tap();
    const dialog = tablet.getByRole('dialog', { name: 'Somebody else looks, on this device' });
    await expect(dialog.getByRole('button', { name: FOREMAN.name })).toHaveCount(0);
    await dialog.getByRole('button', { name: INSPECTOR.name }).tap();
    await typePin(tablet, INSPECTOR.pin);
    await expect(dialog).toBeHidden();
    await work(tablet).getByRole('button', { name: 'I have looked: let it go' }).tap();
    await expect(work(tablet)).toContainText(/Let go by Odile Marsk/);
    await expect.poll(async () => (await log()).find(({ entry }) => entry.body.kind === 'hold')?.entry.personName).toBe(INSPECTOR.name);
  });
  await context.close();
});

test('after five wrong PINs the tablet asks for the password, and says why; without signal a PIN opens nothing', async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const tablet = await context.newPage();
  await signIn(tablet, 'apprentice@hollin.example');
  await tablet.goto('/account');
  await tablet.getByLabel('PIN', { exact: true }).fill('5093');
  await tablet.getByLabel('The same PIN again').fill('5093');
  await tablet.getByRole('button', { name: 'Open this device by it' }).tap();
  await expect(tablet.getByText('You open this device by your PIN.', { exact: true })).toBeVisible();
  await tablet.goto('/');
  await tablet.getByRole('button', { name: 'Sign out' }).tap();

  await tablet.getByRole('button', { name: /^Juno Pellow/ }).tap();
  await tablet.route('**/api/session/drawer', (route) => route.abort());
  await typePin(tablet, '5093');
  await expect(tablet.getByRole('alert')).toContainText('only with signal');
  await tablet.unroute('**/api/session/drawer');
  for (const pin of ['7410', '7411', '7412', '7413', '7414']) await typePin(tablet, pin);
  await expect(tablet.getByRole('heading', { name: 'Sign in' })).toBeVisible();
  await expect(tablet.getByRole('button', { name: /^Juno Pellow/ })).toHaveCount(0);
  await signIn(tablet, 'apprentice@hollin.example');
  await context.close();
});
