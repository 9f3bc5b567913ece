/**
 * A test file runs in plain Node.js, in one of a few threads that load the code under test once: nothing here needs a
 * sandbox of its own, and its making cost more than many tests.
 */
const base = {
  runner: 'jest-light-runner',
  // Only these: scripts/test.mjs is what runs the tests, not one of them.
  testMatch: ['**/*.test.ts'],
  setupFiles: ['<rootDir>/scripts/lib/typescript.mjs', '<rootDir>/core/src/testing/property-runs.ts'],
};

/** The core, the scripts and the interface's own logic need nothing; the server tests a PostgreSQL of their own. */
export default {
  projects: [
    { ...base, displayName: 'unit', roots: ['<rootDir>/core/src', '<rootDir>/scripts', '<rootDir>/web/src'] },
    {
      ...base,
      displayName: 'server',
      roots: ['<rootDir>/server/test'],
      globalSetup: '<rootDir>/server/test/support/global-setup.mjs',
      globalTeardown: '<rootDir>/server/test/support/global-teardown.mjs',
    },
  ],
};
