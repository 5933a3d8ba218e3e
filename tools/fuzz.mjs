// npm run fuzz [-- --inputs N] [-- --seed N]: hostile requests over every route of a throw-away server; prints the answers by status.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { Cluster, clusterFolder } from './lib/postgres.mjs';
import { ROOT, ensureModules, ensurePackages, runNode } from './lib/setup.mjs';

const { values } = parseArgs({
  options: { inputs: { type: 'string', default: '100000' }, seed: { type: 'string', default: String(Date.now() % 1_000_000) } },
});
ensurePackages('postgresql');
ensureModules();
runNode('node_modules/typescript/bin/tsc', ['-b', 'core', 'contract', 'server']);
const cluster = new Cluster(clusterFolder(ROOT, 'fuzz-postgres').folder, { durable: false });
cluster.destroy();
cluster.create();
await cluster.start();
console.log(`${values.inputs} inputs from seed ${values.seed}`);
const { status } = spawnSync(
  process.execPath,
  [join(ROOT, 'node_modules/jest/bin/jest.js'), '--selectProjects', 'server', '--testPathPatterns', 'src/hostile\\.test'],
  {
    cwd: ROOT,
    stdio: 'inherit',
    env: {
      ...process.env,
      TEST_DATABASE_URL: cluster.url('postgres'),
      HOSTILE_INPUTS: values.inputs,
      HOSTILE_SEED: values.seed,
      HOSTILE_REPORT: '1',
    },
  },
);
cluster.destroy();
process.exit(status ?? 1);
