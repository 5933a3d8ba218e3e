import { expect, test } from '@playwright/test';
import { addFace, addresses, allSent, choose, goTo, jobs, makeJob, openJob, row, signIn, slate } from './support.js';

test('a wrong sign-in is told beside the form, in the contract’s own words', async ({ page }) => {
  await page.goto('/');
  await page.getByLabel('E-mail').fill('planner');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('An e-mail address is needed.')).toBeVisible();
  await expect(page.getByText('This is needed.')).toBeVisible();
  await page.getByLabel('E-mail').fill('planner@hollin.example');
  await page.getByLabel('Password').fill('wrong');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByRole('alert')).toHaveText('Address and password do not belong together.');
});

test('a guest sees the granted job, and changes nothing', async ({ page }) => {
  await signIn(page, 'guest@quayside-audit.example');
  await expect(jobs(page).getByRole('listitem')).toHaveCount(1);
  await expect(page.getByRole('button', { name: 'New job' })).toHaveCount(0);
  await openJob(page, 'Ropewalk Cellars');
  await expect(page.getByRole('button', { name: 'Crack', exact: true })).toHaveCount(0);
  await choose(page, /K2/);
  await expect(page.getByLabel(/^Width/)).toBeDisabled();
});

test('two people at the same feature: one wins, the other is told and keeps the text', async ({ browser }) => {
  const [one, two] = [await browser.newPage(), await browser.newPage()];
  await signIn(one);
  await makeJob(one, `Two people ${Date.now()}`);
  await addFace(one, { mark: 'A', name: 'Shared wall', length: '5', height: '2', foot: '-2' });
  const sheet = one.getByTestId('sheet');
  const box = (await sheet.boundingBox())!;
  await one.getByRole('button', { name: 'Pipe', exact: true }).click();
  await sheet.click({ position: { x: box.width * 0.5, y: box.height * 0.5 } });
  await expect(row(one, /N1/)).toBeVisible();
  await allSent(one);
  await signIn(two, 'foreman@hollin.example');
  await two.goto(one.url());
  await choose(two, /N1/);

  // the second has not heard of the first one's change when it makes its own
  await two.route('**/api/organisations/*/jobs/*', (route) => (route.request().method() === 'GET' ? route.abort() : route.continue()));
  await one.getByRole('textbox', { name: 'Note' }).fill('seen by the planner');
  await one.getByRole('textbox', { name: 'Note' }).blur();
  await allSent(one);
  await two.getByRole('textbox', { name: 'Note' }).fill('seen by the foreman');
  await two.getByRole('textbox', { name: 'Note' }).blur();
  const notice = two.getByRole('alert', { name: 'Changes that were not taken' });
  await expect(notice).toContainText('N1: Someone else changed this while you did.');
  await expect(notice).toContainText('seen by the foreman');
  await two.unroute('**/api/organisations/*/jobs/*');
  await notice.getByRole('button', { name: 'Put mine over it' }).click();
  await expect(notice).toHaveCount(0);
  await expect(one.getByRole('textbox', { name: 'Note' })).toHaveValue('seen by the foreman');

  // undo would now undo the other's work: it refuses, and says so
  await one.getByRole('button', { name: 'Undo' }).click();
  await expect(one.getByText(/N1 was changed by someone else since/)).toBeVisible();
  await expect(one.getByRole('textbox', { name: 'Note' })).toHaveValue('seen by the foreman');
});

