import { expect, test } from '@playwright/test';
import { addFace, allSent, choose, goTo, makeJob, signIn, slate } from './support.js';

test('instruments are paired, say that they are simulated, show live values, and are captured', async ({ page }) => {
  await signIn(page);
  await makeJob(page, `Metered cellar ${Date.now()}`);
  await addFace(page, { mark: 'A', name: 'Metered wall', length: '6', height: '3', foot: '-3' });
  await choose(page, /Metered wall/);
  const live = slate(page).getByRole('region', { name: 'From instruments' });
  await expect(live).toContainText('None is paired with this device.');

  await test.step('paired from a list that says what they are', async () => {
    await live.getByRole('button', { name: 'Instruments' }).click();
    const list = page.getByRole('dialog', { name: 'Instruments' });
    await expect(list.getByText('simulated', { exact: true })).toHaveCount(8);
    for (const name of ['Bore probe B-1', 'Pin meter P-2', 'Cellar station C-1', 'Standpipe logger S-4', 'Weighing bucket W-1'])
      await list.getByRole('button', { name: `Pair ${name}` }).click();
    await page.keyboard.press('Escape');
  });

  await test.step('the air at once, the wall once its place is pointed at, the probe once it is steady', async () => {
    const meter = live.getByRole('button', { name: 'Take it: Moisture meter' });
    const probe = live.getByRole('button', { name: 'Take it: Humidity in the slab' });
    await expect(meter).toBeDisabled();
    await expect(live).toContainText('still rising');
    await live.getByRole('button', { name: 'Take it: Air humidity' }).click();
    await page.keyboard.press('r');
    const sheet = page.getByTestId('sheet');
    const box = (await sheet.boundingBox())!;
    await sheet.click({ position: { x: box.width * 0.45, y: box.height * 0.5 } });
    await expect(live).toContainText('Held at');
    await meter.click();
    await expect(probe).toBeDisabled();
    await expect(slate(page).getByRole('region', { name: 'Readings' })).toContainText('Pin meter P-2 (simulated)');
    await expect(probe).toBeEnabled();
    await expect(live).not.toContainText('still rising');
    await allSent(page);
  });

  await test.step('a leak runs into the bucket', async () => {
    await page.keyboard.press('l');
    const sheet = page.getByTestId('sheet');
    const box = (await sheet.boundingBox())!;
    await sheet.click({ position: { x: box.width * 0.55, y: box.height * 0.55 } });
    await page.keyboard.press('Enter');
    await slate(page).getByLabel('Wet state').selectOption('running');
    await slate(page).getByLabel('Measured').selectOption('bucket and watch');
    await slate(page).getByRole('button', { name: 'Put it under the leak' }).click();
    await slate(page).getByRole('button', { name: 'Take it' }).click();
    await expect(slate(page).getByLabel('Volume caught')).not.toHaveValue('');
    await expect(slate(page)).toContainText(/L a day/);
    await allSent(page);
  });

  await test.step('the logger’s memory is read out once', async () => {
    await goTo(page, 'Water');
    await slate(page)
      .getByLabel(/^Level/)
      .fill('-1');
    await slate(page).getByRole('button', { name: 'Add the level' }).click();
    await slate(page).getByRole('button', { name: 'Read out its memory' }).click();
    await expect(slate(page)).toContainText('Show all 49');
    await slate(page).getByRole('button', { name: 'Read out its memory' }).click();
    await expect(page.getByText('Its memory holds nothing new.')).toBeVisible();
    await allSent(page);
  });
});
