import { type Locator, type Page, expect, test } from '@playwright/test';
import ICAL from 'ical.js';
import { readFile } from 'node:fs/promises';
import { allSent, copyOfHarbourWorks, goTo, openJob, signIn } from './support';

const board = (page: Page) => page.getByRole('region', { name: /hours along/ });
/** Work that is still to do, by its time: the first that lies on the board. */
const work = (page: Page, name: RegExp): Locator =>
  board(page)
    .getByRole('button', { name })
    .and(page.getByRole('button', { name: /to do$/ }))
    .first();
const panel = (page: Page) => page.getByRole('region', { name: 'Chosen piece of work' });
const startOf = async (page: Page) => /When\s*(.*?) –/.exec((await panel(page).innerText()).replace(/\s+/g, ' '))![1];

async function openProgramme(page: Page): Promise<void> {
  await signIn(page);
  await openJob(page, 'Harbour works');
  await goTo(page, 'Programme');
  await expect(board(page)).toBeVisible();
  // what it finds is told beside what stands; it ends by itself
  await expect(page.getByRole('button', { name: 'Look again' })).toBeVisible();
}

test('work is moved by keys and by hand, given to a person, kept for all, and taken back', async ({ page }) => {
  await openProgramme(page);
  await expect(page.getByText('As it falls, not kept by anybody yet')).toBeVisible();

  // which of them lies first goes by the hour, and may be another once one was moved
  const label = (await work(page, /· prepare/).getAttribute('aria-label')) ?? '';
  const prepare = new RegExp(`^${/^\w+ · prepare/.exec(label)![0]}`);
  await work(page, prepare).focus();
  await page.keyboard.press('Enter');
  const before = await startOf(page);
  await work(page, prepare).focus();
  await page.keyboard.press('Shift+ArrowRight');
  await expect(page.getByText(/^Changed, not kept yet/)).toBeVisible();
  await expect.poll(() => startOf(page)).not.toBe(before);
  await page.getByRole('button', { name: 'Leave it as it stands' }).click();
  await expect.poll(() => startOf(page)).toBe(before);

  const bar = work(page, prepare);
  // what was pressed beside a bar that had just moved on is let go, and pressed again
  await expect(async () => {
    await page.mouse.up();
    await bar.hover({ position: { x: 6, y: 8 } });
    const box = (await bar.boundingBox())!;
    await page.mouse.down();
    await page.mouse.move(box.x + 40, box.y + box.height / 2, { steps: 5 });
    await page.mouse.move(box.x + 90, box.y + box.height / 2, { steps: 5 });
    // the bar is at the hand while it is still held, to the quarter of an hour
    await expect.poll(async () => (await bar.boundingBox())!.x, { timeout: 10_000 }).toBeGreaterThan(box.x + 60);
  }).toPass({ timeout: 120_000 });
  await page.mouse.up();
  await expect(page.getByText(/^Changed, not kept yet/)).toBeVisible();
  await expect.poll(() => startOf(page)).not.toBe(before);
  // what was begun is still there after a look elsewhere
  await goTo(page, 'Materials');
  await goTo(page, 'Programme');
  await expect(page.getByText(/^Changed, not kept yet/)).toBeVisible();
  await work(page, prepare).click();
  await page.getByLabel('Who does it').fill('Tove Lind');
  await page.keyboard.press('Tab');
  await page.getByRole('button', { name: 'What moves' }).click();
  await expect(page.getByText(/prepare: \d+:\d\d h later/).first()).toBeVisible();
  const moved = await startOf(page);
  await page.getByRole('button', { name: /^Keep it/ }).click();
  await expect(page.getByText(/^As kept by Ines Varrow/)).toBeVisible();

  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect(page.getByText('As it falls, not kept by anybody yet')).toBeVisible();
  await page.getByRole('button', { name: /^Redo/ }).click();
  await expect(page.getByText(/^As kept by Ines Varrow/)).toBeVisible();
  // a second one is held beside the first
  await page.getByRole('button', { name: '15 minutes later' }).click();
  await page.getByRole('button', { name: /^Keep it/ }).click();
  await page.getByLabel('Compare with what was kept before').selectOption({ index: 1 });
  await expect(page.getByText(/begins? at another time than was kept then/)).toBeVisible();
  await page.getByRole('button', { name: /^Undo/ }).click();
  await expect.poll(() => startOf(page)).toBe(moved);
  // it is what stands, for whoever looks
  await allSent(page);
  await page.reload();
  await work(page, prepare).click();
  await expect(panel(page)).toBeVisible();
  await expect.poll(() => startOf(page)).toBe(moved);
  await expect(page.getByLabel('Who does it')).toHaveValue('Tove Lind');
  await expect(panel(page).getByLabel('pinned')).toBeVisible();

  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('button', { name: 'Calendar', exact: true }).click(),
  ]);
  const calendar = new ICAL.Component(ICAL.parse((await readFile(await download.path())).toString('utf8')) as unknown[]);
  const events = calendar.getAllSubcomponents('vevent').map((each) => new ICAL.Event(each));
  expect(events.some(({ summary }) => summary.includes('prepare') && summary.includes('Tove Lind'))).toBe(true);
  expect(new Set(events.map(({ uid }) => uid)).size).toBe(events.length);
  const [svg] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'SVG', exact: true }).click()]);
  expect((await readFile(await svg.path())).toString('utf8')).toMatch(/^<svg [^>]*>[\s\S]*Tove Lind[\s\S]*<\/svg>\n$/);
  const [png] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'PNG', exact: true }).click()]);
  expect((await readFile(await png.path())).subarray(1, 4).toString()).toBe('PNG');

  await page.getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('row', { name: /prepare/ }).filter({ hasText: 'Tove Lind' })).toHaveCount(1);
});

