// The programme's board: from its address to its first bars in a large job, and frames missed while a bar is dragged among 300.
import { USUAL_CREW, USUAL_HOUSE, planJob } from '@caulkhorn/core/planning';
import { chromium } from '@playwright/test';
import { CHROMIUM } from '../lib/chromium.mjs';
import { countFrames, freshPages, missed } from './browser.mjs';
import { jobOfSize } from './jobs.mjs';
import { coated } from './planning.mjs';
import { percentile, report } from './stats.mjs';

const SECONDS = 6;
const SHOWN_AIM_MS = 1000;
const MISSED_AIM_PCT = 5;

/** @typedef {{ url: string, cookie: string, organisationId: string, load(file: object): Promise<string> }} Bench */

/** @param {Bench} bench */
export async function benchBoard({ url, cookie, organisationId, load }) {
  const browser = await chromium.launch(CHROMIUM);
  const fresh = freshPages(browser, { url, cookie });
  const programmeOf = (/** @type {string} */ id) => `${url}/o/${organisationId}/jobs/${id}/programme`;

  const large = await load(coated(jobOfSize(200, 3000)));
  const shown = [];
  for (let i = 0; i < 3; i++) {
    const page = await fresh();
    // the job is there already, as it is for who comes from another lens
    await page.goto(`${url}/o/${organisationId}/jobs/${large}/survey`);
    await page.getByTestId('sheet').waitFor();
    await page.waitForTimeout(4000);
    const from = Date.now();
    await page.getByRole('link', { name: /^Programme/ }).click();
    await bars(page).first().waitFor();
    shown.push(Date.now() - from);
    await page.context().close();
  }
  const ms = percentile(shown, 0.5);
  report(
    'the programme of 200 faces and 3,000 features, first shown',
    `${ms.toFixed(0)} ms (p50 of 3)`,
    `under ${SHOWN_AIM_MS} ms`,
    ms < SHOWN_AIM_MS,
  );

  const empty = await fresh();
  await empty.setContent('<body style="margin:0"><div style="width:1280px;height:800px"></div></body>');
  const emptyMissed = await draggedFrames(empty, { x: 500, y: 400 });
  await empty.context().close();
  const job = coated(jobOfSize(75, 0));
  const all = planJob(/** @type {any} */ ({ ...job, photos: [], keptProgrammes: [] }), USUAL_CREW, USUAL_HOUSE).workItems.length;
  const page = await fresh();
  await page.goto(programmeOf(await load(job)));
  await bars(page).first().waitFor();
  // until the search has come to its end: what is measured is the hand
  await page.getByRole('button', { name: 'Look again' }).waitFor({ timeout: 120_000 });
  const box = await bars(page).first().boundingBox();
  if (!box) throw new Error('no bar to drag');
  const among = await page.getByLabel('Hours and faces').getByRole('button').count();
  const beyond = (await draggedFrames(page, { x: box.x + Math.min(6, box.width / 2), y: box.y + box.height / 2 })) - emptyMissed;
  // a hand that moved nothing would miss no frame either
  await page.getByText(/^Changed, not kept yet/).waitFor();
  report(
    `dragging one of ${all} pieces of work, ${among} of them drawn`,
    `${beyond.toFixed(1)} % of frames missed beyond an empty page (${emptyMissed.toFixed(1)} %)`,
    `under ${MISSED_AIM_PCT} %`,
    beyond < MISSED_AIM_PCT,
  );
  await browser.close();
}

/** @param {import('@playwright/test').Page} page */
const bars = (page) => page.getByLabel('Hours and faces').getByRole('button', { name: /coat|prepare/ });

/** A hand that holds what it pressed and goes to and fro. @param {import('@playwright/test').Page} page @param {{ x: number, y: number }} from */
async function draggedFrames(page, { x, y }) {
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + 20, y, { steps: 4 });
  await countFrames(page);
  const until = Date.now() + SECONDS * 1000;
  for (let step = 0; Date.now() < until; step++) await page.mouse.move(x + 60 + 50 * Math.sin(step / 25), y);
  const share = await missed(page);
  await page.mouse.up();
  return share;
}
