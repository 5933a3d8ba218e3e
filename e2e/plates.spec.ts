import { readFileSync } from 'node:fs';
import { expect, test } from '@playwright/test';
import { prepareZXingModule, readBarcodes } from 'zxing-wasm/reader';
import { allSent, choose, copyOf, goTo, signIn } from './support.js';

/** What a camera reads in a picture. */
async function readCode(png: Buffer): Promise<string> {
  prepareZXingModule({
    overrides: { wasmBinary: readFileSync(require.resolve('zxing-wasm/reader/zxing_reader.wasm')).buffer as ArrayBuffer },
  });
  const [found] = await readBarcodes(png, { formats: ['QRCode'], tryHarder: true });
  return found?.text ?? '';
}

test('a plate is published, printed, read by a stranger’s phone, and taken back', async ({ page, browser }) => {
  await signIn(page);
  const path = await copyOf(page, 'Net loft', 'Loft with plates');
  await page.goto(`${path}/programme`);
  await page.getByRole('button', { name: 'Release plan 1 to the site' }).click();
  await expect(page.getByText('Survey and choices are as they were then.')).toBeVisible();
  await goTo(page, 'Handover');
  const plates = page.getByRole('region', { name: 'Plates for the wall' });
  await expect(plates).toContainText('No plate is made yet.');
  await plates.getByRole('button', { name: 'Make a plate' }).click();
  await plates.getByRole('button', { name: 'Publish it' }).click();
  await expect(plates.getByRole('alert').first()).toBeVisible();
  await plates.getByLabel('Whom to call').fill('Hollin Works, 0990 114 27');
  await plates.getByLabel('Of').selectOption({ label: 'A Quay side' });
  await plates.getByRole('button', { name: 'Publish it' }).click();
  await expect(plates.getByRole('listitem')).toContainText('A Quay side');

  // the code on the paper leads where a stranger may look
  await plates.getByRole('link', { name: 'The plate to print' }).click();
  const paper = page.getByRole('article', { name: 'Plate for A Quay side' });
  const code = paper.getByRole('img');
  await expect(code).toBeVisible();
  const address = await readCode(await code.screenshot());
  expect(address).toMatch(/\/plate\/[\w-]{32}$/);
  const stranger = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await stranger.newPage();
  await phone.goto(address);
  const says = phone.getByRole('main');
  await expect(says).toContainText('Before you do anything to it');
  await expect(says).toContainText('Hollin Works, 0990 114 27');
  await expect(says).toContainText('not finished yet · not shown yet to hold');
  await expect(says).not.toContainText('Smoke house side');
  await expect(says).not.toContainText('Ines Varrow');

  await page.getByRole('link', { name: 'Handover' }).first().click();
  await expect(plates.getByRole('listitem')).toContainText('as of');
  await expect(plates).not.toContainText('no longer says what is so');
  await goTo(page, 'Build-up');
  await choose(page, /^A\b/);
  await page.getByLabel('Coated', { exact: true }).selectOption({ label: 'in 3 strips, left to right' });
  await allSent(page);
  await goTo(page, 'Programme');
  await page.getByRole('button', { name: 'Release plan 2 to the site' }).click();
  await expect(page.getByText('Survey and choices are as they were then.')).toBeVisible();
  await goTo(page, 'Handover');
  await expect(plates).toContainText('no longer says what is so');
  await plates.getByRole('button', { name: 'Publish as it is now' }).click();
  await expect(page.getByText('Published as it is now.')).toBeVisible();
  await expect(plates).not.toContainText('no longer says what is so');
  // what is told in passing can be put away
  await page.getByRole('button', { name: 'Put this message away' }).first().click();
  await expect(page.getByText('Published as it is now.')).toHaveCount(0);
  await plates.getByRole('button', { name: 'Take it back' }).click();
  await plates.getByRole('button', { name: 'yes' }).click();
  await expect(plates).toContainText('No plate is made yet.');
  await phone.reload();
  await expect(phone.getByRole('alert')).toContainText('This plate leads nowhere');
  await stranger.close();
});
