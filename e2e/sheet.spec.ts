import { type Page, expect, test } from '@playwright/test';
import { choose, goTo, openJob, row, signIn } from './support.js';

/** Which face lies under the middle of the sheet. */
async function faceInTheMiddle(page: Page): Promise<string> {
  const box = (await page.getByTestId('sheet').boundingBox())!;
  await page.mouse.move(box.x + box.width * 0.5, box.y + box.height * 0.5);
  await page.mouse.move(box.x + box.width * 0.52, box.y + box.height * 0.5);
  return (await page.getByTestId('readout').textContent())!.split(' ')[0]!;
}

const walkLine = (page: Page) => page.getByRole('scrollbar');
const place = async (page: Page) => Number(await walkLine(page).getAttribute('aria-valuenow'));

test('one walks the sheet by keys, wheel and walk line; one face is large, all at once is a press away', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await choose(page, /Reel store, north/);
  await expect.poll(() => faceInTheMiddle(page)).toBe('A');
  // it takes half of the height, or most of the width
  await page.keyboard.press('ArrowRight');
  await expect(row(page, /Reel store, east/)).toHaveAttribute('aria-selected', 'true');
  await expect.poll(() => faceInTheMiddle(page)).toBe('B');
  await page.keyboard.press('ArrowLeft');
  await expect.poll(() => faceInTheMiddle(page)).toBe('A');

  const before = await place(page);
  await page.mouse.wheel(0, 900);
  await expect.poll(() => place(page)).toBeGreaterThan(before);
  const line = (await walkLine(page).boundingBox())!;
  await walkLine(page).click({ position: { x: line.width * 0.97, y: line.height / 2 } });
  await expect.poll(() => place(page)).toBeGreaterThan(85);
  await walkLine(page).press('Home');
  await expect.poll(() => place(page)).toBeLessThan(10);

  await page.getByRole('button', { name: 'All at once (0)' }).click();
  await expect.poll(() => place(page)).toBeGreaterThan(40);
  await page.getByPlaceholder('Find in the list').fill('Cable');
  await choose(page, /Cable tunnel lining/);
  await page.keyboard.press('1');
  await expect.poll(() => faceInTheMiddle(page)).toBe('F');

  // the line goes with one to every step of the work, and so does the place
  await goTo(page, 'Materials');
  await expect(walkLine(page)).toBeVisible();
  await expect.poll(() => place(page)).toBeGreaterThan(60);
});

test('tools are taken up by their letters on Survey alone, and laid down by Esc or once more', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  const tools = page.getByRole('toolbar', { name: 'Sheet tools' });
  await expect(tools.getByRole('button')).toHaveText([
    /Reading/,
    /Leak/,
    /Crack/,
    /Joint/,
    /Pipe/,
    /Damp area/,
    /Salt bloom/,
    /Honeycomb/,
    /more/,
  ]);
  const crack = tools.getByRole('button', { name: 'Crack', exact: true });
  await page.keyboard.press('k');
  await expect(crack).toHaveAttribute('aria-pressed', 'true');
  await page.keyboard.press('Escape');
  await expect(crack).toHaveAttribute('aria-pressed', 'false');
  await crack.click();
  await crack.click();
  await expect(crack).toHaveAttribute('aria-pressed', 'false');
  await goTo(page, 'Water');
  await expect(tools.getByRole('button')).toHaveText([/Reading/]);
  await page.keyboard.press('k');
  await expect(page.getByRole('status').filter({ hasText: 'Draw a crack' })).toHaveCount(0);
  await goTo(page, 'Build-up');
  await expect(tools).toHaveCount(0);
});

test('the list folds away and stays as it was left; a table goes beside the sheet or across the page; the next events open', async ({
  page,
}) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await page.getByRole('button', { name: 'Fold the list away' }).click();
  await page.reload();
  await expect(page.getByTestId('sheet')).toBeVisible();
  await expect(page.getByRole('listbox', { name: 'Faces and features' })).toHaveCount(0);
  await page.getByRole('button', { name: 'List of faces and features' }).click();
  await expect(page.getByRole('listbox', { name: 'Faces and features' })).toBeVisible();

  await goTo(page, 'Materials');
  const sheet = page.getByTestId('sheet');
  const across = (await sheet.boundingBox())!;
  await page.getByRole('button', { name: 'Beside the sheet' }).click();
  await expect.poll(async () => (await sheet.boundingBox())!.height).toBeGreaterThan(across.height + 100);
  await page.getByRole('button', { name: 'Across the page, sheet above' }).click();

  await page.getByRole('button', { name: /^Next/ }).click();
  await expect(page.getByRole('region', { name: 'The next 48 hours' })).toBeVisible();
  await page.getByRole('button', { name: '48 hours: fold to one line' }).click();
  await expect(page.getByRole('region', { name: 'The next 48 hours' })).toHaveCount(0);
});

test.describe('by finger', () => {
  test.use({ viewport: { width: 390, height: 844 }, hasTouch: true });
  test('on the phone a face fills the width, and a sweep turns to the next', async ({ page }) => {
    await signIn(page);
    await openJobOnPhone(page);
    await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Faces' }).tap();
    await row(page, /Reel store, north/).tap();
    await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Sheet' }).tap();
    await expect(page.getByTestId('sheet')).toBeVisible();
    await page.waitForFunction(() => performance.getEntriesByName('sheet-picture').length > 0);
    await expect.poll(() => place(page)).toBeGreaterThan(0);
    const before = await place(page);
    const box = (await page.getByTestId('sheet').boundingBox())!;
    await sweep(page, [box.x + 300, box.y + box.height / 2], [box.x + 120, box.y + box.height / 2]);
    await expect.poll(() => place(page)).toBeGreaterThan(before + 3);
    await page.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Faces' }).click();
    const turn = page.getByRole('navigation', { name: 'This place' });
    await expect(turn).toContainText('2 of 15');
    // from face to face by a press, and back to all of them
    await turn.getByRole('button', { name: 'The one before' }).click();
    await expect(turn).toContainText('1 of 15');
    await turn.getByRole('button', { name: 'All faces' }).click();
    await expect(row(page, /Reel store, east/)).toBeVisible();
  });
});

async function openJobOnPhone(page: Page): Promise<void> {
  await page
    .getByRole('region', { name: 'Jobs' })
    .getByRole('link', { name: /Ropewalk/ })
    .tap();
  await expect(page.getByRole('navigation', { name: 'Views' })).toBeVisible();
}

/** A finger that goes from one place to another. */
async function sweep(page: Page, [x0, y0]: readonly [number, number], [x1, y1]: readonly [number, number]): Promise<void> {
  const session = await page.context().newCDPSession(page);
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', x: number, y: number) =>
    session.send('Input.dispatchTouchEvent', { type, touchPoints: type === 'touchEnd' ? [] : [{ x, y }] });
  await touch('touchStart', x0, y0);
  for (let i = 1; i <= 6; i++) await touch('touchMove', x0 + ((x1 - x0) * i) / 6, y0 + ((y1 - y0) * i) / 6);
  await touch('touchEnd', x1, y1);
}
