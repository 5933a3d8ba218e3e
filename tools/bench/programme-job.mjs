// The programme of a job: placed anew after one event, looked for a better one, and at the size of a large job, beside a plain first-fit.
import { USUAL_CREW, USUAL_HOUSE, betterProgrammeJob, planJob, programmeJob } from '@caulkhorn/core/planning';
import { shiftsFrom, weekOf } from '@caulkhorn/core/programme';
import { coated } from './planning.mjs';
import { jobOfSize } from './jobs.mjs';
import { percentile, report } from './stats.mjs';

const RUNS = 5;
const HOUR_MS = 3_600_000;
const nowMs = Date.parse('2026-06-01T05:00:00Z');
const options = { nowMs, timeZone: 'UTC', temperatureC: 15 };
const NOTHING_DONE = { done: new Map() };

/** @param {number} faces @param {number} features */
function workOf(faces, features) {
  const model = /** @type {import('@caulkhorn/core/jobs').JobModel} */ (
    /** @type {unknown} */ ({ ...coated(jobOfSize(faces, features)), photos: [], keptProgrammes: [] })
  );
  return planJob(model, USUAL_CREW, USUAL_HOUSE).workItems;
}

/** Each piece of work as it comes in the list, as soon as there is a crew and its window is open; whatever closes, closes. @param {readonly import('@caulkhorn/core/planning').WorkItem[]} items */
function firstFit(items) {
  const shifts = shiftsFrom(nowMs, weekOf({ timeZone: 'UTC' }), 400);
  /** @type {Map<string, { startMs: number, endMs: number }>} */
  const at = new Map();
  let [freeMs, missed] = [nowMs, 0];
  for (const { id, durationMin, restH = 0, waits } of items) {
    const opensMs = Math.max(nowMs, ...waits.map(({ taskId, minH }) => (at.get(taskId)?.endMs ?? nowMs) + minH * HOUR_MS));
    let startMs = durationMin > 0 ? Math.max(opensMs, freeMs) : opensMs;
    const length = durationMin * 60_000;
    const shift = shifts.find(({ fromMs, toMs }) => Math.max(startMs, fromMs) + length <= toMs);
    if (durationMin > 0 && shift) startMs = Math.max(startMs, shift.fromMs);
    if (durationMin > 0) freeMs = startMs + length;
    at.set(id, { startMs, endMs: startMs + length + restH * HOUR_MS });
    if (waits.some(({ taskId, maxH }) => maxH !== null && startMs > (at.get(taskId)?.startMs ?? 0) + maxH * HOUR_MS)) missed++;
  }
  return { endMs: Math.max(...[...at.values()].map(({ endMs }) => endMs)), missed };
}

/** @param {() => unknown} action */
function typical(action) {
  const times = Array.from({ length: RUNS }, () => {
    const before = performance.now();
    action();
    return performance.now() - before;
  });
  return percentile(times, 0.5);
}

const endOf = (/** @type {import('@caulkhorn/core/programme').Programme} */ { tasks }) => Math.max(...tasks.map(({ endMs }) => endMs));
const days = (/** @type {number} */ endMs) => ((endMs - nowMs) / (24 * HOUR_MS)).toFixed(2);

export function benchProgrammeJob() {
  const items = workOf(14, 36);
  const plain = typical(() => firstFit(items));
  const placed = programmeJob(items, NOTHING_DONE, options);
  const kept = new Map(placed.tasks.map(({ id, startMs }) => [id, { startMs, isPinned: false }]));
  const first = /** @type {import('@caulkhorn/core/programme').PlacedTask} */ (placed.tasks[0]);
  const event = { done: new Map([[first.id, { startedAt: nowMs, finishedAt: first.endMs + 2 * HOUR_MS }]]) };
  const again = typical(() => programmeJob(items, /** @type {any} */ (event), { ...options, nowMs: first.endMs + 2 * HOUR_MS, kept }));
  const ratio = `${(again / plain).toFixed(0)} × a plain first-fit (${plain.toFixed(1)} ms)`;
  report(
    `${items.length} pieces of work placed anew after one that ended late`,
    `${again.toFixed(1)} ms, ${ratio}`,
    'under 300 ms',
    again < 300,
  );

  const beganAt = performance.now();
  const search = betterProgrammeJob(items, NOTHING_DONE, options);
  let step = search.next(false);
  // placed in order it stands at once; that counts where it misses nothing
  const passed = step.done ? null : step.value.proposal.programme;
  let [keptMs, ownMs] = [NaN, NaN];
  while (!step.done) {
    const { programme } = step.value.proposal;
    if (Number.isNaN(keptMs) && programme?.conflicts.length === 0) keptMs = performance.now() - beganAt;
    if (Number.isNaN(ownMs) && programme !== passed) ownMs = performance.now() - beganAt;
    step = search.next(performance.now() - beganAt > 5000);
  }
  const better = step.value?.programme;
  const reference = firstFit(items);
  report(
    `${items.length} pieces of work, a programme by the search`,
    `one that misses nothing after ${keptMs.toFixed(0)} ms, the first of its own that is better after ${ownMs.toFixed(0)} ms; after 5 s ${better ? days(endOf(better)) : 'none'} days with ${better?.conflicts.length} missed, bound ${days(step.value?.lowerBoundMs ?? nowMs)}; ` +
      `placed in order ${days(endOf(placed))} days with ${placed.conflicts.length}; first-fit ${days(reference.endMs)} days with ${reference.missed}`,
    'one that misses nothing under 300 ms',
    keptMs < 300 && better?.conflicts.length === 0,
  );

  const large = workOf(200, 3000);
  const largePlain = typical(() => firstFit(large));
  const largeMs = typical(() => programmeJob(large, NOTHING_DONE, options));
  report(
    `${large.length} pieces of work of 200 faces and 3,000 features, placed`,
    `${largeMs.toFixed(0)} ms, ${(largeMs / largePlain).toFixed(1)} × a plain first-fit (${largePlain.toFixed(0)} ms)`,
    'under 1000 ms',
    largeMs < 1000,
  );
}
