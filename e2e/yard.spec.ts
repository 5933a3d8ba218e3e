import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect, test } from '@playwright/test';
import { allSent, choose, copyOfHarbourWorks, goTo, openJob, signIn } from './support';

const board = (page: Page) => page.getByRole('region', { name: /hours along/ });
const panel = (page: Page) => page.getByRole('region', { name: 'Chosen piece of work' });

async function openYard(page: Page): Promise<void> {
  const organisation = /\/o\/([0-9a-f-]+)/.exec(page.url())![1]!;
  await page.goto(`/o/${organisation}/house/yard`);
  await expect(page.getByRole('heading', { name: 'Machines' })).toBeVisible();
}

test('a pump that another job has is waited for, and the board says where it is; with a second one nobody waits', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Harbour works');
  await goTo(page, 'Programme');
  const washed = board(page).getByRole('button', { name: /prepare/ });
  await washed.first().click();
  await expect(page.getByTestId('closed').first()).toBeVisible();
  await expect(page.locator('[title*="pressure washer at Kelp house"]').first()).toBeAttached();
  const job = page.url();

  await openYard(page);
  const washers = page.getByLabel('pressure washer');
  await expect(washers).toHaveValue('1');
  await washers.fill('2');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Saved.')).toBeVisible();
  await page.goto(job);
  await goTo(page, 'Programme').catch(() => {});
  await expect(washed.first()).toBeVisible();
  await expect(page.locator('[title*="pressure washer at Kelp house"]')).toHaveCount(0);

  await openYard(page);
  await washers.fill('1');
  await page.keyboard.press('Tab');
  await expect(page.getByText('Saved.')).toBeVisible();
});

test('who works here, what he has learned and when he is off is kept; a programme asks for who has learned it', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Harbour works');
  const job = page.url();
  await openYard(page);
  await page.getByLabel('Name', { exact: true }).fill('Bo Falk');
  await page.getByRole('button', { name: 'Add somebody' }).click();
  const bo = page.getByRole('listitem').filter({ hasText: 'Bo Falk' });
  await bo.getByRole('checkbox', { name: 'spraying' }).click();
  await bo.getByLabel('A day off more').fill('2027-02-01');
  await bo.getByRole('button', { name: 'Add', exact: true }).click();
  await expect(bo.getByText('1 Feb 2027')).toBeVisible();
  // it stands once it has been given to be sent, a blink after the press
  await bo.getByRole('checkbox', { name: 'Works fewer hours than the crew' }).click();
  await bo.getByRole('checkbox', { name: 'Fri' }).click();
  await expect(bo.getByRole('checkbox', { name: 'Fri' })).not.toBeChecked();
  await bo.getByLabel('From').selectOption('9');
  await bo.getByLabel('Hours a day').fill('4');
  await page.keyboard.press('Tab');
  await bo.getByText('Cards: 0').click();
  await bo.getByLabel('Trained for', { exact: true }).selectOption('spraying');
  await bo.getByLabel('Number on the card').fill('SP-77');
  await bo.getByLabel(/^Good until/).fill('2028-03-31');
  await bo.getByRole('button', { name: 'Add the card' }).click();
  await expect(bo).toContainText('spraying SP-77, until 31 Mar 2028');
  await page
    .getByLabel(/A calendar/)
    .setInputFiles({ name: 'holidays.csv', mimeType: 'text/csv', buffer: Buffer.from('day,name\n2027-05-17,Constitution day') });
  await expect(page.getByText('Constitution day')).toBeVisible();
  await page.reload();
  await expect(bo.getByRole('checkbox', { name: 'spraying' })).toBeChecked();
  await expect(bo.getByLabel('blasting')).not.toBeChecked();
  await expect(bo.getByLabel('Hours a day')).toHaveValue('4');
  await expect(bo.getByRole('checkbox', { name: 'Fri' })).not.toBeChecked();
  await expect(page.getByText('Constitution day')).toBeVisible();
  await page.getByLabel(/A calendar/).setInputFiles({ name: 'x.ics', mimeType: 'text/calendar', buffer: Buffer.from('nothing') });
  await expect(page.getByText('No day was found in it.')).toBeVisible();

  // given to who has not learned it, the work says so
  await page.goto(job);
  // the board goes to the face that is chosen, however many rows stand before it
  await choose(page, /^K\b/);
  await goTo(page, 'Programme');
  await board(page)
    .getByRole('button', { name: /^K · prepare.*to do$/ })
    .first()
    .click();
  await expect(panel(page)).not.toContainText('trained for');
  await panel(page).getByLabel('Who does it').fill('Bo Falk');
  await page.keyboard.press('Tab');
  await expect(panel(page)).toContainText('Bo Falk is not listed as trained for: blasting.');
  await page.getByRole('button', { name: 'Leave it as it stands' }).click();
  await openYard(page);
  await page.getByRole('button', { name: 'Take Bo Falk off the list' }).click();
  await expect(bo).toHaveCount(0);
});

