/** The way to solo: a school’s syllabus, what each skill’s attempts come to, and what closes gates. */
import type {
  AgreementBody,
  ApproachFigures,
  GateClosingBody,
  SkillRecord,
  SoloLimits,
  Syllabus,
} from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface SyllabusVersion {
  schoolId: string;
  id: string;
  version: number;
  data: Syllabus;
  editedBy: string | null;
  editedAt: Date;
}
export const SyllabusEntity = new EntitySchema<SyllabusVersion>({
  name: 'syllabus',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    id: { type: 'text', primary: true },
    version: { type: 'int', primary: true },
    data: { type: 'jsonb' },
    editedBy: { type: 'uuid', name: 'edited_by', nullable: true },
    editedAt: { type: 'timestamptz', name: 'edited_at', createDate: true },
  },
});

interface SkillRecordRow {
  schoolId: string;
  studentId: string;
  skill: string;
  record: SkillRecord;
}
export const SkillRecordEntity = new EntitySchema<SkillRecordRow>({
  name: 'skill_record',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    studentId: { type: 'uuid', name: 'student_id', primary: true },
    skill: { type: 'text', primary: true },
    record: { type: 'jsonb' },
  },
});

/** What everything that is said of a student and kept as it was said has in common. */
const said = {
  schoolId: { type: 'uuid', name: 'school_id', primary: true },
  id: { type: 'uuid', primary: true },
  studentId: { type: 'uuid', name: 'student_id' },
  authorId: { type: 'uuid', name: 'author_id' },
  createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
} as const;
interface Said {
  schoolId: string;
  id: string;
  studentId: string;
  authorId: string;
  createdAt: Date;
}

/** An instructor’s written word that a critical event of a skill is behind the student. */
interface SkillWord extends Said {
  skill: string;
  words: string;
}
export const SkillWordEntity = new EntitySchema<SkillWord>({
  name: 'skill_word',
  columns: { ...said, skill: { type: 'text' }, words: { type: 'text' } },
});

/** What a student, or somebody for them, agreed to, or took back. */
export interface AgreementRow extends Said {
  body: AgreementBody;
}
export const AgreementEntity = new EntitySchema<AgreementRow>({
  name: 'agreement',
  columns: { ...said, body: { type: 'jsonb' } },
});

interface GateClosing extends Said {
  gate: string;
  body: GateClosingBody;
  undone: { by: string; at: string; why: string } | null;
}
export const GateClosingEntity = new EntitySchema<GateClosing>({
  name: 'gate_closing',
  columns: {
    ...said,
    gate: { type: 'text' },
    body: { type: 'jsonb' },
    undone: { type: 'jsonb', nullable: true },
  },
});

/** A student’s limits, as they were set: the latest hold. */
interface SoloLimitsRow extends Said {
  body: SoloLimits;
}
export const SoloLimitsEntity = new EntitySchema<SoloLimitsRow>({
  name: 'solo_limits',
  columns: { ...said, body: { type: 'jsonb' } },
});

interface ReleaseCheckRow extends Said {
  body: object;
}
export const ReleaseCheckEntity = new EntitySchema<ReleaseCheckRow>({
  name: 'release_check',
  columns: { ...said, body: { type: 'jsonb' } },
});

/** A landing or go-around that a recording shows. */
interface LandingRow {
  schoolId: string;
  recordingId: string;
  nth: number;
  studentId: string;
  kind: string;
  atS: number | null;
  flownAt: Date;
  day: string;
  powerOff: boolean | null;
  /** Null of a recording that was scored before they were measured, or that shows none. */
  approach: ApproachFigures | null;
}
export const LandingEntity = new EntitySchema<LandingRow>({
  name: 'landing',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    nth: { type: 'int', primary: true },
    studentId: { type: 'uuid', name: 'student_id' },
    kind: { type: 'text' },
    atS: { type: 'double precision', name: 'at_s', nullable: true },
    flownAt: { type: 'timestamptz', name: 'flown_at' },
    day: { type: 'date' },
    powerOff: { type: 'boolean', name: 'power_off', nullable: true },
    approach: { type: 'jsonb', nullable: true },
  },
});

/** Landings entered by hand, or a word on one that was recorded. */
interface LandingWord extends Said {
  recordingId: string | null;
  nth: number | null;
  body: object;
}
export const LandingWordEntity = new EntitySchema<LandingWord>({
  name: 'landing_word',
  columns: {
    ...said,
    recordingId: { type: 'uuid', name: 'recording_id', nullable: true },
    nth: { type: 'int', nullable: true },
    body: { type: 'jsonb' },
  },
});
