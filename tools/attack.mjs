// npm run attack: what an attacker would try against a throw-away copy, bounded, with its counts: hostile requests, connections killed under load, forged files and entries, other people's jobs and accounts.
import { spawnSync } from 'node:child_process';
import { mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { Cluster, clusterFolder } from './lib/postgres.mjs';
import { ROOT, dataFolder, ensureModules, ensurePackages, runNode } from './lib/setup.mjs';

/** Kinds of attack, by the tests that carry them out. */
const ATTACKS = {
  'hostile requests over every route': 'src/hostile',
  'connections killed in the middle of a transaction; logins that would be the owner': 'platform/database',
  'forged job files, altered logs and releases, signatures without keys': 'exchange/exchange',
  'entries in another’s name, on another’s device, over another’s warning': 'site-log/site-log',
  'passwords guessed, links used twice, codes replayed, other houses’ people': 'people/account',
  'every role at every route, and other houses’ jobs': 'people/access',
  'pictures that are none, or unpack to too much': 'photos/photos',
};

ensurePackages('postgresql');
ensureModules();
runNode('node_modules/typescript/bin/tsc', ['-b', 'core', 'contract', 'server']);
const cluster = new Cluster(clusterFolder(ROOT, 'attack-postgres').folder, { durable: false });
cluster.destroy();
cluster.create();
await cluster.start();
const reports = join(dataFolder(), 'reports');
mkdirSync(reports, { recursive: true });
let held = 0;
let gave = 0;
for (const [what, pattern] of Object.entries(ATTACKS)) {
  const file = join(reports, 'attack.json');
  rmSync(file, { force: true });
  const { stdout } = spawnSync(
    process.execPath,
    [
      join(ROOT, 'node_modules/jest/bin/jest.js'),
      '--selectProjects',
      'server',
      '--testPathPatterns',
      pattern,
      '--json',
      '--outputFile',
      file,
    ],
    {
      cwd: ROOT,
      encoding: 'utf8',
      env: { ...process.env, TEST_DATABASE_URL: cluster.url('postgres'), HOSTILE_INPUTS: '38000', HOSTILE_REPORT: '1' },
    },
  );
  const { numPassedTests, numFailedTests } = JSON.parse(readFileSync(file, 'utf8'));
  held += numPassedTests;
  gave += numFailedTests;
  console.log(`${numFailedTests === 0 ? 'held' : 'GAVE WAY'}  ${what}: ${numPassedTests} tries held, ${numFailedTests} did not`);
  const answers = /answers by status: .*/.exec(stdout)?.[0];
  if (answers) console.log(`      ${answers}`);
}
cluster.destroy();
console.log(`${held} tries held, ${gave} did not`);
process.exit(gave > 0 ? 1 : 0);
