import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../tools/lib/chromium.mjs';

/** A server and a database for each worker; `LaneEnvironment` of tools/lib/lane.mjs. */
const lanes = JSON.parse(process.env['E2E_LANES'] ?? '[{}]') as Record<string, string>[];
Object.assign(process.env, lanes[Number(process.env['TEST_PARALLEL_INDEX'] ?? 0)]);

export default defineConfig({
  testDir: '.',
  workers: lanes.length,
  // a machine that is shared stands still for a minute at times: these only end what hangs
  timeout: 300_000,
  expect: { timeout: 60_000 },
  forbidOnly: Boolean(process.env['CI']),
  reporter: [['list'], ['json', { outputFile: process.env['E2E_REPORT'] ?? 'test-results/report.json' }]],
  outputDir: '../test-results',
  use: {
    baseURL: process.env['E2E_URL'] ?? 'http://localhost:4400',
    viewport: { width: 1280, height: 800 },
    serviceWorkers: 'block',
    timezoneId: 'Europe/Oslo',
    locale: 'en-GB',
    screenshot: 'only-on-failure',
    launchOptions: CHROMIUM,
  },
});
