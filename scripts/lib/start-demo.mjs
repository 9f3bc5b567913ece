/** Starts the whole program as `npm start` does, on its own ports and data, and stops it again. */
import { spawn } from 'node:child_process';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const ROOT = join(dirname(fileURLToPath(import.meta.url)), '../..');

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
  const stop = async () => {
    child.kill('SIGTERM');
    await exit;
  };
  return new Promise((resolve, reject) => {
    const heard = (text) => {
      output += text;
      if (/sign-in: chief|setup: \S+\n/.test(output))
        resolve({ url: `http://127.0.0.1:${port}`, stop, output: () => output });
    };
    child.stdout.on('data', heard);
    child.stderr.on('data', heard);
    exit.then(() => reject(new Error(`it ended before it was ready:\n${output}`)));
  });
}
