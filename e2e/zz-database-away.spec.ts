import { execFileSync } from 'node:child_process';
import { resolve } from 'node:path';
import { expect, test } from '@playwright/test';
import { addFace, allSent, makeJob, row, signIn } from './support.js';

const database = (action: 'stop' | 'start') => execFileSync(process.execPath, [resolve(__dirname, '../tools/e2e-database.mjs'), action]);

// last of all, because nobody else can work meanwhile
test('the database stops: the page says so, keeps what is typed, and goes on by itself', async ({ page }) => {
  test.skip(!process.env['E2E_CLUSTER'], 'only where the tests own the database');
  await signIn(page);
  await makeJob(page, `Night ${Date.now()}`);
  await addFace(page, { mark: 'A', name: 'First wall', length: '5', height: '2', foot: '-2' });
  await allSent(page);
  database('stop');
  try {
    await page.keyboard.press('Escape');
    const sheet = page.getByTestId('sheet');
    const box = (await sheet.boundingBox())!;
    await page.getByRole('button', { name: 'Pipe', exact: true }).click();
    await sheet.click({ position: { x: box.width * 0.5, y: box.height * 0.5 } });
    await expect(row(page, /N1/)).toBeVisible();
    await page.getByRole('textbox', { name: 'Note' }).fill('typed while the database slept');
    await page.getByRole('textbox', { name: 'Note' }).blur();
    await expect(page.getByText(/no answer · 2 kept here/)).toBeVisible();
    const health = await page.request.get('/api/health');
    expect([health.status(), await health.json()]).toEqual([503, { error: 'database-away' }]);
  } finally {
    database('start');
  }
  await expect(page.getByText('all sent')).toBeVisible();
  await page.reload();
  await row(page, /N1/).click();
  await expect(page.getByRole('textbox', { name: 'Note' })).toHaveValue('typed while the database slept');
});
