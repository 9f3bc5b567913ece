/** What stands before a server serves: tables up to date, rights given. One process at a time. */
import { Client } from 'pg';
import { migrate } from './database.ts';
import { grantRequests } from './roles.ts';

/** Any number, the same for every process of this program. */
const LOCK = 4600_0001;

/** Does its work while no other process does the like in this database. */
export async function alone<T>(ownerUrl: string, work: () => Promise<T>): Promise<T> {
  const client = new Client({ connectionString: ownerUrl });
  await client.connect();
  try {
    await client.query('SELECT pg_advisory_lock($1)', [LOCK]);
    return await work();
  } finally {
    // The lock goes with the connection.
    await client.end();
  }
}

/** @returns the address of the database as the role that serves requests. */
export async function prepare(ownerUrl: string): Promise<string> {
  await migrate(ownerUrl);
  return grantRequests(ownerUrl);
}
