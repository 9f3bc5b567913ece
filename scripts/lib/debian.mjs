/** Debian's packages, for the programs that npm does not bring. Plain Node: runs before anything is installed. */
import { execFileSync } from 'node:child_process';
import { existsSync, mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';

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
    execFileSync('apt-get', ['update'], options);
    execFileSync('apt-get', ['install', '-y', '--no-install-recommends', packageName], options);
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

/** Finds Chromium, installing it if need be. */
export function ensureChromium(log) {
  const names = ['chromium', 'chromium-browser', 'google-chrome'];
  const found = onPath(...names);
  if (found) return found;
  install('chromium', log);
  const installed = onPath(...names);
  if (!installed) throw new SetupError('chromium was installed, but is not on the PATH');
  return installed;
}
