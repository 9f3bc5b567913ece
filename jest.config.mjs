const swc = [
  '@swc/jest',
  { jsc: { target: 'es2022', parser: { syntax: 'typescript' } }, module: { type: 'commonjs' } },
];

/** The core, the scripts and the interface's own logic need nothing; the server tests a PostgreSQL of their own. */
const base = {
  testEnvironment: 'node',
  // Only these: scripts/test.mjs is what runs the tests, not one of them.
  testMatch: ['**/*.test.ts'],
  // Looked up through the sandbox these cost the computation half of its time; handed to each module they cost nothing.
  sandboxInjectedGlobals: [
    'Math',
    'Number',
    'Float64Array',
    'Array',
    'Object',
    'Map',
    'Set',
    'WeakMap',
    'String',
    'JSON',
    'Uint8Array',
    'Error',
  ],
  setupFiles: ['<rootDir>/core/src/testing/property-runs.ts'],
  transform: { '\\.[cm]?[jt]s$': swc },
  // These packages ship only ES modules.
  transformIgnorePatterns: [
    '/node_modules/(?!(uuid|@noble|@scure|@otplib|otplib|igc-parser|rate-limiter-flexible|ml-levenberg-marquardt|ml-matrix|is-any-array|ml-array-[a-z]+)/)',
  ],
};

export default {
  testTimeout: 60_000,
  projects: [
    { ...base, displayName: 'core', roots: ['<rootDir>/core/src'] },
    { ...base, displayName: 'scripts', roots: ['<rootDir>/scripts'] },
    { ...base, displayName: 'web', roots: ['<rootDir>/web/src'] },
    {
      ...base,
      displayName: 'server',
      roots: ['<rootDir>/server/test'],
      globalSetup: '<rootDir>/server/test/support/global-setup.mjs',
      globalTeardown: '<rootDir>/server/test/support/global-teardown.mjs',
    },
  ],
};
