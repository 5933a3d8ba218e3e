// npm test: set-up where missing, then every stage in turn; stops at the first that fails and shows its log.
import { spawn } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { build } from './lib/build.mjs';
import { Lane } from './lib/lane.mjs';
import { Cluster, clusterFolder } from './lib/postgres.mjs';
import { ROOT, dataFolder, ensureModules, ensurePackages } from './lib/setup.mjs';
import { toldTests } from './lib/told-tests.mjs';

const startedAt = Date.now();
/** A stage that hangs has failed. */
const LONGEST_STAGE_MS = 20 * 60_000;
/** The whole may take 90 minutes. The end-to-end tests have what is left of it: a machine half as fast is no fault of theirs. */
const LONGEST_WHOLE_MS = 86 * 60_000;
const totals = { passed: 0, failed: 0 };

ensurePackages('postgresql', 'chromium', 'openssl', 'libnss3-tools');
ensureModules();
const reports = join(dataFolder(), 'reports');
mkdirSync(reports, { recursive: true });
const cluster = new Cluster(clusterFolder(ROOT, 'test-postgres').folder, { durable: false });
cluster.destroy();
cluster.create();
await cluster.start();
/** A core each. */
const lanes = [new Lane('one'), new Lane('two')];
/** @type {Set<import('node:child_process').ChildProcess>} */
const running = new Set();
const cleanUp = () => {
  for (const child of running) child.kill('SIGKILL');
  for (const lane of lanes) lane.stop();
  cluster.destroy();
};
for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM']))
  process.on(signal, () => {
    cleanUp();
    process.exit(130);
  });

/** One stage; `count` reads how many of its checks passed and failed, without it the stage counts as one; `tell` says what is to stand below its log. @param {string} name @param {string[]} command @param {{ env?: NodeJS.ProcessEnv, longestMs?: number, count?: () => { passed: number, failed: number }, tell?: () => void }} [options] */
async function stage(name, command, { env = {}, longestMs = LONGEST_STAGE_MS, count, tell } = {}) {
  const began = Date.now();
  const log = join(reports, `${name.replace(/\W+/g, '-')}.log`);
  const [script, ...args] = command;
  const { status, printed } = await run([join(ROOT, script ?? ''), ...args], { ...process.env, FORCE_COLOR: '0', ...env }, longestMs);
  writeFileSync(log, printed);
  const seconds = ((Date.now() - began) / 1000).toFixed(1);
  const ok = status === 0;
  const { passed, failed } = readCount(count) ?? { passed: ok ? 1 : 0, failed: ok ? 0 : 1 };
  totals.passed += passed;
  totals.failed += Math.max(failed, ok ? 0 : 1);
  console.log(`${ok ? 'ok    ' : 'FAILED'} ${name} (${passed} passed, ${failed} failed, ${seconds} s)`);
  if (!ok) console.log(printed.split('\n').slice(-200).join('\n'));
  tell?.();
  if (!ok) finish();
}

/** @param {string[]} args @param {NodeJS.ProcessEnv} env @param {number} longestMs @returns {Promise<{ status: number | null, printed: string }>} */
function run(args, env, longestMs) {
  return new Promise((resolve) => {
    const child = spawn(process.execPath, args, {
      cwd: ROOT,
      env,
      stdio: ['ignore', 'pipe', 'pipe'],
      timeout: longestMs,
      killSignal: 'SIGKILL',
    });
    running.add(child);
    let printed = '';
    for (const stream of [child.stdout, child.stderr]) stream.setEncoding('utf8').on('data', (text) => (printed += text));
    child.once('close', (status) => {
      running.delete(child);
      resolve({ status, printed });
    });
  });
}

/** @param {(() => { passed: number, failed: number }) | undefined} count */
function readCount(count) {
  try {
    return count?.();
  } catch {
    return undefined;
  }
}

/** @param {string} file */
function jestCount(file) {
  return () => {
    const { numPassedTests, numFailedTests, numFailedTestSuites } = JSON.parse(readFileSync(file, 'utf8'));
    return { passed: numPassedTests, failed: Math.max(numFailedTests, numFailedTestSuites) };
  };
}

/** @param {string} file */
function playwrightCount(file) {
  return () => {
    const { stats } = JSON.parse(readFileSync(file, 'utf8'));
    return { passed: stats.expected + stats.flaky, failed: stats.unexpected };
  };
}

/** What failed stands last, where it is found; what passed only at the second try is told, not hidden. @param {string} file */
function playwrightTell(file) {
  return () => {
    if (!existsSync(file)) return;
    const { failed, secondTry } = toldTests(JSON.parse(readFileSync(file, 'utf8')));
    for (const text of secondTry) console.log(`PASSED ONLY AT THE SECOND TRY ${text}`);
    for (const text of failed) console.log(`FAILED ${text}`);
  };
}

/** @returns {never} */
function finish() {
  cleanUp();
  console.log(`in ${Math.round((Date.now() - startedAt) / 1000)} s`);
  console.log(`${totals.passed} passed, ${totals.failed} failed`);
  process.exit(totals.failed > 0 ? 1 : 0);
}

const tsc = 'node_modules/typescript/bin/tsc';
await stage('type check: core, contract, server', [tsc, '-b', 'core', 'contract', 'server']);
// none of these writes anything, and each keeps one core busy
/** @type {[string, string[]][]} */
const looks = [
  ['lint', ['node_modules/eslint/bin/eslint.js', '.', '--max-warnings', '0']],
  ...['web', 'e2e', 'tools', 'tsconfig.tests.json'].map(
    (project) => /** @type {[string, string[]]} */ ([`type check: ${project}`, [tsc, '-p', project]]),
  ),
  [
    'import rules',
    [
      'node_modules/dependency-cruiser/bin/dependency-cruise.mjs',
      '--config',
      '.dependency-cruiser.cjs',
      ...['core', 'contract', 'server', 'web'].map((room) => `${room}/src`),
    ],
  ],
  ['format', ['node_modules/prettier/bin/prettier.cjs', '--check', '.', '--log-level', 'warn']],
];
const inTurn = async () => {
  for (let next = looks.shift(); next; next = looks.shift()) await stage(...next);
};
await Promise.all([inTurn(), inTurn()]);
for (const [name, project, env] of /** @type {[string, string, NodeJS.ProcessEnv][]} */ ([
  ['unit tests', 'unit', {}],
  ['server tests on PostgreSQL', 'server', { TEST_DATABASE_URL: cluster.url('postgres') }],
])) {
  const file = join(reports, `${project}.json`);
  rmSync(file, { force: true });
  await stage(name, ['node_modules/jest/bin/jest.js', '--selectProjects', project, '--json', '--outputFile', file], {
    env,
    count: jestCount(file),
  });
}
build();
totals.passed += 1;
console.log('ok     build');

const environments = await Promise.all(lanes.map((lane) => lane.start())).catch((/** @type {Error} */ { message }) => {
  console.log(message);
  totals.failed += 1;
  return finish();
});
const report = join(reports, 'e2e.json');
rmSync(report, { force: true });
// on a machine shared with others a browser stands still for minutes at times: once more, but not where a loss is what is looked for
const playwright = ['node_modules/@playwright/test/cli.js', 'test', '--config', 'e2e/playwright.config.ts', '--retries', '1'];
await stage('end-to-end tests', playwright, {
  env: { E2E_LANES: JSON.stringify(environments), E2E_REPORT: report },
  longestMs: LONGEST_WHOLE_MS - (Date.now() - startedAt),
  count: playwrightCount(report),
  tell: playwrightTell(report),
});
finish();
