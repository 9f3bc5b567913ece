/** One attempt, as lists and paths count it: written with the score, and again with every word said of it. */
import type { AttemptVerdict, PathAttempt } from '@keel/core';
import { EntitySchema } from 'typeorm';

/** What no query asks for. */
export type AttemptRest = Pick<PathAttempt, 'standard' | 'overridden' | 'toleranceUsed' | 'worst'> & {
  /** Where it was. */
  distracted?: true;
};

export interface AttemptRow {
  schoolId: string;
  recordingId: string;
  attempt: number;
  studentId: string;
  startS: number;
  endS: number;
  maneuver: string;
  variant: string | null;
  help: PathAttempt['help'];
  flownIn: PathAttempt['flownIn'];
  strict: AttemptVerdict;
  examiner: AttemptVerdict;
  /** Which stands, by the judge in force and what an instructor said. */
  verdict: AttemptVerdict;
  worstUsed: number | null;
  /** The same with its sign: above or below. */
  worst: number | null;
  grade: number | null;
  /** Whose grade it is. */
  gradedBy: string | null;
  critical: boolean;
  brokenOff: boolean;
  inBulk: boolean;
  unseen: boolean;
  moderateAir: boolean;
  depth: string | null;
  lessonId: string | null;
  flownAt: Date;
  /** The day of the school’s zone, ISO 8601. */
  day: string;
  selfGrade: number | null;
  configuration: string | null;
  flownBy: PathAttempt['flownBy'];
  /** What a path shows of it besides. */
  data: AttemptRest;
}
export const AttemptEntity = new EntitySchema<AttemptRow>({
  name: 'attempt',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    attempt: { type: 'int', primary: true },
    studentId: { type: 'uuid', name: 'student_id' },
    startS: { type: 'double precision', name: 'start_s' },
    endS: { type: 'double precision', name: 'end_s' },
    maneuver: { type: 'text' },
    variant: { type: 'text', nullable: true },
    help: { type: 'text' },
    flownIn: { type: 'text', name: 'flown_in' },
    strict: { type: 'text' },
    examiner: { type: 'text' },
    verdict: { type: 'text' },
    worstUsed: { type: 'double precision', name: 'worst_used', nullable: true },
    worst: { type: 'real', nullable: true },
    grade: { type: 'int', nullable: true },
    gradedBy: { type: 'uuid', name: 'graded_by', nullable: true },
    critical: { type: 'boolean' },
    brokenOff: { type: 'boolean', name: 'broken_off' },
    inBulk: { type: 'boolean', name: 'in_bulk' },
    unseen: { type: 'boolean' },
    moderateAir: { type: 'boolean', name: 'moderate_air', default: false },
    depth: { type: 'text', nullable: true },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    flownAt: { type: 'timestamptz', name: 'flown_at' },
    day: { type: 'date' },
    selfGrade: { type: 'int', name: 'self_grade', nullable: true },
    configuration: { type: 'text', nullable: true },
    flownBy: { type: 'text', name: 'flown_by' },
    data: { type: 'jsonb' },
  },
});

/** What went wrong in an attempt: a row for each, in the order found. */
export interface AttemptFindingRow {
  schoolId: string;
  recordingId: string;
  attempt: number;
  nth: number;
  finding: string;
  severity: string;
  size: number;
  params: PathAttempt['findings'][number]['params'] | null;
  asWritten: PathAttempt['findings'][number]['asWritten'] | null;
}
export const AttemptFindingEntity = new EntitySchema<AttemptFindingRow>({
  name: 'attempt_finding',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    attempt: { type: 'int', primary: true },
    nth: { type: 'int', primary: true },
    finding: { type: 'text' },
    severity: { type: 'text' },
    size: { type: 'double precision' },
    params: { type: 'jsonb', nullable: true },
    asWritten: { type: 'jsonb', name: 'as_written', nullable: true },
  },
});
