// npm run mutants [-- [--every N] PART …]: changes the core's code in thousands of small ways and tells which change no test notices.
// Not in npm test: each part takes some minutes up to an hour; with --every 6 only each sixth line is changed, for a sample of all parts.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, readdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { parseArgs } from 'node:util';
import { ROOT, dataFolder, ensureModules, fail } from './lib/setup.mjs';

/** Files by part. Tables of words and of shipped sheets are left out: their rows are held by tests of their own. */
const PARTS = {
  quantities: ['core/src/quantities/*.ts', 'core/src/issues.ts', 'core/src/fields/*.ts'],
  water: ['core/src/water/*.ts'],
  survey: ['core/src/survey/*.ts'],
  'build-up': ['core/src/build-up/*.ts', 'core/src/build-up/rules/*.ts'],
  materials: ['core/src/materials/*.ts'],
  programme: [
    'core/src/programme/application-window.ts',
    'core/src/programme/recoat-window.ts',
    'core/src/programme/cure-rounds.ts',
    'core/src/programme/forward-pass.ts',
  ],
  'site-log': ['core/src/site-log/*.ts', 'core/src/proof/*.ts'],
  jobs: ['core/src/jobs/*.ts'],
  physics: ['core/src/physics/*.ts'],
  planning: ['core/src/planning/*.ts'],
};

/** Ground that the rooms above it test as they stand on it. @type {Record<string, string[]>} */
const TESTED_TOO_BY = { jobs: ['survey'], fields: ['materials', 'calculators'], proof: ['planning'] };

ensureModules();
const { values, positionals: wanted } = parseArgs({ options: { every: { type: 'string', default: '1' } }, allowPositionals: true });
const every = Number(values.every);
if (!Number.isInteger(every) || every < 1) fail('--every wants a whole number from 1.');
const names = /** @type {(keyof typeof PARTS)[]} */ (wanted.length > 0 ? wanted : Object.keys(PARTS));
for (const name of names) if (!PARTS[name]) fail(`There is no part ${name}: ${Object.keys(PARTS).join(', ')}.`);
const reports = join(dataFolder(), 'mutants');
mkdirSync(reports, { recursive: true });
const totals = { killed: 0, survived: 0 };
for (const name of names) {
  const report = join(reports, `${name}.json`);
  const config = join(reports, `${name}.conf.json`);
  writeFileSync(
    config,
    JSON.stringify({
      testRunner: 'jest',
      coverageAnalysis: 'perTest',
      jest: { projectType: 'custom', configFile: join(ROOT, 'tools/mutants/jest.config.cjs'), enableFindRelatedTests: true },
      mutate: every === 1 ? [...PARTS[name], '!**/index.ts', '!**/*.test.ts'] : sampled(PARTS[name]),
      reporters: ['json'],
      jsonReporter: { fileName: report },
      plugins: ['@stryker-mutator/jest-runner'],
      concurrency: 2,
      timeoutMS: 20_000,
      tempDirName: join(ROOT, '.data/mutants/work'),
      ignorePatterns: ['.data', 'docs/screenshots', 'web', 'server', 'contract', 'e2e', '**/dist'],
      allowEmpty: true,
    }),
  );
  const { status } = spawnSync(process.execPath, [join(ROOT, 'node_modules/@stryker-mutator/core/bin/stryker.js'), 'run', config], {
    cwd: ROOT,
    stdio: ['ignore', 'ignore', 'inherit'],
    env: { ...process.env, MUTANT_ROOMS: roomsOf(PARTS[name]).join(',') },
  });
  if (status !== 0) fail(`The part ${name} could not be measured.`);
  tell(name, report);
}
const all = totals.killed + totals.survived;
console.log(`in all: ${totals.survived} of ${all} survive, ${((100 * totals.survived) / Math.max(1, all)).toFixed(1)} %`);

/** Each so-many-th line of the part's files, counted on from file to file. @param {string[]} patterns */
function sampled(patterns) {
  let line = 0;
  return patterns.flatMap((pattern) => {
    const files = pattern.endsWith('*.ts')
      ? readdirSync(join(ROOT, dirname(pattern))).map((file) => join(dirname(pattern), file))
      : [pattern];
    return files
      .filter((file) => file.endsWith('.ts') && !file.endsWith('.test.ts') && !file.endsWith('index.ts'))
      .flatMap((file) => {
        const rows = readFileSync(join(ROOT, file), 'utf8').split('\n');
        return rows.flatMap((text, i) =>
          line++ % every === 0 && text.trim() !== '' ? [`${file}:${i + 1}:0-${i + 1}:${text.length}`] : [],
        );
      });
  });
}

/** Rooms whose tests meet the mutants, and what is published of the core. @param {string[]} patterns */
function roomsOf(patterns) {
  const rooms = patterns.flatMap((pattern) => /^core\/src\/([^/]+)\//.exec(pattern)?.[1] ?? []);
  return [...new Set(rooms.flatMap((room) => [room, ...(TESTED_TOO_BY[room] ?? [])]))];
}

/** @param {string} name @param {string} report */
function tell(name, report) {
  /** @type {{ files: Record<string, { mutants: { status: string, location: { start: { line: number } }, mutatorName: string, replacement?: string }[] }> }} */
  const { files } = JSON.parse(readFileSync(report, 'utf8'));
  let [killed, survived] = [0, 0];
  for (const [file, { mutants }] of Object.entries(files)) {
    const alive = mutants.filter(({ status }) => status === 'Survived' || status === 'NoCoverage');
    const dead = mutants.filter(({ status }) => status === 'Killed' || status === 'Timeout');
    killed += dead.length;
    survived += alive.length;
    if (alive.length > 0) console.log(`  ${file}: ${alive.length} of ${alive.length + dead.length} survive`);
    for (const { location, mutatorName, replacement } of alive)
      console.log(`    ${location.start.line}: ${mutatorName} → ${(replacement ?? '').replace(/\s+/g, ' ').slice(0, 80)}`);
  }
  totals.killed += killed;
  totals.survived += survived;
  console.log(`${name}: ${survived} of ${killed + survived} survive, ${((100 * survived) / Math.max(1, killed + survived)).toFixed(1)} %`);
}
