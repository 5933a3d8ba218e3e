// The built core, as plain modules.
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { ROOT } from '../../lib/setup.mjs';

const require = createRequire(import.meta.url);
/** @param {string} path */
const built = (path) => require(join(ROOT, 'core/dist', path));

export const { CALCULATORS, EXAMPLES, calculate } = built('calculators/index.js');
export const { runCalculator } = built('fields/index.js');
export const { runDrying } = built('physics/drying.js');
export const { MODEL_CODE_DIFFUSIVITY } = built('physics/diffusivity.js');

/** Median time of a run in ms, after warming up. @param {() => unknown} work @param {number} [forMs] */
export function medianMs(work, forMs = 600) {
  for (let i = 0; i < 3; i++) work();
  const times = [];
  for (const until = performance.now() + forMs; times.length < 5 || performance.now() < until;) {
    const from = performance.now();
    work();
    times.push(performance.now() - from);
  }
  times.sort((a, b) => a - b);
  return times[Math.floor(times.length / 2)] ?? NaN;
}

/** How the time grows when the work does. @param {string} what @param {readonly (readonly [string, () => unknown])[]} sizes */
export function printGrowth(what, sizes) {
  const times = sizes.map(([, work]) => medianMs(work, 300));
  const text = sizes.map(
    ([name], i) => `${name} ${(times[i] ?? NaN).toFixed(2)} ms (× ${((times[i] ?? NaN) / (times[0] ?? NaN)).toFixed(1)})`,
  );
  console.log(`         growth of ${what}: ${text.join(', ')}`);
}
