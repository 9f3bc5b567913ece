/**
 * The unit and server tests as JavaScript. Run from their sources, each of a few hundred files is a module that every
 * thread turns into JavaScript for itself, and whose names are looked up in another module at each use: flying and scoring
 * take half as long again. Built in one go, what several tests use lies in a few files that they share.
 */
import { readFile, rm } from 'node:fs/promises';
import { dirname, join } from 'node:path';
import { fileURLToPath, pathToFileURL } from 'node:url';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../..');
/** Beside the sources, so that packages are found from there; jest.built.config.mjs looks here. */
export const BUILT = '.built-tests';

/** A file that asks where it is means where its source is. */
const whereTheSourceIs = {
  name: 'where the source is',
  setup(build) {
    build.onLoad({ filter: /\.(ts|mjs)$/ }, async ({ path }) => {
      if (path.includes('node_modules')) return undefined;
      const text = await readFile(path, 'utf8');
      if (!text.includes('import.meta')) return undefined;
      return {
        contents: text
          .replaceAll('import.meta.dirname', JSON.stringify(dirname(path)))
          .replaceAll('import.meta.url', JSON.stringify(pathToFileURL(path).href)),
        loader: path.endsWith('.ts') ? 'ts' : 'js',
      };
    });
  },
};

/** Builds every test of core, scripts, interface and server into `BUILT`. */
export async function buildTests() {
  // Only here: packages may have been installed a moment ago.
  const { build } = await import('esbuild');
  // A test that was taken away is not run once more.
  await rm(join(ROOT, BUILT), { recursive: true, force: true });
  await build({
    absWorkingDir: ROOT,
    entryPoints: [
      ...['core/src', 'web/src', 'scripts', 'server/test'].map((folder) => `${folder}/**/*.test.ts`),
      'web/src/**/*.dom.test.tsx',
      'core/src/testing/property-runs.ts',
    ],
    outdir: BUILT,
    outbase: '.',
    chunkNames: 'shared/[name]-[hash]',
    outExtension: { '.js': '.mjs' },
    bundle: true,
    splitting: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    jsx: 'automatic',
    // In a test of a component a style sheet is nothing.
    loader: { '.css': 'empty' },
    alias: { '@keel/core': join(ROOT, 'core/src/index.ts') },
    plugins: [whereTheSourceIs],
    sourcemap: true,
    logLevel: 'error',
  });
}