test('a forecast comes from a file or the simulated station, says how far it reaches, and closes hours outdoors', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Harbour works');
  await goTo(page, 'Programme');
  await expect(board(page)).toBeVisible();
  await page.getByRole('button', { name: 'Weather' }).click();
  const dialog = page.getByRole('dialog', { name: 'Weather ahead' });
  await expect(dialog).toContainText('No forecast is here');
  const from = Math.floor(Date.now() / 3_600_000) * 3_600_000;
  const hour = (h: number) => new Date(from + h * 3_600_000).toISOString();
  const table = (lines: string[]) => ({
    name: 'week.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(['time,air °C,rain mm', ...lines].join('\n')),
  });
  const file = dialog.getByLabel(/An hour a line/);
  await file.setInputFiles(table([`${hour(0)},5,0`, `${hour(1)},mild,0`]));
  await expect(dialog.getByRole('alert')).toContainText('line 3');
  // frost for three days: nothing that water carries is laid outdoors
  await file.setInputFiles(
    table(
      Array.from({ length: 72 }, (_, h) => h)
        .filter((h) => h !== 10)
        .map((h) => `${hour(h)},-4,0`),
    ),
  );
  await expect(dialog).toContainText('week.csv');
  await expect(dialog).toContainText('1 hour is missing');
  await page.keyboard.press('Escape');
  await expect(page.getByRole('button', { name: /^Weather until/ })).toBeVisible();
  await expect(page.locator('[title*="Frost"]').first()).toBeAttached();
  await page.getByRole('button', { name: /^Weather until/ }).click();
  await dialog.getByRole('button', { name: /^Ask the weather station/ }).click();
  await expect(dialog).toContainText('Simulated weather station');
  await dialog.getByRole('button', { name: 'Forget it' }).click();
  await expect(dialog).toContainText('No forecast is here');
  await page.keyboard.press('Escape');
  await allSent(page);
});

test('the air of a room follows from the forecast: a heater warms it for so much, a cold one closes hours, and past the forecast a month is only usual', async ({
  page,
}) => {
  await signIn(page);
  await page.goto(await copyOfHarbourWorks(page, 'Quay, in winter'));
  await goTo(page, 'Programme');
  await page.getByRole('button', { name: 'Weather' }).click();
  const dialog = page.getByRole('dialog', { name: 'Weather ahead' });
  await expect(dialog).toContainText('Take a forecast first');
  const from = Math.floor(Date.now() / 3_600_000) * 3_600_000;
  const lines = Array.from({ length: 96 }, (_, h) => `${new Date(from + h * 3_600_000).toISOString()},-15`);
  const csv = { name: 'frost.csv', mimeType: 'text/csv', buffer: Buffer.from(['time,air °C', ...lines].join('\n')) };
  await dialog.getByLabel(/An hour a line/).setInputFiles(csv);
  await expect(dialog).toContainText('It says nothing of humidity');
  await dialog.getByRole('button', { name: /^Usual months/ }).click();
  await expect(dialog).toContainText('for five weeks more');
  await dialog.getByText('The twelve months').click();
  const january = dialog.getByRole('group', { name: 'Jan' });
  await january.getByLabel(/^Air, mean/).fill('70');
  await page.keyboard.press('Tab');
  await expect(january).toContainText('At most 50');
  await january.getByLabel(/^Air, mean/).fill('-2');
  await page.keyboard.press('Tab');
  const room = dialog.getByRole('region').filter({ hasText: 'Not reckoned' }).first();
  await room.getByRole('button', { name: 'Reckon its air' }).click();
  const reckoned = dialog
    .getByRole('region')
    .filter({ has: page.getByRole('button', { name: /^Forget what stands in/ }) })
    .last();
  await reckoned.getByLabel(/^Air in it/).fill('24');
  await page.keyboard.press('Tab');
  await reckoned.getByLabel(/^Air changes/).fill('4');
  await page.keyboard.press('Tab');
  await expect(reckoned).toContainText(/Coldest surface −/);
  const coldest = async () => Number(/Coldest surface (−?[\d.]+)/.exec((await reckoned.textContent())!)![1]!.replace('−', '-'));
  const unheated = await coldest();
  await reckoned.getByLabel(/^Heater/).fill('40');
  await page.keyboard.press('Tab');
  await dialog.getByLabel(/^Price of power/).fill('0.30');
  await page.keyboard.press('Tab');
  await expect(reckoned).toContainText(/kWh until .*heater .*together €/);
  expect(await coldest()).toBeGreaterThanOrEqual(unheated);
  await expect(reckoned.getByRole('figure')).toBeVisible();
  const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag22aa', 'best-practice']).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await allSent(page);
  await page.reload();
  await page.getByRole('button', { name: /^Weather until/ }).click();
  await expect(reckoned.getByLabel(/^Heater/)).toHaveValue('40');
  await dialog.getByText('The twelve months').click();
  await expect(january.getByLabel(/^Air, mean/)).toHaveValue('-2');
});

