import { expect, test } from '@playwright/test';
import { jobOfSize } from '../tools/bench/jobs.mjs';
import { allSent, choose, goTo, row, signIn, slate } from './support.js';

test('a job of a thousand faces: the sheet comes first, the plan after it, and all of it works', async ({ page }) => {
  const faults: string[] = [];
  page.on('pageerror', (fault) => faults.push(fault.message));
  await signIn(page);
  const session = (await (await page.request.get('/api/session')).json()) as { organisations: { id: string }[] };
  const path = `/organisations/${session.organisations[0]!.id}`;
  const imported = await page.request.post(`/api${path}/import`, { data: jobOfSize(1000, 2000, 2000) });
  const { jobId } = (await imported.json()) as { jobId: string };
  await page.goto(`/o${path.replace('/organisations', '')}/jobs/${jobId}/survey`);
  await page.waitForFunction(() => performance.getEntriesByName('sheet-picture').length > 0);
  await expect(page.getByRole('navigation', { name: 'Steps of the work' }).getByRole('link', { name: /^Survey 2000/ })).toBeVisible();
  // a long mark does not lie over what it names
  for (const gap of [page.getByRole('button', { name: /^K1\d{3}/ }).first(), row(page, /^W1\b/)]) await expect(gap).toBeVisible();
  const lies = await page.locator('b', { hasText: /^(K1\d{3}|W\d+)$/ }).evaluateAll(
    (marks) =>
      marks.filter((mark) => {
        const range = document.createRange();
        range.selectNodeContents(mark);
        const beside = mark.nextElementSibling?.getBoundingClientRect();
        return beside !== undefined && range.getBoundingClientRect().right > beside.left;
      }).length,
  );
  expect(lies).toBe(0);
  await page.getByPlaceholder('Find in the list').fill('Wall 999');
  await choose(page, /Wall 999/);
  await expect(slate(page)).toContainText('Junctions');
  await page.getByRole('button', { name: 'One face, in true proportion (1)' }).click();
  await goTo(page, 'Water');
  await expect(slate(page)).toContainText('Force on the wall');
  await goTo(page, 'Survey');
  await slate(page).getByLabel('Looked all over, nothing else to find').check();
  await allSent(page);
  await page.reload();
  await page.getByPlaceholder('Find in the list').fill('Wall 999');
  await expect(row(page, /Wall 999/)).toBeVisible();
  expect(faults).toEqual([]);
});
