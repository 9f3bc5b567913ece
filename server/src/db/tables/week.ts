/** The week: who and what is taken when, and the addresses of its calendars. */
import { EntitySchema } from 'typeorm';

export interface BookingRow {
  schoolId: string;
  id: string;
  kind: 'lesson' | 'solo' | 'maintenance' | 'away';
  /** As PostgreSQL writes a range: `["from","until")`. */
  during: string;
  studentId: string | null;
  instructorId: string | null;
  airplaneRowId: string | null;
  lessonId: string | null;
  words: string;
  madeBy: string;
  version: number;
  cancelled: { by: string; at: string; why: string; words: string } | null;
}
export const BookingEntity = new EntitySchema<BookingRow>({
  name: 'booking',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    kind: { type: 'text' },
    during: { type: 'tstzrange' },
    studentId: { type: 'uuid', name: 'student_id', nullable: true },
    instructorId: { type: 'uuid', name: 'instructor_id', nullable: true },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id', nullable: true },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    words: { type: 'text', default: '' },
    madeBy: { type: 'uuid', name: 'made_by' },
    version: { type: 'int', default: 1 },
    cancelled: { type: 'jsonb', nullable: true },
  },
});

interface CalendarFeed {
  schoolId: string;
  accountId: string;
  tokenHash: string;
  madeAt: Date;
}
export const CalendarFeedEntity = new EntitySchema<CalendarFeed>({
  name: 'calendar_feed',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    accountId: { type: 'uuid', name: 'account_id', primary: true },
    tokenHash: { type: 'text', name: 'token_hash' },
    madeAt: { type: 'timestamptz', name: 'made_at', createDate: true },
  },
});