test('a face is coated in strips: each is a piece of work of its own, with its place on the face', async ({ page }) => {
  await signIn(page);
  await page.goto(await copyOfHarbourWorks(page, 'Quay, in strips'));
  await choose(page, /^A\b/);
  await goTo(page, 'Build-up');
  const coated = page.getByLabel('Coated', { exact: true });
  await coated.selectOption({ label: 'in 3 strips, left to right' });
  await allSent(page);
  await goTo(page, 'Programme');
  await expect(
    board(page)
      .getByRole('button', { name: /A · coat 1, strip 3 of 3/ })
      .first(),
  ).toBeAttached();
  // and on the board, where somebody sees that it takes too long; what is laid on a detail is not cut
  const whole = () =>
    board(page)
      .getByRole('button', { name: /^B · coat 1/ })
      .first();
  await whole().click();
  await expect(panel(page).getByRole('heading', { name: /B · coat 1$/ })).toBeVisible();
  await panel(page).getByLabel('Coated', { exact: true }).selectOption({ label: 'in 2 strips, left to right' });
  await expect(panel(page).getByRole('heading', { name: 'B · coat 1, strip 1 of 2' })).toBeVisible();
  await panel(page).getByLabel('Coated', { exact: true }).selectOption({ label: 'in one go' });
  await expect(panel(page).getByRole('heading', { name: /B · coat 1$/ })).toBeVisible();
  await board(page)
    .getByRole('button', { name: /^B · prepare/ })
    .first()
    .click();
  await expect(panel(page).getByRole('heading', { name: 'B · prepare' })).toBeVisible();
  await expect(panel(page).getByLabel('Coated', { exact: true })).toHaveCount(0);
  await goTo(page, 'Build-up');
  // the board has led to the other face
  await choose(page, /^A\b/);
  await expect(coated).toHaveValue('3');
  await coated.selectOption({ label: 'in one go' });
  await goTo(page, 'Programme');
  await expect(
    board(page)
      .getByRole('button', { name: /^A · coat 1, (?!strip)/ })
      .first(),
  ).toBeAttached();
  await expect(board(page).getByRole('button', { name: /strip/ })).toHaveCount(0);
});

test('work in a confined space is a hold point until a permit covers it', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk');
  await goTo(page, 'Programme');
  const hold = page.getByText(/^Hold: no permit for confined space is written down/);
  await expect(hold).toBeVisible();
  await page.getByRole('button', { name: 'Permits (0)' }).click();
  const dialog = page.getByRole('dialog', { name: 'Permits of this job' });
  await dialog.getByLabel('Number, as it stands on it').fill('CS 14');
  await dialog.getByLabel('Holds from').fill('2026-01-01T06:00');
  await dialog.getByLabel('until', { exact: true }).fill('2025-01-01T06:00');
  await expect(dialog.getByText('It ends before it begins.')).toBeVisible();
  await expect(dialog.getByRole('button', { name: 'Write it down' })).toBeDisabled();
  await dialog.getByLabel('until', { exact: true }).fill('2040-01-01T06:00');
  await dialog.getByRole('button', { name: 'Write it down' }).click();
  await expect(dialog.getByText('CS 14, the whole job')).toBeVisible();
  await page.keyboard.press('Escape');
  await expect(hold).toBeHidden();
  await page.getByRole('button', { name: 'Permits (1)' }).click();
  await dialog.getByRole('button', { name: 'Take CS 14 off the list' }).click();
  await page.keyboard.press('Escape');
  await expect(hold).toBeVisible();
});
