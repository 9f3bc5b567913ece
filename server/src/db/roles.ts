/**
 * Two roles: the owner of the tables changes them, and requests are served by another, which is neither owner nor
 * superuser and cannot change what must stay as it was written.
 */
import { createHmac } from 'node:crypto';
import { Client, escapeIdentifier, escapeLiteral } from 'pg';

/** What is added and never changed: the trail, what people said, and what they signed. */
const APPEND_ONLY = [
  'trail',
  'statement',
  'signed',
  'skill_word',
  'agreement',
  'solo_limits',
  'release_check',
  'landing_word',
  'stage_retraining',
];
/** What is written by functions of the owner alone, which set name and date themselves; and what only they take away. */
const BY_FUNCTION = `
  REVOKE INSERT ON trail, signed FROM %role;
  REVOKE ALL ON orphan FROM %role;
  REVOKE DELETE ON recording, lesson, live_note, entered_attempt, account, school FROM %role;
  REVOKE INSERT, UPDATE, DELETE ON school_since FROM %role;
  REVOKE UPDATE ON entered_attempt FROM %role;
  GRANT UPDATE (withdrawn) ON entered_attempt TO %role;
  REVOKE UPDATE, DELETE ON school_key, known_school_key FROM %role;
  GRANT EXECUTE ON FUNCTION add_to_trail, add_signed, take_signed, purge_recordings, delete_lesson TO %role;
`;
const DUPLICATE_OBJECT = '42710';

/** The address as which requests are served: a role named after the owner, its password drawn from the owner’s. */
export function requestsUrl(ownerUrl: string): string {
  const url = new URL(ownerUrl);
  const role = `${decodeURIComponent(url.username)}_requests`;
  url.username = role;
  url.password = createHmac('sha256', decodeURIComponent(url.password)).update(role).digest('base64url');
  return url.href;
}

async function answers(url: string): Promise<boolean> {
  const client = new Client({ connectionString: url });
  try {
    await client.connect();
    return true;
  } catch {
    return false;
  } finally {
    // One that never came to be has no end.
    await client.end().catch(() => undefined);
  }
}

/**
 * Makes the role where it is missing, and gives it what it needs of the tables there are.
 * @returns the address as that role.
 * @throws Error that says what to do where the owner may make no role.
 */
export async function grantRequests(ownerUrl: string): Promise<string> {
  const url = process.env.KEEL_REQUESTS_URL ?? requestsUrl(ownerUrl);
  const { username, password } = new URL(url);
  const role = escapeIdentifier(decodeURIComponent(username));
  const owner = new Client({ connectionString: ownerUrl });
  await owner.connect();
  try {
    if (!(await answers(url)))
      await makeRole(owner, role, escapeLiteral(decodeURIComponent(password)), decodeURIComponent(username));
    await owner.query(`
      REVOKE CREATE ON SCHEMA public FROM PUBLIC;
      GRANT USAGE ON SCHEMA public TO ${role};
      GRANT SELECT, INSERT, UPDATE, DELETE ON ALL TABLES IN SCHEMA public TO ${role};
      GRANT USAGE ON ALL SEQUENCES IN SCHEMA public TO ${role};
      REVOKE INSERT, UPDATE, DELETE ON migrations FROM ${role};
      REVOKE UPDATE, DELETE ON ${APPEND_ONLY.join(', ')} FROM ${role};
      ${BY_FUNCTION.replaceAll('%role', role)}
    `);
  } finally {
    await owner.end();
  }
  if (!(await answers(url)))
    throw new Error(`the role ${username} cannot sign in to the database: see docs/database.md`);
  return url;
}

async function makeRole(owner: Client, role: string, password: string, name: string): Promise<void> {
  try {
    await owner.query(`CREATE ROLE ${role} LOGIN NOSUPERUSER NOCREATEDB NOCREATEROLE PASSWORD ${password}`);
  } catch (error) {
    const { code, message } = error as { code?: string; message: string };
    if (code === DUPLICATE_OBJECT) {
      await owner.query(`ALTER ROLE ${role} LOGIN PASSWORD ${password}`);
      return;
    }
    // Another process made it at this very moment.
    if (code === '23505') return;
    throw new Error(
      `the role ${name}, as which requests are served, could not be made (${message}): let the owner make roles, or make it by hand and set KEEL_REQUESTS_URL`,
    );
  }
}