test('of two who keep a programme at once the second is told what stands', async ({ browser }) => {
  const [first, second] = await Promise.all([browser.newPage(), browser.newPage()]);
  for (const page of [first, second]) {
    await openProgramme(page);
    await work(page, /coat 1/).focus();
    await page.keyboard.press('p');
    await expect(page.getByText(/^Changed, not kept yet/)).toBeVisible();
  }
  await first.getByRole('button', { name: /^Keep it/ }).click();
  await expect(first.getByText(/^As kept by Ines Varrow/)).toBeVisible();
  await expect(first.getByText('all sent')).toBeVisible();
  await second.getByRole('button', { name: /^Keep it/ }).click();
  const notice = second.getByRole('alert', { name: 'Changes that were not taken' });
  await expect(notice).toContainText('Programme');
  await notice.getByRole('button', { name: /theirs|stands/i }).click();
  await expect(notice).toBeHidden();
  await first.close();
  await second.close();
});

test('what if: each question is worked out before it is told, and other hours can be taken over', async ({ page }) => {
  await openProgramme(page);
  await page.getByRole('button', { name: 'What if …' }).click();
  const answers = page.getByRole('region', { name: 'What if' });
  await expect(answers.getByRole('status')).toBeHidden();
  await expect(answers.getByRole('row', { name: /as it stands/ })).toContainText('€');
  // nobody told the air of its rooms
  await expect(answers.getByRole('row', { name: /every wall is heated/ })).toContainText('is not reckoned: tell their air under Weather.');
  const everyDay = answers.getByRole('row', { name: /every day is worked/ });
  await expect(everyDay).toContainText(/\d:\d\d/);
  await everyDay.getByRole('button', { name: 'Work these hours' }).click();
  await expect(page.getByText(/^As kept by Ines Varrow/)).toBeVisible();
  await expect(page.getByText(/^Sun, Mon, Tue, Wed, Thu, Fri, Sat,/)).toBeVisible();
  await expect(answers).toBeHidden();
  // once the hours are the job's own, only what asks for others offers any
  await allSent(page);
  await page.reload();
  await page.getByRole('button', { name: 'What if …' }).click();
  await expect(answers.getByRole('status')).toBeHidden();
  await expect(answers.getByRole('row', { name: /each day is two hours longer/ }).getByRole('button')).toHaveText('Work these hours');
  for (const name of [/every wall is heated/, /people work together/])
    await expect(answers.getByRole('row', { name }).getByRole('button', { name: 'Work these hours' })).toHaveCount(0);
});

test('two gangs and a pause: each gang has its line, and the day sheet says whose work it is', async ({ page }) => {
  await signIn(page);
  await page.goto(`${await copyOfHarbourWorks(page, 'Quay by two gangs')}/programme`);
  await expect(board(page)).toBeVisible();
  await expect(page.getByText(/07:00 to 17:00, one crew\./)).toBeVisible();
  await page.getByRole('heading', { level: 1 }).getByRole('button').click();
  const settings = page.getByRole('dialog', { name: 'Name and settings' });
  await settings.getByLabel('Gangs side by side').selectOption('2');
  await settings.getByLabel('Pause from').selectOption('12');
  await page.keyboard.press('Escape');
  await expect(page.getByText(/07:00 to 17:00, 2 gangs side by side\./)).toBeVisible();
  await expect(page.getByText('Pause 12:00 to 12:30.')).toBeVisible();
  // who is where stands under the faces
  await board(page)
    .getByLabel('Hours and faces')
    .evaluate((element) => element.scrollTo(0, element.scrollHeight));
  for (const name of ['Gang 1', 'Gang 2']) await expect(board(page).getByTitle(name, { exact: true })).toBeAttached();
  await page.reload();
  await expect(page.getByText(/2 gangs side by side\./)).toBeVisible();
  await page.getByRole('button', { name: 'Table' }).click();
  await expect(page.getByRole('cell', { name: 'Gang 2' }).first()).toBeVisible();
});

test('the sheet of a day: for the crew, what, where, how much, from which batch, with its cautions', async ({ page }) => {
  await openProgramme(page);
  await page.getByRole('link', { name: 'Day sheet' }).click();
  const crew = page.getByRole('region', { name: 'Crew' });
  // a day on which somebody is sent out: today, or one of the next
  for (let day = 0; day < 7 && !(await crew.isVisible()); day++) await page.getByRole('button', { name: 'The day after' }).click();
  await expect(crew.getByRole('listitem').first()).toContainText(/\d/);
  await expect(page.getByText(/they are no approval/)).toBeVisible();
  await page.goto(`${page.url().split('?')[0]}?day=2026-02-30`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
});
