/** `npm run people -- reset EMAIL`: a link for a new password, made on the machine itself, for a chief who has none. */
import { createHash, randomBytes, randomUUID } from 'node:crypto';
import pg from 'pg';
import { SetupError } from './lib/debian.mjs';
import { ownDatabase } from './lib/own-database.mjs';
import { answerUsage } from './lib/usage.mjs';

const USAGE = `npm run people -- reset EMAIL
DATABASE_URL, KEEL_DATA, KEEL_PG_PORT, KEEL_PORT, KEEL_URL as for npm start`;

async function main() {
  const { positionals } = answerUsage(USAGE, { options: {}, allowPositionals: true });
  const [what, email] = positionals;
  if (what !== 'reset' || !email || positionals.length !== 2) throw new SetupError(USAGE);
  const { url, done } = await ownDatabase();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows } = await client.query(
      'SELECT school_id, id FROM account WHERE email = lower($1) AND closed_at IS NULL',
      [email],
    );
    if (rows.length === 0) throw new SetupError(`there is no open account of ${email}`);
    const [{ school_id: schoolId, id }] = rows;
    const token = randomBytes(32).toString('base64url');
    await client.query('BEGIN');
    await client.query('UPDATE link SET revoked_at = now() WHERE account_id = $1 AND used_at IS NULL', [id]);
    await client.query('DELETE FROM session WHERE school_id = $1 AND account_id = $2', [schoolId, id]);
    await client.query(
      `INSERT INTO link (id, kind, token_hash, school_id, account_id, expires_at)
       VALUES ($1, 'reset', $2, $3, $4, now() + interval '24 hours')`,
      [randomUUID(), createHash('sha256').update(token).digest('hex'), schoolId, id],
    );
    await client.query(
      "INSERT INTO trail (school_id, by, what, subject) VALUES ($1, NULL, 'password reset', $2)",
      [schoolId, id],
    );
    await client.query('COMMIT');
    const address = process.env.KEEL_URL ?? `http://127.0.0.1:${process.env.KEEL_PORT ?? 4600}`;
    console.log(`reset: ${address.replace(/\/$/, '')}/reset/${token}`);
  } finally {
    await client.end();
    await done();
  }
}

main().catch((error) => {
  console.error(error instanceof SetupError ? error.message : error);
  process.exit(1);
});
