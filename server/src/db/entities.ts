/** The tables, as TypeORM sees them; the migrations say how they are made and what they insist on. */
import {
  type Airplane,
  type Conditions,
  type EnteredBody,
  type KeelTrace,
  type LessonItem,
  type LessonPlan,
  type Mapping,
  type Observation,
  type Role,
  type Score,
  type SightPicture,
  type Standard,
  type StatementBody,
  type smallKeel,
  type TargetCard,
  type Technique,
  type TechniqueOverrides,
  UTC,
} from '@keel/core';
import { EntitySchema } from 'typeorm';

export interface SchoolSettings {
  /** As it was stored: an older row may lack the newer choices. */
  technique: Partial<Technique>;
  /** Whether the first attempt of a kind in a recording is taken for a demonstration. */
  demonstrationFirst: boolean;
  /** Elevation of the field, and the highest ground of the training area, ft. */
  fieldFt: number;
  areaGroundFt: number;
  /** The zone whose days and clock the school lives by; an older row has none, and lives by UTC. */
  zone?: string;
}

export interface School {
  id: string;
  name: string;
  settings: SchoolSettings;
  /** Rises with every change, so that a second window notices. */
  version: number;
}
/** The zone whose days and clock a school lives by. */
export const zoneOf = ({ settings }: School): string => settings.zone ?? UTC;

export const SchoolEntity = new EntitySchema<School>({
  name: 'school',
  columns: {
    id: { type: 'uuid', primary: true },
    name: { type: 'text' },
    settings: { type: 'jsonb' },
    version: { type: 'int', default: 1 },
  },
});

