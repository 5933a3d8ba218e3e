import { type Page, expect, test } from '@playwright/test';
import { PASSWORD, allSent, row, slate } from './support.js';

/** Presses Tab until the thing with this name has the focus, as someone without a mouse does. */
async function tabTo(page: Page, name: string | RegExp, most = 120): Promise<void> {
  for (let i = 0; i < most; i++) {
    const found = await page.evaluate(() => {
      const at = document.activeElement as (HTMLElement & { labels?: NodeListOf<HTMLElement> }) | null;
      if (!at || at === document.body) return '';
      return [at.getAttribute('aria-label'), at.labels?.[0]?.textContent, at.textContent].find((text) => text?.trim())?.trim() ?? '';
    });
    if (typeof name === 'string' ? found === name : name.test(found)) return;
    await page.keyboard.press('Tab');
  }
  throw new Error(`Tab never came to ${String(name)}`);
}

async function typeInto(page: Page, label: string | RegExp, text: string): Promise<void> {
  await tabTo(page, label);
  await page.keyboard.press('Control+a');
  await page.keyboard.type(text);
}

test('a room is surveyed from nothing by keyboard alone', async ({ page }) => {
  await page.goto('/');
  await typeInto(page, 'E-mail', 'planner@hollin.example');
  await typeInto(page, 'Password', PASSWORD);
  await page.keyboard.press('Enter');

  await test.step('a job and a room', async () => {
    await expect(page.getByRole('button', { name: 'New job' })).toBeVisible();
    await tabTo(page, 'New job');
    await page.keyboard.press('Enter');
    await typeInto(page, 'Name of the job', `Keyed cellar ${Date.now()}`);
    await typeInto(page, 'Site', 'Under the net loft');
    await typeInto(page, /^Datum/, 'quay edge');
    await tabTo(page, /^Time zone/);
    await page.keyboard.type('Europe/Oslo');
    await tabTo(page, 'Make the job');
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('sheet')).toBeVisible();
    await tabTo(page, 'Add a room, shaft or tunnel');
    await page.keyboard.press('Enter');
    await typeInto(page, 'Name of the room', 'Net loft');
    await typeInto(page, /^Length/, '5');
    await typeInto(page, /^Width/, '3');
    await typeInto(page, /^Height/, '2,4');
    await typeInto(page, /^Foot level/, '-2,4');
    for (const part of ['Walls made of', 'Floor made of']) {
      await tabTo(page, part);
      await page.keyboard.type('cast');
    }
    await tabTo(page, /^Strength/);
    await page.keyboard.press('Enter');
    await expect(row(page, /Net loft, wall 1/)).toBeVisible();
  });

  await test.step('a crack and a tie hole by letters and figures', async () => {
    await tabTo(page, 'Faces and features');
    await page.keyboard.press('ArrowDown');
    await expect(row(page, /Net loft, wall 1/)).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('k');
    await page.keyboard.type('1 0,4');
    await expect(page.getByText('↵ sets the point')).toBeVisible();
    await page.keyboard.press('Enter');
    await page.keyboard.type('+0.2 1.2');
    await page.keyboard.press('Enter');
    await page.keyboard.press('Enter');
    await expect(row(page, /K1/)).toHaveAttribute('aria-selected', 'true');
    await expect(slate(page)).toContainText('2 points, 1.22 m');
    await page.keyboard.press('t');
    await page.keyboard.type('9 9');
    await page.keyboard.press('Enter');
    await expect(page.getByText('That point is on no face.')).toBeVisible();
    await page.keyboard.type('0.5 1');
    await page.keyboard.press('Enter');
    await expect(row(page, /T1/)).toHaveAttribute('aria-selected', 'true');
  });

  await test.step('copied along the foot', async () => {
    await tabTo(page, 'Copy along');
    await page.keyboard.press('Enter');
    await typeInto(page, /^One every/, '1,5');
    await tabTo(page, 'Copy it 3 times');
    await page.keyboard.press('Enter');
    await expect(row(page, /T4/)).toBeVisible();
  });

  await test.step('several are changed together, and go back at one undo', async () => {
    await tabTo(page, 'Faces and features');
    await page.keyboard.press('Shift+ArrowDown');
    await page.keyboard.press('Shift+ArrowDown');
    await expect(slate(page)).toContainText('3 features together');
    await tabTo(page, 'Wet state');
    await page.keyboard.type('weep');
    await tabTo(page, 'Change all 3');
    await page.keyboard.press('Enter');
    await expect(row(page, /weeping/)).toHaveCount(3);
    await page.keyboard.press('Control+z');
    await expect(row(page, /weeping/)).toHaveCount(0);
    await allSent(page);
    await page.reload();
    await expect(row(page, /T4/)).toBeVisible();
  });
});
