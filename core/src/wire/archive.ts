/** An archive: all that a school knows of its students, or of one, to be taken along; as it stands in `keelpath-archive.json`. */
import { z } from 'zod';
import { airplaneSchema } from '../airplane/schema.ts';
import { statementBodySchema } from '../debrief/statements.ts';
import { enteredBodySchema } from '../path/entered.ts';
import { gateClosingBodySchema } from '../path/gates/gates.ts';
import { soloLimitsSchema } from '../path/gates/release.ts';
import { logEntrySchema, signedBodySchema } from '../path/logbook/entry.ts';
import { syllabusSchema } from '../path/syllabus/schema.ts';
import { agreementBodySchema } from '../people/agreements.ts';
import { standardSchema } from '../scoring/standard.ts';
import { roleSchema } from './people.ts';
import { BOOKING_KINDS } from './week.ts';

export const ARCHIVE_VERSION = 1;
export const ARCHIVE_INDEX = 'keelpath-archive.json';

const id = z.uuid();
const instant = z.string();

/** Said of a student by somebody. */
const saidOf = { id, studentId: id, authorId: id, createdAt: instant };

/** Of everyone’s way to solo; what is worked out from recordings is not in it, nor what is secret. */
export const archivedRecordSchema = z.object({
  signed: z.array(
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
  drafts: z.array(z.looseObject({ id, studentId: id, authorId: id, body: z.object(logEntrySchema.shape) })),
  gateClosings: z.array(z.looseObject({ ...saidOf, gate: z.string(), body: gateClosingBodySchema })),
  skillWords: z.array(z.looseObject({ ...saidOf, skill: z.string(), words: z.string() })),
  /** An older archive has none. */
  agreements: z.array(z.looseObject({ ...saidOf, body: agreementBodySchema })).default([]),
  landingWords: z.array(z.looseObject({ ...saidOf, body: z.looseObject({}) })),
  soloLimits: z.array(z.looseObject({ ...saidOf, body: soloLimitsSchema })),
  releaseChecks: z.array(z.looseObject({ ...saidOf, body: z.looseObject({}) })),
  bookings: z.array(
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
  /** Of the whole school alone. */
  syllabuses: z.array(z.looseObject({ id: z.string(), version: z.number().int(), data: syllabusSchema })),
});
export type ArchivedRecord = z.infer<typeof archivedRecordSchema>;

export const archiveSchema = z.object({
  'keelpath-archive': z.literal(ARCHIVE_VERSION),
  madeAt: instant,
  core: z.string(),
  school: z.object({ id, name: z.string(), zone: z.string() }),
  /** Who is named in it: the students, and who taught and spoke of them. Nobody’s address and nobody’s password. */
  people: z.array(
    z.object({ id, name: z.string(), role: roleSchema, born: z.string().nullable().default(null) }),
  ),
  teaching: z.array(z.object({ instructorId: id, studentId: id })),
  airplanes: z.array(z.object({ rowId: id, data: airplaneSchema })),
  standards: z.array(z.object({ rowId: id, version: z.number().int(), data: standardSchema })),
  lessons: z.array(
    z.looseObject({ id, studentId: id, instructorId: id, airplaneRowId: id, standardRowId: id }),
  ),
  recordings: z.array(
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
  statements: z.array(
    z.object({
      id,
      recordingId: id,
      authorId: id,
      scoreId: id.nullable(),
      createdAt: instant,
      body: statementBodySchema,
    }),
  ),
  entered: z.array(
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

/** What an import took in; all noughts where everything was there. */
export const takenInSchema = z.object({
  from: z.string(),
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
