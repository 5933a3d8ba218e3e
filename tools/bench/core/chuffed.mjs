// Chuffed (lazy clause generation) out of the npm package `minizinc`, on the same model: what our own search is measured by.
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { Worker } from 'node:worker_threads';
import { ROOT } from '../../lib/setup.mjs';

const BUILD = join(ROOT, 'node_modules/minizinc/dist');
/** Flattening comes before the search and is not counted; longer than this it is given up. */
const LONGEST_FLATTENING_MS = 30_000;

/**
 * Ends found with the moments at which they were found, in ms from the end of flattening.
 * @param {string} model @param {string} data @param {number} forMs
 * @returns {Promise<{ flatteningMs: number, found: { slots: number, ms: number }[], isProven: boolean }>}
 */
export function chuffed(model, data, forMs) {
  const worker = new Worker(new URL('./chuffed-worker.cjs', import.meta.url), {
    workerData: { script: join(BUILD, 'minizinc-worker.js') },
  });
  /** @type {{ slots: number, ms: number }[]} */
  const found = [];
  let [began, searching, isProven] = [0, 0, false];
  /** @type {NodeJS.Timeout | undefined} */
  let limit;
  return new Promise((resolve, reject) => {
    const end = () => {
      clearTimeout(limit);
      void worker.terminate();
      resolve({ flatteningMs: (searching || performance.now()) - began, found, isProven });
    };
    worker.on('error', reject);
    worker.on('message', (message) => {
      if (message.type === 'ready') {
        began = performance.now();
        limit = setTimeout(end, LONGEST_FLATTENING_MS);
        const args = [
          '--solver',
          'chuffed',
          '-f',
          '--intermediate-solutions',
          '--statistics',
          '--time-limit',
          String(LONGEST_FLATTENING_MS + forMs),
        ];
        worker.postMessage({ jsonStream: true, files: { 'model.mzn': model, 'data.dzn': data }, args: [...args, 'model.mzn', 'data.dzn'] });
      } else if (message.type === 'statistics' && message.statistics.flatTime !== undefined) {
        searching = performance.now();
        clearTimeout(limit);
        limit = setTimeout(end, forMs);
      } else if (message.type === 'solution') {
        found.push({ slots: Number(String(message.output.default).split(' ')[0]), ms: performance.now() - searching });
      } else if (message.type === 'status') {
        isProven = message.status === 'OPTIMAL_SOLUTION';
      } else if (message.type === 'exit') end();
    });
    worker.postMessage({ wasmURL: join(BUILD, 'minizinc.wasm'), dataURL: join(BUILD, 'minizinc.data') });
  });
}

/** The model that all solvers of the bench are given. */
export const MODEL = readFileSync(join(ROOT, 'tools/bench/core/programme.mzn'), 'utf8');
