/** Debian's packages, for the programs that npm does not bring. Plain Node: runs before anything is installed. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

const SHELL = 'chromium-headless-shell';
const BROWSERS = ['chromium', 'chromium-browser', 'google-chrome'];
/** An archive that does not answer is not waited for. */
const APT_WAITS = ['-o', 'Acquire::Retries=0', '-o', 'Acquire::http::Timeout=10'];

/** Something that a person has to put right, said in one line. */
export class SetupError extends Error {}

/** The full path of a program on the PATH, or undefined. */
export function onPath(...names) {
  const folders = (process.env.PATH ?? '').split(':');
  for (const name of names) {
    for (const folder of folders) if (folder && existsSync(join(folder, name))) return join(folder, name);
  }
  return undefined;
}

/** Installs a package when this user may; otherwise says what to install. */
function install(packageName, log) {
  const may = process.getuid?.() === 0 && onPath('apt-get');
  if (!may)
    throw new SetupError(`${packageName} is missing: install it with "sudo apt-get install ${packageName}"`);
  log(`installing ${packageName} from Debian's packages`);
  const options = {
    stdio: ['ignore', 'ignore', 'pipe'],
    env: { ...process.env, DEBIAN_FRONTEND: 'noninteractive' },
  };
  try {
    execFileSync('apt-get', [...APT_WAITS, 'update'], options);
    execFileSync('apt-get', [...APT_WAITS, 'install', '-y', '--no-install-recommends', packageName], options);
  } catch (error) {
    const reason = String(error.stderr ?? error.message)
      .trim()
      .split('\n')
      .pop();
    throw new SetupError(`${packageName} could not be installed from Debian's packages: ${reason}`);
  }
}

/** The folder with initdb and postgres, newest version first. */
function postgresFolder() {
  const root = '/usr/lib/postgresql';
  if (existsSync(root)) {
    const versions = readdirSync(root).sort((a, b) => Number(b) - Number(a));
    for (const version of versions) {
      const folder = join(root, version, 'bin');
      if (existsSync(join(folder, 'initdb')) && existsSync(join(folder, 'postgres'))) return folder;
    }
  }
  const initdb = onPath('initdb');
  return initdb && onPath('postgres') ? join(initdb, '..') : undefined;
}

/** Finds PostgreSQL's programs, installing them without a cluster of the system's own if need be. */
export function ensurePostgres(log) {
  const found = postgresFolder();
  if (found) return found;
  const settings = '/etc/postgresql-common/createcluster.conf';
  if (process.getuid?.() === 0 && !existsSync(settings)) {
    mkdirSync('/etc/postgresql-common', { recursive: true });
    writeFileSync(settings, 'create_main_cluster = false\n');
  }
  install('postgresql', log);
  const installed = postgresFolder();
  if (!installed)
    throw new SetupError('PostgreSQL was installed, but initdb was not found under /usr/lib/postgresql');
  return installed;
}

/**
 * Finds Chromium, installing it if need be. Debian's build without windows comes first: the same engine, and a quarter less
 * work for two processors. Where it cannot be had, the whole browser does.
 */
export function ensureChromium(log) {
  const shell = onPath(SHELL);
  if (shell) return shell;
  const whole = onPath(...BROWSERS);
  try {
    install(SHELL, log);
  } catch (error) {
    if (whole) return whole;
    log(error.message);
    install('chromium', log);
  }
  const installed = onPath(SHELL, ...BROWSERS);
  if (!installed) throw new SetupError('chromium was installed, but is not on the PATH');
  return installed;
}
