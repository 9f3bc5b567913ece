/**
 * `npm run audit`: walks the trail of each school and says where a row was changed, taken out or put in: against the row before
 * it, and against the heads, which are kept where the owner of the trail does not reach them.
 */
import { readFileSync } from 'node:fs';
import { resolve } from 'node:path';
import pg from 'pg';
import { SetupError } from './lib/debian.mjs';
import { ownDatabase } from './lib/own-database.mjs';
import { HEADS } from './lib/sums.mjs';
import { answerUsage } from './lib/usage.mjs';

const USAGE = `npm run audit [-- --against FILE.sums]
against what a backup's sums say that the trail ended with, as well
DATABASE_URL, KEEL_DATA, KEEL_PG_PORT as for npm start. Exit code 1 where a chain is broken`;

/** Each row against the hash that it and the one before it should have. */
const BROKEN = `
  SELECT school_id, id, at FROM (
    SELECT t.school_id, t.id, t.at, t.hash,
      trail_hash(lag(t.hash) OVER (PARTITION BY t.school_id ORDER BY t.id), t) AS should
    FROM trail AS t
  ) AS rows WHERE hash IS DISTINCT FROM should ORDER BY school_id, id`;

/** Rows that the heads know of and that are gone, or are not what they were. */
const UNLIKE_HEADS = `
  SELECT h.school_id, h.trail_id AS id, t.id IS NULL AS gone
  FROM keel_guard.trail_head AS h LEFT JOIN trail AS t ON t.school_id = h.school_id AND t.id = h.trail_id
  WHERE t.id IS NULL OR t.hash <> h.hash ORDER BY h.school_id, h.trail_id`;

/** @throws SetupError where the file holds no heads */
function headsIn(file) {
  try {
    const { hash } = JSON.parse(readFileSync(file, 'utf8'))[HEADS];
    return hash
      .split(',')
      .filter(Boolean)
      .map((head) => head.split(' '))
      .map(([school, id, of]) => ({ school, id, hash: of }));
  } catch {
    throw new SetupError(`${file}: these are no sums of a backup that know of the trail`);
  }
}

async function main() {
  const { values } = answerUsage(USAGE, { options: { against: { type: 'string' } } });
  const heads = values.against ? headsIn(resolve(values.against)) : [];
  const { url, done } = await ownDatabase();
  const client = new pg.Client({ connectionString: url });
  await client.connect();
  try {
    const { rows: schools } = await client.query(
      `SELECT school.name, count(trail.id)::int AS rows, max(trail.hash) FILTER (WHERE trail.id = last.id) AS hash
       FROM school LEFT JOIN trail ON trail.school_id = school.id
       LEFT JOIN LATERAL (SELECT max(id) AS id FROM trail AS t WHERE t.school_id = school.id) AS last ON true
       GROUP BY school.id, school.name ORDER BY school.name`,
    );
    for (const { name, rows, hash } of schools)
      console.log(`${name}: ${rows} rows, the last ${hash ?? 'none'}`);
    const { rows: broken } = await client.query(BROKEN);
    for (const { school_id: school, id, at } of broken)
      console.log(`broken at row ${id} of school ${school}, ${at.toISOString()}`);
    const { rows: unlike } = await client.query(UNLIKE_HEADS);
    for (const { school_id: school, id, gone } of unlike)
      console.log(`row ${id} of school ${school} ${gone ? 'is gone' : 'is not what it was'}`);
    for (const { school, id, hash } of heads) {
      const { rows } = await client.query('SELECT hash FROM trail WHERE school_id = $1 AND id = $2', [
        school,
        id,
      ]);
      if (rows[0]?.hash === hash) continue;
      unlike.push({ id });
      console.log(
        `row ${id} of school ${school} is ${rows[0] ? 'not what it was' : 'gone'} since that backup`,
      );
    }
    const sound = broken.length === 0 && unlike.length === 0;
    console.log(
      sound
        ? 'every row hangs on the one before it, and none is gone'
        : `${broken.length} rows do not hang on the one before, ${unlike.length} are gone or changed`,
    );
    process.exitCode = sound ? 0 : 1;
  } finally {
    await client.end();
    await done();
  }
}

main().catch((error) => {
  console.error(error instanceof SetupError ? error.message : error);
  process.exit(1);
});
