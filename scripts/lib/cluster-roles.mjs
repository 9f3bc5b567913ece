/**
 * Who may what in the project's own PostgreSQL: a superuser whom nothing but this file uses, the owner of the tables, who is
 * none, the role that serves requests, and one that keeps the heads of the trail where the owner cannot reach them.
 */
import { createHmac, randomBytes } from 'node:crypto';

export const ROOT = 'keel_root';
export const OWNER = 'keel';
const REQUESTS = `${OWNER}_requests`;
const HEADS = 'keel_heads';

/** The password of the role that serves requests, as the server works it out from the owner's. */
const requestsPassword = (ownerPassword) =>
  createHmac('sha256', ownerPassword).update(REQUESTS).digest('base64url');

async function connected(user, password, port, database, work) {
  const { default: pg } = await import('pg');
  const client = new pg.Client({ host: '127.0.0.1', port, user, password, database });
  await client.connect();
  try {
    return await work(client);
  } finally {
    await client.end();
  }
}

/** Until now the owner was the superuser: that one takes another name, and all that it owned goes to an owner who is none. */
async function renameSuperuser(port, ownerPassword, rootPassword) {
  const passing = `keel_passing`;
  const password = randomBytes(18).toString('base64url');
  await connected(OWNER, ownerPassword, port, 'postgres', (client) =>
    client.query(
      `DROP ROLE IF EXISTS ${passing}; CREATE ROLE ${passing} SUPERUSER LOGIN PASSWORD '${password}'`,
    ),
  );
  await connected(passing, password, port, 'postgres', (client) =>
    client.query(`ALTER ROLE ${OWNER} RENAME TO ${ROOT}; ALTER ROLE ${ROOT} PASSWORD '${rootPassword}'`),
  );
  await connected(ROOT, rootPassword, port, 'postgres', (client) => client.query(`DROP ROLE ${passing}`));
}

const rolesOf = (ownerPassword) => `
  DO $$ BEGIN
    IF to_regrole('${OWNER}') IS NULL THEN CREATE ROLE ${OWNER}; END IF;
    IF to_regrole('${REQUESTS}') IS NULL THEN CREATE ROLE ${REQUESTS}; END IF;
    IF to_regrole('${HEADS}') IS NULL THEN CREATE ROLE ${HEADS}; END IF;
  END $$;
  ALTER ROLE ${OWNER} LOGIN NOSUPERUSER NOCREATEROLE CREATEDB PASSWORD '${ownerPassword}';
  ALTER ROLE ${REQUESTS} LOGIN NOSUPERUSER NOCREATEROLE NOCREATEDB PASSWORD '${requestsPassword(ownerPassword)}';
  ALTER ROLE ${HEADS} NOLOGIN NOSUPERUSER NOCREATEROLE NOCREATEDB;
  GRANT pg_signal_backend TO ${OWNER};
  ALTER DATABASE postgres OWNER TO ${OWNER};
`;

/** What was made by the superuser, in the time when it was the owner, is the owner's. */
const HAND_OVER = `
  DO $$
  DECLARE one record;
  BEGIN
    FOR one IN
      SELECT format('SCHEMA %I', nspname) AS what FROM pg_namespace
        WHERE nspname = 'pgboss' AND nspowner = '${ROOT}'::regrole
      UNION ALL
      SELECT format('TABLE %s', c.oid::regclass) FROM pg_class AS c
        WHERE relnamespace IN (SELECT oid FROM pg_namespace WHERE nspname IN ('public', 'pgboss'))
          AND relkind IN ('r', 'p', 'v') AND relowner = '${ROOT}'::regrole
          AND NOT EXISTS (SELECT FROM pg_depend WHERE classid = 'pg_class'::regclass AND objid = c.oid AND deptype = 'e')
      UNION ALL
      SELECT format('SEQUENCE %s', c.oid::regclass) FROM pg_class AS c
        WHERE relnamespace IN (SELECT oid FROM pg_namespace WHERE nspname IN ('public', 'pgboss'))
          AND relkind = 'S' AND relowner = '${ROOT}'::regrole
          AND NOT EXISTS (SELECT FROM pg_depend WHERE classid = 'pg_class'::regclass AND objid = c.oid AND deptype IN ('a', 'i'))
      UNION ALL
      SELECT format('FUNCTION %s', p.oid::regprocedure) FROM pg_proc AS p
        WHERE pronamespace IN (SELECT oid FROM pg_namespace WHERE nspname IN ('public', 'pgboss'))
          AND proowner = '${ROOT}'::regrole
          AND NOT EXISTS (SELECT FROM pg_depend WHERE classid = 'pg_proc'::regclass AND objid = p.oid AND deptype = 'e')
      UNION ALL
      SELECT format('TYPE %s', t.oid::regtype) FROM pg_type AS t
        WHERE typnamespace IN (SELECT oid FROM pg_namespace WHERE nspname IN ('public', 'pgboss'))
          AND typtype IN ('e', 'd') AND typowner = '${ROOT}'::regrole
          AND NOT EXISTS (SELECT FROM pg_depend WHERE classid = 'pg_type'::regclass AND objid = t.oid AND deptype = 'e')
    LOOP
      EXECUTE format('ALTER %s OWNER TO ${OWNER}', one.what);
    END LOOP;
  END $$;
`;

/** The heads of the trail, added to by a function and changed by nobody: in each database that is made from now on. */
const GUARD = `
  CREATE SCHEMA IF NOT EXISTS keel_guard AUTHORIZATION ${HEADS};
  CREATE TABLE IF NOT EXISTS keel_guard.trail_head (
    school_id uuid NOT NULL, trail_id bigint NOT NULL, hash text NOT NULL, PRIMARY KEY (school_id, trail_id)
  );
  ALTER TABLE keel_guard.trail_head OWNER TO ${HEADS};
  CREATE OR REPLACE FUNCTION keel_guard.add_head(of_school uuid, of_row bigint, of_hash text) RETURNS void
    LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog AS $$
      INSERT INTO keel_guard.trail_head VALUES (of_school, of_row, of_hash)
    $$;
  ALTER FUNCTION keel_guard.add_head OWNER TO ${HEADS};
  REVOKE EXECUTE ON FUNCTION keel_guard.add_head FROM PUBLIC;
  GRANT USAGE ON SCHEMA keel_guard TO ${OWNER};
  GRANT SELECT ON keel_guard.trail_head TO ${OWNER};
  GRANT EXECUTE ON FUNCTION keel_guard.add_head TO ${OWNER};
`;

/** Brings a cluster that runs to this; again, it changes nothing. */
export async function setUpRoles({ port, ownerPassword, rootPassword }) {
  const asRoot = (database, work) => connected(ROOT, rootPassword, port, database, work);
  const there = await asRoot('postgres', async () => true).catch((error) => {
    // 28P01: the password, 28000: the role is another or none.
    if (!['28P01', '28000'].includes(error.code)) throw error;
    return false;
  });
  if (!there) await renameSuperuser(port, ownerPassword, rootPassword);
  await asRoot('postgres', async (client) => {
    await client.query(rolesOf(ownerPassword));
    await client.query(HAND_OVER);
    await client.query(GUARD);
  });
  await asRoot('template1', (client) => client.query(GUARD));
}
