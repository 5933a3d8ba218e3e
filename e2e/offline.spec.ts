import { Buffer } from 'node:buffer';
import { type BrowserContext, type Page, expect, test } from '@playwright/test';
import type { JobModel } from '@caulkhorn/core/jobs';
import { addFace, addresses, allSent, choose, makeJob, openJob, row, signIn, slate } from './support.js';

test.use({ serviceWorkers: 'allow' });

/** A real picture, as a phone would hand it over. */
async function picture(page: Page): Promise<Buffer> {
  const base64 = await page.evaluate(async () => {
    const canvas = new OffscreenCanvas(1200, 900);
    const pen = canvas.getContext('2d')!;
    for (let i = 0; i < 400; i++) {
      pen.fillStyle = `hsl(${i * 7} 40% ${20 + (i % 60)}%)`;
      pen.fillRect((i % 20) * 60, Math.floor(i / 20) * 45, 60, 45);
    }
    const blob = await canvas.convertToBlob({ type: 'image/jpeg', quality: 0.8 });
    return btoa(String.fromCharCode(...new Uint8Array(await blob.arrayBuffer())));
  });
  return Buffer.from(base64, 'base64');
}

const photos = (page: Page) => slate(page).getByRole('region', { name: 'Photos' });
const give = async (page: Page, name: string, mimeType: string, buffer: Buffer) =>
  photos(page).getByLabel('Photo file').setInputFiles({ name, mimeType, buffer });

/** The pages are kept only once the service worker says so. */
async function keptOnDevice(page: Page): Promise<void> {
  await expect(page.getByRole('status', { name: 'Without signal' })).toContainText('Opens without signal');
}

async function goOffline(context: BrowserContext): Promise<void> {
  await context.setOffline(true);
}

test('without a network: the app opens, is surveyed, photographed and measured; all is sent when it is back', async ({ page, context }) => {
  await signIn(page);
  await keptOnDevice(page);
  const job = `Pump sump ${Date.now()}`;
  await makeJob(page, job);
  await addFace(page, { mark: 'A', name: 'Sump wall', length: '6', height: '3', foot: '-3' });
  await allSent(page);
  // the answers are written down a second after they came
  await page.waitForTimeout(1500);
  await goOffline(context);

  await test.step('from nothing but what is on the device', async () => {
    await page.goto('/');
    await expect(page.getByRole('link', { name: new RegExp(`${job}.*on this device`) })).toBeVisible();
    await openJob(page, job);
  });

  await test.step('a crack is drawn, photographed, and a reading typed', async () => {
    await page.keyboard.press('k');
    const sheet = page.getByTestId('sheet');
    const box = (await sheet.boundingBox())!;
    const click = (x: number, y: number) => sheet.click({ position: { x: box.width * x, y: box.height * y } });
    await click(0.3, 0.42);
    await expect(page.getByText('Next point, or Enter to end.')).toBeVisible();
    await click(0.34, 0.5);
    await expect(page.getByRole('button', { name: 'End the line' })).toBeEnabled();
    await page.keyboard.press('Enter');
    await slate(page).getByLabel('Width').fill('0,4');
    await slate(page).getByLabel('Note').fill('found in the dark');
    await slate(page).getByLabel('Note').blur();
    await give(page, 'not-a-picture.jpg', 'image/jpeg', Buffer.from('<html>'));
    await expect(photos(page).getByRole('alert')).toContainText('no picture that can be read');
    await give(page, 'wall.jpg', 'image/jpeg', await picture(page));
    await expect(photos(page).getByRole('alert')).toHaveCount(0);
    await expect(photos(page).locator('img')).toBeVisible();
    await page.keyboard.press('r');
    await sheet.click({ position: { x: box.width * 0.4, y: box.height * 0.5 } });
    const readings = slate(page).getByRole('region', { name: 'Readings' });
    await readings.getByLabel('What was measured').selectOption('Moisture meter');
    await readings.getByLabel('Value').fill('77');
    await readings.getByRole('button', { name: 'Add the reading' }).click();
    await expect(readings.getByRole('listitem').first()).toContainText('77 digits');
    await expect(page.getByText(/no answer · \d+ kept here/)).toBeVisible();
  });

  await test.step('the tab is closed and opened again, still without a network', async () => {
    const again = await context.newPage();
    await again.goto(page.url());
    await page.close();
    page = again;
    await choose(page, /Sump wall/);
    await expect(slate(page).getByText('77 digits')).toBeVisible();
    await row(page, /K/).last().click();
    await expect(slate(page).getByLabel('Note')).toHaveValue('found in the dark');
    await expect(photos(page).locator('img')).toHaveAttribute('src', /^blob:/);
    expect(
      await photos(page)
        .locator('img')
        .evaluate((img: HTMLImageElement) => img.decode().then(() => img.naturalWidth)),
    ).toBe(1200);
  });

  await test.step('with the network back, commands and photo go, and the picture is the server’s', async () => {
    await context.setOffline(false);
    await allSent(page);
    const img = photos(page).locator('img');
    await expect(img).toHaveAttribute('src', /\/photos\/.*\/thumbnail$/);
    await expect.poll(() => img.evaluate((each: HTMLImageElement) => each.naturalWidth)).toBe(360);
    const { model } = (await (
      await page.request.get(`/api${new URL(page.url()).pathname.replace('/o/', '/organisations/').replace(/\/[^/]+$/, '')}`)
    ).json()) as { model: JobModel };
    expect(model.readings.map(({ kind, value }) => ({ kind, value }))).toEqual([{ kind: 'moisture-meter', value: 77 }]);
    const response = await page.request.get((await img.getAttribute('src'))!.replace('thumbnail', 'image'));
    expect(response.headers()['content-type']).toBe('image/jpeg');
  });
});

