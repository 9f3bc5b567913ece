/**
 * `npm test`: installs what it needs, then format and lint, types, floors, unit and server tests, and the real interface in
 * two browsers, each with a program of its own; those are prepared meanwhile. Needs nothing done before it, leaves nothing running, and ends
 * with a line that counts.
 */
import { spawn } from 'node:child_process';
import { cpSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { buildTests } from './lib/built-tests.mjs';
import { ensureChromium, ensurePostgres, SetupError } from './lib/debian.mjs';
import { freePort } from './lib/free-port.mjs';
import { scratchFolder } from './lib/scratch.mjs';
import { startDemo } from './lib/start-demo.mjs';
import { answerUsage } from './lib/usage.mjs';
import { ensureBuilt, ensurePackages } from './start.mjs';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
const USAGE = `npm test -- [--only unit|browser]
KEEL_SEED=N|random and KEEL_RUNS=N: the cases of property tests; npm run test:deep looks at many more of everything`;
const BROWSERS = 2;
/** What takes longer than this hangs: nothing else ends a test that waits for ever. */
const LONGEST_MS = 50 * 60_000;
/** After its end a program's children have so long to say the last of it. */
const LAST_WORDS_MS = 5_000;
const totals = { passed: 0, failed: 0 };
/** Ends what is running, each with all that it started. */
const kills = new Set();
for (const signal of ['SIGINT', 'SIGTERM'])
  process.once(signal, () => {
    for (const kill of kills) kill();
    process.exit(130);
  });

/**
 * Runs a program to its end, with all that it started: a child that outlives it would hold its output open, and us with it.
 * @param options.live prints what it says as it comes; else at once when it has ended, so that two at a time can be read
 * @returns its exit code; null where it was ended because it took too long
 */
function run(title, command, args, { env, quiet = false, live = false } = {}) {
  return new Promise((resolve) => {
    const child = spawn(command, args, {
      cwd: ROOT,
      env: { ...process.env, ...env },
      stdio: ['ignore', quiet ? 'ignore' : 'pipe', 'pipe'],
      detached: true,
    });
    const beganMs = Date.now();
    if (live) console.log(`\n── ${title}`);
    let output = '';
    const heard = (text) => {
      if (live) process.stdout.write(text);
      else output += text;
    };
    const kill = () => {
      try {
        process.kill(-child.pid, 'SIGKILL');
      } catch {
        // It has ended, and whatever it started.
      }
    };
    kills.add(kill);
    const clock = setTimeout(() => {
      heard(`\n${title} was ended: it took longer than ${LONGEST_MS / 60_000} minutes\n`);
      kill();
    }, LONGEST_MS);
    let told = false;
    const tell = (code) => {
      if (told) return;
      told = true;
      clearTimeout(clock);
      kills.delete(kill);
      kill();
      const tookS = Math.round((Date.now() - beganMs) / 1000);
      console.log(`\n── ${title}, ${tookS} s\n${output.trimEnd()}`);
      resolve(code);
    };
    child.stdout?.on('data', heard);
    child.stderr.on('data', heard);
    child.once('error', (error) => {
      heard(error.message);
      tell(1);
    });
    child.once('close', tell);
    child.once('exit', (code) => setTimeout(tell, LAST_WORDS_MS, code).unref());
  });
}

/** A check that passes or fails as a whole, and counts as one. */
async function check(title, command, args) {
  const ok = (await run(title, command, args)) === 0;
  totals[ok ? 'passed' : 'failed']++;
}

const readJson = (file) => {
  try {
    return JSON.parse(readFileSync(file, 'utf8'));
  } catch {
    return undefined;
  }
};

/** Unit and server tests; a run without a report counts as failed. */
async function jest(folder) {
  const report = join(folder, 'jest.json');
  await buildTests();
  const args = [
    'jest',
    '--config',
    'jest.built.config.mjs',
    '--json',
    `--outputFile=${report}`,
    '--maxWorkers=4',
  ];
  const status = await run('unit and server tests', 'npx', args, { quiet: true });
  const result = readJson(report);
  totals.passed += result?.numPassedTests ?? 0;
  totals.failed += result?.numFailedTests ?? 0;
  // A suite that could not even run has no failed test of its own.
  if (status !== 0 && !result?.numFailedTests) totals.failed++;
}

/** What needs nothing built. */
const checks = () =>
  Promise.all([
    check('format and lint', 'npx', ['biome', 'check', '.']),
    check('types', 'npx', ['tsc', '-p', 'tsconfig.json', '--checkers', '1']),
    check('floors', 'npm', ['run', '-s', 'floors']),
  ]);

/** End-to-end tests of some projects, a running program for each browser. */
async function playwright(folder, urls, ...projects) {
  const report = join(folder, `e2e-${projects[0].replace(' ', '-')}.json`);
  const chosen = projects.map((project) => `--project=${project}`);
  const status = await run(`end to end: ${projects.join(', ')}`, 'npx', ['playwright', 'test', ...chosen], {
    env: { KEEL_URLS: urls.join(' '), KEEL_E2E_REPORT: report, KEEL_E2E_FOLDER: folder },
    live: true,
  });
  const stats = readJson(report)?.stats;
  totals.passed += stats?.expected ?? 0;
  totals.failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0) + (stats?.skipped ?? 0);
  if (status !== 0 && !stats?.unexpected) totals.failed++;
}

