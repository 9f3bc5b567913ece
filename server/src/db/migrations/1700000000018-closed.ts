/**
 * What stays as it was said, signed and done: written through functions that set date and name themselves, never taken along
 * by something else that goes; the trail is numbered under the lock under which it is chained, and its heads are kept apart.
 */
import type { MigrationInterface, QueryRunner } from 'typeorm';

const TRAIL = `
  CREATE OR REPLACE FUNCTION trail_chain() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  BEGIN
    -- Number, time and predecessor under one lock: what is drawn before it may stand in another order than what is chained.
    PERFORM pg_advisory_xact_lock(hashtextextended('trail ' || NEW.school_id, 0));
    NEW.id := nextval(pg_get_serial_sequence('trail', 'id'));
    NEW.at := clock_timestamp();
    NEW.hash := trail_hash((SELECT hash FROM trail WHERE school_id = NEW.school_id ORDER BY id DESC LIMIT 1), NEW);
    PERFORM keel_guard.add_head(NEW.school_id, NEW.id, NEW.hash);
    RETURN NEW;
  END $$;
  -- Rows that were written at the same moment hung on one another in another order than their numbers: once in order, once more.
  ALTER TABLE trail DISABLE TRIGGER trail_stays;
  DO $$
  DECLARE r trail; before text; of_school uuid;
  BEGIN
    FOR r IN SELECT * FROM trail ORDER BY school_id, id LOOP
      IF of_school IS DISTINCT FROM r.school_id THEN before := NULL; of_school := r.school_id; END IF;
      before := trail_hash(before, r);
      IF before IS DISTINCT FROM r.hash THEN UPDATE trail SET hash = before WHERE id = r.id; END IF;
      PERFORM keel_guard.add_head(r.school_id, r.id, before);
    END LOOP;
  END $$;
  ALTER TABLE trail ENABLE TRIGGER trail_stays;

  CREATE FUNCTION add_to_trail(session text, of_school uuid, done_by uuid, done text, done_to text, more jsonb) RETURNS void
    LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  BEGIN
    IF session IS NOT NULL THEN
      PERFORM FROM session AS s WHERE s.token_hash = session AND s.school_id = of_school AND s.account_id = done_by;
      IF NOT FOUND THEN RAISE EXCEPTION 'permission denied: the trail names who is signed in'; END IF;
    -- By a link, before anybody is signed in; or on the machine itself, by nobody.
    ELSIF done_by IS NOT NULL AND done NOT IN ('school set up', 'invitation accepted', 'password chosen anew') THEN
      RAISE EXCEPTION 'permission denied: the trail names who is signed in';
    END IF;
    INSERT INTO trail (school_id, by, what, subject, detail) VALUES (of_school, done_by, done, done_to, more);
  END $$;
`;

const SIGNED = `
  -- Since when there is a school: no request sets it.
  CREATE TABLE school_since (school_id uuid PRIMARY KEY REFERENCES school ON DELETE CASCADE, at timestamptz NOT NULL);
  INSERT INTO school_since SELECT id, now() - interval '1 day' FROM school;
  CREATE FUNCTION school_begins() RETURNS trigger LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  BEGIN
    INSERT INTO school_since VALUES (NEW.id, clock_timestamp());
    RETURN NEW;
  END $$;
  CREATE TRIGGER school_begins AFTER INSERT ON school FOR EACH ROW EXECUTE FUNCTION school_begins();
  /* What a signature covered where it was made, and the hash that it had there; null for what was signed here. */
  ALTER TABLE signed ADD origin_hash text;

  -- Signed now, by who is signed in. A school of the last hour may be filled with what was signed before, as the demo is.
  CREATE FUNCTION add_signed(session text, one jsonb) RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  DECLARE r signed := jsonb_populate_record(NULL::signed, one);
  BEGIN
    PERFORM FROM school_since WHERE school_id = r.school_id AND at > now() - interval '1 hour';
    IF NOT FOUND THEN
      PERFORM FROM session AS s JOIN account AS a ON a.school_id = s.school_id AND a.id = s.account_id
        WHERE s.token_hash = session AND s.expires_at > now() AND a.school_id = r.school_id AND a.id = r.signer_id
          AND a.role <> 'student' AND a.closed_at IS NULL;
      IF NOT FOUND THEN RAISE EXCEPTION 'permission denied: only who is signed in signs'; END IF;
      IF abs(extract(epoch FROM clock_timestamp() - r.signed_at)) > 60 THEN
        RAISE EXCEPTION 'permission denied: a signature has the date on which it is made';
      END IF;
    END IF;
    r.origin := NULL;
    r.origin_hash := NULL;
    INSERT INTO signed SELECT r.*;
  END $$;

  -- Signed elsewhere, by somebody who came from there: what another school said.
  CREATE FUNCTION take_signed(one jsonb) RETURNS boolean LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  DECLARE r signed := jsonb_populate_record(NULL::signed, one);
  BEGIN
    PERFORM FROM account WHERE school_id = r.school_id AND id = r.signer_id AND origin IS NOT NULL;
    IF NOT FOUND OR r.origin IS NULL THEN
      RAISE EXCEPTION 'permission denied: what was signed elsewhere was signed by somebody from there';
    END IF;
    INSERT INTO signed SELECT r.* ON CONFLICT DO NOTHING;
    RETURN FOUND;
  END $$;
`;

