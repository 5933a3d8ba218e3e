import { type Page, expect, test } from '@playwright/test';
import { signIn } from './support';

const answer = (page: Page) => page.getByRole('region', { name: 'Answer' });
const form = (page: Page) => page.getByRole('region', { name: 'What you know' });

async function openBench(page: Page): Promise<void> {
  await signIn(page);
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Bench' })).toBeVisible();
}

test('a calculation is found by words, answered at once with its working, and sent as a link', async ({ page, context }) => {
  await openBench(page);
  await page.keyboard.press('/');
  await page.keyboard.type('litres crack');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { name: 'Flow through a crack' })).toBeVisible();
  await expect(answer(page)).toContainText('Still empty: Width, Length, Wall thickness, Head');

  await page.getByLabel('Width (mm)').fill('0,2');
  await page.getByLabel('Length (m)').fill('1');
  await page.getByLabel('Wall thickness (mm)').fill('300');
  await page.getByLabel('Head (m)').fill('3');
  // Witherspoon et al. 1980: 4.3 m³ a day at 10 °C between smooth plates
  await expect(answer(page)).toContainText('4\u202f322');
  await expect(answer(page)).toContainText('A crack that moves or carries load is for a licensed engineer');
  await expect(answer(page)).toContainText('Witherspoon et al. 1980');
  // the law typeset, with symbols and with these numbers (read aloud as MathML)
  await expect(answer(page).locator('math')).not.toHaveCount(0);
  await expect(answer(page).locator('.formula').nth(1)).toContainText('0.2');
  await expect(answer(page).getByRole('application').or(answer(page).locator('svg.recharts-surface')).first()).toBeVisible();

  await expect(page).toHaveURL(/#in=.*widthMm/);
  const other = await context.newPage();
  await other.goto(page.url());
  await expect(answer(other)).toContainText('4\u202f322');
  await expect(other.getByLabel('Head (m)')).toHaveValue('3');
  await other.close();
});

