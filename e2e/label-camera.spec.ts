import { AxeBuilder } from '@axe-core/playwright';
import { mkdtempSync, readFileSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { prepareZXingModule, writeBarcode } from 'zxing-wasm/writer';
import { CHROMIUM } from '../tools/lib/chromium.mjs';
import { workOfForeman } from './support.js';

const [WIDTH, HEIGHT] = [640, 480];
/** What the camera of this browser sees, over and over: a raw film (YUV4MPEG2) that the test writes. */
const FILM = join(mkdtempSync(join(tmpdir(), 'label-')), 'seen.y4m');

test.use({
  viewport: { width: 390, height: 844 },
  hasTouch: true,
  permissions: ['camera'],
  launchOptions: {
    ...CHROMIUM,
    args: [...CHROMIUM.args, '--use-fake-device-for-media-stream', `--use-file-for-fake-video-capture=${FILM}`],
  },
});

/** A wall without anything on it, then a code in the middle of the picture. */
async function film(text: string): Promise<void> {
  prepareZXingModule({
    overrides: { wasmBinary: readFileSync(require.resolve('zxing-wasm/writer/zxing_writer.wasm')).buffer as ArrayBuffer },
  });
  const { symbol, error } = await writeBarcode(text, { format: 'QRCode' });
  if (error) throw new Error(error);
  const scale = Math.floor((HEIGHT * 0.8) / symbol.height);
  const [left, top] = [(WIDTH - symbol.width * scale) >> 1, (HEIGHT - symbol.height * scale) >> 1];
  const frame = (isCode: boolean) => {
    const light = new Uint8Array(WIDTH * HEIGHT).fill(200);
    for (let y = 0; isCode && y < symbol.height * scale; y++)
      for (let x = 0; x < symbol.width * scale; x++)
        light[(top + y) * WIDTH + left + x] = symbol.data[Math.floor(y / scale) * symbol.width + Math.floor(x / scale)]! > 127 ? 200 : 25;
    return Buffer.concat([Buffer.from('FRAME\n'), light, Buffer.alloc((WIDTH * HEIGHT) / 2, 128)]);
  };
  const frames = [...Array.from({ length: 10 }, () => frame(false)), ...Array.from({ length: 20 }, () => frame(true))];
  writeFileSync(FILM, Buffer.concat([Buffer.from(`YUV4MPEG2 W${WIDTH} H${HEIGHT} F10:1 Ip A1:1 C420jpeg\n`), ...frames]));
}

test('held in view, a label is read by itself; one of another product is told and not taken', async ({ page }) => {
  const work = await workOfForeman(page);
  const look = work.getByRole('button', { name: 'Read the label by the camera' });
  const looking = page.getByRole('dialog', { name: 'Hold the label in view' });

  await film('caulkhorn:pack?batch=TV-1184&product=no-such-product');
  await look.tap();
  await expect(looking.getByRole('alert')).toContainText('This label is of another product');
  expect((await new AxeBuilder({ page }).include('[role=dialog]').analyze()).violations).toEqual([]);
  await looking.getByRole('button', { name: 'Close' }).tap();
  await expect(work.getByRole('combobox', { name: 'Batch number' })).toHaveValue('');

  await film('caulkhorn:pack?batch=TV-1184');
  await look.tap();
  await expect(looking).toBeHidden();
  await expect(work.getByText('Batch TV-1184, read from its label.')).toBeVisible();
  await expect(work.getByRole('combobox', { name: 'Batch number' })).toHaveValue('TV-1184');
});
