// npm run dev: the demo's database, the server compiled and restarted on change, the web app with hot reload.
import { spawn } from 'node:child_process';
import { join } from 'node:path';
import { Cluster, clusterFolder } from './lib/postgres.mjs';
import { ROOT, dataFolder, ensureModules, ensurePackages, runNode } from './lib/setup.mjs';

const SERVER_PORT = '4400';

ensurePackages('postgresql', 'chromium');
ensureModules();
dataFolder();
const cluster = new Cluster(clusterFolder(ROOT, 'dev-postgres').folder, { durable: true });
const isNew = cluster.create();
await cluster.start();
if (isNew) cluster.createDatabase('caulkhorn');
runNode('node_modules/typescript/bin/tsc', ['-b', 'core', 'contract', 'server']);

const env = {
  ...process.env,
  ...cluster.environment('caulkhorn'),
  NODE_ENV: 'development',
  PORT: SERVER_PORT,
  SESSION_SECRET: 'for development on this machine only',
};
/** @param {string[]} args */
const start = (args) => spawn(process.execPath, args, { cwd: ROOT, stdio: 'inherit', env });
const children = [
  start([join(ROOT, 'node_modules/typescript/bin/tsc'), '-b', 'core', 'contract', 'server', '--watch', '--preserveWatchOutput']),
  start(['--watch', '--watch-preserve-output', join(ROOT, 'server/dist/demo/main.js')]),
  start([join(ROOT, 'node_modules/vite/bin/vite.js'), 'web', '--host', '127.0.0.1']),
];
process.on('SIGINT', () => {
  for (const child of children) child.kill('SIGTERM');
  cluster.stop();
  process.exit(0);
});
