import { execFileSync } from 'node:child_process';
import { mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import highsLoader from 'highs';
import { ROOT } from '../../lib/setup.mjs';
import { report } from '../stats.mjs';
import { MODEL, chuffed } from './chuffed.mjs';
import { CALCULATORS, printGrowth, runCalculator } from './core.mjs';
import { tradeProgramme } from './trade-programmes.mjs';

const LIMIT_MS = 2000;
const AIM_PCT = 3;
const SOLVER_LIMIT_MS = 30_000;

/** @typedef {{ fromMin: number, toMin: number }} Span */
/** @typedef {{ horizonMin: number, stepMin: number, resources: { id: string, capacity: number, available?: Span[] }[], tasks: { id: string, durationMin: number, uses: Record<string, number>, allowed?: Span[] }[], lags: { from: string, to: string, kind: string, minMin: number, maxMin?: number }[] }} Programme */

/** @param {Programme} programme @param {number} limitMs */
function ours(programme, limitMs) {
  const from = performance.now();
  const { value } = runCalculator(
    CALCULATORS.get('programme'),
    { ...programme, timeLimitMs: 60_000 },
    () => performance.now() - from > limitMs,
  );
  return { ...value, ms: performance.now() - from };
}

/** Instances committed beside this file. @param {string} size @returns {{ name: string, bestKnownMin: number, foundBy: string, lowerBoundMin: number, programme: Programme }[]} */
function instances(size) {
  const folder = join(ROOT, 'tools/bench/core/instances');
  return readdirSync(folder)
    .filter((file) => file.startsWith(size))
    .map((file) => ({ name: file.replace('.json', ''), ...JSON.parse(readFileSync(join(folder, file), 'utf8')) }));
}

export async function benchProgramme() {
  for (const { name, bestKnownMin, foundBy, programme } of instances('sixty')) {
    const { makespanMin, lowerBoundMin } = ours(programme, LIMIT_MS);
    const over = 100 * (makespanMin / bestKnownMin - 1);
    report(
      `programme ${name}, 60 tasks, 3 resources, best in 2 s`,
      `${makespanMin} min, ${over.toFixed(2)} % over the best known ${bestKnownMin} (${foundBy}); lower bound ${Math.round(lowerBoundMin)}`,
      `within ${AIM_PCT} %`,
      over <= AIM_PCT,
    );
  }
  const highs = await /** @type {any} */ (highsLoader)();
  for (const { name, programme } of instances('small')) {
    const { makespanMin, optimal, ms } = ours(programme, SOLVER_LIMIT_MS);
    const gecode = byGecode(programme);
    const mip = byHighs(highs, programme);
    const agree = [gecode, mip].every(({ endMin, proven }) => !proven || Math.abs(endMin - makespanMin) < 1e-6);
    const told = (/** @type {{ ms: number, proven: boolean }} */ other) =>
      `${other.proven ? '' : 'not proven in '}${other.ms.toFixed(0)} ms`;
    report(
      `programme ${name}, ${programme.tasks.length} tasks, proven optimal`,
      `${makespanMin} min in ${ms.toFixed(1)} ms; Gecode ${told(gecode)} (its search alone ${gecode.searchMs.toFixed(1)} ms), HiGHS ${told(mip)}${agree ? '' : '; THE ENDS DIFFER'}`,
      'faster than the exact solvers, same end',
      optimal && agree && ms < gecode.ms && ms < mip.ms,
    );
  }
  await benchTrade();
  benchFresh();
  benchLarge();
  const grown = (/** @type {number} */ n) => () => ours(chains(n), 30_000);
  printGrowth('programme to the first proof, independent chains', [
    ['5 tasks', grown(5)],
    ['50 tasks', grown(50)],
    ['500 tasks', grown(500)],
  ]);
}

/** Kept apart from the seeds that settings were tuned on, which are odd. Those that cannot be scheduled at all are passed over. */
const KEPT_SEEDS = [2, 4, 6, 8, 10, 12];
const FIRST_MS = 300;
const LARGE_MS = 10_000;
const SIZES = /** @type {const} */ ([
  [70, 2000],
  [145, 5000],
]);

/** Programmes as this trade has them, beside Chuffed for the same time of search; its flattening is told, and not counted. */
async function benchTrade() {
  for (const [size, forMs] of SIZES)
    for (const seed of KEPT_SEEDS) {
      const programme = /** @type {Programme} */ (tradeProgramme(seed, size));
      const value = ours(programme, forMs);
      if (value.conflicts.length > 0) continue;
      const first = ours(programme, FIRST_MS);
      report(
        `programme trade ${seed}, ${programme.tasks.length} tasks, a plan in ${FIRST_MS / 1000} s`,
        first.feasible ? `${first.makespanMin} min` : 'none',
        'a plan',
        first.feasible,
      );
      const { found, flatteningMs, isProven } = await chuffed(MODEL, asData(programme), 2 * forMs);
      const theirs = (/** @type {number} */ ms) =>
        Math.min(...found.filter((each) => each.ms <= ms).map(({ slots }) => slots * programme.stepMin));
      const known = Math.min(value.makespanMin, theirs(Infinity));
      const over = 100 * (value.makespanMin / known - 1);
      report(
        `programme trade ${seed}, ${programme.tasks.length} tasks, ${forMs / 1000} s`,
        `${value.makespanMin} min${value.optimal ? ' (proven)' : ''}, ${over.toFixed(2)} % over the best here; bound ${Math.round(value.lowerBoundMin)}; Chuffed ${theirs(forMs)}, in twice the time ${theirs(Infinity)}${isProven ? ' (proven)' : ''}, after ${(flatteningMs / 1000).toFixed(1)} s of flattening`,
        `within ${AIM_PCT} % and not behind`,
        over <= AIM_PCT && value.makespanMin <= theirs(forMs),
      );
    }
}

/** Many more of the seeds that were kept apart, against the best end that anybody has found for each: seeds that cannot be scheduled are left out. */
function benchFresh() {
  /** @type {{ foundBy: string, bestKnownMin: Record<string, Record<string, number>> }} */
  const { foundBy, bestKnownMin } = JSON.parse(readFileSync(join(ROOT, 'tools/bench/core/instances/fresh.json'), 'utf8'));
  for (const [size, forMs] of SIZES) {
    const overs = Object.entries(bestKnownMin[size] ?? {}).map(([seed, known]) => {
      const { makespanMin } = ours(/** @type {Programme} */ (tradeProgramme(Number(seed), size)), forMs);
      return { seed, overPct: makespanMin === null ? Infinity : 100 * (makespanMin / known - 1) };
    });
    const far = overs.filter(({ overPct }) => overPct > AIM_PCT);
    const told = far.map(({ seed, overPct }) => `seed ${seed} by ${overPct.toFixed(1)} %`).join(', ');
    report(
      `programme trade, ${overs.length} seeds of about ${size} tasks, ${forMs / 1000} s`,
      `${overs.length - far.length} within ${AIM_PCT} % of the best known (${foundBy})${told ? `; over it: ${told}` : ''}`,
      'all of them',
      far.length === 0,
    );
  }
}

/** A house's whole season. */
function benchLarge() {
  const programme = /** @type {Programme} */ (tradeProgramme(2, 1000));
  const { makespanMin, lowerBoundMin, feasible, ms } = ours(programme, LARGE_MS);
  report(
    `programme trade 2, ${programme.tasks.length} tasks`,
    `${makespanMin} min, ${(100 * (makespanMin / lowerBoundMin - 1)).toFixed(1)} % over its bound, after ${(ms / 1000).toFixed(1)} s`,
    'a plan in 10 s',
    feasible,
  );
}

/** Chains of five tasks, each with a crew of its own: nothing to search, all to propagate. @param {number} n @returns {Programme} */
function chains(n) {
  const crews = Array.from({ length: n / 5 }, (_, i) => ({ id: `crew ${i}`, capacity: 1 }));
  const tasks = Array.from({ length: n }, (_, i) => ({ id: `t${i}`, durationMin: 60, uses: { [`crew ${Math.floor(i / 5)}`]: 1 } }));
  const lags = tasks.flatMap(({ id }, i) =>
    i % 5 === 0 ? [] : [{ from: `t${i - 1}`, to: id, kind: 'finish-start', minMin: 30, maxMin: 600 }],
  );
  return { horizonMin: 3000, stepMin: 5, resources: crews, tasks, lags };
}

/** Start slots that the calendars allow. @param {Programme} programme */
function startSlots({ horizonMin, stepMin, resources, tasks }) {
  const inside = (/** @type {Span[] | undefined} */ spans, /** @type {number} */ from, /** @type {number} */ to) =>
    !spans || spans.some((span) => from >= span.fromMin && to <= span.toMin);
  return tasks.map((task) =>
    Array.from({ length: Math.floor(horizonMin / stepMin) + 1 }, (_, slot) => slot).filter((slot) => {
      const [from, to] = [slot * stepMin, slot * stepMin + task.durationMin];
      return (
        to <= horizonMin && inside(task.allowed, from, to) && resources.every((r) => !task.uses[r.id] || inside(r.available, from, to))
      );
    }),
  );
}

/** The programme as data of the model. @param {Programme} programme */
function asData(programme) {
  const { stepMin, tasks, resources, lags } = programme;
  const index = new Map(tasks.map(({ id }, i) => [id, i + 1]));
  const ranges = (/** @type {number[]} */ slots) => `{${slots.join(',')}}`;
  return [
    `n = ${tasks.length}; resources = ${resources.length}; horizon = ${Math.floor(programme.horizonMin / stepMin)};`,
    `duration = [${tasks.map((t) => t.durationMin / stepMin)}]; starts = [${startSlots(programme).map(ranges)}];`,
    `capacity = [${resources.map((r) => r.capacity)}]; amount = [|${resources.map((r) => tasks.map((t) => t.uses[r.id] ?? 0).join(',')).join('|')}|];`,
    `lags = ${lags.length}; lag_from = [${lags.map((l) => index.get(l.from))}]; lag_to = [${lags.map((l) => index.get(l.to))}];`,
    `from_end = [${lags.map((l) => l.kind === 'finish-start')}]; least = [${lags.map((l) => l.minMin / stepMin)}];`,
    `most = [${lags.map((l) => (l.maxMin === undefined ? 1_000_000 : l.maxMin / stepMin))}];`,
  ].join('\n');
}

/** @param {Programme} programme */
function byGecode(programme) {
  const { stepMin } = programme;
  const data = asData(programme);
  const folder = mkdtempSync(join(tmpdir(), 'caulkhorn-bench-'));
  try {
    writeFileSync(join(folder, 'data.dzn'), data);
    const from = performance.now();
    const out = execFileSync(
      'minizinc',
      [
        '--solver',
        'gecode',
        '--time-limit',
        String(SOLVER_LIMIT_MS),
        '--statistics',
        join(ROOT, 'tools/bench/core/programme.mzn'),
        join(folder, 'data.dzn'),
      ],
      { encoding: 'utf8', stdio: ['ignore', 'pipe', 'ignore'] },
    );
    const ms = performance.now() - from;
    const ends = out.split('\n').filter((line) => /^\d+ \[/.test(line));
    const searchMs = 1000 * Number(/solveTime=([\d.e-]+)/.exec(out)?.[1] ?? NaN);
    return { endMin: Number(ends.at(-1)?.split(' ')[0]) * stepMin, proven: out.includes('=========='), ms, searchMs };
  } finally {
    rmSync(folder, { recursive: true });
  }
}

/** Time-indexed: one binary for each task and start. @param {any} highs @param {Programme} programme */
function byHighs(highs, programme) {
  const { stepMin, tasks, resources, lags, horizonMin } = programme;
  const starts = startSlots(programme);
  const index = new Map(tasks.map(({ id }, i) => [id, i]));
  const start = (/** @type {number} */ i, /** @type {string} */ sign) =>
    (starts[i] ?? []).map((slot) => `${sign} ${slot * stepMin} x${i}_${slot}`).join(' ');
  const rows = [
    ...starts.map((slots, i) => `${slots.map((slot) => `x${i}_${slot}`).join(' + ')} = 1`),
    ...tasks.map(({ durationMin }, i) => `C ${start(i, '-')} >= ${durationMin}`),
    ...lags.flatMap(({ from, to, kind, minMin, maxMin }) => {
      const [i, j] = [index.get(from) ?? 0, index.get(to) ?? 0];
      const since = kind === 'finish-start' ? (tasks[i]?.durationMin ?? 0) : 0;
      const wait = `${start(j, '+')} ${start(i, '-')}`;
      return [`${wait} >= ${since + minMin}`, ...(maxMin === undefined ? [] : [`${wait} <= ${since + maxMin}`])];
    }),
    ...resources.flatMap(({ id, capacity }) =>
      Array.from({ length: horizonMin / stepMin }, (_, slot) => {
        const terms = tasks.flatMap(({ durationMin, uses }, i) =>
          uses[id]
            ? (starts[i] ?? []).filter((s) => s <= slot && slot < s + durationMin / stepMin).map((s) => `${uses[id]} x${i}_${s}`)
            : [],
        );
        return terms.length > 0 ? `${terms.join(' + ')} <= ${capacity}` : '';
      }).filter(Boolean),
    ),
  ];
  const names = starts.flatMap((slots, i) => slots.map((slot) => `x${i}_${slot}`));
  const model = `Minimize\n obj: C\nSubject To\n${rows.map((row, i) => ` r${i}: ${row}`).join('\n')}\nBounds\n C >= 0\nBinary\n ${names.join(' ')}\nEnd\n`;
  const from = performance.now();
  const { Status, ObjectiveValue } = highs.solve(model, { time_limit: SOLVER_LIMIT_MS / 1000 });
  return { endMin: ObjectiveValue, proven: Status === 'Optimal', ms: performance.now() - from };
}
