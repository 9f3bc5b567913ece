/**
 * Brings the database up to date as the owner of its tables, and prints the address as which requests are served. It ends
 * before the server begins, which never learns who the owner is.
 */
import { alone, prepare } from './db/prepare.ts';

const { DATABASE_URL: ownerUrl } = process.env;
if (!ownerUrl) throw new Error('DATABASE_URL is not set');
try {
  console.log(await alone(ownerUrl, () => prepare(ownerUrl)));
} catch (error) {
  console.error(
    `the database does not answer or could not be brought up to date: ${(error as Error).message}`,
  );
  process.exitCode = 1;
}
