/**
 * `npm run backup -- FILE`: the whole database to one file, while the server runs, in the format of PostgreSQL's own pg_dump.
 * Beside it FILE.sums says what was in it at that very moment, for the restore to be held against.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import pg from 'pg';
import { SetupError } from './lib/debian.mjs';
import { ownDatabase, surroundingsOf } from './lib/own-database.mjs';
import { printSums, sumsOf } from './lib/sums.mjs';
import { answerUsage } from './lib/usage.mjs';

const USAGE = `npm run backup -- FILE
npm run backup -- --keep N FOLDER: a file of this moment's name in the folder, of which the latest N are kept
DATABASE_URL, KEEL_DATA, KEEL_PG_PORT as for npm start`;
const NAME = /^keel-path-\d{8}-\d{6}\.dump$/;

/** Writes the file; until it is whole it has another name. @returns what was in it. */
async function backUp(url, bin, file) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  const unfinished = `${file}.unfinished`;
  try {
    // One moment for the file and the sums, whatever the server does meanwhile.
    await client.query('BEGIN ISOLATION LEVEL REPEATABLE READ, READ ONLY');
    const { rows } = await client.query('SELECT pg_export_snapshot() AS snapshot');
    const args = [
      '--format=custom',
      '--no-owner',
      '--no-acl',
      '--exclude-schema=keel_guard',
      `--snapshot=${rows[0].snapshot}`,
    ];
    // What a school knows is for the eyes of whoever made it: pg_dump writes into the file that is there.
    writeFileSync(unfinished, '', { mode: 0o600 });
    const { status, stderr } = spawnSync(join(bin, 'pg_dump'), [...args, `--file=${unfinished}`], {
      env: { ...process.env, ...surroundingsOf(url) },
      encoding: 'utf8',
    });
    if (status !== 0) throw new SetupError(`the backup failed: ${stderr.trim().split('\n').pop()}`);
    const sums = await sumsOf(client);
    const { rows: apart } = await client.query(
      'SELECT count(*)::int AS n FROM recording_file WHERE bytes IS NULL',
    );
    if (apart[0].n > 0)
      console.log(
        `${apart[0].n} recordings lie in the folder of KEEL_FILES: copy it as well, now that this is written`,
      );
    renameSync(unfinished, file);
    writeFileSync(`${file}.sums`, `${JSON.stringify(sums, null, 2)}\n`, { mode: 0o600 });
    return sums;
  } finally {
    rmSync(unfinished, { force: true });
    await client.end();
  }
}

/** Keeps the latest files of a folder. */
function prune(folder, keep) {
  const files = readdirSync(folder)
    .filter((name) => NAME.test(name))
    .sort();
  for (const name of files.slice(0, -keep)) {
    rmSync(join(folder, name), { force: true });
    rmSync(join(folder, `${name}.sums`), { force: true });
  }
}

const nameAt = (date) =>
  `keel-path-${date.toISOString().replace(/[-:]/g, '').replace('T', '-').slice(0, 15)}.dump`;

async function main() {
  const { values, positionals } = answerUsage(USAGE, {
    options: { keep: { type: 'string' } },
    allowPositionals: true,
  });
  if (positionals.length !== 1) throw new SetupError(USAGE);
  const target = resolve(positionals[0]);
  const file = values.keep ? join(target, nameAt(new Date())) : target;
  if (existsSync(file)) throw new SetupError(`${file} is there already: name another file`);
  const { url, bin, done } = await ownDatabase();
  try {
    printSums(await backUp(url, bin, file));
    if (values.keep) prune(target, Number(values.keep));
    console.log(`written: ${file}`);
  } finally {
    await done();
  }
}

if (process.argv[1] === fileURLToPath(import.meta.url)) {
  main().catch((error) => {
    console.error(error instanceof SetupError ? error.message : error);
    process.exit(1);
  });
}
