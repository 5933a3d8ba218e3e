import { defineConfig } from '@playwright/test';
import { CHROMIUM } from '../tools/lib/chromium.mjs';

export default defineConfig({
  testDir: '.',
  workers: 1,
  timeout: 120_000,
  expect: { timeout: 15_000 },
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
