// npm start [-- --lan]: the built server for production; everything it needs to know comes from the environment.
import { existsSync } from 'node:fs';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { openToNetwork } from './lib/network.mjs';
import { ROOT, fail, installPackages, spawnNode } from './lib/setup.mjs';

const { values } = parseArgs({ options: { lan: { type: 'boolean', default: false } } });
if (!existsSync(join(ROOT, 'server/dist/main.js')) || !existsSync(join(ROOT, 'web/dist/index.html')))
  fail('Nothing is built yet: run "npm ci && npm run build" first.');
// without it everything works but the PDF, which is then printed from the page
const noPrinter = installPackages('chromium');
if (noPrinter) console.warn(`The server will make no PDF. ${noPrinter}`);
const port = Number(process.env.PORT);
if (values.lan && !(port > 0)) fail('--lan needs PORT in the environment.');
const network = values.lan ? openToNetwork(port) : undefined;
const server = spawnNode('server/dist/main.js', [], { NODE_ENV: 'production', ...network?.env });
for (const signal of /** @type {const} */ (['SIGINT', 'SIGTERM'])) process.on(signal, () => server.kill(signal));
server.on('exit', (code) => process.exit(code ?? 0));
