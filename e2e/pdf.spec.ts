import { readFile } from 'node:fs/promises';
import { type Page, expect, test } from '@playwright/test';
import type { PDFDocumentProxy } from 'pdfjs-dist/legacy/build/pdf.mjs';
import { openPdf, textOf } from './pdf-text';
import { addresses, signIn } from './support';

async function makePdf(page: Page): Promise<PDFDocumentProxy> {
  const [download] = await Promise.all([page.waitForEvent('download'), page.getByRole('button', { name: 'Make the PDF' }).click()]);
  expect(download.suggestedFilename()).toMatch(/^Net loft.*\.pdf$/);
  return openPdf(await readFile(await download.path()));
}

/** Roles of the structure tree, each once. */
async function rolesOf(pdf: PDFDocumentProxy): Promise<Set<string>> {
  const roles = new Set<string>();
  const collect = (node: { role?: string; children?: unknown[] }) => {
    if (node.role) roles.add(node.role);
    for (const child of node.children ?? []) collect(child as typeof node);
  };
  for (let n = 1; n <= pdf.numPages; n++) collect(await (await pdf.getPage(n)).getStructTree());
  return roles;
}

/** What the page of the dossier says, piece by piece, without what only a screen shows and the time at which it was drawn. */
const saidOn = (page: Page): Promise<string[]> =>
  page.getByRole('main').evaluate((main) => {
    const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT);
    const said: string[] = [];
    while (walker.nextNode()) {
      const { parentElement, data } = walker.currentNode as Text;
      if (data.trim() && !data.startsWith('as of') && !parentElement?.closest('.no-print')) said.push(data);
    }
    return said;
  });
const bare = (text: string): string => text.normalize('NFKC').replaceAll(/\s+/g, '');

test('the server makes the dossier a PDF: tagged, with bookmarks and page numbers, on the paper and in the units asked for', async ({
  page,
}) => {
  await signIn(page);
  const { o, j } = await addresses(page, 'Net loft', 'A');
  await page.goto(`/o/${o}/jobs/${j}/dossier`);
  await expect(page.getByRole('img', { name: /^Brine cellar, drawn at 1 : \d+$/ })).toBeVisible();
  await expect(page.getByRole('img', { name: /^Drying deck, drawn at 1 : \d+$/ })).toBeVisible();
  // the plan and the log come after the sheet
  await expect(page.getByRole('heading', { name: 'Care, and when to look again' })).toBeVisible();
  await expect(page.getByText('K1 crack · drips')).toBeVisible();
  const said = await saidOn(page);
  expect(said.length).toBeGreaterThan(200);
  const whole = await makePdf(page);
  await expect(page.getByRole('status').filter({ hasText: 'The PDF was made and saved' })).toBeVisible();
  const pages = await textOf(whole);
  const text = pages.join(' ');
  expect(text).toContain('Look for leaks, after four weeks');
  expect(text).toContain('B Smoke house side');
  expect(text).not.toContain('Make the PDF');
  // it says what the page says, and in the same words
  const foot = (i: number) => bare(`Net loft, brine cellar · dossier ${i + 1} / ${pages.length}`);
  const printed = pages.map((each, i) => bare(each).replace(foot(i), '')).join('');
  expect(said.filter((piece) => !printed.includes(bare(piece)))).toEqual([]);
  pages.forEach((each, i) => expect(each).toContain(`${i + 1} / ${pages.length}`));
  expect(await whole.getMarkInfo()).toMatchObject({ Marked: true });
  const roles = await rolesOf(whole);
  for (const role of ['H1', 'H2', 'Table', 'TH', 'TD', 'L', 'Figure']) expect(roles).toContain(role);
  const bookmarks = JSON.stringify(await whole.getOutline());
  for (const title of ['Net loft, brine cellar', 'What is shown', 'A Quay side', 'Care, and when to look again'])
    expect(bookmarks).toContain(title);
  const wide = (await whole.getPage(1)).view;
  // ISO 216: 210 × 297 mm
  expect(wide.map(Math.round)).toEqual([0, 0, 595, 842]);

  // one face alone, on the other paper, in the reader's units
  await page.getByRole('link', { name: 'Back to the job' }).click();
  await page.getByRole('button', { name: 'Metric' }).click();
  await page.getByRole('link', { name: 'Open the dossier' }).click();
  await page.getByLabel('Paper').selectOption('US letter');
  await page.getByLabel('What').selectOption('A Quay side alone');
  await expect(page.getByRole('heading', { name: 'B Smoke house side' })).toHaveCount(0);
  await expect(page.getByRole('img', { name: /^Drying deck/ })).toHaveCount(0);
  const part = await makePdf(page);
  const partText = (await textOf(part)).join(' ');
  expect(partText).toContain('A Quay side');
  expect(partText).toMatch(/\d\s+ft²/);
  expect(partText).not.toContain('Smoke house side');
  expect((await part.getPage(1)).view.map(Math.round)).toEqual([0, 0, 612, 792]);

  await page.getByLabel('What').selectOption('tests only');
  const tests = (await textOf(await makePdf(page))).join(' ');
  expect(tests).toContain('Pull-off of the coat');
  expect(tests).not.toContain('Care, and when to look again');
});

test('a PDF is stopped at one press, and a server that cannot make one says so', async ({ page }) => {
  await signIn(page);
  const { o, j } = await addresses(page, 'Net loft', 'A');
  await page.goto(`/o/${o}/jobs/${j}/dossier`);
  // one that is never done
  await page.route(/\/prints\/[0-9a-f-]{36}$/, (route) =>
    route.request().method() === 'GET'
      ? route.fulfill({ json: { state: 'running', share: 0.4, bytes: null }, headers: { 'x-caulkhorn': '1' } })
      : route.continue(),
  );
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  await expect(page.getByRole('progressbar')).toHaveAttribute('value', '0.4');
  const given = page.waitForRequest((request) => request.method() === 'DELETE' && request.url().includes('/prints/'));
  await page.getByRole('button', { name: 'Stop', exact: true }).click();
  await given;
  await expect(page.getByText('Stopped. Nothing was made.')).toBeVisible();
  await page.route(/\/prints$/, (route) =>
    route.fulfill({ status: 501, json: { error: 'cannot-print' }, headers: { 'x-caulkhorn': '1' } }),
  );
  await page.getByRole('button', { name: 'Make the PDF' }).click();
  await expect(page.getByText('This server has no browser to print with.')).toBeVisible();
});
