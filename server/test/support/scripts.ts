/** The commands that look after a database, run as whoever looks after the machine runs them. */
import { execFileSync } from 'node:child_process';
import { join } from 'node:path';
import { Client } from 'pg';

const ROOT = join(import.meta.dirname, '../../..');

/** Runs a script on a database. @returns what it printed and its exit code. */
export function run(script: string, url: string, ...args: string[]) {
  try {
    const env = { ...process.env, DATABASE_URL: url };
    const options = { cwd: ROOT, env, encoding: 'utf8' as const, stdio: 'pipe' as const };
    return { out: execFileSync(process.execPath, [`scripts/${script}.mjs`, ...args], options), code: 0 };
  } catch (error) {
    const { stdout, stderr, status } = error as { stdout: string; stderr: string; status: number };
    return { out: stdout + stderr, code: status };
  }
}

/** A database with nothing in it. */
export async function emptyDatabase(name: string): Promise<string> {
  const url = process.env.KEEL_TEST_DATABASE_URL as string;
  const admin = new Client({ connectionString: url });
  await admin.connect();
  await admin.query(`CREATE DATABASE ${name}`);
  await admin.end();
  return url.replace(/\/postgres$/, `/${name}`);
}
