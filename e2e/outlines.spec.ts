import { type Locator, type Page, expect, test } from '@playwright/test';
import { allSent, choose, makeJob, openJob, row, signIn, slate } from './support.js';

/** The pad shows 7 m by 4.5 m from (−0.5, −0.5) until something larger is drawn. */
async function on(pad: Locator, u: number, v: number) {
  const box = (await pad.boundingBox())!;
  return { x: ((u + 0.5) / 7) * box.width, y: (1 - (v + 0.5) / 4.5) * box.height };
}
const press = async (pad: Locator, ...corners: [number, number][]) => {
  for (const corner of corners) await pad.click({ position: await on(pad, ...corner) });
};
const pull = async (page: Page, pad: Locator, from: [number, number], to: [number, number]) => {
  const [a, b] = [await on(pad, ...from), await on(pad, ...to)];
  const box = (await pad.boundingBox())!;
  await page.mouse.move(box.x + a.x, box.y + a.y);
  await page.mouse.down();
  await page.mouse.move(box.x + b.x, box.y + b.y, { steps: 6 });
  await page.mouse.up();
};

test('a gable, its window and a room are drawn by pointing; what would hang in the air is refused', async ({ page }) => {
  await signIn(page);
  await makeJob(page, `Boat shed ${Date.now()}`);

  await test.step('a wall of five corners, pulled into shape', async () => {
    const form = slate(page);
    await form.getByLabel('Shape').selectOption('any outline: drawn or by corners');
    const pad = form.getByRole('application', { name: /^Outline/ });
    await press(pad, [0, 0], [4, 0], [4, 2], [2, 3], [0, 2], [0, 0]);
    await expect(form).toContainText('5 corners, 10.0 m².');
    await pull(page, pad, [2, 3], [2, 3.5]);
    await pull(page, pad, [4, 1], [4.5, 1]);
    await expect(form.getByLabel('Outline', { exact: true })).toHaveValue('0 0, 4 0, 4.5 1, 4 2, 2 3.5, 0 2');
    await pull(page, pad, [4.5, 1], [4, 1]);
    await expect(form).toContainText('6 corners, 11.0 m²');
    await form.getByLabel('Outline', { exact: true }).fill('0 0, 4 0, 4 2, 2 3.5, 0 2');
    await expect(form.getByLabel('Outline', { exact: true })).toHaveValue('0 0, 4 0, 4 2, 2 3.5, 0 2');
    await form.getByLabel('Mark').fill('G');
    await form.getByLabel('Name', { exact: true }).fill('Gable');
    await form.getByLabel(/^Foot level/).fill('-2');
    await form.getByLabel('Made of').selectOption('cast concrete');
    await form.getByRole('button', { name: 'Add it to the walk' }).click();
    await choose(page, /Gable/);
    await expect(form).toContainText('11.0 m²');
  });

  await test.step('corners that cross are told before anything is saved; keys draw as well as a hand', async () => {
    await page.keyboard.press('Escape');
    await slate(page).getByRole('button', { name: 'Add another face' }).click();
    const form = slate(page);
    await form.getByLabel('Shape').selectOption('any outline: drawn or by corners');
    await form.getByLabel('Outline', { exact: true }).fill('0 0, 2 2, 2 0, 0 2');
    await expect(form).toContainText('Its edges cross each other.');
    await form.getByRole('button', { name: 'Clear', exact: true }).click();
    const pad = form.getByRole('application', { name: /^Outline/ });
    await pad.focus();
    for (const key of ['Enter', 'ArrowRight', 'ArrowRight', 'Enter', 'ArrowUp', 'ArrowUp', 'Enter', 'ArrowUp', 'Enter', 'Backspace'])
      await page.keyboard.press(key);
    await expect(form.getByLabel('Outline', { exact: true })).toHaveValue('0 0, 1 0, 1 1');
    await form.getByRole('button', { name: 'Close it' }).click();
    await expect(form).toContainText('3 corners, 0.5 m².');
    await page.reload();
    await expect(form.getByLabel('Outline', { exact: true })).toHaveValue('0 0, 1 0, 1 1');
  });

  await test.step('a window is drawn into the gable; a crack under it keeps it from moving there', async () => {
    await choose(page, /Gable/);
    await page.keyboard.press('k');
    for (const key of ['1 1', '3 1']) {
      await page.keyboard.type(key);
      await page.keyboard.press('Enter');
    }
    await page.keyboard.press('Enter');
    await expect(row(page, /K1 crack/)).toBeVisible();
    await choose(page, /Gable/);
    await slate(page).getByText('Change what is known of it').click();
    await slate(page).getByRole('button', { name: 'Add an opening' }).click();
    await slate(page).getByRole('button', { name: 'Draw: Opening 1' }).click();
    const pad = slate(page).getByRole('application', { name: /^Opening 1/ });
    await press(pad, [0.5, 0.5], [1.5, 0.5], [1.5, 1.5], [0.5, 1.5], [0.5, 0.5]);
    await expect(slate(page).getByRole('alert')).toContainText('These would no longer lie on it: K1.');
    await slate(page).getByLabel('Opening 1', { exact: true }).fill('1.5 1.2, 2.5 1.2, 2.5 2, 1.5 2');
    await slate(page).getByLabel('Opening 1', { exact: true }).press('Enter');
    await expect(slate(page)).toContainText('10.2 m²');
    await allSent(page);
  });

  await test.step('a plan drawn roughly becomes walls to tape, then a room', async () => {
    await page.keyboard.press('Escape');
    await slate(page).getByRole('button', { name: 'Add another face' }).click();
    await page.getByRole('button', { name: 'Add a room, shaft or tunnel' }).click();
    const dialog = page.getByRole('dialog', { name: 'Add a room, shaft or tunnel' });
    await dialog.getByRole('button', { name: 'Draw the plan' }).click();
    const pad = dialog.getByRole('application', { name: /^Draw the plan/ });
    await press(pad, [0, 0], [5, 0], [5, 3], [3, 3], [3, 2], [0, 2], [0, 0]);
    await expect(dialog.getByLabel('Wall 6 (m)')).toBeVisible();
    await expect(dialog).toContainText('Closes within 0.00 m.');
    await dialog.getByLabel(/^Foot level/).fill('-2');
    await dialog.getByLabel(/^Height/).fill('2.2');
    for (const part of ['Walls', 'Floor']) await dialog.getByLabel(new RegExp(`^${part}.*made of`)).selectOption('cast concrete');
    await dialog.getByRole('button', { name: 'Add its faces' }).click();
    await expect(dialog).toBeHidden();
    await expect(row(page, /slab 7/)).toBeVisible();

    // the walls turn out to be brick, and thinner than thought
    await page.getByRole('button', { name: 'Change several faces' }).click();
    const several = page.getByRole('dialog', { name: 'Change several faces' });
    await several.getByRole('button', { name: /^Change 0 faces$/ }).click();
    await expect(several.getByRole('alert')).toContainText('Tick the faces first.');
    for (const n of [1, 2, 3])
      await several
        .getByLabel(new RegExp(`wall ${n}$`))
        .last()
        .check();
    await several.getByLabel('Made of').selectOption('brick');
    await several.getByLabel(/^Thickness/).fill('0.24 m');
    await several.getByRole('button', { name: 'Change 3 faces' }).click();
    await expect(several).toHaveCount(0);
    await row(page, /wall 2/)
      .last()
      .click();
    await expect(slate(page)).toContainText(/Made of\s*brick/);
    await expect(slate(page)).toContainText(/Thickness\s*240/);
    await page.keyboard.press('Control+z');
    await expect(slate(page)).toContainText(/Made of\s*cast concrete/);
    await choose(page, /slab 7/);
    await expect(slate(page)).toContainText('12.0 m²');
  });

  await test.step('a room is renamed and moved; a wall turns to the tank; a face without anything goes, and comes back', async () => {
    await page.keyboard.press('Escape');
    await slate(page).getByRole('button', { name: 'Add another face' }).click();
    await slate(page)
      .getByText(/Rooms in the order of the walk/)
      .click();
    const name = slate(page).getByLabel('Name of the room').first();
    await name.fill('Slip');
    await name.press('Enter');
    await expect(page.getByRole('listbox', { name: 'Faces and features' }).getByText('Slip', { exact: true })).toBeVisible();
    await slate(page).getByRole('button', { name: 'Later: Slip' }).click();
    await expect(slate(page).getByLabel('Name of the room').last()).toHaveValue('Slip');
    await choose(page, /wall 1/);
    await slate(page).getByText('Change what is known of it').click();
    await slate(page).getByLabel('Foot level').fill('-2.4');
    await slate(page).getByLabel('Behind it').selectOption('open air');
    await expect(slate(page)).toContainText('−2.40 m');
    await slate(page).getByRole('button', { name: 'Remove the face' }).click();
    await expect(row(page, /wall 1/)).toHaveCount(0);
    await page.keyboard.press('Control+z');
    await expect(row(page, /wall 1/)).toBeVisible();
    await choose(page, /Gable/);
    await slate(page).getByText('Change what is known of it').click();
    await expect(slate(page).getByRole('button', { name: 'Remove the face' })).toBeDisabled();
    await expect(slate(page)).toContainText('Features: 1, readings: 0');
    await allSent(page);
  });
});

test('nothing on the page of a face moves under a finger while its form is still on its way', async ({ page }) => {
  await page.route(/\/assets\/face-(form|care)-/, async (route) => {
    await new Promise((done) => setTimeout(done, 1500));
    await route.continue();
  });
  await signIn(page);
  await openJob(page, 'Ropewalk');
  await choose(page, /^A\b/);
  const another = slate(page).getByRole('button', { name: 'Add another face' });
  await another.waitFor();
  const before = (await another.boundingBox())!.y;
  await page.waitForTimeout(2500);
  expect(Math.abs((await another.boundingBox())!.y - before)).toBeLessThanOrEqual(2);
});
