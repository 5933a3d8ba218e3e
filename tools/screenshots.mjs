// npm run screenshots: the pictures in docs/screenshots/, made anew from the demo running at http://localhost:4400.
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import { CHROMIUM } from './lib/chromium.mjs';
import { ROOT } from './lib/setup.mjs';

const URL_OF_DEMO = process.env.DEMO_URL ?? 'http://localhost:4400';
const browser = await chromium.launch(CHROMIUM);

/** @param {{ width: number, height: number }} viewport @param {string} who */
async function signedIn(viewport, who) {
  const page = await browser.newPage({ viewport });
  await page.goto(URL_OF_DEMO);
  await page.getByLabel('E-mail').fill(who);
  await page.getByLabel('Password').fill('wet-edge-always');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.getByText('Ropewalk Cellars').first().waitFor();
  return page;
}

/** @param {import('@playwright/test').Page} page @param {string} name @param {boolean} [fullPage] */
async function shoot(page, name, fullPage = false) {
  await page.waitForTimeout(700);
  await page.screenshot({ path: join(ROOT, 'docs/screenshots', `${name}.png`), fullPage });
}

/** @param {import('@playwright/test').Page} page @param {string} lens */
async function goTo(page, lens) {
  await page
    .getByRole('navigation', { name: 'Steps of the work' })
    .getByRole('link', { name: new RegExp(`^${lens}`) })
    .click();
}

/** The Bench with a calculator's example filled in. @param {import('@playwright/test').Page} page @param {string} id */
async function benchAt(page, id) {
  await page.goto(`${URL_OF_DEMO}/bench/${id}`);
  await page.getByRole('button', { name: 'Fill in an example' }).click();
  await page.getByRole('region', { name: 'Answer' }).locator('math').first().waitFor({ state: 'attached', timeout: 60_000 });
  await page.waitForTimeout(1500);
}

const desk = await signedIn({ width: 1280, height: 800 }, 'planner@hollin.example');
await desk.getByText('All 5 jobs looked at.').waitFor();
await shoot(desk, 'today');
await desk.getByRole('region', { name: 'Jobs' }).getByText('Ropewalk Cellars').click();
await desk.getByTestId('sheet').waitFor();
const choose = (/** @type {RegExp} */ text) =>
  desk.getByRole('listbox', { name: 'Faces and features' }).getByRole('option', { name: text }).click();
await choose(/K2/);
await shoot(desk, 'survey');
await choose(/A1/);
await desk.getByText('Rising damp').click();
await desk.getByText('What would settle it').scrollIntoViewIfNeeded();
await shoot(desk, 'diagnosis');
await choose(/K2/);
await goTo(desk, 'Water');
await shoot(desk, 'water');
await choose(/K2/);
await goTo(desk, 'Build-up');
await shoot(desk, 'build-up');
await desk.getByRole('button', { name: /Tarnwick Pack mortar/ }).click();
await shoot(desk, 'workings');
await desk.keyboard.press('Escape');
await desk.getByPlaceholder('Find in the list').fill('floor');
await choose(/Reel store floor/);
await shoot(desk, 'chooser');
await desk.getByPlaceholder('Find in the list').fill('');
await goTo(desk, 'Materials');
await shoot(desk, 'materials');
await goTo(desk, 'Programme');
// the search is over, and its answer stands beside what stands
await desk.getByRole('button', { name: 'Look again' }).waitFor();
await shoot(desk, 'programme');
await goTo(desk, 'Site log');
await choose(/Reel store, east/);
await shoot(desk, 'site-log');
await desk.goto(new URL('/', desk.url()).href);
await desk.getByRole('region', { name: 'Jobs' }).getByText('Net loft').click();
await desk.getByTestId('sheet').waitFor();
await goTo(desk, 'Proof');
await desk.getByRole('button', { name: /Look for leaks, after four weeks/ }).click();
await desk.getByRole('region', { name: 'Crystals' }).locator('svg.recharts-surface').waitFor();
await desk.getByRole('region', { name: 'What was read' }).evaluate((element) => element.scrollIntoView({ block: 'start' }));
await shoot(desk, 'proof');
await goTo(desk, 'Handover');
const plates = desk.getByRole('region', { name: 'Plates for the wall' });
await plates.getByRole('button', { name: 'Make a plate' }).click();
await plates.getByLabel('Whom to call').fill('Hollin & Daughters, 0990 114 27');
await plates.getByRole('button', { name: 'Publish it' }).click();
const page = plates.getByRole('link', { name: 'What a visitor sees' }).first();
await page.waitFor();
await desk.getByRole('heading', { name: 'After handover' }).evaluate((element) => element.scrollIntoView({ block: 'start' }));
await shoot(desk, 'handover');
const plate = (await page.getAttribute('href')) ?? '';
await desk.getByRole('link', { name: 'Open the dossier' }).click();
await desk.getByRole('heading', { name: 'Details in section' }).evaluate((element) => element.scrollIntoView({ block: 'start' }));
await shoot(desk, 'dossier');

await desk.goto(new URL('/', desk.url()).href);
await desk.getByRole('link', { name: 'Catalogue, rates, schools' }).click();
await desk.getByRole('link', { name: 'Stores' }).click();
await desk.getByRole('table', { name: 'The store' }).waitFor();
await shoot(desk, 'stores');
await desk.getByRole('link', { name: 'Planned and taken' }).click();
await desk.getByText('All 5 jobs are looked at.').waitFor({ timeout: 60_000 });
await desk.locator('svg.recharts-surface').first().waitFor();
await shoot(desk, 'planned-and-taken');
await benchAt(desk, 'slab-drying');
await shoot(desk, 'bench');

const phone = await signedIn({ width: 390, height: 844 }, 'foreman@hollin.example');
await phone.getByRole('region', { name: 'Jobs' }).getByText('Ropewalk Cellars').click();
await phone.waitForURL(/site-log$/);
await phone.getByRole('button', { name: 'Dark, for the basement' }).click();
await phone.getByRole('button', { name: /^Other faces/ }).click();
await phone.getByRole('button', { name: /^B coat 2/ }).click();
await shoot(phone, 'phone-now');
await phone.getByRole('navigation', { name: 'Views' }).getByRole('button', { name: 'Faces' }).click();
await phone.waitForFunction(() => performance.getEntriesByName('sheet-picture').length > 0);
await shoot(phone, 'phone-face');
const visitor = await browser.newPage({ viewport: { width: 390, height: 844 } });
await visitor.goto(plate);
await visitor.getByRole('heading', { name: 'What lies here' }).waitFor();
await shoot(visitor, 'plate');
await browser.close();
