/** A backup each night into a folder, of which the latest are kept: made by the launcher, while the server runs. */
import { spawn } from 'node:child_process';
import { mkdirSync, readdirSync, statSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';

const SCRIPT = join(dirname(fileURLToPath(import.meta.url)), '..', 'backup.mjs');
const DAY_MS = 24 * 3600_000;
const LOOK_MS = 10 * 60_000;
const KEEP = 14;

/** When the latest backup of a folder was made, ms since 1970; 0 where there is none. */
const latestIn = (folder) =>
  Math.max(
    0,
    ...readdirSync(folder)
      .filter((name) => name.endsWith('.dump'))
      .map((name) => statSync(join(folder, name)).mtimeMs),
  );

/** @param databaseUrl as the owner. */
export function backUpNightly(folder, databaseUrl, log) {
  mkdirSync(folder, { recursive: true });
  let running = false;
  const look = () => {
    if (running || Date.now() - latestIn(folder) < DAY_MS) return;
    running = true;
    const child = spawn(process.execPath, [SCRIPT, '--keep', String(KEEP), folder], {
      env: { ...process.env, DATABASE_URL: databaseUrl },
      stdio: ['ignore', 'ignore', 'pipe'],
    });
    let said = '';
    child.stderr.on('data', (text) => {
      said += text;
    });
    child.once('exit', (code) => {
      running = false;
      if (code !== 0) log(`the nightly backup failed: ${said.trim().split('\n').pop()}`);
    });
  };
  look();
  return setInterval(look, LOOK_MS).unref();
}
