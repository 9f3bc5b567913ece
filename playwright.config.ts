/**
 * End-to-end tests through the real interface. `npm test` starts a program for each browser, so that what one test changes
 * in its school is no other's, and names them in KEEL_URLS; by hand KEEL_URL names the one that is running.
 */
import { defineConfig } from '@playwright/test';
import { CHROMIUM_ARGS, chromiumPath } from './scripts/lib/browser.mjs';

/** The running programs, one for each browser. */
export const programs = (process.env.KEEL_URLS ?? process.env.KEEL_URL ?? 'http://127.0.0.1:4600').split(' ');
/** Each worker has the program of its own place. */
const own = programs[Number(process.env.TEST_PARALLEL_INDEX ?? 0)] ?? programs[0];

export default defineConfig({
  testDir: 'e2e',
  workers: programs.length,
  timeout: 60_000,
  // A program that no longer answers fails every test after its own minute: what is wrong has been said by then.
  maxFailures: 20,
  expect: { timeout: 10_000 },
  reporter: [['list'], ['json', { outputFile: process.env.KEEL_E2E_REPORT ?? 'test-results/e2e.json' }]],
  outputDir: 'test-results',
  use: {
    baseURL: own,
    viewport: { width: 1280, height: 800 },
    // An animation is waited for by whoever clicks through it, and tells nothing.
    contextOptions: { reducedMotion: 'reduce' },
    launchOptions: { executablePath: chromiumPath(), args: CHROMIUM_ARGS },
    screenshot: 'only-on-failure',
    // What is kept for where there is no network has a test of its own.
    serviceWorkers: 'block',
  },
  projects: [
    // What is flown in real time takes longest, and begins first.
    { name: 'real time', testMatch: /trainer|seat/ },
    { name: 'first run', testIgnore: /after-restart|trainer|seat/ },
    { name: 'after restart', testMatch: /after-restart/ },
  ],
});
