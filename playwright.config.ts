/** End-to-end tests through the real interface; `npm test` starts the program and names it in KEEL_URL. */
import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS, chromiumPath } from './scripts/lib/browser.mjs';

export default defineConfig({
  testDir: 'e2e',
  workers: 1,
  timeout: 60_000,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: process.env.KEEL_E2E_REPORT ?? 'test-results/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    baseURL: process.env.KEEL_URL ?? 'http://127.0.0.1:4600',
    viewport: { width: 1280, height: 800 },
    launchOptions: { executablePath: chromiumPath(), args: CHROMIUM_ARGS },
    screenshot: 'only-on-failure',
  },
  projects: [
    { name: 'first run', testIgnore: /after-restart/ },
    { name: 'after restart', testMatch: /after-restart/ },
  ],
});