const SAID = `
  -- What was said of a recording goes with it by a word of its own, never in passing.
  ALTER TABLE statement DROP CONSTRAINT statement_school_id_recording_id_fkey,
    ADD FOREIGN KEY (school_id, recording_id) REFERENCES recording;
  ALTER TABLE live_note DROP CONSTRAINT live_note_school_id_lesson_id_fkey,
    ADD FOREIGN KEY (school_id, lesson_id) REFERENCES lesson;
  ALTER TABLE log_draft DROP CONSTRAINT log_draft_school_id_recording_id_fkey,
    ADD FOREIGN KEY (school_id, recording_id) REFERENCES recording;

  -- Deleted thirty days ago and named by nothing signed: the recording, what was said of it, the batches and voices that it came by.
  CREATE FUNCTION purge_recordings() RETURNS void LANGUAGE plpgsql SECURITY DEFINER SET search_path = public AS $$
  DECLARE gone record;
  BEGIN
    FOR gone IN
      SELECT school_id, id FROM recording AS r WHERE deleted_at < now() - interval '30 days'
        AND NOT EXISTS (SELECT FROM signed AS s WHERE s.school_id = r.school_id AND s.recording_id = r.id)
      FOR UPDATE SKIP LOCKED
    LOOP
      DELETE FROM live_note AS n WHERE n.school_id = gone.school_id
        AND n.id IN (SELECT s.id FROM statement AS s WHERE s.school_id = gone.school_id AND s.recording_id = gone.id);
      DELETE FROM live_flight AS f WHERE f.school_id = gone.school_id AND f.recording_id = gone.id;
      DELETE FROM statement AS s WHERE s.school_id = gone.school_id AND s.recording_id = gone.id;
      DELETE FROM log_draft AS d WHERE d.school_id = gone.school_id AND d.recording_id = gone.id;
      DELETE FROM recording AS r WHERE r.school_id = gone.school_id AND r.id = gone.id;
    END LOOP;
  END $$;
`;

const TASKS = `
  -- Who asked for a task: what one asks for does not hold up another.
  ALTER TABLE task ADD asked_by uuid;
  CREATE INDEX task_asked ON task (asked_by) WHERE state IN ('waiting', 'running');
`;

const ARCHIVES = `
  -- The key with which a school signs its archives, and those that other schools were seen to sign with first.
  CREATE TABLE school_key (
    school_id uuid PRIMARY KEY REFERENCES school,
    private_key text NOT NULL,
    public_key text NOT NULL
  );
  CREATE TABLE known_school_key (
    school_id uuid NOT NULL REFERENCES school,
    other_id uuid NOT NULL,
    public_key text NOT NULL,
    seen_at timestamptz NOT NULL DEFAULT now(),
    PRIMARY KEY (school_id, other_id)
  );
`;

export class Closed1700000000018 implements MigrationInterface {
  async up(runner: QueryRunner): Promise<void> {
    await runner.query(TRAIL + SIGNED + SAID + TASKS + ARCHIVES);
    await runner.query(
      'REVOKE EXECUTE ON FUNCTION add_to_trail, add_signed, take_signed, purge_recordings FROM PUBLIC',
    );
  }

  /** Going back would give away what is guarded: restore a backup instead. */
  async down(): Promise<void> {
    throw new Error('this change to the tables cannot be taken back: restore a backup from before it');
  }
}