test('what is wrong is said beside its field; nothing typed is lost; units turn by one switch', async ({ page }) => {
  await openBench(page);
  await page.getByRole('link', { name: 'Dew point', exact: true }).click();
  await page.getByLabel('Air (°C)').fill('twenty');
  await page.getByLabel('Relative humidity (%)').fill('130');
  await expect(form(page)).toContainText('A number is needed');
  await expect(form(page)).toContainText('At most 100\u202f%.');
  await page.getByLabel('Air (°C)').fill('20');
  await page.getByLabel('Relative humidity (%)').fill('80');
  // ASHRAE Handbook, Fundamentals: 16.4 °C
  await expect(answer(page)).toContainText('16.4');
  await page.getByRole('button', { name: 'Metric' }).click();
  await expect(page.getByLabel('Air (°F)')).toHaveValue('68');
  await expect(answer(page)).toContainText('61.6');

  await page.getByRole('link', { name: 'Fillet', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Fillet' })).toBeVisible();
  await page.getByRole('link', { name: 'Dew point', exact: true }).click();
  await expect(page.getByLabel('Air (°F)')).toHaveValue('68');
  await page.getByRole('button', { name: 'Clear' }).click();
  await expect(page.getByLabel('Air (°F)')).toHaveValue('');
  await page.getByRole('button', { name: 'Put it back' }).click();
  await expect(page.getByLabel('Air (°F)')).toHaveValue('68');
  await page.getByRole('link', { name: 'Bench', exact: true }).click();
  await expect(page.getByRole('link', { name: /Dew point.*68/ })).toBeVisible();
});

test('readings pasted from a spreadsheet; a line that does not fit is named', async ({ page }) => {
  await openBench(page);
  await page.getByRole('link', { name: 'Map of the film', exact: true }).click();
  await page.getByLabel('Width (m)').fill('4');
  await page.getByLabel('Height (m)').fill('2');
  await page.getByLabel('Specified film (mm)').fill('1.5');
  await page.getByRole('button', { name: 'Type or paste as lines' }).click();
  await page.getByRole('textbox', { name: 'Readings' }).fill('0,5\t0,5\t1,2\n3\t1,5\t1,8\n9\t1\t1,6');
  await expect(form(page)).toContainText('Row 3 Along: This lies off the face.');
  await page.getByRole('textbox', { name: 'Readings' }).fill('0,5\t0,5\t1,2\n3\t1,5\t1,8\n2\t1\t1,6');
  await expect(answer(page).getByRole('img', { name: /Map of the film from 3 readings/ })).toBeVisible();
  await expect(answer(page)).toContainText('Measure next at');
});

test('a long search shows how far it is, and gives its best so far when told to stop', async ({ page }) => {
  await openBench(page);
  const tasks = Array.from({ length: 36 }, (_, i) => ({
    id: `t${i}`,
    durationMin: 20 + ((i * 37) % 90),
    uses: { crew: 1 + (i % 2), ...(i % 3 ? {} : { mixer: 1 }) },
  }));
  const lags = tasks.slice(0, 26).map(({ id }, i) => ({ from: id, to: `t${i + 10}`, kind: 'finish-start', minMin: 30, maxMin: 900 }));
  const input = {
    horizonMin: 9000,
    resources: [
      { id: 'crew', capacity: 2 },
      { id: 'mixer', capacity: 1 },
    ],
    tasks,
    lags,
    timeLimitMs: 60_000,
  };
  await page.goto(`/bench/programme#in=${encodeURIComponent(JSON.stringify(input))}`);
  await expect(answer(page).getByRole('progressbar')).toBeVisible();
  // the page goes on working meanwhile
  await page.getByLabel('Find a calculation').fill('leak');
  await expect(page.getByRole('link', { name: 'Order of stopping leaks', exact: true })).toBeVisible();
  await page.waitForTimeout(1500);
  await answer(page).getByRole('button', { name: 'Stop and take the best so far' }).click();
  await expect(answer(page)).toContainText('Can be done');
  await expect(answer(page)).toContainText('Ends after');
  await expect(answer(page).getByRole('progressbar')).toHaveCount(0);
});

test('waits that contradict are named, not searched for ever', async ({ page }) => {
  await openBench(page);
  const lag = (from: string, to: string) => ({ from, to, kind: 'finish-start', minMin: 10 });
  const task = (id: string) => ({ id, durationMin: 60, uses: {} });
  const input = {
    horizonMin: 900,
    resources: [{ id: 'crew', capacity: 1 }],
    tasks: ['a', 'b'].map(task),
    lags: [lag('a', 'b'), lag('b', 'a')],
  };
  await page.goto(`/bench/programme#in=${encodeURIComponent(JSON.stringify(input))}`);
  await expect(answer(page)).toContainText('Waits Row 1: This wait contradicts the others named here.');
});

test('where no rule is at fault alone, those that clash are named', async ({ page }) => {
  await openBench(page);
  const tasks = ['a', 'b'].map((id) => ({ id, durationMin: 60, uses: { pump: 1 }, allowed: [{ fromMin: 0, toMin: 90 }] }));
  const input = { horizonMin: 600, stepMin: 30, resources: [{ id: 'pump', capacity: 1 }], tasks };
  await page.goto(`/bench/programme#in=${encodeURIComponent(JSON.stringify(input))}`);
  await expect(answer(page)).toContainText('No programme keeps all these rules.');
  await expect(answer(page)).toContainText('People and gear Row 1: One of those that clash: how many there are.');
  await expect(answer(page)).toContainText('Tasks Row 2: One of those that clash: its allowed times.');
});

test('links that cannot be read, and calculations that are not there, are said to be so', async ({ page }) => {
  await signIn(page);
  await page.goto('/bench/fillet#in=%7Bbroken');
  await expect(page.getByText('The link’s figures could not be read. The form is empty.')).toBeVisible();
  await page.goto('/bench/no-such-thing');
  await expect(page.getByText('There is no calculation of that name.')).toBeVisible();
});

test('on a phone: the list first, then one calculation', async ({ browser }) => {
  const page = await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage();
  await signIn(page);
  await page.goto('/bench');
  await page.getByRole('link', { name: 'Rate of a leak', exact: true }).click();
  await page.getByLabel('Drips a minute').fill('20');
  await expect(answer(page)).toContainText('dripping');
  await expect.poll(() => page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth)).toBeLessThanOrEqual(0);
  await page.getByRole('link', { name: 'All calculations' }).click();
  await expect(page.getByRole('link', { name: 'Height of rising damp', exact: true })).toBeVisible();
});

test('nothing in the way of a screen reader, by day and in the dark', async ({ page }) => {
  const { AxeBuilder } = await import('@axe-core/playwright');
  await openBench(page);
  for (const name of ['Water load on a face', 'Drying of a slab', 'Map of the film', 'Programme of works', 'Hours fit for a coat']) {
    await page.getByRole('link', { name, exact: true }).click();
    await page.getByRole('button', { name: 'Fill in an example' }).click();
    await expect(answer(page).locator('dl')).toBeVisible();
    for (const theme of ['Dark', 'Light']) {
      await page.getByRole('button', { name: new RegExp(`^${theme}`) }).click();
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']).analyze();
      expect(violations.map((v) => `${name}: ${v.id} ${v.nodes.map((n) => n.target.join(' ')).join(', ')}`)).toEqual([]);
    }
  }
});
