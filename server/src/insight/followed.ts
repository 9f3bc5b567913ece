/** Every student of a school from the first flight on: the days flown, the hours in the logbook, and the first solo. */
import type { DataSource } from 'typeorm';
import { groupBy } from '../path/group-by.ts';

interface FlownDay {
  date: string;
  blockMin: number;
  soloMin: number;
}

export interface FollowedStudent {
  id: string;
  name: string;
  /** In order; a day that has no entry yet counts with no time. */
  days: FlownDay[];
  /** Of an earlier logbook, on the day that it is of. */
  broughtMin: number;
  soloOn: string | null;
}

const HOUR_MIN = 60;
const WEEK_MS = 7 * 86_400_000;

/** In one statement each: what was signed and not replaced, what is drafted, and days of recordings. */
export async function followedStudents(
  database: DataSource,
  schoolId: string,
  zone: string,
): Promise<FollowedStudent[]> {
  const [students, entries, recorded]: [
    { id: string; name: string }[],
    (FlownDay & { id: string; brought: boolean })[],
    { id: string; date: string }[],
  ] = await Promise.all([
    database.query("SELECT id, name FROM account WHERE school_id = $1 AND role = 'student'", [schoolId]),
    database.query(
      `SELECT student_id AS id, entry->>'date' AS date, (entry->>'blockMin')::int AS "blockMin",
         coalesce((entry->>'soloMin')::int, 0) AS "soloMin", coalesce((entry->>'broughtForward')::boolean, false) AS brought
       FROM (SELECT student_id, body->'entry' AS entry FROM signed
               WHERE school_id = $1 AND kind = 'entry'
                 AND NOT EXISTS (SELECT FROM signed later WHERE later.school_id = $1 AND later.replaces = signed.id)
             UNION ALL SELECT student_id, body FROM log_draft WHERE school_id = $1 AND replaces IS NULL) written
       ORDER BY date`,
      [schoolId],
    ),
    database.query(
      `SELECT DISTINCT student_id AS id, (flown_at AT TIME ZONE $2)::date::text AS date FROM recording
       WHERE school_id = $1 AND student_id IS NOT NULL AND deleted_at IS NULL AND flown_in = 'airplane' AND status = 'analysed'`,
      [schoolId, zone],
    ),
  ]);
  const entriesOf = groupBy(entries, ({ id }) => id);
  const recordedOf = groupBy(recorded, ({ id }) => id);
  return students.flatMap(({ id, name }) => {
    const own = entriesOf.get(id) ?? [];
    const days = new Map<string, FlownDay>();
    for (const { date } of recordedOf.get(id) ?? []) days.set(date, { date, blockMin: 0, soloMin: 0 });
    for (const { date, blockMin, soloMin } of own.filter(({ brought }) => !brought)) {
      const day = days.get(date) ?? { date, blockMin: 0, soloMin: 0 };
      days.set(date, { date, blockMin: day.blockMin + blockMin, soloMin: day.soloMin + soloMin });
    }
    if (days.size === 0) return [];
    const sorted = [...days.values()].sort((a, b) => (a.date < b.date ? -1 : 1));
    const brought = own.filter((entry) => entry.brought);
    return [
      {
        id,
        name,
        days: sorted,
        broughtMin: brought.reduce((sum, { blockMin }) => sum + blockMin, 0),
        soloOn:
          brought.find(({ soloMin }) => soloMin > 0)?.date ??
          sorted.find(({ soloMin }) => soloMin > 0)?.date ??
          null,
      },
    ];
  });
}

export const lessonsUntil = ({ days }: FollowedStudent, until: string | null): number =>
  days.filter(({ date }) => until === null || date <= until).length;

/** Hours between two days, both counted; what an earlier logbook brought counts from the beginning. */
export const hoursUntil = (
  { days, broughtMin }: FollowedStudent,
  until: string | null,
  from: string | null = null,
): number =>
  days
    .filter(({ date }) => (until === null || date <= until) && (from === null || date >= from))
    .reduce((sum, { blockMin }) => sum + blockMin, from === null ? broughtMin : 0) / HOUR_MIN;

export const weeksUntil = ({ days }: FollowedStudent, until: string): number =>
  Math.max(0, Date.parse(until) - Date.parse(days[0].date)) / WEEK_MS;
