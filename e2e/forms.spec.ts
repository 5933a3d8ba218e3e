import { expect, test } from '@playwright/test';
import { addFace, allSent, choose, goTo, makeJob, openJob, row, signIn, slate } from './support.js';

test('a new job says field by field what is missing, and keeps what was typed', async ({ page }) => {
  await signIn(page);
  await page.getByRole('button', { name: 'New job' }).click();
  const dialog = page.getByRole('dialog');
  await dialog.getByLabel('Name of the job').fill('Half typed');
  await dialog.getByRole('button', { name: 'Make the job' }).click();
  await expect(dialog.getByText('This is needed.')).toHaveCount(2);
  await page.reload();
  await page.getByRole('button', { name: 'New job' }).click();
  await expect(dialog.getByLabel('Name of the job')).toHaveValue('Half typed');
});

test('a face is refused where it cannot be, with the reason beside the field', async ({ page }) => {
  await signIn(page);
  await makeJob(page, `Faces ${Date.now()}`);
  await page.getByRole('button', { name: 'Add it to the walk' }).click();
  await expect(slate(page).getByText('This is needed.').first()).toBeVisible();
  await page.getByLabel('Mark').fill('A');
  await page.getByLabel('Name', { exact: true }).fill('Wall');
  await page.getByLabel(/^Length/).fill('five');
  await page.getByLabel(/^Height/).fill('-2');
  await page.getByLabel(/^Foot level/).fill('-99999');
  await page.getByLabel('Made of').selectOption('cast concrete');
  await page.getByLabel(/^Strength/).fill('9999');
  await page.getByRole('button', { name: 'Add it to the walk' }).click();
  await expect(slate(page).getByText('At least −12\u202f000\u202fm.')).toBeVisible();
  await expect(slate(page).getByText('At most 200\u202fMPa.')).toBeVisible();
  await expect(page.getByRole('listbox').getByRole('option')).toHaveCount(0);
  await expect(slate(page).getByText('A number is needed')).toBeVisible();
  await page.getByLabel(/^Strength/).fill('30');
  await addFace(page, { mark: 'A', name: 'Sound wall', length: '5', height: '2', foot: '-2' });
});

test('a figure that cannot be read stays beside its reason, also over a reload', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Lock gatehouse');
  await choose(page, /K1/);
  await page.getByLabel(/^Width/).fill('-3');
  await page.getByLabel(/^Width/).blur();
  await expect(slate(page).getByText('At least 0.01\u202fmm.')).toBeVisible();
  await page.reload();
  await choose(page, /K1/);
  await expect(page.getByLabel(/^Width/)).toHaveValue('-3');
  await page.getByLabel(/^Width/).fill('0,5');
  await page.getByLabel(/^Width/).blur();
  await expect(slate(page).getByText('At least 0.01\u202fmm.')).toHaveCount(0);
  await page.getByText('3 points').click();
  await page.getByLabel('Point 1, along').fill('77');
  await page.getByLabel('Point 1, along').blur();
  await expect(slate(page).getByText('This point is off its face.')).toBeVisible();
  await page.getByLabel('Point 1, along').fill('1.9');
  await page.getByLabel('Point 1, along').blur();
  await expect(slate(page).getByText('This point is off its face.')).toHaveCount(0);
  await allSent(page);
});

test('water: another level governs, and the load follows at once', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await goTo(page, 'Water');
  await choose(page, /K2/);
  const head = slate(page).getByRole('button', { name: /Head at its lowest point/ });
  await expect(head).toContainText('2.30');
  await slate(page).getByRole('radio').nth(1).check();
  await expect(head).not.toContainText('2.30');
  await slate(page)
    .getByLabel(/seasonal high/)
    .check();
  await expect(head).toContainText('2.30');
  await head.click();
  // the law, and the same with this level and this point in it (−0.65 and −2.95 m)
  const formula = page.getByRole('dialog').locator('.formula annotation');
  await expect(formula.nth(0)).toContainText('\\max(0');
  await expect(formula.nth(1)).toContainText('\\left(-0.65\\right)} - {\\left(-2.95\\right)');
  await page.keyboard.press('Escape');
  await allSent(page);
});

test('a floor opens in true plan and closes again; a sign-out ends it all', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  await choose(page, /Reel store floor/);
  await page.getByRole('button', { name: 'Open G in true plan' }).click();
  await expect(page.getByRole('button', { name: 'Back to the section' })).toBeVisible();
  await page.getByRole('button', { name: 'Back to the section' }).click();
  await expect(page.getByRole('button', { name: 'Open G in true plan' })).toBeVisible();
  await page.getByRole('button', { name: 'Sign out' }).click();
  await expect(page.getByRole('button', { name: 'Sign in' })).toBeVisible();
});

test('a session that has ended asks for the password and comes back to the same place', async ({ page, context }) => {
  await signIn(page, 'apprentice@hollin.example');
  await openJob(page, 'Ropewalk Cellars');
  await goTo(page, 'Site log');
  // the next step has a note of its own, and stands before this form does
  const note = page.getByRole('form', { name: 'Air, surface, note' }).getByLabel('Note');
  await note.fill('half a sen');
  await context.clearCookies();
  await expect(page.getByLabel('Password')).toBeVisible();
  await page.getByLabel('E-mail').fill('apprentice@hollin.example');
  await page.getByLabel('Password').fill('wet-edge-always');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(note).toHaveValue('half a sen');
  await expect(row(page, /Reel store, north/)).toBeVisible();
});
