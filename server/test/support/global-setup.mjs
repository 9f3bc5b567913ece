/** One throw-away PostgreSQL for the whole run of the server's tests. */
import { chmodSync, mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { freePort } from '../../../scripts/lib/free-port.mjs';
import { startPostgres } from '../../../scripts/lib/postgres.mjs';

export default async function setup() {
  const folder = mkdtempSync(join(tmpdir(), 'keel-test-'));
  chmodSync(folder, 0o755);
  const database = await startPostgres({ folder: join(folder, 'pg'), port: await freePort() });
  process.env.KEEL_TEST_DATABASE_URL = database.url;
  globalThis.keelTestDatabase = { ...database, folder };
}
