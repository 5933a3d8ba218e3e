import { type Page, expect, test } from '@playwright/test';
import { addresses, signIn } from './support.js';

interface Route {
  path: string;
  /** what stands there once it is open, as a heading unless something else is said */ shows: RegExp;
  role?: 'heading' | 'link';
}

/** Every address there is, with what it shows. {o} and {j} are the house and a job, {f} one of its coated faces. */
const ROUTES: readonly Route[] = [
  { path: '/', shows: /^Today Hollin & Daughters Waterproofing/ },
  ...['Survey', 'Water', 'Build-up', 'Materials', 'Programme', 'Site log', 'Proof', 'Handover'].map((lens) => ({
    path: `/o/{o}/jobs/{j}/${lens.toLowerCase().replace(' ', '-')}`,
    shows: new RegExp(`^${lens}`),
    role: 'link' as const,
  })),
  { path: '/o/{o}/jobs/{j}', shows: /^Survey/, role: 'link' },
  { path: '/o/{o}/jobs/{j}/diary', shows: /^Diary, / },
  { path: '/o/{o}/jobs/{j}/dossier', shows: /^Faces and loads$/ },
  { path: '/o/{o}/jobs/{j}/cards', shows: /^Mixing cards$/ },
  { path: '/o/{o}/jobs/{j}/details/{f}', shows: /^B Reel store, east/ },
  ...['catalogue', 'stores', 'yard', 'rates', 'figures', 'schools', 'people'].map((part) => ({
    path: `/o/{o}/house/${part}`,
    shows: /^Catalogue$/,
    role: 'link' as const,
  })),
  { path: '/bench', shows: /./ },
  { path: '/bench/film', shows: /./ },
  { path: '/account', shows: /^Second factor$/ },
  { path: '/join#spent', shows: /^An invitation$/ },
  { path: '/sign#spent', shows: /^A dossier to sign$/ },
  { path: '/plate/none', shows: /^Treated against water$/ },
  { path: '/enrol#spent', shows: /^Make this device yours$/ },
  { path: '/reset#spent', shows: /^Set a new password$/ },
];

async function stands(page: Page, { shows, role = 'heading' }: Route): Promise<void> {
  await expect(page.getByRole(role, { name: shows }).first()).toBeVisible();
  await expect(page.getByText(/^Fetching/)).toHaveCount(0);
  // a word that was not fetched shows as its key
  const text = await page.locator('body').innerText();
  expect(text.match(/\b(family|verdict|why|instead|step|school|product|card|layer|account|stores|house)\.[a-z][a-z-]+/g) ?? []).toEqual([]);
}

test('every address opens directly, and again when it is loaded anew', async ({ page }) => {
  test.setTimeout(15 * 60_000);
  await signIn(page);
  const { o, j, f } = await addresses(page);
  for (const route of ROUTES)
    await test.step(route.path, async () => {
      const address = route.path.replace('{o}', o).replace('{j}', j).replace('{f}', f);
      // from nothing: another address of the same page would only change what is shown
      await page.goto('about:blank');
      await page.goto(address);
      await stands(page, route);
      await page.reload();
      await stands(page, route);
    });
});

test('a part of the app that does not come is told as that, and comes when the page is loaded anew', async ({ page }) => {
  await signIn(page);
  await expect(page.getByRole('region', { name: 'Jobs' })).toBeVisible();
  await page.route('**/assets/**', (route) => route.abort());
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  const told = page.getByRole('alert');
  await expect(told).toContainText('Not all of the app has come');
  await page.unroute('**/assets/**');
  await told.getByRole('button', { name: 'Load it anew' }).click();
  await expect(page.getByRole('link', { name: 'Water load on a face', exact: true })).toBeVisible();
});
