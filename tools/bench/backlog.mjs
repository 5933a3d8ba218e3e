// A week without signal: so many entries and photos wait, and are sent in one go while the page is used.
import { createHash, randomUUID } from 'node:crypto';
import { chromium } from '@playwright/test';
import sharp from 'sharp';
import { FIRST_LINK, sealEntry } from '../../core/dist/site-log/index.js';
import { CHROMIUM } from '../lib/chromium.mjs';
import { report } from './stats.mjs';

const ENTRIES = 2000;
const PHOTOS = 200;
/** What one notices while one types. */
const LONGEST_BLOCK_MS = 100;
const PHOTOS_AT_ONCE = 20;
const OPENED_MS = 4000;

/** @param {{ url: string, cookie: string, organisationId: string }} bench */
export async function benchBacklog({ url, cookie, organisationId }) {
  /** @param {string} path */
  const ask = async (path) => (await fetch(`${url}/api${path}`, { headers: { cookie } })).json();
  const session = await ask('/session');
  const harbour = (await ask(`/organisations/${organisationId}/jobs`)).find((/** @type {{ name: string }} */ job) =>
    job.name.startsWith('Harbour'),
  );
  const jobId = randomUUID();
  await fetch(`${url}/api/organisations/${organisationId}/jobs/${harbour.id}/copies`, {
    method: 'POST',
    headers: { cookie, 'content-type': 'application/json' },
    body: JSON.stringify({ id: jobId, name: 'A week without signal', withSurvey: true }),
  });
  const path = `/organisations/${organisationId}/jobs/${jobId}`;
  const { model } = await ask(path);
  const [name = '', value = ''] = cookie.split('=');
  const browser = await chromium.launch(CHROMIUM);
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  await context.addCookies([{ name, value, url }]);
  await context.addInitScript(watchBlocks);
  const page = await context.newPage();
  await page.goto(`${url}/mark.svg`);
  const photos = await keepPhotos(page, model.faces[0].id);
  const pending = [...entriesOf({ ...session, jobId }), ...photos].map((command) => ({ ...command, jobId }));
  /** @type {[string, unknown][]} */
  const queue = [[`outbox ${session.personId} ${jobId}`, { pending, refused: [], path }]];
  await page.evaluate(keep, queue);

  const from = Date.now();
  await page.goto(`${url}/o/${organisationId}/jobs/${jobId}/survey`);
  await page.getByText('all sent').waitFor({ state: 'attached', timeout: 600_000 });
  const seconds = (Date.now() - from) / 1000;
  const seen = await page.evaluate(() => /** @type {{ blocks: [number, number][] }} */ (/** @type {unknown} */ (window)).blocks);
  // opening a job always blocks for a moment: an observer that saw nothing is none
  if (seen.length === 0) throw new Error('no block was seen, not even while the job was opened');
  // what it takes to open a job has a line of its own
  const blocks = seen.flatMap(([startedMs, tookMs]) => (startedMs > OPENED_MS ? [tookMs] : []));
  const there = (await ask(`${path}/log`)).length;
  if (there !== ENTRIES) throw new Error(`${there} of ${ENTRIES} entries arrived`);
  const longest = Math.max(0, ...blocks);
  report(
    `${ENTRIES} entries and ${PHOTOS} photos that waited, sent in one go`,
    `${seconds.toFixed(0)} s, longest block ${longest.toFixed(0)} ms, ${blocks.length} over 50 ms`,
    `no block over ${LONGEST_BLOCK_MS} ms`,
    longest <= LONGEST_BLOCK_MS,
  );
  await browser.close();
}

/** @param {{ personId: string, name: string, jobId: string }} by */
function entriesOf({ personId, name, jobId }) {
  const deviceId = randomUUID();
  let last = { hash: FIRST_LINK, deviceSeq: 0 };
  return Array.from({ length: ENTRIES }, (_, i) => {
    const at = new Date(Date.now() - (ENTRIES - i) * 60_000).toISOString();
    const entry = sealEntry({
      ...{ id: randomUUID(), jobId, deviceId, deviceSeq: last.deviceSeq + 1, prevHash: last.hash },
      ...{ personId, personName: name, occurredAt: at, writtenAt: at },
      body: { kind: 'note', note: `Round ${i}: wetted, nothing seen` },
    });
    last = entry;
    return { id: randomUUID(), deviceId, kind: 'log.append', baseVersion: 0, payload: entry, occurredAt: at };
  });
}

/** @param {import('@playwright/test').Page} page @param {string} faceId */
async function keepPhotos(page, faceId) {
  const commands = [];
  for (let done = 0; done < PHOTOS; done += PHOTOS_AT_ONCE) {
    /** @type {[string, unknown][]} */
    const files = [];
    for (let i = done; i < Math.min(PHOTOS, done + PHOTOS_AT_ONCE); i++) {
      const picture = await sharp({
        create: { width: 1200, height: 900, channels: 3, background: '#445', noise: { type: 'gaussian', mean: 100 + (i % 80), sigma: 12 } },
      })
        .jpeg({ quality: 60 })
        .toBuffer();
      const at = new Date().toISOString();
      const photo = { id: randomUUID(), faceId, at, originalSha256: createHash('sha256').update(picture).digest('hex') };
      files.push([`photo-file ${photo.id}`, picture.toString('base64')]);
      commands.push({ id: randomUUID(), deviceId: randomUUID(), kind: 'photo.put', baseVersion: 0, payload: photo, occurredAt: at });
    }
    await page.evaluate(keep, files);
  }
  return commands;
}

/** Puts things where the app keeps them; a text is a file in base64. @param {[string, unknown][]} things */
async function keep(things) {
  const request = indexedDB.open('keyval-store');
  request.onupgradeneeded = () => request.result.createObjectStore('keyval');
  const database = await new Promise((resolve) => (request.onsuccess = () => resolve(request.result)));
  const put = database.transaction('keyval', 'readwrite');
  for (const [key, thing] of things)
    put
      .objectStore('keyval')
      .put(
        typeof thing === 'string' ? new Blob([Uint8Array.from(atob(thing), (sign) => sign.charCodeAt(0))], { type: 'image/jpeg' }) : thing,
        key,
      );
  await new Promise((resolve) => (put.oncomplete = resolve));
  database.close();
}

/** Stretches longer than 50 ms in which the page answers nothing: when they began, and how long they took. */
function watchBlocks() {
  const blocks = /** @type {[number, number][]} */ ([]);
  Object.assign(window, { blocks });
  new PerformanceObserver((list) => {
    for (const { startTime, duration } of list.getEntries()) blocks.push([startTime, duration]);
  }).observe({ type: 'longtask', buffered: true });
}
