/**
 * `npm run restore -- FILE`: a backup into an empty database, in one transaction, and held against the sums that were taken
 * with it. A database that holds anything is left as it is.
 */
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import pg from 'pg';
import { SetupError } from './lib/debian.mjs';
import { ownDatabase, surroundingsOf } from './lib/own-database.mjs';
import { different, printSums, sumsOf } from './lib/sums.mjs';
import { answerUsage } from './lib/usage.mjs';

const USAGE = `npm run restore -- FILE
DATABASE_URL, KEEL_DATA, KEEL_PG_PORT as for npm start; the database must be empty`;

async function withClient(url, work) {
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

const isEmpty = (client) =>
  client
    .query("SELECT FROM pg_class WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace LIMIT 1")
    .then(({ rowCount }) => rowCount === 0);

async function main() {
  const { positionals } = answerUsage(USAGE, { options: {}, allowPositionals: true });
  if (positionals.length !== 1) throw new SetupError(USAGE);
  const file = resolve(positionals[0]);
  if (!existsSync(file)) throw new SetupError(`${file}: there is no such file`);
  const { url, bin, done } = await ownDatabase({ make: true });
  try {
    if (!(await withClient(url, isEmpty)))
      throw new SetupError(
        'the database holds something already, and is left as it is: restore into an empty one, such as another KEEL_DATA',
      );
    const { PGDATABASE } = surroundingsOf(url);
    const args = [
      '--no-owner',
      '--no-acl',
      '--exit-on-error',
      '--single-transaction',
      `--dbname=${PGDATABASE}`,
    ];
    const { status, stderr } = spawnSync(join(bin, 'pg_restore'), [...args, file], {
      env: { ...process.env, ...surroundingsOf(url) },
      encoding: 'utf8',
    });
    if (status !== 0)
      throw new SetupError(
        `the restore failed, and nothing of it is kept: ${stderr.trim().split('\n').pop()}`,
      );
    const sums = await withClient(url, sumsOf);
    printSums(sums);
    if (!existsSync(`${file}.sums`)) {
      console.log('restored; there are no sums beside the file to hold it against');
      return;
    }
    const apart = different(JSON.parse(readFileSync(`${file}.sums`, 'utf8')), sums);
    if (apart.length > 0) throw new SetupError(`restored, but not the same: ${apart.join(', ')}`);
    console.log('restored: every table has the rows and the hash that it had');
  } finally {
    await done();
  }
}

main().catch((error) => {
  console.error(error instanceof SetupError ? error.message : error);
  process.exit(1);
});