/** Starts a program on each folder of data, at once. */
async function startAll(data) {
  const ports = [];
  for (const _ of data) ports.push([await freePort(), await freePort()]);
  const begun = await Promise.allSettled(
    data.map((one, i) => startDemo({ data: one, port: ports[i][0], pgPort: ports[i][1] })),
  );
  const failed = begun.find(({ status }) => status === 'rejected');
  const running = begun.flatMap(({ value }) => value ?? []);
  if (!failed) return running;
  await stopAll(running);
  throw failed.reason;
}
const stopAll = (running) => Promise.all(running.map(({ stop }) => stop()));
const urlsOf = (running) => running.map(({ url }) => url);

/**
 * Loads the demo once: its flights are scored there, and the other programs begin with a copy.
 * @returns the folders of data, and a program running on each
 */
async function prepare(folder) {
  const data = Array.from({ length: BROWSERS }, (_, i) => join(folder, `data-${i}`));
  mkdirSync(data[0]);
  const began = Date.now();
  await stopAll(await startAll([data[0]]));
  console.log(`the demo was loaded in ${((Date.now() - began) / 1000).toFixed(1)} s`);
  for (const copy of data.slice(1)) cpSync(data[0], copy, { recursive: true, preserveTimestamps: true });
  await own(folder);
  return { data, running: await startAll(data) };
}

async function endToEnd(folder, { data, running }) {
  await playwright(folder, urlsOf(running), 'real time', 'first run').finally(() => stopAll(running));
  const again = await startAll(data);
  await playwright(folder, urlsOf(again), 'after restart').finally(() => stopAll(again));
}

/** A copy belongs to whom the original belongs. */
function own(folder) {
  const args = ['--reference', join(folder, 'data-0', 'pg'), '-R'];
  return Promise.all(
    Array.from({ length: BROWSERS - 1 }, (_, i) =>
      run('a second program', 'chown', [...args, join(folder, `data-${i + 1}`, 'pg')]),
    ),
  );
}

async function main() {
  const { only } = answerUsage(USAGE, { options: { only: { type: 'string' } } }).values;
  const began = Date.now();
  ensurePackages();
  ensurePostgres(console.log);
  ensureChromium(console.log);
  const checked = only === 'browser' ? undefined : checks();
  // The server's tests stop and kill built servers for real.
  ensureBuilt();
  const folder = scratchFolder('keel-npm-test');
  const complain = (error) => {
    console.log(error.message);
    totals.failed++;
  };
  try {
    const unit = only === 'browser' ? undefined : jest(folder);
    const prepared = only === 'unit' ? undefined : prepare(folder).catch(complain);
    // One after the other: a browser that waits for its share of the machine fails what a person would not.
    await Promise.all([checked, unit]);
    const ready = await prepared;
    if (ready) await endToEnd(folder, ready).catch(complain);
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  console.log(`\ntook ${((Date.now() - began) / 1000).toFixed(0)} s`);
  console.log(`${totals.passed} passed, ${totals.failed} failed`);
  // A pipe that something still holds open holds us up no longer.
  process.exit(totals.failed === 0 && totals.passed > 0 ? 0 : 1);
}

main().catch((error) => {
  console.error(error instanceof SetupError ? error.message : error);
  console.log('0 passed, 1 failed');
  process.exit(1);
});
