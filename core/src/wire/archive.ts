/** An archive: all that a school knows of its students, or of one, to be taken along; as it stands in `keelpath-archive.json`. */
import { z } from 'zod';
import { airplaneSchema } from '../airplane/schema.ts';
import { statementBodySchema } from '../debrief/statements.ts';
import { enteredBodySchema } from '../path/entered.ts';
import { standardSchema } from '../scoring/standard.ts';
import { roleSchema } from './people.ts';

export const ARCHIVE_VERSION = 1;
export const ARCHIVE_INDEX = 'keelpath-archive.json';

const id = z.uuid();
const instant = z.string();

export const archiveSchema = z.object({
  'keelpath-archive': z.literal(ARCHIVE_VERSION),
  madeAt: instant,
  core: z.string(),
  school: z.object({ id, name: z.string(), zone: z.string() }),
  /** Who is named in it: the students, and who taught and spoke of them. Nobody’s address and nobody’s password. */
  people: z.array(z.object({ id, name: z.string(), role: roleSchema })),
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
      uploadedBy: id,
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
});
export type TakenIn = z.infer<typeof takenInSchema>;
