/** Bookings of the second school: flown, and now and then cancelled. */
import type { Random } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { YEARS_SCHOOL, yearsId } from './ids.ts';

const CANCELLED = [
  { why: 'weather', share: 0.14 },
  { why: 'airplane', share: 0.03 },
  { why: 'health', share: 0.04 },
] as const;

/** The booking that was flown, and now and then one before it that was not. */
export async function book(
  manager: EntityManager,
  key: string,
  of: { at: Date; studentId: string; instructorId: string; lessonId: string | null; recordingId: string },
  random: Random,
): Promise<void> {
  const insert = (what: string, at: Date, lessonId: string | null, cancelled: object | null) =>
    manager.query(
      `INSERT INTO booking (school_id, id, kind, during, student_id, instructor_id, airplane_row_id, lesson_id, made_by, cancelled)
       SELECT $1::uuid, $2::uuid, 'lesson', tstzrange($3::timestamptz, $3::timestamptz + interval '110 minutes', '[)'), $4::uuid, $5::uuid, airplane_row_id, $6::uuid, $5::uuid, $7::jsonb
       FROM recording WHERE school_id = $1 AND id = $8
       -- Who is booked already flies as well, without a booking of their own.
       ON CONFLICT DO NOTHING`,
      [
        YEARS_SCHOOL.id,
        yearsId(`booking ${what} ${key}`),
        at,
        of.studentId,
        of.instructorId,
        lessonId,
        cancelled,
        of.recordingId,
      ],
    );
  await insert('flown', of.at, of.lessonId, null);
  let drawn = random.uniform();
  const reason = CANCELLED.find(({ share }) => {
    drawn -= share;
    return drawn < 0;
  });
  if (!reason) return;
  const before = new Date(of.at.getTime() - 2 * 86_400_000);
  const cancelled = { by: of.instructorId, at: before.toISOString(), why: reason.why, words: '' };
  await insert('cancelled', before, null, cancelled);
}
