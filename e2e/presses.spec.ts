import { type Locator, type Page, expect, test } from '@playwright/test';
import { allSent, goTo, row, signIn, slate } from './support.js';

const MOST_PRESSES = 70;
const MOST_KEYS = 250;

/** Counts what hands do: every press of the pointer and every key that goes down, a choice in a list as two presses. */
async function counting(page: Page) {
  const count = { presses: 0, keys: 0 };
  await page.exposeFunction('countHands', (what: 'presses' | 'keys') => void count[what]++);
  await page.addInitScript(() => {
    const { countHands } = window as unknown as { countHands(what: string): void };
    addEventListener('pointerdown', (event) => event.isTrusted && countHands('presses'), true);
    addEventListener('keydown', (event) => event.isTrusted && countHands('keys'), true);
  });
  return {
    count,
    choose: async (select: Locator, option: string) => {
      await select.selectOption(option);
      count.presses += 2;
    },
  };
}

test('a new room with two leaks, readings and a release, by few presses and keys', async ({ page }) => {
  const { count, choose } = await counting(page);
  await signIn(page);
  await expect(page.getByRole('button', { name: 'New job' })).toBeVisible();
  Object.assign(count, { presses: 0, keys: 0 });
  const keys = (text: string) => page.keyboard.type(text);
  const key = (name: string) => page.keyboard.press(name);

  await test.step('the job', async () => {
    await page.getByRole('button', { name: 'New job' }).click();
    await expect(page.getByLabel('Name of the job')).toBeFocused();
    await keys('Pump cellar');
    await key('Tab');
    await keys('Quay 4');
    await key('Tab');
    await keys('quay edge');
    await key('Enter');
    await expect(page.getByTestId('sheet')).toBeVisible();
  });

  await test.step('the room', async () => {
    await page.getByRole('button', { name: 'Add a room, shaft or tunnel' }).click();
    await expect(page.getByRole('dialog').getByLabel('Shape')).toBeFocused();
    for (const text of ['Pump room', '6', '4', '2.5', '-2.5']) {
      await key('Tab');
      await keys(text);
    }
    for (const part of ['Walls made of', 'Floor made of']) await choose(page.getByRole('dialog').getByLabel(part), 'cast concrete');
    await key('Enter');
    await expect(row(page, /Pump room, wall 1/)).toBeVisible();
  });

  await test.step('the water behind it', async () => {
    await goTo(page, 'Water');
    await page.getByLabel(/^Level \(m/).click();
    await keys('-0.5');
    await key('Enter');
    await expect(page.getByRole('radio')).toBeChecked();
    await goTo(page, 'Survey');
  });

  await row(page, /Pump room, wall 1/).click();
  const sheet = page.getByTestId('sheet');
  const box = (await sheet.boundingBox())!;
  const at = (x: number, y: number) => ({ position: { x: box.width * x, y: box.height * y } });

  await test.step('two leaks', async () => {
    for (const [i, x] of [0.35, 0.6].entries()) {
      await key('l');
      await sheet.click(at(x, 0.55));
      await key('Enter');
      await expect(row(page, new RegExp(`L${i + 1}`))).toBeVisible();
      await choose(slate(page).getByLabel('Wet state'), 'dripping');
    }
    await expect(row(page, /L2 leak, dripping/)).toBeVisible();
  });

  await test.step('two readings', async () => {
    for (const [i, [x, value]] of (
      [
        [0.4, '21'],
        [0.55, '64'],
      ] as const
    ).entries()) {
      await key('r');
      await sheet.click(at(x, 0.6));
      await expect(slate(page).getByLabel('Value')).toBeFocused();
      await keys(value);
      await key('Enter');
      await expect(slate(page).getByRole('region', { name: 'Readings' }).getByRole('listitem')).toHaveCount(i + 1);
    }
  });

  await test.step('one build-up for all of it, and its release', async () => {
    await goTo(page, 'Build-up');
    await page.getByRole('button', { name: 'Choose Crystalline slurry', exact: true }).click();
    await page.getByRole('button', { name: 'The same on other faces' }).click();
    await page.getByRole('button', { name: /^Use it on \d faces$/ }).click();
    await goTo(page, 'Programme');
    await page.getByRole('button', { name: 'Release plan 1 to the site' }).click();
    await expect(slate(page)).toContainText('Plan 1 was released');
    await allSent(page);
  });

  test.info().annotations.push({ type: 'hands', description: `${count.presses} presses, ${count.keys} keys` });
  expect(count.presses).toBeGreaterThan(15);
  expect(count.keys).toBeGreaterThan(60);
  expect(count.presses).toBeLessThan(MOST_PRESSES);
  expect(count.keys).toBeLessThan(MOST_KEYS);
});
