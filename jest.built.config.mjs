/** The same tests as jest.config.mjs, as `npm test` has built them. */
import { join } from 'node:path';
import sources from './jest.config.mjs';
import { BUILT } from './scripts/lib/built-tests.mjs';

export default {
  ...sources,
  projects: sources.projects.map(({ roots, ...project }) => ({
    ...project,
    roots: roots.map((root) => root.replace('<rootDir>', join('<rootDir>', BUILT))),
    testMatch: [project.displayName === 'components' ? '**/*.dom.test.mjs' : '**/!(*.dom).test.mjs'],
    setupFiles: [
      '<rootDir>/scripts/lib/source-maps.mjs',
      join('<rootDir>', BUILT, 'core/src/testing/property-runs.mjs'),
      ...(project.displayName === 'components' ? ['<rootDir>/scripts/lib/page.mjs'] : []),
    ],
  })),
};
