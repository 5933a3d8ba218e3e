import { AxeBuilder } from '@axe-core/playwright';
import { type Page, expect, test } from '@playwright/test';
import type { AxeResults } from 'axe-core';
import { addresses, plateOf, signIn } from './support.js';

const TAGS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'];
const LENSES = ['survey', 'water', 'build-up', 'materials', 'programme', 'site-log', 'proof', 'handover'] as const;

/** What a page has in the way of who cannot see it, as lines that name the rule and the place. */
async function faults(page: Page, where: string): Promise<string[]> {
  return namesOf(await new AxeBuilder({ page }).withTags(TAGS).analyze(), where);
}

/** What another theme can spoil: the same page in other colours. */
async function faultsOfColour(page: Page, where: string): Promise<string[]> {
  return namesOf(await new AxeBuilder({ page }).withRules(['color-contrast', 'link-in-text-block']).analyze(), where);
}

const show = (page: Page, theme: 'light' | 'dark') => page.evaluate((each) => (document.documentElement.dataset['theme'] = each), theme);

function namesOf({ violations }: AxeResults, where: string): string[] {
  return violations.flatMap(({ id, nodes }) => nodes.slice(0, 3).map(({ target }) => `${where}: ${id} at ${target.join(' ')}`));
}

const SIZES = [
  ['desk', { width: 1280, height: 800 }],
  ['phone', { width: 390, height: 844 }],
] as const;

for (const [size, viewport] of SIZES)
  test(`nothing in the way, by day and in the dark, ${size}: every page and lens`, async ({ page }) => {
    test.setTimeout(1_200_000);
    await page.setViewportSize(viewport);
    const found: string[] = [];
    const look = async (where: string) => {
      await show(page, 'light');
      found.push(...(await faults(page, where)));
      await show(page, 'dark');
      found.push(...(await faultsOfColour(page, `${where}, in the dark`)));
      for (const one of ['h1', 'main']) {
        const n = await page.locator(`${one}:visible`).count();
        if (n !== 1) found.push(`${where}: ${n} of ${one}`);
      }
    };
    await page.goto('/');
    await expect(page.getByLabel('E-mail')).toBeVisible();
    await look('sign-in');
    await signIn(page);
    const { o, j, f } = await addresses(page);
    const loft = await addresses(page, 'Net loft', 'B');
    const tests = ['pull-off', 'film', 'pinhole'].map((id) => `/o/${o}/jobs/${loft.j}/proof?test=${loft.f}:${id}`);
    const paths = [
      '/',
      ...LENSES.map((lens) => `/o/${o}/jobs/${j}/${lens}`),
      ...['dossier', 'cards', 'day', 'diary', `details/${f}`].map((part) => `/o/${o}/jobs/${j}/${part}`),
      ...['catalogue', 'stores', 'yard', 'rates', 'figures', 'schools', 'people'].map((part) => `/o/${o}/house/${part}`),
      ...tests,
      ...(await plateOf(page, o, loft.j)),
      ...['/account', '/bench', '/bench/film', '/glossary', '/enrol', '/join', '/sign', '/plate/none'],
    ];
    for (const path of paths) {
      await page.goto(path);
      await page.waitForLoadState('networkidle');
      await expect(page.getByText(/^Fetching/)).toHaveCount(0);
      await look(path.replace(o, 'o').replace(j, 'j').replace(f, 'f'));
    }
    expect(found).toEqual([]);
  });

const DIALOGS: readonly [name: string, open: (page: Page) => Promise<void>][] = [
  ['New job', (page) => page.getByRole('button', { name: 'New job' }).click()],
  ['Import a job', (page) => page.getByRole('button', { name: 'Import a job' }).click()],
  ['Keys of this screen', (page) => page.keyboard.press('?')],
];
const JOB_DIALOGS: readonly [name: string, open: (page: Page) => Promise<void>][] = [
  ['Name and settings', (page) => page.getByRole('heading', { level: 1 }).getByRole('button').click()],
  ['Find or do anything', (page) => page.keyboard.press('Control+k')],
  ['Add a room, shaft or tunnel', (page) => page.getByRole('button', { name: 'Add a room, shaft or tunnel' }).click()],
  ['Change several faces', (page) => page.getByRole('button', { name: 'Change several faces' }).click()],
  ['Outlines from a drawing', (page) => page.getByRole('button', { name: 'Outlines from a drawing' }).click()],
  ['Drawing and tables out', (page) => page.getByRole('button', { name: 'Drawing and tables out' }).click()],
];

