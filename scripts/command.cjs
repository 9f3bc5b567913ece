/**
 * `node scripts/command.cjs NAME …`: runs `scripts/NAME.ts` from a bundle that is made once and kept while it is newer than
 * every source, together with the machine code of its first run. Plain CommonJS, since it starts the soonest.
 */
const { mkdirSync, readdirSync, readFileSync, renameSync, statSync, writeFileSync } = require('node:fs');
const { Module } = require('node:module');
const { join } = require('node:path');
const v8 = require('node:v8');
const { Script } = require('node:vm');

// A command's whole life is shorter than the young generation's first few collections.
v8.setFlagsFromString('--min-semi-space-size=32');
v8.setFlagsFromString('--max-semi-space-size=64');

const ROOT = join(__dirname, '..');
const KEPT = join(ROOT, 'node_modules', '.cache', 'keel-path');
const COMMANDS = ['score', 'brief', 'fly', 'standing'];

const [name, ...args] = process.argv.slice(2);
if (!COMMANDS.includes(name)) {
  console.error(`a command was expected: one of ${COMMANDS.join(', ')}`);
  process.exit(2);
}

const modifiedMs = (file) => {
  try {
    return statSync(file).mtimeMs;
  } catch {
    return 0;
  }
};

/** The latest change to a file of a folder, tests left out. */
function latestMs(folder) {
  let latest = statSync(folder).mtimeMs;
  for (const entry of readdirSync(folder, { withFileTypes: true })) {
    const path = join(folder, entry.name);
    if (entry.isDirectory()) latest = Math.max(latest, latestMs(path));
    else if (!entry.name.includes('.test.')) latest = Math.max(latest, statSync(path).mtimeMs);
  }
  return latest;
}

/** Written beside and moved into place: another process may be reading it. */
function keep(file, data) {
  mkdirSync(KEPT, { recursive: true });
  const beside = `${file}.${process.pid}`;
  writeFileSync(beside, data);
  renameSync(beside, file);
}

function bundled() {
  const bundle = join(KEPT, `${name}.cjs`);
  const sources = [join(ROOT, 'core', 'src'), join(ROOT, 'scripts')].map(latestMs);
  const locked = modifiedMs(join(ROOT, 'package-lock.json'));
  if (modifiedMs(bundle) > Math.max(...sources, locked))
    return { bundle, code: readFileSync(bundle, 'utf8') };
  const { outputFiles } = require('esbuild').buildSync({
    stdin: {
      contents: `import { ${name} } from './${name}.ts'; import { main } from './lib/cli.ts'; main(${name});`,
      resolveDir: __dirname,
      loader: 'ts',
    },
    bundle: true,
    platform: 'node',
    format: 'cjs',
    target: 'node20',
    minifySyntax: true,
    minifyWhitespace: true,
    write: false,
    logLevel: 'error',
  });
  const code = outputFiles[0].text;
  keep(bundle, code);
  return { bundle, code };
}

const { bundle, code } = bundled();
const cache = bundle.replace(/cjs$/, 'v8');
const kept = modifiedMs(cache) >= modifiedMs(bundle) ? readFileSync(cache) : undefined;
const script = new Script(Module.wrap(code), { filename: bundle, cachedData: kept });
process.argv = [process.execPath, bundle, ...args];
const whole = { exports: {} };
script.runInThisContext()(whole.exports, require, whole, bundle, KEPT);
if (kept === undefined || script.cachedDataRejected) keep(cache, script.createCachedData());
