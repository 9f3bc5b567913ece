/** Connecting, as the role that serves requests; the tables change by migrations alone, which run as their owner. */
import { DataSource } from 'typeorm';
import { entities } from './entities.ts';
import { First1700000000001 } from './migrations/1700000000001-first.ts';
import { Brief1700000000002 } from './migrations/1700000000002-brief.ts';
import { Trainer1700000000003 } from './migrations/1700000000003-trainer.ts';
import { Debrief1700000000004 } from './migrations/1700000000004-debrief.ts';
import { Statements1700000000005 } from './migrations/1700000000005-statements.ts';
import { Standards1700000000006 } from './migrations/1700000000006-standards.ts';
import { Entered1700000000007 } from './migrations/1700000000007-entered.ts';
import { Promises1700000000008 } from './migrations/1700000000008-promises.ts';
import { School1700000000009 } from './migrations/1700000000009-school.ts';
import { Path1700000000010 } from './migrations/1700000000010-path.ts';
import { Live1700000000011 } from './migrations/1700000000011-live.ts';
import { Voice1700000000012 } from './migrations/1700000000012-voice.ts';
import { Hours1700000000013 } from './migrations/1700000000013-hours.ts';
import { Agreements1700000000014 } from './migrations/1700000000014-agreements.ts';
import { OwnSettings1700000000015 } from './migrations/1700000000015-own-settings.ts';
import { PowerOff1700000000016 } from './migrations/1700000000016-power-off.ts';
import { Erased1700000000017 } from './migrations/1700000000017-erased.ts';
import { Closed1700000000018 } from './migrations/1700000000018-closed.ts';
import { Codes1700000000019 } from './migrations/1700000000019-codes.ts';
import { Reasons1700000000020 } from './migrations/1700000000020-reasons.ts';
import { Calendar1700000000021 } from './migrations/1700000000021-calendar.ts';
import { ChangeOfUser1700000000022 } from './migrations/1700000000022-change-of-user.ts';
import { References1700000000023 } from './migrations/1700000000023-references.ts';
import { Findings1700000000024 } from './migrations/1700000000024-findings.ts';
import { Invited1700000000025 } from './migrations/1700000000025-invited.ts';
import { Once1700000000026 } from './migrations/1700000000026-once.ts';
import { Approach1700000000027 } from './migrations/1700000000027-approach.ts';
import { Insight1700000000028 } from './migrations/1700000000028-insight.ts';
import { StageCheck1700000000029 } from './migrations/1700000000029-stage-check.ts';

/** Every change to the tables, oldest first. */
export const MIGRATIONS = [
  First1700000000001,
  Brief1700000000002,
  Trainer1700000000003,
  Debrief1700000000004,
  Statements1700000000005,
  Standards1700000000006,
  Entered1700000000007,
  Promises1700000000008,
  School1700000000009,
  Path1700000000010,
  Live1700000000011,
  Voice1700000000012,
  Hours1700000000013,
  Agreements1700000000014,
  OwnSettings1700000000015,
  PowerOff1700000000016,
  Erased1700000000017,
  Closed1700000000018,
  Codes1700000000019,
  Reasons1700000000020,
  Calendar1700000000021,
  ChangeOfUser1700000000022,
  References1700000000023,
  Findings1700000000024,
  Invited1700000000025,
  Once1700000000026,
  Approach1700000000027,
  Insight1700000000028,
  StageCheck1700000000029,
];

const LONGEST_WAIT_MS = 5000;

/** @param connections how many at once, at the most. */
export function connect(url: string, connections = 10): Promise<DataSource> {
  return new DataSource({
    type: 'postgres',
    url,
    entities,
    synchronize: false,
    // Whoever waits longer for a connection is told so, and asks again: none of them is held for good.
    extra: { max: connections, connectionTimeoutMillis: LONGEST_WAIT_MS },
    // What a lost connection has to say comes with the query that misses it.
    poolErrorHandler: () => {},
  }).initialize();
}

/**
 * Brings the tables up to date, in one transaction, as their owner.
 * @param changes those that are made: all of them, but where an older state is wanted.
 */
export async function migrate(ownerUrl: string, changes = MIGRATIONS): Promise<void> {
  const owner = await new DataSource({
    type: 'postgres',
    url: ownerUrl,
    entities,
    migrations: changes,
    migrationsTransactionMode: 'all',
    extra: { max: 1 },
  }).initialize();
  try {
    await refuseNewer(owner);
    await owner.query(GUARD);
    await owner.runMigrations();
    await owner.query(HEADS_AFTER_RESTORE);
  } finally {
    await owner.destroy();
  }
}

/**
 * What the trail should say, apart from it. In the project's own PostgreSQL, and where a superuser has made it so, it is there
 * and another role's; elsewhere it is the owner's.
 */
const GUARD = `
  DO $$ BEGIN
    IF to_regnamespace('keel_guard') IS NULL THEN
      CREATE SCHEMA keel_guard;
      CREATE TABLE keel_guard.trail_head (
        school_id uuid NOT NULL, trail_id bigint NOT NULL, hash text NOT NULL, PRIMARY KEY (school_id, trail_id)
      );
      CREATE FUNCTION keel_guard.add_head(of_school uuid, of_row bigint, of_hash text) RETURNS void
        LANGUAGE sql SECURITY DEFINER SET search_path = pg_catalog AS
        'INSERT INTO keel_guard.trail_head VALUES (of_school, of_row, of_hash)';
      REVOKE EXECUTE ON FUNCTION keel_guard.add_head FROM PUBLIC;
    END IF;
  END $$`;

/** A database just restored has its trail and no heads yet. */
const HEADS_AFTER_RESTORE = `
  DO $$ BEGIN
    IF NOT EXISTS (SELECT FROM keel_guard.trail_head) THEN
      PERFORM keel_guard.add_head(school_id, id, hash) FROM trail;
    END IF;
  END $$`;

/** @throws Error where a newer program has changed the tables already: this one would not know what it writes. */
async function refuseNewer(owner: DataSource): Promise<void> {
  const [{ there }] = await owner.query("SELECT to_regclass('migrations') IS NOT NULL AS there");
  if (!there) return;
  const known = new Set(MIGRATIONS.map(({ name }) => name));
  const rows: { name: string }[] = await owner.query('SELECT name FROM migrations ORDER BY id');
  const newer = rows.find(({ name }) => !known.has(name));
  if (newer)
    throw new Error(
      `the database was brought up to date by a newer Keel Path (${newer.name}): start that one, or restore a backup from before it`,
    );
}
