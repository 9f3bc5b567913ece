/**
 * A school of one's own: links that let somebody in once, accounts that can be closed and that ask for a second step, and a
 * trail whose rows hang together, so that one taken out or changed is noticed.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

export class School1700000000009 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(`
      ALTER TABLE account
        -- Who came with an archive signs in only once invited here.
        ALTER email DROP NOT NULL,
        ALTER password_hash DROP NOT NULL,
        ADD origin text,
        ADD closed_at timestamptz,
        ADD created_at timestamptz NOT NULL DEFAULT now(),
        -- The secret that an authenticator app shares; it counts from the moment it was proved.
        ADD totp_secret text,
        ADD totp_since timestamptz,
        -- The last step that was used: a code opens once.
        ADD totp_step bigint NOT NULL DEFAULT 0,
        ADD recovery_hashes text[] NOT NULL DEFAULT '{}';

      -- Who stands in for a while teaches until then.
      ALTER TABLE teaching ADD until timestamptz;
      ALTER TABLE lesson ADD origin text;
      ALTER TABLE recording ADD origin text;

      CREATE TABLE link (
        id uuid PRIMARY KEY,
        kind text NOT NULL CHECK (kind IN ('setup', 'invitation', 'reset')),
        token_hash text NOT NULL UNIQUE,
        school_id uuid REFERENCES school,
        account_id uuid,
        invited jsonb,
        made_by uuid,
        created_at timestamptz NOT NULL DEFAULT now(),
        expires_at timestamptz,
        used_at timestamptz,
        revoked_at timestamptz,
        CHECK ((kind = 'setup') = (school_id IS NULL)),
        CHECK ((kind = 'reset') = (account_id IS NOT NULL)),
        CHECK ((kind = 'invitation') = (invited IS NOT NULL)),
        FOREIGN KEY (school_id, account_id) REFERENCES account ON DELETE CASCADE
      );
      CREATE INDEX link_open ON link (school_id, kind) WHERE used_at IS NULL AND revoked_at IS NULL;

      -- Each row of the trail carries the hash of itself and of the one before it in its school.
      ALTER TABLE trail ADD hash text;
      CREATE FUNCTION trail_hash(before text, r trail) RETURNS text IMMUTABLE LANGUAGE sql AS $$
        SELECT encode(sha256(convert_to(concat_ws('|', coalesce(before, ''), r.school_id,
          to_char(r.at AT TIME ZONE 'UTC', 'YYYY-MM-DD"T"HH24:MI:SS.US'), coalesce(r.by::text, ''), r.what, r.subject, r.detail::text), 'UTF8')), 'hex')
      $$;
      CREATE FUNCTION trail_chain() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
      BEGIN
        -- One after the other within a school: a row must know the one before it.
        PERFORM pg_advisory_xact_lock(hashtextextended('trail ' || NEW.school_id, 0));
        NEW.hash := trail_hash((SELECT hash FROM trail WHERE school_id = NEW.school_id ORDER BY id DESC LIMIT 1), NEW);
        RETURN NEW;
      END $$;
      DO $$
      DECLARE r trail; before text; of_school uuid;
      BEGIN
        FOR r IN SELECT * FROM trail ORDER BY school_id, id LOOP
          IF of_school IS DISTINCT FROM r.school_id THEN before := NULL; of_school := r.school_id; END IF;
          before := trail_hash(before, r);
          UPDATE trail SET hash = before WHERE id = r.id;
        END LOOP;
      END $$;
      ALTER TABLE trail ALTER hash SET NOT NULL;
      CREATE TRIGGER trail_chains BEFORE INSERT ON trail FOR EACH ROW EXECUTE FUNCTION trail_chain();

      -- Not even the owner changes a row in passing.
      CREATE FUNCTION trail_stays() RETURNS trigger LANGUAGE plpgsql AS $$
      BEGIN
        RAISE EXCEPTION 'the trail is added to and never changed';
      END $$;
      CREATE TRIGGER trail_stays BEFORE UPDATE OR DELETE ON trail FOR EACH ROW EXECUTE FUNCTION trail_stays();
      CREATE TRIGGER trail_stays_whole BEFORE TRUNCATE ON trail EXECUTE FUNCTION trail_stays();
    `);
  }

  async down(runner: QueryRunner): Promise<void> {
    await runner.query(`
      DROP TRIGGER trail_stays_whole ON trail;
      DROP TRIGGER trail_stays ON trail;
      DROP TRIGGER trail_chains ON trail;
      DROP FUNCTION trail_stays, trail_chain, trail_hash;
      ALTER TABLE trail DROP hash;
      DROP TABLE link;
      ALTER TABLE recording DROP origin;
      ALTER TABLE lesson DROP origin;
      ALTER TABLE teaching DROP until;
      ALTER TABLE account DROP origin, DROP closed_at, DROP created_at, DROP totp_secret, DROP totp_since, DROP totp_step,
        DROP recovery_hashes;
    `);
  }
}
