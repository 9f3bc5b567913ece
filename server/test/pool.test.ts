/** Threads of a lane: what is broken off holds nobody up who waits behind it. */
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { makePool, type Pool } from '../src/tasks/pool.ts';
import { TookTooMuch } from '../src/tasks/service.ts';

/** A thread that sleeps as long as it is told, ms; a number below zero fills its memory. */
const SLEEPER = `module.exports = async (ms) => {
  const kept = [];
  while (ms < 0) kept.push(new Array(1e6).fill(Math.random()));
  await new Promise((resolve) => setTimeout(resolve, ms));
  return 'slept ' + ms;
};`;

let folder: string;
let pool: Pool;
beforeEach(async () => {
  folder = mkdtempSync(join(tmpdir(), 'keel-pool-'));
  const file = join(folder, 'sleeper.cjs');
  writeFileSync(file, SLEEPER);
  pool = makePool({ file, threads: 1, workerData: null, heapMb: 64, complain: () => {} });
  // A thread that is there already begins at once.
  await pool.run(1, { longestMs });
});
afterEach(async () => {
  await pool.close();
  rmSync(folder, { recursive: true });
});

const LONG_MS = 60_000;
const longestMs = 20_000;

test('what waits behind work that is broken off is done', async () => {
  const stop = new AbortController();
  const first = pool.run(LONG_MS, { longestMs, signal: stop.signal });
  const second = pool.run(1, { longestMs });
  setTimeout(() => stop.abort(), 50);
  await expect(first).rejects.toMatchObject({ name: 'AbortError' });
  expect(await second).toBe('slept 1');
}, 30_000);

test('what takes too long or too much memory is broken off, and what waited has its whole time', async () => {
  const slow = pool.run(LONG_MS, { longestMs: 300 });
  const large = pool.run(-1, { longestMs });
  const last = pool.run(200, { longestMs: 5000 });
  await expect(slow).rejects.toBeInstanceOf(TookTooMuch);
  await expect(large).rejects.toBeInstanceOf(TookTooMuch);
  expect(await last).toBe('slept 200');
}, 30_000);
