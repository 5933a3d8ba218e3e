import type { JobModel } from '@caulkhorn/core/jobs';
import type { LogLine } from '@caulkhorn/core/site-log';
import { expect, test } from '@playwright/test';
import { apiPath, releasedCopy, signIn, workOn, writeLog } from './support';

interface Item {
  id: string;
  faceId: string;
  hold?: string;
}

test('what is covered for good is photographed first: two presses, an arrow with a word, and only then it is let go', async ({
  page,
  browser,
}) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, to be covered', 'before a board, a mat or a screed hides the coat');
  const { latest } = (await (await page.request.get(`/api${apiPath(path)}/plan`)).json()) as { latest: { id: string; workItems: Item[] } };
  const held = latest.workItems.find(({ hold }) => hold === 'cover')!;
  const onFace = latest.workItems.filter(({ faceId }) => faceId === held.faceId);
  const before = onFace
    .slice(
      0,
      onFace.findIndex(({ id }) => id === held.id),
    )
    .map(({ id }) => id);
  await writeLog(
    page,
    path,
    before.map((workItemId) => ({ kind: 'finish', workItemId, planRevisionId: latest.id })),
  );

  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log?face=${held.faceId}`);
  const hold = phone.getByRole('region', { name: /^Hold: the coat is looked over/ });
  const letGo = hold.getByRole('button', { name: 'I have looked: let it go' });
  await expect(letGo).toBeDisabled();
  await expect(hold).toContainText('What this hides is photographed first');
  const file = { name: 'coat.png', mimeType: 'image/png', buffer: await page.screenshot() };
  const [camera] = await Promise.all([
    phone.waitForEvent('filechooser'),
    hold.getByRole('button', { name: 'Photograph what will be hidden' }).tap(),
  ]);
  await camera.setFiles(file);
  await expect(hold.getByRole('button', { name: /^will be hidden/ })).toBeVisible();
  await expect(letGo).toBeEnabled();

  // an arrow by two presses, and a word at its foot
  await hold.getByRole('button', { name: /^will be hidden/ }).tap();
  const dialog = phone.getByRole('dialog');
  await dialog.getByRole('button', { name: 'Draw an arrow' }).tap();
  await dialog.getByLabel('A word at its foot').fill('lap');
  const drawing = dialog.getByRole('img', { name: /on the picture/ });
  const box = (await drawing.boundingBox())!;
  await phone.mouse.click(box.x + box.width * 0.3, box.y + box.height * 0.3);
  await expect(dialog.getByText('Now press what it points at.')).toBeVisible();
  await phone.mouse.click(box.x + box.width * 0.7, box.y + box.height * 0.6);
  await expect(dialog.getByRole('img', { name: '1 arrow on the picture' })).toContainText('lap');
  // the picture stays in sight while the arrow waits to be sent
  await expect(dialog.locator('img')).toHaveJSProperty('complete', true);
  await expect(dialog.locator('img')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Remove it' })).toHaveCount(0);
  await phone.keyboard.press('Escape');

  // an arrow is a change of the survey, which the log says nothing about: the server is asked until it has it
  const arrows = async () => {
    const { model } = (await (await page.request.get(`/api${apiPath(path)}`)).json()) as { model: JobModel };
    return model.photos.find(({ faceId }) => faceId === held.faceId)?.marks ?? [];
  };
  await expect.poll(async () => (await arrows()).length).toBe(1);
  const [mark] = await arrows();
  for (const [was, wanted] of [
    [mark!.x, 0.3],
    [mark!.y, 0.3],
    [mark!.toX, 0.7],
    [mark!.toY, 0.6],
  ] as const)
    expect(Math.abs(was - wanted)).toBeLessThan(0.03);

  await letGo.tap();
  await expect(phone.getByText(/^Let go by/)).toBeVisible();
  const photo = async () =>
    ((await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[])
      .map(({ entry: { body } }) => body)
      .find(({ kind }) => kind === 'photo');
  await expect.poll(photo).toMatchObject({ of: 'hidden', originalSha256: expect.stringMatching(/^[0-9a-f]{64}$/) });
  await context.close();
});

test('a phone whose clock is a day fast shows and writes the server’s time, and says so', async ({ page, browser }) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, a day ahead');

  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await phone.clock.install({ time: Date.now() + 25 * 3_600_000 });
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log`);
  await expect(phone.getByRole('status').filter({ hasText: 'The clock of this device is' })).toContainText('25:00 h ahead');
  await workOn(phone, /^A /);
  await phone.getByRole('button', { name: 'Start prepare' }).tap();
  await expect(phone.getByRole('button', { name: 'Finish prepare' })).toBeVisible();
  const log = async () => (await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];
  await expect.poll(async () => (await log()).at(-1)?.entry.body.kind).toBe('start');
  const { entry, receipt } = (await log()).at(-1)!;
  expect(Math.abs(entry.clockAheadS! - 90_000)).toBeLessThan(10);
  expect(Math.abs(Date.parse(entry.occurredAt) - Date.parse(receipt.receivedAt))).toBeLessThan(120_000);
  expect(Date.parse(entry.writtenAt) - Date.parse(receipt.receivedAt)).toBeGreaterThan(24 * 3_600_000);
  await context.close();
});

test('a phone whose clock is set back without signal goes on writing the true time', async ({ page, browser }) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay, set back');

  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await phone.clock.install({ time: Date.now() });
  await signIn(phone, 'foreman@hollin.example');
  await phone.goto(`${path}/site-log`);
  await workOn(phone, /^A /);
  await expect(phone.getByRole('button', { name: 'Start prepare' })).toBeVisible();
  await context.setOffline(true);
  await phone.clock.setSystemTime(Date.now() - 30 * 3_600_000);
  await phone.getByRole('button', { name: 'Start prepare' }).tap();
  await expect(phone.getByRole('button', { name: 'Finish prepare' })).toBeVisible();
  const pressedMs = Date.now();
  await context.setOffline(false);
  const log = async () => (await (await page.request.get(`/api${apiPath(path)}/log`)).json()) as LogLine[];
  await expect.poll(async () => (await log()).at(-1)?.entry.body.kind).toBe('start');
  const { entry } = (await log()).at(-1)!;
  expect(Math.abs(Date.parse(entry.occurredAt) - pressedMs)).toBeLessThan(120_000);
  expect(Math.abs(Date.parse(entry.writtenAt) - pressedMs + 30 * 3_600_000)).toBeLessThan(120_000);
  expect(Math.abs(entry.clockAheadS! + 108_000)).toBeLessThan(15);
  await context.close();
});
