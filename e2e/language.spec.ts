import { CALCULATORS } from '@caulkhorn/core/calculators';
import { SHIPPED_PRODUCTS } from '@caulkhorn/core/catalogue';
import { type Page, expect, test } from '@playwright/test';
import { plateOf } from './support.js';

/** Names, notes and marks that people typed, products, places, units and signs: everything else on a screen is ours to say. */
const NOT_WORDS =
  /^(kg|mm|cm|mL|min|kPa|MPa|psi|ft|lb|lbf|gal|bar|pcs|day|rpm|vol|CSV|XLSX|JSON|PDF|SVG|DXF|PNG|JPEG|UUID|UTC|EUR|CSP|VOC|EN|ISO|DIN|ASTM|ICRI|BS|TeX|Esc|Enter|Tab|Ctrl|Shift|Alt|Delete|Home|End|caulkhorn|Caulkhorn)$/;

interface Seen {
  text: string;
  isCut: boolean;
}

/** Every piece of text that can be seen, and whether its box cuts it off. Formulas and drawings speak no language. */
function texts(page: Page): Promise<Seen[]> {
  return page.evaluate(() => {
    const out: { text: string; isCut: boolean }[] = [];
    const walker = document.createTreeWalker(document.body, NodeFilter.SHOW_TEXT);
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const text = node.textContent?.trim() ?? '';
      const parent = node.parentElement;
      if (!text || !parent || parent.closest('script, style, .katex, svg, textarea, [data-said-by-people]')) continue;
      if (!parent.checkVisibility({ visibilityProperty: true }) || parent.closest('.sr-only, [aria-hidden="true"]')) continue;
      const style = getComputedStyle(parent);
      const hides = style.overflowX === 'hidden' || style.overflowX === 'clip';
      const isCut = hides && parent.scrollWidth > parent.clientWidth + 1 && !parent.closest('[title]');
      out.push({ text, isCut });
    }
    return out;
  });
}

/** What is left of a text once everything between ⟦ and ⟧ is taken out, one within another. */
function unsaid(text: string): string {
  let depth = 0;
  let left = '';
  for (const sign of text) {
    if (sign === '⟦') depth++;
    else if (sign === '⟧') depth--;
    else if (depth === 0) left += sign;
  }
  return left;
}

/** Words of the data that the server holds: names, notes, products, people. */
async function wordsOfPeople(page: Page): Promise<Set<string>> {
  const said = await page.evaluate(async () => {
    const session = (await (await fetch('/api/session')).json()) as { organisations: { id: string }[] };
    const base = `/api/organisations/${session.organisations[0]!.id}`;
    const get = async (path: string) => (await fetch(`/api${path.startsWith('/organ') ? path : base.slice(4) + path}`)).text();
    const jobs = JSON.parse(await get('/jobs')) as { id: string }[];
    const parts = [
      JSON.stringify(session),
      JSON.stringify(jobs),
      await get('/house'),
      await get('/stores'),
      await get('/people'),
      await get('/devices'),
    ];
    for (const { id } of jobs) parts.push(await get(`/jobs/${id}`), await get(`/jobs/${id}/log`), await get(`/jobs/${id}/plan`));
    return parts.join(' ');
  });
  // what a sheet or a publication is called, and days and months, which the platform names in the language of the words
  const names = [
    ...SHIPPED_PRODUCTS.map(({ name, maker }) => `${name} ${maker}`),
    ...[...CALCULATORS.values()].flatMap(({ sources }) => sources.map(({ title }) => title)),
  ];
  const days = Array.from({ length: 400 }, (_, i) =>
    new Intl.DateTimeFormat('en-GB', { weekday: 'short', month: 'short' }).format(Date.UTC(2026, 0, 1 + i)),
  );
  return new Set([said, ...names, ...days].join(' ').match(/\p{L}+/gu) ?? []);
}

test('in a made-up language nothing stays English, and nothing is cut off', async ({ page }) => {
  test.setTimeout(15 * 60_000);
  await page.addInitScript(() => localStorage.setItem('caulkhorn-language', 'pseudo'));
  const left = new Map<string, string>();
  const cut: string[] = [];
  let known = new Set<string>();
  // a Sunday's day sheet says little
  const look = async (where: string, least = 8) => {
    let seen: Seen[] = [];
    // what is drawn late is looked at too: until two looks see the same
    await expect(async () => {
      const before = JSON.stringify(seen);
      seen = await texts(page);
      expect(seen.length, where).toBeGreaterThan(least);
      expect(
        seen.some(({ text }) => text.includes('⟦')),
        where,
      ).toBe(true);
      expect(JSON.stringify(seen) === before, where).toBe(true);
    }).toPass({ timeout: 60_000, intervals: [0, 200, 500, 1000] });
    for (const { text, isCut } of seen) {
      const words = unsaid(text).match(/\p{L}{3,}/gu) ?? [];
      for (const word of words) if (!known.has(word) && !NOT_WORDS.test(word)) left.set(`${where}: ${word}`, text.slice(0, 80));
      if (isCut && text.includes('⟦')) cut.push(`${where}: ${text.slice(0, 80)}`);
    }
  };
  await page.goto('/');
  await expect(page.locator('input[type=email]')).toBeVisible();
  await look('sign-in', 5);
  await page.locator('input[type=email]').fill('planner@hollin.example');
  await page.locator('input[type=password]').fill('wet-edge-always');
  await page.keyboard.press('Enter');
  await expect(page.locator('a[href*="/jobs/"]').first()).toBeVisible();
  known = await wordsOfPeople(page);
  await look('jobs');
  const { o, j } = await page.evaluate(async () => {
    const session = (await (await fetch('/api/session')).json()) as { organisations: { id: string }[] };
    const organisationId = session.organisations[0]!.id;
    const list = (await (await fetch(`/api/organisations/${organisationId}/jobs`)).json()) as { id: string; name: string }[];
    return { o: organisationId, j: list.find(({ name }) => name.startsWith('Ropewalk'))!.id };
  });
  const lenses = [
    'survey',
    'water',
    'build-up',
    'materials',
    'programme',
    'site-log',
    'proof',
    'handover',
    'dossier',
    'cards',
    'day',
    'diary',
  ];
  const paths = [
    ...lenses.map((lens) => `/o/${o}/jobs/${j}/${lens}`),
    ...['catalogue', 'stores', 'yard', 'rates', 'figures', 'schools', 'people'].map((part) => `/o/${o}/house/${part}`),
    ...['/account', '/bench', '/bench/film', '/bench/sealing-order'],
    ...(await plateOf(page, o, j)),
  ];
  for (const path of paths) {
    await page.goto(path);
    await page.waitForLoadState('networkidle');
    await look(path.replace(/^.*\/jobs\/[^/]+/, '').replace(/^\/o\/[^/]+/, ''));
  }
  expect([...left].map(([word, text]) => `${word} in “${text}”`)).toEqual([]);
  expect(cut).toEqual([]);
});
