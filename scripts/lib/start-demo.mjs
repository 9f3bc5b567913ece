/** Starts the whole program as `npm start` does, on its own ports and data, and stops it again. */
import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { endOrphans } from './orphans.mjs';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../..');

/** A program that is not up, or not down, after so long hangs. */
const UP_MS = 10 * 60_000;
const DOWN_MS = 60_000;

/** Resolves when the address is printed with its sign-ins, or with the link that sets a school up; rejects with the output when it ends before. */
export function startDemo({ data, port, pgPort, env = {} }) {
  // The address of whoever starts it is not its own.
  const { KEEL_URL: _, ...inherited } = process.env;
  const child = spawn(process.execPath, ['scripts/start.mjs'], {
    cwd: ROOT,
    env: { ...inherited, KEEL_DATA: data, KEEL_PORT: String(port), KEEL_PG_PORT: String(pgPort), ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let output = '';
  const exit = new Promise((resolve) => child.once('exit', resolve));
  /** Kills what does not end by itself, and then the server and the database that it had started. */
  const killIn = (ms) =>
    setTimeout(async () => {
      child.kill('SIGKILL');
      await exit;
      await endOrphans(data, () => {}).catch(() => {});
    }, ms);
  const stop = async () => {
    child.kill('SIGTERM');
    const hangs = killIn(DOWN_MS);
    await exit;
    clearTimeout(hangs);
  };
  return new Promise((resolve, reject) => {
    const heard = (text) => {
      output += text;
      if (/sign-in: chief|setup: \S+\n/.test(output)) ready();
    };
    const hangs = killIn(UP_MS);
    const ready = () => {
      clearTimeout(hangs);
      resolve({ url: `http://127.0.0.1:${port}`, stop, output: () => output });
    };
    child.stdout.on('data', heard);
    child.stderr.on('data', heard);
    exit.then(() => clearTimeout(hangs));
    exit.then(() => reject(new Error(`it ended before it was ready:\n${output}`)));
  });
}