export interface Account {
  id: string;
  schoolId: string;
  email: string;
  name: string;
  role: Role;
  passwordHash: string;
}
export const AccountEntity = new EntitySchema<Account>({
  name: 'account',
  columns: {
    id: { type: 'uuid', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    email: { type: 'text' },
    name: { type: 'text' },
    role: { type: 'text' },
    passwordHash: { type: 'text', name: 'password_hash', select: false },
  },
});

export interface Teaching {
  instructorId: string;
  studentId: string;
}
export const TeachingEntity = new EntitySchema<Teaching>({
  name: 'teaching',
  columns: {
    instructorId: { type: 'uuid', name: 'instructor_id', primary: true },
    studentId: { type: 'uuid', name: 'student_id', primary: true },
  },
});

export interface Session {
  tokenHash: string;
  accountId: string;
  expiresAt: Date;
}
export const SessionEntity = new EntitySchema<Session>({
  name: 'session',
  columns: {
    tokenHash: { type: 'text', name: 'token_hash', primary: true },
    accountId: { type: 'uuid', name: 'account_id' },
    expiresAt: { type: 'timestamptz', name: 'expires_at' },
  },
});

export interface AirplaneRow {
  rowId: string;
  schoolId: string;
  /** The airplane file's own id: what the API and recordings call it. */
  id: string;
  data: Airplane;
  version: number;
}
export const AirplaneEntity = new EntitySchema<AirplaneRow>({
  name: 'airplane',
  columns: {
    rowId: { type: 'uuid', name: 'row_id', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    id: { type: 'text' },
    data: { type: 'jsonb' },
    version: { type: 'int', default: 1 },
  },
});

export interface StandardVersion {
  rowId: string;
  schoolId: string;
  id: string;
  version: number;
  data: Standard;
  /** Null where it is as it came with the program. */
  editedBy: string | null;
  editedAt: Date;
}
export const StandardEntity = new EntitySchema<StandardVersion>({
  name: 'standard',
  columns: {
    rowId: { type: 'uuid', name: 'row_id', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    id: { type: 'text' },
    version: { type: 'int' },
    data: { type: 'jsonb' },
    editedBy: { type: 'uuid', name: 'edited_by', nullable: true },
    editedAt: { type: 'timestamptz', name: 'edited_at', createDate: true },
  },
});

export interface Lesson {
  id: string;
  schoolId: string;
  studentId: string;
  instructorId: string;
  airplaneRowId: string;
  standardRowId: string;
  title: string;
  plannedAt: Date;
  /** What was put in: weight or loading, ground, air, sky, heading. */
  conditions: Conditions;
  items: LessonItem[];
  technique: TechniqueOverrides;
  focus: string;
  parked: string[];
  sightPictures: SightPicture[];
  cards: TargetCard[];
  plan: LessonPlan | null;
  /** Rises with every change, so that a second window notices. */
  version: number;
}
export const LessonEntity = new EntitySchema<Lesson>({
  name: 'lesson',
  columns: {
    id: { type: 'uuid', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    studentId: { type: 'uuid', name: 'student_id' },
    instructorId: { type: 'uuid', name: 'instructor_id' },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id' },
    standardRowId: { type: 'uuid', name: 'standard_row_id' },
    title: { type: 'text' },
    plannedAt: { type: 'timestamptz', name: 'planned_at' },
    conditions: { type: 'jsonb' },
    items: { type: 'jsonb' },
    technique: { type: 'jsonb' },
    focus: { type: 'text' },
    parked: { type: 'jsonb' },
    sightPictures: { type: 'jsonb', name: 'sight_pictures', default: [] },
    cards: { type: 'jsonb' },
    plan: { type: 'jsonb', nullable: true },
    version: { type: 'int' },
  },
});

export type FlownIn = 'airplane' | 'trainer';
export type RecordingStatus = 'analysing' | 'analysed' | 'refused';

export interface RecordingRow {
  id: string;
  schoolId: string;
  studentId: string;
  lessonId: string | null;
  airplaneRowId: string;
  standardRowId: string;
  uploadedBy: string;
  fileName: string;
  sha256: string;
  size: number;
  weightLb: number | null;
  groundFt: number | null;
  flownIn: FlownIn;
  status: RecordingStatus;
  refusal: string | null;
  flownAt: Date;
  /** How a table of another make is read; null for what is read by itself. */
  mapping: Mapping | null;
  /** Time of day of the recording’s zero, where the file told. */
  epochMs: number | null;
}
export const RecordingEntity = new EntitySchema<RecordingRow>({
  name: 'recording',
  columns: {
    id: { type: 'uuid', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    studentId: { type: 'uuid', name: 'student_id' },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    airplaneRowId: { type: 'uuid', name: 'airplane_row_id' },
    standardRowId: { type: 'uuid', name: 'standard_row_id' },
    uploadedBy: { type: 'uuid', name: 'uploaded_by' },
    fileName: { type: 'text', name: 'file_name' },
    sha256: { type: 'text' },
    size: { type: 'int' },
    weightLb: { type: 'double precision', name: 'weight_lb', nullable: true },
    groundFt: { type: 'double precision', name: 'ground_ft', nullable: true },
    flownIn: { type: 'text', name: 'flown_in' },
    status: { type: 'text' },
    refusal: { type: 'text', nullable: true },
    flownAt: { type: 'timestamptz', name: 'flown_at' },
    mapping: { type: 'jsonb', nullable: true },
    epochMs: { type: 'double precision', name: 'epoch_ms', nullable: true },
  },
});

export interface RecordingFile {
  recordingId: string;
  bytes: Buffer;
}
export const RecordingFileEntity = new EntitySchema<RecordingFile>({
  name: 'recording_file',
  columns: {
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    bytes: { type: 'bytea' },
  },
});

/** A stretch of a recording's columns; a live feed appends them, and none is ever changed. */
export interface RecordingChunk {
  recordingId: string;
  seq: number;
  rows: number;
  /** Column names in order, `time_s` first. */
  channels: string[];
  /** The columns one after the other, little-endian 64-bit floats; NaN where nothing was measured. */
  data: Buffer;
}
export const RecordingChunkEntity = new EntitySchema<RecordingChunk>({
  name: 'recording_chunk',
  columns: {
    recordingId: { type: 'uuid', name: 'recording_id', primary: true },
    seq: { type: 'int', primary: true },
    rows: { type: 'int' },
    channels: { type: 'text', array: true },
    data: { type: 'bytea' },
  },
});

export type SmallKeel = ReturnType<typeof smallKeel>;

export interface ScoreRow {
  id: string;
  recordingId: string;
  core: string;
  score: Score;
  profile: [number, number][];
  /** A thumbnail for each attempt. */
  keels: SmallKeel[];
  /** What the flight tells of its airplane. */
  observations: Observation[];
  current: boolean;
  createdAt: Date;
}
export const ScoreEntity = new EntitySchema<ScoreRow>({
  name: 'score',
  columns: {
    id: { type: 'uuid', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id' },
    core: { type: 'text' },
    score: { type: 'jsonb' },
    profile: { type: 'jsonb' },
    keels: { type: 'jsonb' },
    observations: { type: 'jsonb' },
    current: { type: 'boolean' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});

export interface KeelRow {
  scoreId: string;
  attempt: number;
  trace: KeelTrace;
}
export const KeelEntity = new EntitySchema<KeelRow>({
  name: 'keel',
  columns: {
    scoreId: { type: 'uuid', name: 'score_id', primary: true },
    attempt: { type: 'int', primary: true },
    trace: { type: 'jsonb' },
  },
});

/** The flight's columns for drawing, as they cross the wire. */
export interface FlightRow {
  scoreId: string;
  data: Buffer;
}
export const FlightEntity = new EntitySchema<FlightRow>({
  name: 'flight',
  columns: {
    scoreId: { type: 'uuid', name: 'score_id', primary: true },
    data: { type: 'bytea' },
  },
});

/** How the tables with one header are read in one school: the last answer counts. */
export interface ColumnMappingRow {
  schoolId: string;
  headerKey: string;
  mapping: Mapping;
}
export const ColumnMappingEntity = new EntitySchema<ColumnMappingRow>({
  name: 'column_mapping',
  columns: {
    schoolId: { type: 'uuid', name: 'school_id', primary: true },
    headerKey: { type: 'text', name: 'header_key', primary: true },
    mapping: { type: 'jsonb' },
  },
});

/** What people said of an attempt; never changed, the last word of a kind counts. */
export interface StatementRow {
  id: string;
  recordingId: string;
  authorId: string;
  body: StatementBody;
  createdAt: Date;
}
export const StatementEntity = new EntitySchema<StatementRow>({
  name: 'statement',
  columns: {
    id: { type: 'uuid', primary: true },
    recordingId: { type: 'uuid', name: 'recording_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    body: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
  },
});

/** An attempt that nothing recorded, entered by hand; taken back with a reason, never changed. */
export interface EnteredAttemptRow {
  id: string;
  schoolId: string;
  studentId: string;
  authorId: string;
  lessonId: string | null;
  body: EnteredBody;
  createdAt: Date;
  withdrawn: { by: string; at: string; why: string } | null;
}
export const EnteredAttemptEntity = new EntitySchema<EnteredAttemptRow>({
  name: 'entered_attempt',
  columns: {
    id: { type: 'uuid', primary: true },
    schoolId: { type: 'uuid', name: 'school_id' },
    studentId: { type: 'uuid', name: 'student_id' },
    authorId: { type: 'uuid', name: 'author_id' },
    lessonId: { type: 'uuid', name: 'lesson_id', nullable: true },
    body: { type: 'jsonb' },
    createdAt: { type: 'timestamptz', name: 'created_at', createDate: true },
    withdrawn: { type: 'jsonb', nullable: true },
  },
});

export const entities = [
  SchoolEntity,
  AccountEntity,
  TeachingEntity,
  SessionEntity,
  AirplaneEntity,
  StandardEntity,
  LessonEntity,
  RecordingEntity,
  RecordingFileEntity,
  RecordingChunkEntity,
  ScoreEntity,
  KeelEntity,
  FlightEntity,
  ColumnMappingEntity,
  StatementEntity,
  EnteredAttemptEntity,
];
