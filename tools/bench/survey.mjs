// A survey at the size it may have: 1,000 faces, or 5,000 features with readings. Opening, painting, filtering, saving.
import { randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import pg from 'pg';
import { CHROMIUM } from '../lib/chromium.mjs';
import { freshPages, missedFrames } from './browser.mjs';
import { percentile, report } from './stats.mjs';

const OPEN_AIM_S = 1.5;
const PAINT_AIM_MS = 100;
const FILTER_AIM_MS = 50;
const SAVE_AIM_MS = 50;
const MISSED_AIM_PCT = 5;

/** @typedef {{ url: string, databaseUrl: string, cookie: string, organisationId: string, manyFacesId: string, manyFeaturesId: string }} Bench */

/** @param {Bench} bench */
export async function benchSurvey(bench) {
  const browser = await chromium.launch(CHROMIUM);
  const fresh = freshPages(browser, bench);
  const empty = await fresh();
  await empty.setContent('<body style="margin:0"><div style="width:1280px;height:800px"></div></body>');
  const emptyMissed = await missedFrames(empty);
  await empty.context().close();
  for (const [what, jobId] of /** @type {const} */ ([
    ['1,000 faces', bench.manyFacesId],
    ['5,000 features, 5,000 readings', bench.manyFeaturesId],
  ])) {
    const opened = [];
    for (let i = 0; i < 3; i++) {
      const page = await fresh();
      opened.push(await open(page, bench, jobId));
      await page.context().close();
    }
    const page = await fresh();
    await open(page, bench, jobId);
    await page.waitForTimeout(2500);
    const seconds = percentile(opened, 0.5);
    report(`open a job of ${what}`, `${seconds.toFixed(2)} s (p50 of 3)`, `under ${OPEN_AIM_S} s`, seconds < OPEN_AIM_S);
    const painted = await paintMs(page);
    report(
      `${what}: the whole sheet painted in the worker, contours and all`,
      `${painted.toFixed(0)} ms`,
      `contours under ${PAINT_AIM_MS} ms`,
      painted < PAINT_AIM_MS,
    );
    const filter = await filterMs(page);
    report(`${what}: the list filtered at a key`, `${filter.toFixed(0)} ms (p50)`, `under ${FILTER_AIM_MS} ms`, filter < FILTER_AIM_MS);
    const beyond = (await missedFrames(page)) - emptyMissed;
    report(
      `${what}: pan and zoom`,
      `${beyond.toFixed(1)} % of frames missed beyond an empty page (${emptyMissed.toFixed(1)} %)`,
      `under ${MISSED_AIM_PCT} %`,
      beyond < MISSED_AIM_PCT,
    );
    await page.context().close();
  }
  await browser.close();
  await benchSaving(bench);
}

/** Until the sheet shows its first picture, s. @param {import('@playwright/test').Page} page @param {Bench} bench @param {string} jobId */
async function open(page, { url, organisationId }, jobId) {
  const from = Date.now();
  await page.goto(`${url}/o/${organisationId}/jobs/${jobId}/survey`);
  await page.getByTestId('sheet').waitFor();
  await page.waitForFunction(() => performance.getEntriesByName('sheet-picture').length > 0);
  return (Date.now() - from) / 1000;
}

/** The painter's own time for the last picture, all faces in view. @param {import('@playwright/test').Page} page */
async function paintMs(page) {
  await page.getByRole('button', { name: 'Zoom in' }).click();
  await page.waitForTimeout(600);
  await page.evaluate(() => performance.clearMeasures());
  await page.getByRole('button', { name: 'All at once (0)' }).click();
  await page.waitForFunction(() => performance.getEntriesByName('sheet-picture').length > 0);
  await page.waitForTimeout(600);
  return page.evaluate(() => {
    const all = performance.getEntriesByName('sheet-picture');
    return all[all.length - 1]?.duration ?? 0;
  });
}

/** From a key in the filter until the list has been drawn anew, less what a frame takes anyway. @param {import('@playwright/test').Page} page */
async function filterMs(page) {
  const times = await page.evaluate(async () => {
    const input = /** @type {HTMLInputElement} */ (document.querySelector('input[placeholder="Find in the list"]'));
    const set = /** @type {(value: string) => void} */ (
      Object.getOwnPropertyDescriptor(HTMLInputElement.prototype, 'value')?.set?.bind(input)
    );
    const frame = () => new Promise((resolve) => requestAnimationFrame(resolve));
    /** @type {number[]} */
    const all = [];
    for (const text of ['1', '12', 'k1', 'wall 9', 'weeping', 'dripping', 'x', '', 'w5', 'K49', '']) {
      await frame();
      const from = performance.now();
      set(text);
      input.dispatchEvent(new Event('input', { bubbles: true }));
      // the list is drawn by a later, deferred render: it is done once the page is idle again
      await new Promise((resolve) => setTimeout(resolve, 0));
      await new Promise((resolve) => requestIdleCallback(resolve));
      all.push(performance.now() - from);
    }
    return all;
  });
  return percentile(times, 0.5);
}

/** One feature saved again and again beside a query that does nothing. @param {Bench} bench */
async function benchSaving({ url, databaseUrl, cookie, organisationId, manyFeaturesId }) {
  const path = `${url}/api/organisations/${organisationId}/jobs/${manyFeaturesId}`;
  const headers = { 'content-type': 'application/json', cookie };
  const { model, versions } = await (await fetch(path, { headers })).json();
  const client = new pg.Client({ connectionString: databaseUrl });
  await client.connect();
  const saves = [];
  const nothing = [];
  for (let i = 0; i < 200; i++) {
    const feature = model.features[i];
    const command = {
      id: randomUUID(),
      deviceId: randomUUID(),
      jobId: model.job.id,
      kind: 'feature.put',
      baseVersion: versions[feature.id],
      payload: { ...feature, note: `seen ${i}` },
      occurredAt: '2026-01-03T00:00:00Z',
    };
    const from = performance.now();
    const response = await fetch(`${path}/commands`, { method: 'POST', headers, body: JSON.stringify(command) });
    await response.json();
    saves.push(performance.now() - from);
    if (!response.ok) throw new Error(`saving was refused: ${response.status}`);
    const begun = performance.now();
    await client.query('select 1');
    nothing.push(performance.now() - begun);
  }
  await client.end();
  const p95 = percentile(saves, 0.95);
  const reference = percentile(nothing, 0.95);
  report(
    'save one feature of 5,000',
    `${p95.toFixed(1)} ms (p95 of 200), ${(p95 / reference).toFixed(0)} × a query that does nothing (${reference.toFixed(2)} ms)`,
    `under ${SAVE_AIM_MS} ms`,
    p95 < SAVE_AIM_MS,
  );
}
