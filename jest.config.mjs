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
  // More than one: in the thread of the program itself the projects would share what each sets up for itself.
  maxWorkers: 4,
  projects: [
    { ...base, displayName: 'unit', roots: ['<rootDir>/core/src', '<rootDir>/scripts', '<rootDir>/web/src'] },
    {
      ...base,
      displayName: 'components',
      roots: ['<rootDir>/web/src'],
      // Drawn in a document, which the others have not.
      testMatch: ['**/*.dom.test.tsx'],
      setupFiles: [...base.setupFiles, '<rootDir>/scripts/lib/page.mjs'],
    },
    {
      ...base,
      displayName: 'server',
      roots: ['<rootDir>/server/test'],
      globalSetup: '<rootDir>/server/test/support/global-setup.mjs',
      globalTeardown: '<rootDir>/server/test/support/global-teardown.mjs',
    },
  ],
};