test('everything by keyboard, and nothing in the way of a screen reader', async ({ page }) => {
  const { AxeBuilder } = await import('@axe-core/playwright');
  await signIn(page);
  await openJob(page, 'Ropewalk Cellars');
  const list = page.getByRole('listbox', { name: 'Faces and features' });
  await list.focus();
  await page.keyboard.press('Home');
  await expect(row(page, /Reel store, north/)).toHaveAttribute('aria-selected', 'true');
  await page.keyboard.press('ArrowDown');
  await expect(slate(page)).toContainText('crack · A Reel store, north');
  await page.keyboard.press('Alt+3');
  await expect(slate(page)).toContainText('coat over');
  await page.keyboard.press('Control+k');
  await page.keyboard.type('Listening room floor');
  await page.keyboard.press('Enter');
  await expect(row(page, /Listening room floor/)).toHaveAttribute('aria-selected', 'true');
  for (const lens of ['Survey', 'Water', 'Build-up', 'Materials', 'Programme', 'Site log', 'Handover']) {
    await goTo(page, lens);
    await expect(slate(page)).not.toContainText('Fetching');
    const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
    expect(violations.map((v) => `${lens}: ${v.id} ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
  }
});

test('US units everywhere by one switch; what was typed comes back as typed', async ({ page }) => {
  await signIn(page);
  await openJob(page, 'Lock gatehouse');
  await page.getByRole('button', { name: 'Metric' }).click();
  await choose(page, /K1/);
  await page.getByLabel(/^Width \(in\)/).fill('1/8');
  await page.getByLabel(/^Width/).blur();
  await expect(slate(page).getByText('A number is needed')).toBeVisible();
  await page.getByLabel(/^Width/).fill('0.02');
  await page.getByLabel(/^Width/).blur();
  await allSent(page);
  await page.reload();
  await choose(page, /K1/);
  await expect(page.getByLabel(/^Width/)).toHaveValue('0.02');
  await page.getByRole('button', { name: 'US units' }).click();
  await expect(page.getByLabel(/^Width \(mm\)/)).toHaveValue('0.508');
});

test('someone is asked to join, comes by the link, is given another role and is taken off again', async ({ page, browser }) => {
  await signIn(page);
  const { o } = await addresses(page);
  await page.goto(`/o/${o}/house/people`);
  await page.getByLabel('Name', { exact: true }).fill('Wren Okafor-Lind');
  await page.getByLabel('E-mail').fill('nowhere');
  await page.getByRole('button', { name: 'Make the link' }).click();
  await expect(page.getByText('An e-mail address is needed.')).toBeVisible();
  await page.getByLabel('E-mail').fill('wren@hollin.example');
  await page.getByLabel('As', { exact: true }).selectOption('apprentice');
  await page.getByRole('button', { name: 'Make the link' }).click();
  const link = await page.getByLabel(/^Link for Wren/).inputValue();
  expect(new URL(link).hash.length).toBeGreaterThan(20);
  await expect(page.getByRole('region', { name: 'Asked, not yet come' })).toContainText('Wren Okafor-Lind');

  const theirs = await browser.newPage();
  await theirs.goto(link);
  await expect(theirs.getByRole('heading', { level: 1 })).toHaveText('Join Hollin & Daughters Waterproofing');
  await theirs.getByLabel(/^New password/).fill('short');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByText('At least 12 characters.')).toBeVisible();
  await theirs.getByLabel(/^New password/).fill('a long one of my own');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByText('You belong to the house.')).toBeVisible();
  // from nothing: the same address again would only change what is shown
  await theirs.goto('about:blank');
  await theirs.goto(link);
  await expect(theirs.getByRole('alert')).toContainText('has been used');
  await theirs.goto('/');
  await theirs.getByLabel('E-mail').fill('wren@hollin.example');
  await theirs.getByLabel('Password').fill('a long one of my own');
  await theirs.getByRole('button', { name: 'Sign in' }).click();
  await expect(theirs.getByRole('button', { name: 'New job' })).toHaveCount(0);
  await expect(theirs.getByRole('link', { name: /Ropewalk Cellars/ }).first()).toBeVisible();

  await page.reload();
  await expect(page.getByRole('region', { name: 'Asked, not yet come' })).toHaveCount(0);
  await Promise.all([
    page.waitForResponse((response) => response.url().endsWith('/role') && response.ok()),
    page.getByLabel('Role of Wren Okafor-Lind').selectOption('planner'),
  ]);
  await theirs.reload();
  await expect(theirs.getByRole('button', { name: 'New job' })).toBeVisible();
  const line = page.getByRole('listitem').filter({ hasText: 'Wren Okafor-Lind' });
  await line.getByRole('button', { name: 'Take off the house' }).click();
  await page.getByRole('dialog').getByRole('button', { name: 'Take off the house' }).click();
  await expect(line).toHaveCount(0);
  await theirs.reload();
  await expect(theirs.getByRole('link', { name: /Ropewalk Cellars/ })).toHaveCount(0);
  await theirs.close();
});

test('who may see a job stands in its settings: a guest is taken off, and asked again', async ({ page, browser }) => {
  await signIn(page);
  const { o, j } = await addresses(page);
  await page.goto(`/o/${o}/jobs/${j}/survey?settings`);
  const who = page.getByRole('dialog').getByRole('region', { name: 'Who may see this job' });
  await expect(who).toContainText(/All \d people of the house/);
  await who.getByRole('listitem').filter({ hasText: 'Rafe Lindmere' }).getByRole('button', { name: 'Take off this job' }).click();
  await expect(who.getByRole('listitem')).toHaveCount(0);
  await who.getByRole('link', { name: 'Ask a guest to this job' }).click();
  await page.getByLabel('Name', { exact: true }).fill('Rafe Lindmere');
  await page.getByLabel('E-mail').fill('guest@quayside-audit.example');
  await expect(page.getByLabel('Which job')).toHaveValue(j);
  await page.getByRole('button', { name: 'Make the link' }).click();
  const link = await page.getByLabel(/^Link for Rafe/).inputValue();
  const theirs = await browser.newPage();
  await theirs.goto(link);
  await theirs.getByLabel('Password').fill('wet-edge-always');
  await theirs.getByRole('button', { name: 'Join' }).click();
  await expect(theirs.getByText('You belong to the house.')).toBeVisible();
  await theirs.close();
});
