import { Buffer } from 'node:buffer';
import { readFileSync } from 'node:fs';
import { type Page, expect, test } from '@playwright/test';
import { prepareZXingModule, writeBarcode } from 'zxing-wasm/writer';
import { workOfForeman } from './support.js';

/** A code as a camera would see it. */
async function code(text: string, format: 'QRCode' | 'EAN-13' = 'QRCode'): Promise<{ name: string; mimeType: string; buffer: Buffer }> {
  prepareZXingModule({
    overrides: { wasmBinary: readFileSync(require.resolve('zxing-wasm/writer/zxing_writer.wasm')).buffer as ArrayBuffer },
  });
  const { image, error } = await writeBarcode(text, { format, scale: 6 });
  if (!image) throw new Error(error);
  return { name: 'label.png', mimeType: 'image/png', buffer: Buffer.from(await image.arrayBuffer()) };
}

test.describe('on the phone', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });

  test('a batch is read from the label; another code, another product and an expired one are not taken', async ({ page }) => {
    const work = await workOfForeman(page);
    const batch = work.getByRole('combobox', { name: 'Batch number' });
    const photo = async (file: { name: string; mimeType: string; buffer: Buffer }) => {
      await work.getByRole('button', { name: 'Read the label by the camera' }).tap();
      const looking = page.getByRole('dialog', { name: 'Hold the label in view' });
      // this browser has no camera, or may not use it
      await expect(looking.getByRole('alert')).toContainText(/type the number/);
      await looking.getByLabel('Photo of the label').setInputFiles(file);
      await expect(looking).toBeHidden();
    };
    const scan = async (text: string, format?: 'EAN-13') => photo(await code(text, format));
    const said = (page: Page) => page.getByRole('article', { name: /^Work on face/ }).getByRole('alert');

    await scan('https://harbour-wifi.example/login');
    await expect(said(page).filter({ hasText: 'the code of something else' })).toBeVisible();
    await scan('4006381333931', 'EAN-13');
    await expect(said(page).filter({ hasText: 'the code of something else' })).toBeVisible();
    await scan('caulkhorn:pack?batch=TV-1184&product=no-such-product');
    await expect(said(page).filter({ hasText: 'This label is of another product' })).toBeVisible();
    await scan('caulkhorn:pack?batch=TV-1184&until=2020-01-31');
    await expect(said(page).filter({ hasText: 'Batch TV-1184 expired on 2020-01-31' })).toBeVisible();
    await expect(batch).toHaveValue('');
    await scan('caulkhorn:pack?batch=TV-1184');
    await expect(work.getByText('Batch TV-1184, read from its label.')).toBeVisible();
    await expect(batch).toHaveValue('TV-1184');

    await photo({ name: 'dark.jpg', mimeType: 'image/jpeg', buffer: Buffer.from('no picture') });
    await expect(said(page).filter({ hasText: /cannot be read here|No code is seen/ })).toBeVisible();
    await expect(batch).toHaveValue('TV-1184');
  });
});
