/**
 * `npm test`: installs what it needs, then format and lint, types, unit, server and end-to-end tests. Needs nothing
 * done before it, leaves nothing running, and ends with a line that counts.
 */
import { spawnSync } from 'node:child_process';
import { chmodSync, mkdirSync, mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { ensureChromium, ensurePostgres, SetupError } from './lib/debian.mjs';
import { freePort } from './lib/free-port.mjs';
import { startDemo } from './lib/start-demo.mjs';
import { ensureBuilt, ensurePackages } from './start.mjs';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '..');
const log = (line) => console.log(line);
const totals = { passed: 0, failed: 0 };

/** Runs a check that passes or fails as a whole, and counts as one. */
function check(name, command, args) {
  log(`\n── ${name}`);
  const ok = spawnSync(command, args, { cwd: ROOT, stdio: 'inherit' }).status === 0;
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
function jest(folder) {
  log('\n── unit and server tests');
  const report = join(folder, 'jest.json');
  const args = ['jest', '--json', `--outputFile=${report}`, '--silent=false'];
  const { status } = spawnSync('npx', args, { cwd: ROOT, stdio: ['ignore', 'ignore', 'inherit'] });
  const result = readJson(report);
  totals.passed += result?.numPassedTests ?? 0;
  totals.failed += result?.numFailedTests ?? 0;
  // A suite that could not even run has no failed test of its own.
  if (status !== 0 && !result?.numFailedTests) totals.failed++;
}

/** One run of the end-to-end tests against a running program. */
function playwright(folder, url, project) {
  const report = join(folder, `e2e-${project.replace(' ', '-')}.json`);
  const { status } = spawnSync('npx', ['playwright', 'test', `--project=${project}`], {
    cwd: ROOT,
    stdio: 'inherit',
    env: { ...process.env, KEEL_URL: url, KEEL_E2E_REPORT: report, KEEL_E2E_FOLDER: folder },
  });
  const stats = readJson(report)?.stats;
  totals.passed += stats?.expected ?? 0;
  totals.failed += (stats?.unexpected ?? 0) + (stats?.flaky ?? 0) + (stats?.skipped ?? 0);
  if (status !== 0 && !stats?.unexpected) totals.failed++;
}

async function endToEnd(folder) {
  log('\n── end to end');
  const data = join(folder, 'data');
  mkdirSync(data);
  const ports = { port: await freePort(), pgPort: await freePort() };
  for (const project of ['first run', 'after restart']) {
    const began = Date.now();
    const demo = await startDemo({ data, ...ports });
    log(`started in ${((Date.now() - began) / 1000).toFixed(1)} s`);
    try {
      playwright(folder, demo.url, project);
    } finally {
      await demo.stop();
    }
  }
}

async function main() {
  const began = Date.now();
  ensurePackages();
  ensurePostgres(log);
  ensureChromium(log);
  const folder = mkdtempSync(join(tmpdir(), 'keel-npm-test-'));
  chmodSync(folder, 0o755);
  try {
    check('format and lint', 'npx', ['biome', 'check', '.']);
    check('types', 'npx', ['tsc', '-p', 'tsconfig.json']);
    check('floors', 'npm', ['run', '-s', 'floors']);
    jest(folder);
    ensureBuilt();
    await endToEnd(folder).catch((error) => {
      log(error.message);
      totals.failed++;
    });
  } finally {
    rmSync(folder, { recursive: true, force: true });
  }
  log(`\ntook ${((Date.now() - began) / 1000).toFixed(0)} s`);
  log(`${totals.passed} passed, ${totals.failed} failed`);
  process.exitCode = totals.failed === 0 && totals.passed > 0 ? 0 : 1;
}

main().catch((error) => {
  console.error(error instanceof SetupError ? error.message : error);
  console.log('0 passed, 1 failed');
  process.exit(1);
});
