/** Rounds in which instructors grade the same attempts without seeing each other's grades. */
import type { AttemptScore, KeelTrace } from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface RoundRow {
  schoolId: string;
  id: string;
  title: string;
  madeBy: string;
  madeAt: Date;
  closedAt: Date | null;
}
export const RoundEntity = new EntitySchema<RoundRow>({
  name: 'round',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'uuid', primary: true },
    title: { type: 'text' },
    madeBy: { type: 'uuid', name: 'made_by' },
    madeAt: { type: 'timestamptz', name: 'made_at', createDate: true },
    closedAt: { type: 'timestamptz', name: 'closed_at', nullable: true },
  },
});

interface RoundAttempt {
  schoolId: string;
  roundId: string;
  nth: number;
  recordingId: string;
  attempt: AttemptScore;
  trace: KeelTrace;
  speedUnit: 'kt' | 'mph';
}
export const RoundAttemptEntity = new EntitySchema<RoundAttempt>({
  name: 'round_attempt',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    roundId: { type: 'uuid', name: 'round_id', primary: true },
    nth: { type: 'int', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id' },
    attempt: { type: 'jsonb' },
    trace: { type: 'jsonb' },
    speedUnit: { type: 'text', name: 'speed_unit' },
  },
});

interface RoundGrade {
  schoolId: string;
  roundId: string;
  nth: number;
  instructorId: string;
  grade: number;
  givenAt: Date;
}
export const RoundGradeEntity = new EntitySchema<RoundGrade>({
  name: 'round_grade',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    roundId: { type: 'uuid', name: 'round_id', primary: true },
    nth: { type: 'int', primary: true },
    instructorId: { type: 'uuid', name: 'instructor_id', primary: true },
    grade: { type: 'int' },
    givenAt: { type: 'timestamptz', name: 'given_at', createDate: true },
  },
});

/** What an instructor says to their own figures; the last words stand. */
interface GradingAnswer {
  schoolId: string;
  instructorId: string;
  words: string;
  saidAt: Date;
}
export const GradingAnswerEntity = new EntitySchema<GradingAnswer>({
  name: 'grading_answer',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    instructorId: { type: 'uuid', name: 'instructor_id', primary: true },
    words: { type: 'text' },
    saidAt: { type: 'timestamptz', name: 'said_at', createDate: true },
  },
});

/** What was forecast on a day on which something was flown. */
interface ForecastRow {
  schoolId: string;
  studentId: string;
  day: string;
  lessons: number;
  low: number;
  middle: number;
  high: number;
}
export const ForecastEntity = new EntitySchema<ForecastRow>({
  name: 'forecast',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    studentId: { type: 'uuid', name: 'student_id', primary: true },
    day: { type: 'date', primary: true },
    lessons: { type: 'int' },
    low: { type: 'int' },
    middle: { type: 'int' },
    high: { type: 'int' },
  },
});

/** An airspeed above a limit, in an attempt or outside of any. */
interface ExceedanceRow {
  schoolId: string;
  recordingId: string;
  nth: number;
  finding: string;
  atS: number;
  kias: number;
  limitKias: number;
  seenBy: string | null;
  seenAt: Date | null;
}
export const ExceedanceEntity = new EntitySchema<ExceedanceRow>({
  name: 'exceedance',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    nth: { type: 'int', primary: true },
    finding: { type: 'text' },
    atS: { type: 'double precision', name: 'at_s' },
    kias: { type: 'double precision' },
    limitKias: { type: 'double precision', name: 'limit_kias' },
    seenBy: { type: 'uuid', name: 'seen_by', nullable: true },
    seenAt: { type: 'timestamptz', name: 'seen_at', nullable: true },
  },
});
