import { AxeBuilder } from '@axe-core/playwright';
import { type Browser, expect, test } from '@playwright/test';
import { allSent, releasedCopy, signIn, writeLog, writeOn } from './support';

/** A browser of somebody who was never here. */
const stranger = async (browser: Browser, baseURL: string) =>
  (await browser.newContext({ baseURL, serviceWorkers: 'block', timezoneId: 'Europe/Oslo', locale: 'en-GB' })).newPage();

test('a client elsewhere is asked, opens the link with its code, reads, signs once', async ({ page, browser, baseURL }) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay steps, signed by link');
  await writeLog(page, path, [{ kind: 'note', note: 'The last coat is on' }]);
  await page.goto(`${path}/handover`);
  const asked = page.getByRole('region', { name: 'A client signs by a link' });
  await asked.getByRole('button', { name: 'Ask a client to sign' }).click();
  await asked.getByRole('button', { name: 'Make the link' }).click();
  await expect(asked.getByText('This is needed.')).toBeVisible();
  await asked.getByLabel('Name of who is to sign').fill('Nora Quill');
  await asked.getByLabel('For whom').fill('Quill Moorings');
  await asked.getByRole('button', { name: 'Make the link' }).click();
  const link = await asked.getByLabel('Link for Nora Quill').inputValue();
  const code = (await asked.getByText('Code, to be told by another way').locator('b').textContent())!;
  expect(code).toMatch(/^\d{6}$/);
  await expect(asked.getByRole('listitem')).toContainText('Nora Quill, Quill Moorings · waits');

  const client = await stranger(browser, baseURL!);
  await client.goto(link);
  await expect(client.getByRole('main')).toContainText('asks Nora Quill, Quill Moorings to read a dossier');
  expect((await new AxeBuilder({ page: client }).analyze()).violations).toEqual([]);
  await client.getByLabel('Code').fill(code === '123456' ? '654321' : '123456');
  await client.getByRole('button', { name: 'Open the dossier' }).click();
  await expect(client.getByText('This is not its code.')).toBeVisible();
  await client.getByLabel('Code').fill(`${code.slice(0, 3)} ${code.slice(3)}`);
  await client.getByRole('button', { name: 'Open the dossier' }).click();
  await expect(client.getByText('Read what follows. At its end you sign')).toBeVisible();
  await expect(client).toHaveURL(/\/dossier$/);
  const signatures = client.getByRole('region', { name: 'Signatures' });
  // what others wrote while it was read must be read as well
  await expect(signatures.getByRole('checkbox')).toBeEnabled();
  await signatures.getByRole('checkbox', { name: /sign it as client/ }).check();
  await signatures.getByRole('button', { name: 'Sign as client' }).click();
  await expect(signatures.last()).toContainText('Nora Quill, Quill Moorings, client');
  await expect(signatures.last()).toContainText('The record is as it was signed.');
  // it has no account, sees one job, and nothing of the house
  await client.goto('/account');
  await expect(client.getByRole('main')).toContainText('there is no account and no password');
  await expect(client.getByLabel('Current password')).toHaveCount(0);
  await client.goto('/');
  await expect(client.getByRole('region', { name: 'Jobs' }).getByRole('listitem')).toHaveCount(1);
  await client.context().close();

  const again = await stranger(browser, baseURL!);
  await again.goto(link);
  await expect(again.getByRole('alert')).toContainText('This link has been used');
  await again.context().close();
  await page.reload();
  await expect(asked.getByRole('listitem')).toContainText('signed');
  await expect(page.getByRole('region', { name: 'Signatures' })).toContainText('Nora Quill, Quill Moorings, client');
});

test('a client who stands here signs on the glass, and the dossier shows it', async ({ page }) => {
  await signIn(page);
  const path = await releasedCopy(page, 'Quay steps, signed on the glass');
  await allSent(page);
  await page.goto('/');
  await page.getByRole('button', { name: 'Sign out' }).click();
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'foreman@hollin.example');
  await writeLog(page, path, [{ kind: 'note', note: 'The last coat is on' }]);
  await page.goto(`${path}/handover`);
  const signatures = page.getByRole('region', { name: 'Signatures' });
  await signatures.getByRole('button', { name: 'A client signs here, on the glass' }).click();
  const put = signatures.getByRole('button', { name: 'Put it under the dossier' });
  await expect(put).toBeDisabled();
  await signatures.getByRole('checkbox', { name: 'The client has read the dossier.' }).check();
  await put.click();
  await expect(signatures.getByText('Nobody has written on it.')).toBeVisible();
  await expect(signatures.getByText('This is needed.')).toBeVisible();
  await signatures.getByLabel('Name of who signs').fill('Nora Quill');
  await writeOn(page);
  await signatures.getByRole('button', { name: 'Wipe' }).click();
  await put.click();
  await expect(signatures.getByText('Nobody has written on it.')).toBeVisible();
  await writeOn(page);
  await put.click();
  await expect(signatures).toContainText('Nora Quill, client');
  await expect(signatures).toContainText('On the glass, before Tomas Brekkan.');
  // on a phone it stands behind the status, told by no more than its being there
  await expect(page.getByText('all sent')).toHaveCount(1);
  // the foreman has not signed by that
  await expect(signatures.getByRole('button', { name: 'Sign as foreman' })).toBeVisible();
  await page.goto(`${path}/dossier`);
  await expect(page.getByRole('img', { name: 'Signature of Nora Quill, as drawn' })).toBeVisible();
});
