// npm run demo [-- --reset] [-- --port N] [-- --lan]: everything on one machine, with invented data.
import { randomBytes } from 'node:crypto';
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { build } from './lib/build.mjs';
import { openToNetwork } from './lib/network.mjs';
import { Cluster, clusterFolder } from './lib/postgres.mjs';
import { ROOT, dataFolder, ensureModules, ensurePackages, fail, spawnNode } from './lib/setup.mjs';

const { values } = parseArgs({
  options: {
    reset: { type: 'boolean', default: false },
    lan: { type: 'boolean', default: false },
    port: { type: 'string', default: process.env.PORT ?? '4400' },
  },
});

ensurePackages('postgresql', 'chromium');
ensureModules();
build();
const data = dataFolder();
onlyOnce(join(data, 'demo.pid'));
const { folder, elsewhere } = clusterFolder(ROOT, 'demo-postgres');
if (elsewhere) console.log(`The database lives in ${folder}, because its owner cannot reach the project's folder.`);
const cluster = new Cluster(folder, { durable: true });
if (values.reset) cluster.destroy();
let isNew = false;
try {
  isNew = cluster.create();
  await cluster.start();
} catch (fault) {
  fail(`The database could not be started: ${describe(fault)}\nIts own words are in ${folder}/log; "npm run demo -- --reset" begins anew.`);
}
if (isNew) cluster.createDatabase('caulkhorn');

const port = await firstFree(Number(values.port));
const network = values.lan ? openToNetwork(port) : undefined;
const server = spawnNode('server/dist/demo/main.js', [], {
  NODE_ENV: 'production',
  ...cluster.environment('caulkhorn'),
  PORT: String(port),
  SESSION_SECRET: secret(),
  LOG_LEVEL: process.env.LOG_LEVEL ?? 'warn',
  ...network?.env,
});
let stopping = false;
for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM']))
  process.on(signal, () => {
    if (stopping) return;
    stopping = true;
    server.kill('SIGTERM');
  });
server.on('exit', (code) => {
  cluster.stop();
  network?.handOut.close();
  if (stopping) console.log('Stopped.');
  process.exit(stopping ? 0 : (code ?? 1));
});

/** One demo a folder: two would share a database, and the first to stop would take it from the other. @param {string} file */
function onlyOnce(file) {
  const other = existsSync(file) ? Number(readFileSync(file, 'utf8')) : 0;
  if (other && isRunning(other)) fail(`The demo of this folder is running already (process ${other}).`);
  writeFileSync(file, String(process.pid));
  process.on('exit', () => rmSync(file, { force: true }));
}

/** @param {number} pid */
function isRunning(pid) {
  try {
    process.kill(pid, 0);
    return true;
  } catch {
    return false;
  }
}

/** Sessions outlive a restart. */
function secret() {
  const file = join(data, 'session-secret');
  if (values.reset) rmSync(file, { force: true });
  if (!existsSync(file)) writeFileSync(file, randomBytes(32).toString('hex'), { mode: 0o600 });
  return readFileSync(file, 'utf8');
}

/** @param {number} wanted @returns {Promise<number>} */
async function firstFree(wanted) {
  if (!Number.isInteger(wanted) || wanted < 1 || wanted > 65_000) fail(`--port takes a port number, not "${values.port}".`);
  for (let each = wanted; each < wanted + 50; each++) {
    if (await isFree(each)) {
      if (each !== wanted) console.log(`Port ${wanted} is taken; using ${each}.`);
      return each;
    }
  }
  return fail(`Ports ${wanted} to ${wanted + 49} are all taken.`);
}

/** @param {number} each @returns {Promise<boolean>} */
function isFree(each) {
  return new Promise((resolve) => {
    const probe = createServer();
    probe.once('error', () => resolve(false));
    probe.listen(each, '127.0.0.1', () => probe.close(() => resolve(true)));
  });
}

/** @param {unknown} fault */
function describe(fault) {
  const { stderr, message } = /** @type {{ stderr?: Buffer, message?: string }} */ (fault);
  return stderr?.toString().trim() || message || String(fault);
}
