/** What is in a database, table by table: how many rows, and a hash of all that they hold. */

const TABLES = `SELECT relname AS name FROM pg_class
  WHERE relkind = 'r' AND relnamespace = 'public'::regnamespace ORDER BY relname`;

/** @returns rows and hash of each table of the program, by name; the same for the same rows, in whatever order they lie. */
export async function sumsOf(client) {
  const sums = {};
  for (const { name } of (await client.query(TABLES)).rows) {
    const { rows } = await client.query(
      `SELECT count(*)::int AS rows, coalesce(md5(string_agg(h, '' ORDER BY h)), '') AS hash
       FROM (SELECT md5(t::text) AS h FROM "${name}" AS t) AS hashes`,
    );
    sums[name] = rows[0];
  }
  if (sums.trail) sums[HEADS] = await headsOf(client);
  return sums;
}

/** The last row of each school's trail: who keeps a backup keeps a witness of it. */
export const HEADS = 'heads of the trail';
async function headsOf(client) {
  const { rows } = await client.query(
    `SELECT DISTINCT ON (school_id) school_id || ' ' || id || ' ' || hash AS head FROM trail ORDER BY school_id, id DESC`,
  );
  return { rows: rows.length, hash: rows.map(({ head }) => head).join(',') };
}

export function printSums(sums) {
  const width = Math.max(...Object.keys(sums).map((name) => name.length));
  for (const [name, { rows, hash }] of Object.entries(sums))
    console.log(
      `${name.padEnd(width)}  ${String(rows).padStart(8)} rows  ${hash.slice(0, 32) || '-'.repeat(32)}`,
    );
}

/** The tables that differ. */
export const different = (one, other) =>
  [...new Set([...Object.keys(one), ...Object.keys(other)])].filter(
    (name) => one[name]?.rows !== other[name]?.rows || one[name]?.hash !== other[name]?.hash,
  );
