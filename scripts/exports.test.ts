/** What is exported is imported somewhere: by its name, in the source that runs or in a test of it. */
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';

const ROOT = join(import.meta.dirname, '..');
const FOLDERS = ['core/src', 'server/src', 'server/test', 'web/src', 'scripts', 'e2e'];
const EXPORTED = /^export (?:async )?(?:const|function\*?|class|interface|type|enum) (\w+)/gm;

/** Configurations lie beside the folders, and import from them. */
const BESIDE = ['.', 'web', 'server', 'core'];

const sourcesIn = (folder: string, recursive: boolean) =>
  (readdirSync(join(ROOT, folder), { recursive }) as string[])
    .filter((file) => /\.(tsx?|mjs)$/.test(file) && !file.includes('bundle'))
    .map((file) => ({ file: join(folder, file), text: readFileSync(join(ROOT, folder, file), 'utf8') }));

const sources = [
  ...FOLDERS.flatMap((folder) => sourcesIn(folder, true)),
  ...BESIDE.flatMap((folder) => sourcesIn(folder, false)),
].map(({ file, text }) => ({ file, text, names: new Set(text.match(/[A-Za-z_$][\w$]*/g)) }));

test('no export is without a use', () => {
  const uses = new Map<string, number>();
  for (const { names } of sources) for (const name of names) uses.set(name, (uses.get(name) ?? 0) + 1);
  const unused = sources.flatMap(({ file, text }) =>
    [...text.matchAll(EXPORTED)]
      .filter(([, name]) => uses.get(name) === 1)
      .map(([, name]) => `${file}: ${name}`),
  );
  expect(unused).toEqual([]);
});
