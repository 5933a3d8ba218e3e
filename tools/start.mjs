// npm start: the built server for production; everything it needs to know comes from the environment.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT, fail, spawnNode } from './lib/setup.mjs';

if (!existsSync(join(ROOT, 'server/dist/main.js')) || !existsSync(join(ROOT, 'web/dist/index.html')))
  fail('Nothing is built yet: run "npm ci && npm run build" first.');
const server = spawnNode('server/dist/main.js', [], { NODE_ENV: 'production' });
for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM'])) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
