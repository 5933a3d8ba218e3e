// The dossier of a large finished job as PDF: how long until it can be fetched, and how much memory the browser that prints it takes.
import { createHash, randomUUID } from 'node:crypto';
import { readFileSync, readdirSync } from 'node:fs';
import sharp from 'sharp';
import { USUAL_CREW, USUAL_HOUSE, planJob, revisionContent } from '../../core/dist/planning/index.js';
import { FIRST_LINK, sealEntry, sealReceipt } from '../../core/dist/site-log/index.js';
import { jobOfSize } from './jobs.mjs';
import { coated } from './planning.mjs';
import { report } from './stats.mjs';

const FACES = 200;
const FEATURES = 3000;
const PHOTOS = 400;
const AIM_S = 20;
const AIM_MB = 300;
const HOUR_MS = 3_600_000;
const ASKED = { paper: 'A4', units: 'metric', part: 'all', locale: 'en-GB' };

/** @typedef {{ url: string, cookie: string, organisationId: string, load: (file: object) => Promise<string> }} Bench */

/** @param {Bench} bench */
export async function benchPdf(bench) {
  const small = await print(bench, await bench.load(finished(1, 15, []).file));
  const pictures = await Promise.all(Array.from({ length: PHOTOS }, (_, i) => picture(i)));
  const { file, photos } = finished(FACES, FEATURES, pictures);
  const jobId = await bench.load(file);
  for (const { id, bytes } of photos)
    await asked(bench, `/jobs/${jobId}/photos/${id}/file`, { method: 'PUT', body: bytes, type: 'application/octet-stream' });
  const large = await print(bench, jobId);
  report(
    `PDF of ${FACES} faces, ${FEATURES} features, ${PHOTOS} photos`,
    `${large.seconds.toFixed(1)} s, ${(large.seconds / small.seconds).toFixed(1)} × that of one face, ${(large.bytes / 1e6).toFixed(1)} MB`,
    `under ${AIM_S} s`,
    large.seconds < AIM_S,
  );
  report(
    `… memory of the browser that prints it`,
    `${large.peakMB.toFixed(0)} MB of its own, ${(large.peakMB / small.peakMB).toFixed(1)} × that for one face (${small.peakMB.toFixed(0)} MB)`,
    `under ${AIM_MB} MB`,
    large.peakMB < AIM_MB,
  );
}

/** @param {Bench} bench @param {string} jobId */
async function print(bench, jobId) {
  const from = performance.now();
  let peakMB = 0;
  const watch = setInterval(() => (peakMB = Math.max(peakMB, browserMB())), 100);
  const { printId } = await (await asked(bench, `/jobs/${jobId}/prints`, { method: 'POST', body: JSON.stringify(ASKED) })).json();
  for (;;) {
    const { state, bytes } = await (await asked(bench, `/jobs/${jobId}/prints/${printId}`)).json();
    if (state === 'done') {
      clearInterval(watch);
      await asked(bench, `/jobs/${jobId}/prints/${printId}`, { method: 'DELETE' });
      return { seconds: (performance.now() - from) / 1000, bytes, peakMB };
    }
    if (state === 'failed') throw new Error('the PDF failed');
    await new Promise((resolve) => setTimeout(resolve, 200));
  }
}

/** What Chromium's processes have for themselves: pages that several share count once by their share. */
function browserMB() {
  let kB = 0;
  for (const pid of readdirSync('/proc')) {
    if (!/^\d+$/.test(pid)) continue;
    try {
      if (!readFileSync(`/proc/${pid}/cmdline`, 'utf8').includes('chromium')) continue;
      kB += Number(/^Pss:\s+(\d+)/m.exec(readFileSync(`/proc/${pid}/smaps_rollup`, 'utf8'))?.[1] ?? 0);
    } catch {
      // gone since it was listed
    }
  }
  return kB / 1024;
}

/** @param {Bench} bench @param {string} path @param {{ method?: string, body?: any, type?: string }} [more] */
async function asked({ url, cookie, organisationId }, path, { method = 'GET', body, type = 'application/json' } = {}) {
  const headers = { cookie, ...(body === undefined ? {} : { 'content-type': type }) };
  const response = await fetch(`${url}/api/organisations/${organisationId}${path}`, { method, headers, body });
  if (!response.ok) throw new Error(`${method} ${path}: ${response.status} ${await response.text()}`);
  return response;
}

/** As a phone gives it, no two alike. @param {number} i */
function picture(i) {
  const noise = { type: /** @type {const} */ ('gaussian'), mean: 90 + (i % 60), sigma: 12 };
  return sharp({ create: { width: 1600, height: 1200, channels: 3, background: '#666', noise } })
    .jpeg({ quality: 80 })
    .toBuffer();
}

/** A job that was planned, released and done, with pictures of its work. @param {number} faces @param {number} features @param {Buffer[]} pictures */
function finished(faces, features, pictures) {
  const survey = coated(jobOfSize(faces, features));
  const model = /** @type {import('@caulkhorn/core/jobs').JobModel} */ (
    /** @type {unknown} */ ({ ...survey, photos: [], keptProgrammes: [] })
  );
  const madeAt = '2026-03-01T08:00:00Z';
  const content = revisionContent(model, planJob(model, USUAL_CREW, USUAL_HOUSE), USUAL_CREW, USUAL_HOUSE);
  const revision = { id: randomUUID(), number: 1, madeAt, madeBy: 'Bench', ...content };
  const work = { planRevisionId: revision.id };
  const photos = pictures.map((bytes, i) => {
    const item = revision.workItems[(i * 7) % revision.workItems.length];
    const originalSha256 = createHash('sha256').update(bytes).digest('hex');
    return { id: randomUUID(), faceId: item?.faceId ?? '', workItemId: item?.id ?? '', at: madeAt, originalSha256, bytes };
  });
  const bodies = [
    ...revision.workItems.flatMap(({ id: workItemId }) => [
      { kind: 'start', workItemId, ...work },
      { kind: 'finish', workItemId, ...work, batchNumber: 'B-1' },
    ]),
    ...photos.map(({ id: photoId, workItemId, originalSha256 }) => ({
      kind: 'photo',
      workItemId,
      ...work,
      photoId,
      originalSha256,
      of: 'after',
    })),
  ];
  /** @type {any[]} */
  const log = [];
  const deviceId = randomUUID();
  for (const [i, body] of bodies.entries()) {
    const before = log.at(-1);
    const occurredAt = new Date(Date.parse(madeAt) + i * (HOUR_MS / 20)).toISOString();
    const entry = sealEntry(
      /** @type {any} */ ({
        ...{ id: randomUUID(), jobId: survey.job.id, deviceId, deviceSeq: i + 1, prevHash: before?.entry.hash ?? FIRST_LINK },
        ...{ personId: deviceId, personName: 'Bench', occurredAt, writtenAt: occurredAt, body },
      }),
    );
    const link = { receiptSeq: i + 1, receivedAt: occurredAt, prevReceiptHash: before?.receipt.receiptHash ?? FIRST_LINK };
    log.push({ entry, receipt: sealReceipt(entry, link) });
  }
  const items = photos.map(({ bytes: _, ...photo }) => photo);
  return { file: { ...survey, formatVersion: 3, photos: items, keptProgrammes: [], planRevisions: [revision], log }, photos };
}
