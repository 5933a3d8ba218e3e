// The end-to-end tests by hand: npm run e2e -- [files and options of Playwright]. What is built already is taken with NOBUILD=1; LANES=2 runs two at a time.
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { build } from './lib/build.mjs';
import { Lane } from './lib/lane.mjs';
import { ROOT, ensureModules, ensurePackages } from './lib/setup.mjs';

ensurePackages('postgresql', 'chromium', 'openssl', 'libnss3-tools');
ensureModules();
if (!process.env['NOBUILD']) build();
const lanes = Array.from({ length: Number(process.env['LANES'] ?? 1) }, (_, i) => new Lane(`by-hand-${i}`));
const stop = () => lanes.forEach((lane) => lane.stop());
process.on('SIGINT', () => {
  stop();
  process.exit(130);
});
let status = 1;
try {
  const environments = await Promise.all(lanes.map((lane) => lane.start()));
  const playwright = [join(ROOT, 'node_modules/@playwright/test/cli.js'), 'test', '--config', 'e2e/playwright.config.ts'];
  const env = { ...process.env, E2E_LANES: JSON.stringify(environments) };
  status = spawnSync(process.execPath, [...playwright, ...process.argv.slice(2)], { cwd: ROOT, stdio: 'inherit', env }).status ?? 1;
} finally {
  stop();
}
process.exit(status);
