import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { ROOT } from '../../lib/setup.mjs';
import { report } from '../stats.mjs';
import { EXAMPLES, MODEL_CODE_DIFFUSIVITY, calculate, medianMs, printGrowth, runDrying } from './core.mjs';

const DAYS = 730;
const THICKNESS_MM = 150;
const D1 = 28.8;
const PROBE_MM = 60;
const AIM_PCT = 0.05;
const AIM_RATIO = 20;
const days = Array.from({ length: DAYS + 1 }, (_, day) => day);

/** @param {number} cells @param {number} tolerance */
function dry(cells, tolerance) {
  const slab = { thicknessMm: THICKNESS_MM, diffusivityMm2PerDay: D1, law: MODEL_CODE_DIFFUSIVITY, initial: 1 };
  const run = runDrying(
    slab,
    [{ toDay: DAYS, top: 0.5, base: 'sealed' }],
    { probeDepthMm: PROBE_MM, days, profileDays: [] },
    { cells, tolerance },
  );
  let slice = run.next(false);
  while (!slice.done) slice = run.next(false);
  return slice.value;
}

/** Against SciPy's BDF and LSODA on the same cells, tolerance and days of output; errors against a fine grid. */
export function benchDrying() {
  const fine = dry(1600, 1e-7);
  for (const [cells, tolerance, note] of /** @type {const} */ ([
    [32, 3e-4, 'as coarse as the aim allows'],
    [96, 3e-5, 'as the calculator runs'],
  ])) {
    const ours = dry(cells, tolerance);
    const ms = medianMs(() => dry(cells, tolerance));
    const error = worst((/** @type {number} */ day) => ours.atProbe[day], fine);
    const answer = JSON.parse(
      execFileSync('/usr/bin/python3', [join(ROOT, 'tools/bench/core/slab_drying.py')], {
        input: JSON.stringify({
          faces: [...ours.grid.faces],
          d1: D1,
          initial: 1,
          top: 0.5,
          days: DAYS,
          rtol: tolerance,
          atol: tolerance,
          repeats: 5,
        }),
        maxBuffer: 1e9,
        encoding: 'utf8',
      }),
    );
    for (const [name, { seconds, evaluations, humidity }] of Object.entries(answer)) {
      const theirs = worst(atProbe(ours.grid.centres, humidity), fine);
      const ratio = (1000 * seconds) / ms;
      report(
        `slab-drying, ${cells} cells, tolerance ${tolerance} (${note}) against SciPy ${name}`,
        `${ratio.toFixed(1)} × as fast (${ms.toFixed(2)} ms against ${(1000 * seconds).toFixed(1)} ms, ${evaluations} evaluations); error ${error.toFixed(4)} % RH, theirs ${theirs.toFixed(4)}`,
        `≥ ${AIM_RATIO} ×, error ≤ ${AIM_PCT} % RH`,
        ratio >= AIM_RATIO && error <= AIM_PCT,
      );
    }
  }
  printGrowth('slab-drying with cells', [
    ['96 cells', () => dry(96, 3e-5)],
    ['960 cells', () => dry(960, 3e-5)],
    ['9,600 cells', () => dry(9600, 3e-5)],
  ]);
  const slab = EXAMPLES['slab-drying'];
  printGrowth('slab-drying with days', [
    ['73 days', () => calculate('slab-drying', { ...slab, days: 73, coverAtDay: 30 })],
    ['730 days', () => calculate('slab-drying', { ...slab, days: 730 })],
    ['7,300 days', () => calculate('slab-drying', { ...slab, days: 7300 })],
  ]);
}

/** @param {(day: number) => number} humidity @param {{ atProbe: Float64Array }} fine */
function worst(humidity, fine) {
  return 100 * Math.max(...days.map((day) => Math.abs(humidity(day) - (fine.atProbe[day] ?? NaN))));
}

/** Lagrange's cubic between cell centres, as our own run reads its probe. @param {Float64Array} centres @param {number[][]} humidity */
function atProbe(centres, humidity) {
  const above = centres.findIndex((x) => x > PROBE_MM);
  const first = Math.max(0, above - 2);
  const x = [...centres.slice(first, first + 4)];
  const weights = x.map((xi, i) => x.reduce((product, xj, j) => (j === i ? product : (product * (PROBE_MM - xj)) / (xi - xj)), 1));
  return (/** @type {number} */ day) => weights.reduce((sum, w, i) => sum + w * (humidity[day]?.[first + i] ?? NaN), 0);
}