test('a change made without signal on what someone else changed meanwhile is shown as a clash, and lost by neither', async ({
  page,
  context,
  browser,
}) => {
  const [mine, theirs] = [`mine, from the cellar ${Date.now()}`, `theirs, from the office ${Date.now()}`];
  await signIn(page);
  await keptOnDevice(page);
  await openJob(page, 'Lock gatehouse');
  await choose(page, /K1/);
  await allSent(page);
  await goOffline(context);
  await slate(page).getByLabel('Note').fill(mine);
  await slate(page).getByLabel('Note').blur();
  await expect(page.getByText('1 kept here')).toBeVisible();

  const office = await browser.newPage();
  await signIn(office, 'foreman@hollin.example');
  await openJob(office, 'Lock gatehouse');
  await choose(office, /K1/);
  await slate(office).getByLabel('Note').fill(theirs);
  await slate(office).getByLabel('Note').blur();
  await allSent(office);
  await office.close();

  await context.setOffline(false);
  const clash = page.getByRole('alert', { name: 'Changes that were not taken' });
  await expect(clash).toContainText(mine);
  await expect(slate(page).getByLabel('Note')).toHaveValue(theirs);
  await clash.getByRole('button', { name: 'Put mine over it' }).click();
  await allSent(page);
  await expect(slate(page).getByLabel('Note')).toHaveValue(mine);
});

test('a device that is nearly full says so before a photo is lost, and another person at it sees nothing of the first', async ({
  page,
  context,
}) => {
  await page.addInitScript(() => {
    navigator.storage.estimate = () => Promise.resolve({ quota: 1_000_000_000, usage: 997_000_000 });
  });
  await signIn(page);
  await keptOnDevice(page);
  await openJob(page, 'Lock gatehouse');
  await expect(page.getByText('Only 3 MB of room is left')).toBeVisible();
  await choose(page, /K1/);
  await give(page, 'wall.jpg', 'image/jpeg', await picture(page));
  await expect(photos(page).getByRole('alert')).toContainText('Only 3 MB of room is left on this device: the photo was not kept.');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
  await goOffline(context);
  await page.goto('/');
  await expect(page.getByText('Lock gatehouse')).toHaveCount(0);
});

test('the page on site starts with a few files, and a visitor’s does without those of the trade', async ({ page, browser }) => {
  await signIn(page);
  const { o, j } = await addresses(page);
  await page.setViewportSize({ width: 390, height: 844 });
  const scripts = (of: Page) =>
    of.evaluate(() => performance.getEntriesByType('resource').flatMap(({ name }) => /\/assets\/(.*)\.js$/.exec(name)?.[1] ?? []));
  await page.goto(`/o/${o}/jobs/${j}/site-log`);
  await expect(page.getByRole('button', { name: /^(Start|Finish) / }).first()).toBeVisible();
  const onSite = await scripts(page);
  expect(onSite.length).toBeLessThan(60);
  const ofTheTrade = onSite.filter((name) => name.startsWith('phone-'));
  expect(ofTheTrade).toHaveLength(1);
  const visitor = await (await browser.newContext({ serviceWorkers: 'block' })).newPage();
  await visitor.goto('/plate/there-is-none');
  await expect(visitor.getByRole('heading').first()).toBeVisible();
  const seen = await scripts(visitor);
  expect(seen.length).toBeGreaterThan(1);
  expect(seen).not.toContain(ofTheTrade[0]);
  await visitor.context().close();
});