for (const theme of ['light', 'dark'] as const)
  test(`nothing in the way, ${theme}: dialogs; the focus goes in, and back to where it came from`, async ({ page }) => {
    await page.emulateMedia({ colorScheme: theme });
    await signIn(page);
    const found: string[] = [];
    const looked = async (dialogs: typeof DIALOGS) => {
      for (const [name, open] of dialogs) {
        await page.evaluate(() => (document.activeElement as HTMLElement | null)?.blur());
        await open(page);
        const dialog = page.getByRole('dialog', { name });
        await expect(dialog).toBeVisible();
        await expect.poll(() => dialog.evaluate((element) => element.contains(document.activeElement))).toBe(true);
        found.push(...(await faults(page, name)));
        await page.keyboard.press('Escape');
        await expect(dialog).toHaveCount(0);
        await expect.poll(() => page.evaluate(() => document.activeElement?.closest('[role="dialog"]') === null)).toBe(true);
      }
    };
    await looked(DIALOGS);
    await page.getByRole('button', { name: 'New job' }).click();
    await expect(page.getByLabel('Name of the job')).toBeFocused();
    await page.keyboard.press('Escape');
    await expect(page.getByRole('button', { name: 'New job' })).toBeFocused();
    const { o, j } = await addresses(page);
    await page.goto(`/o/${o}/jobs/${j}/survey`);
    await expect(page.getByTestId('sheet')).toBeVisible();
    await looked(JOB_DIALOGS);
    expect(found).toEqual([]);
  });

test('Tab leads first past the head of the page', async ({ page }) => {
  await signIn(page);
  await page.keyboard.press('Tab');
  await expect(page.getByRole('link', { name: 'Skip to the content' })).toBeFocused();
  await page.keyboard.press('Enter');
  await expect(page.locator('main')).toBeFocused();
});

test('on site, in the dark: seven to one, and nothing that is pressed is smaller than a gloved thumb', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await signIn(page, 'foreman@hollin.example');
  const { o, j } = await addresses(page);
  await page.goto(`/o/${o}/jobs/${j}/site-log`);
  await expect(page.getByRole('article', { name: /^Work on face/ })).toBeVisible();
  await show(page, 'dark');
  for (const part of ['Working alone', 'Talk before work', 'Accident or near miss'])
    await page.locator('summary', { hasText: part }).click();
  const enhanced = await new AxeBuilder({ page }).withRules(['color-contrast-enhanced']).analyze();
  expect(namesOf(enhanced, 'now')).toEqual([]);
  expect(await tooSmall(page)).toEqual([]);
  // and where a test is written down
  const { j: loft, f } = await addresses(page, 'Net loft', 'D');
  for (const at of ['proof', `proof?test=${f}:film`]) {
    await page.goto(`/o/${o}/jobs/${loft}/${at}`);
    await page.getByRole('button', { name: 'Faces' }).click();
    await expect(page.getByText('Drying deck').or(page.getByText('Write down a test')).first()).toBeVisible();
    if (at.includes('film')) await page.getByRole('button', { name: 'Take the places from the sheet' }).click();
    expect({ at, small: await tooSmall(page) }).toEqual({ at, small: [] });
  }
});

/** What is pressed on the page and is smaller than a gloved thumb. */
const tooSmall = (page: Page): Promise<string[]> =>
  page
    .getByRole('main')
    .locator('button, a, select, summary, input:not([type=checkbox]), label:has([type=checkbox])')
    .evaluateAll((each) =>
      each
        // words of the trade stand in their sentence
        .filter((element) => !element.matches('[aria-haspopup=dialog]') && element.checkVisibility())
        .map((element) => ({
          name: (element.getAttribute('aria-label') ?? element.textContent ?? '').slice(0, 40),
          box: element.getBoundingClientRect(),
        }))
        .filter(({ box }) => box.height < 56)
        .map(({ name, box }) => `${name}: ${Math.round(box.height)}`),
    );
