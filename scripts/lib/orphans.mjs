/**
 * What an earlier launcher that was killed left running from the same data folder: ended, so that a new one can begin. What
 * a launcher that still lives looks after is left alone.
 */
import { existsSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { setTimeout as sleep } from 'node:timers/promises';
import { SetupError } from './debian.mjs';

const WAIT_MS = 10_000;

/** A server whose database is elsewhere shares the folder with others, and is told from them by its port. */
const noteIn = (data, port) => join(data, port === undefined ? 'running.json' : `running-${port}.json`);

/** What a process was started as; undefined where there is none of that id. */
function commandOf(pid) {
  try {
    return readFileSync(`/proc/${pid}/cmdline`, 'utf8').replaceAll('\0', ' ');
  } catch {
    return undefined;
  }
}

/** Notes who looks after a data folder, for the next launcher to find. */
export const noteRunning = (data, running, port) =>
  writeFileSync(noteIn(data, port), JSON.stringify(running));
export const forgetRunning = (data, port) => rmSync(noteIn(data, port), { force: true });

function noted(data, port) {
  try {
    return JSON.parse(readFileSync(noteIn(data, port), 'utf8'));
  } catch {
    return {};
  }
}

/** Ends a process that was started as `as`, and waits until it has ended: asked first, then not. */
async function end(pid, as, signal) {
  if (!pid || !commandOf(pid)?.includes(as)) return;
  process.kill(pid, signal);
  for (let waited = 0; commandOf(pid)?.includes(as); waited += 100) {
    if (waited === WAIT_MS) process.kill(pid, 'SIGKILL');
    if (waited > 2 * WAIT_MS) throw new SetupError(`process ${pid} (${as}) does not end: end it by hand`);
    await sleep(100);
  }
}

/** The database server of a folder, by the note that it keeps there itself: its process on the first line, its port on the fourth. */
function postmasterOf(folder) {
  const note = join(folder, 'postmaster.pid');
  const [pid, , , port] = existsSync(note) ? readFileSync(note, 'utf8').split('\n').map(Number) : [];
  return { pid, port };
}

/** The port of the database server that runs in a folder; undefined where none does. */
export function runningPort(folder) {
  const { pid, port } = postmasterOf(folder);
  return commandOf(pid)?.includes(folder) ? port : undefined;
}

/**
 * @param port of a server whose database is elsewhere: then the folder's own database is left alone
 * @throws SetupError where a launcher that lives looks after this folder, or this port.
 */
export async function endOrphans(data, log, port) {
  const { launcher, server } = noted(data, port);
  if (launcher !== process.pid && commandOf(launcher)?.includes('start.mjs'))
    throw new SetupError(`Keel Path runs from ${data} already (process ${launcher}): stop that first`);
  const folder = join(data, 'pg');
  const { pid: postmaster } = port === undefined ? postmasterOf(folder) : {};
  const left = [commandOf(server)?.includes('server/dist/main.js'), commandOf(postmaster)?.includes(folder)];
  if (left.some(Boolean)) log('ending what an earlier start left running');
  await end(server, 'server/dist/main.js', 'SIGTERM');
  await end(postmaster, folder, 'SIGINT');
  forgetRunning(data, port);
}
