/** One throw-away PostgreSQL for the whole run of the server's tests. */
import { join } from 'node:path';
import { freePort } from '../../../scripts/lib/free-port.mjs';
import { startPostgres } from '../../../scripts/lib/postgres.mjs';
import { scratchFolder } from '../../../scripts/lib/scratch.mjs';

export default async function setup() {
  const folder = scratchFolder('keel-test');
  const database = await startPostgres({ folder: join(folder, 'pg'), port: await freePort() });
  process.env.KEEL_TEST_DATABASE_URL = database.url;
  globalThis.keelTestDatabase = { ...database, folder };
}
