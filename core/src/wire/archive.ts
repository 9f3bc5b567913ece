/** An archive: all that a school knows of its students, or of one, to be taken along; as it stands in `keelpath-archive.json`. */
import { z } from 'zod';
import { airplaneSchema } from '../airplane/schema.ts';
import { statementBodySchema } from '../debrief/statements.ts';
import { enteredBodySchema } from '../path/entered.ts';
import { gateClosingBodySchema } from '../path/gates/gates.ts';
import { soloLimitsSchema } from '../path/gates/release.ts';
import { logEntrySchema, signedBodySchema } from '../path/logbook/entry.ts';
import { stagePlanSchema } from '../path/stage-check/plan.ts';
import { retrainingSchema, stageMarksSchema } from '../path/stage-check/stage-check.ts';
import { syllabusSchema } from '../path/syllabus/schema.ts';
import { agreementBodySchema } from '../people/agreements.ts';
import { standardSchema } from '../scoring/standard.ts';
import { roleSchema } from './people.ts';
import { BOOKING_KINDS } from './week.ts';

export const ARCHIVE_VERSION = 1;
export const ARCHIVE_INDEX = 'keelpath-archive.json';
export const ARCHIVE_SIGNATURE = 'keelpath-signature.json';

const id = z.uuid();
const instant = z.iso.datetime({ offset: true });
/** More of anything than a school comes to in its time is no archive of one. */
const MOST_PEOPLE = 20_000;
const MOST_ROWS = 500_000;
const rows = <T extends z.ZodType>(row: T) =>
  z.array(row).max(MOST_ROWS, `more than ${MOST_ROWS}: archive fewer students at a time`);

/** Said of a student by somebody. */
const saidOf = { id, studentId: id, authorId: id, createdAt: instant };

/** Of everyone’s way to solo; what is worked out from recordings is not in it, nor what is secret. */
const archivedRecordSchema = z.object({
  signed: rows(
    z.looseObject({
      id,
      kind: z.enum(['entry', 'endorsement']),
      studentId: id,
      recordingId: id.nullable(),
      replaces: id.nullable(),
      body: signedBodySchema,
      signerId: id,
      signedAt: instant,
      hash: z.string(),
      /** Where it was signed, if not at the school that made the archive. */
      origin: z.string().nullable(),
    }),
  ),
  drafts: rows(z.looseObject({ id, studentId: id, authorId: id, body: z.object(logEntrySchema.shape) })),
  gateClosings: rows(z.looseObject({ ...saidOf, gate: z.string(), body: gateClosingBodySchema })),
  skillWords: rows(z.looseObject({ ...saidOf, skill: z.string(), words: z.string() })),
  /** An older archive has none. */
  agreements: rows(z.looseObject({ ...saidOf, body: agreementBodySchema })).default([]),
  landingWords: rows(z.looseObject({ ...saidOf, body: z.looseObject({}) })),
  soloLimits: rows(z.looseObject({ ...saidOf, body: soloLimitsSchema })),
  releaseChecks: rows(z.looseObject({ ...saidOf, body: z.looseObject({}) })),
  bookings: rows(
    z.looseObject({
      id,
      kind: z.enum(BOOKING_KINDS),
      during: z.string(),
      studentId: id.nullable(),
      instructorId: id.nullable(),
      airplaneRowId: id.nullable(),
      madeBy: id,
    }),
  ),
  /** In the order made, a check before its repetition; an older archive has none. */
  stageChecks: rows(
    z.looseObject({
      id,
      studentId: id,
      lessonId: id,
      checkerId: id,
      designatedBy: id,
      retestOf: id.nullable(),
      plan: stagePlanSchema,
      marks: stageMarksSchema,
      madeAt: instant,
    }),
  ).default([]),
  stageRetraining: rows(
    z.looseObject({ id, checkId: id, authorId: id, createdAt: instant, body: retrainingSchema }),
  ).default([]),
  /** Of the whole school alone. */
  syllabuses: rows(z.looseObject({ id: z.string(), version: z.number().int(), data: syllabusSchema })),
});
export type ArchivedRecord = z.infer<typeof archivedRecordSchema>;

export const archiveSchema = z.object({
  'keelpath-archive': z.literal(ARCHIVE_VERSION),
  madeAt: instant,
  core: z.string(),
  school: z.object({ id, name: z.string(), zone: z.string() }),
  /** Who is named in it: the students, and who taught and spoke of them. Nobody’s address and nobody’s password. */
  people: z
    .array(
      z.object({
        id,
        name: z.string().max(200),
        role: roleSchema,
        born: z.iso.date().nullable().default(null),
      }),
    )
    .max(MOST_PEOPLE, `more than ${MOST_PEOPLE} people: archive fewer students at a time`),
  teaching: rows(z.object({ instructorId: id, studentId: id })),
  airplanes: rows(z.object({ rowId: id, data: airplaneSchema })),
  standards: rows(z.object({ rowId: id, version: z.number().int(), data: standardSchema })),
  lessons: rows(z.looseObject({ id, studentId: id, instructorId: id, airplaneRowId: id, standardRowId: id })),
  recordings: rows(
    z.looseObject({
      id,
      studentId: id,
      lessonId: id.nullable(),
      airplaneRowId: id,
      standardRowId: id,
      /** Null where a device of the airplane sent it. */
      uploadedBy: id.nullable(),
      fileName: z.string(),
      sha256: z.string(),
      /** Names of the entries with its original bytes, and with its score where there is one. */
      file: z.string(),
      score: z.string().nullable(),
    }),
  ),
  statements: rows(
    z.object({
      id,
      recordingId: id,
      authorId: id,
      scoreId: id.nullable(),
      createdAt: instant,
      body: statementBodySchema,
    }),
  ),
  entered: rows(
    z.object({
      id,
      studentId: id,
      authorId: id,
      lessonId: id.nullable(),
      createdAt: instant,
      body: enteredBodySchema,
      withdrawn: z.object({ by: id, at: instant, why: z.string() }).nullable(),
    }),
  ),
  /** Left out by an archive from before there was a way to solo. */
  record: archivedRecordSchema.optional(),
});
export type Archive = z.infer<typeof archiveSchema>;

/** Which school made an archive, and of what: Ed25519 over the school and the SHA-256 of every entry, as canonical JSON. */
export const archiveSignatureSchema = z.object({
  school: id,
  /** The school’s own, SPKI as base64. */
  publicKey: z.string().max(200),
  entries: z.record(z.string(), z.string()),
  signature: z.string().max(200),
});
export type ArchiveSignature = z.infer<typeof archiveSignatureSchema>;

/** A score as an archive holds it: what was worked out, and what is drawn of it. */
export const archivedScoreSchema = z.looseObject({
  id,
  core: z.string(),
  createdAt: instant,
  score: z.looseObject({ attempts: z.array(z.unknown()) }),
  profile: z.array(z.unknown()),
  keels: z.array(z.unknown()),
  observations: z.array(z.unknown()),
  traces: z.array(z.looseObject({})),
});

/** What an import took in; all noughts where everything was there. */
export const takenInSchema = z.object({
  from: z.string(),
  /** Whether the key of that school signed it. */
  verified: z.boolean(),
  people: z.number().int(),
  airplanes: z.number().int(),
  standards: z.number().int(),
  lessons: z.number().int(),
  recordings: z.number().int(),
  statements: z.number().int(),
  entered: z.number().int(),
  /** Signed entries and endorsements, and everything else of the way to solo. */
  signed: z.number().int(),
  record: z.number().int(),
});
export type TakenIn = z.infer<typeof takenInSchema>;
