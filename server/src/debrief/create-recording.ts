/** A new recording, however it came: the same file twice for a student and an airplane is the recording there already. */
import type { Created, Mapping } from '@keel/core';
import type { Lesson, RecordingRow } from '../db/entities.ts';
import { requireAirplane } from '../hangar/routes.ts';
import type { Services, Viewer } from '../http/env.ts';
import { Problem } from '../http/problem.ts';
import { requireStudent } from '../scope.ts';
import { requireStandard } from '../standards/newest.ts';

interface NewRecording {
  bytes: Uint8Array;
  fileName: string;
  studentId: string;
  airplaneId: string;
  standardId: string;
  lesson: Lesson | null;
  weightLb?: number;
  groundFt?: number;
  /** The lesson's day holds, and not the file's. */
  dayOfLesson?: boolean;
  mapping?: Mapping;
  flownIn: RecordingRow['flownIn'];
  /** When the synthetic instructor had the controls of a trainer flight. */
  instructorFlew?: { startS: number; endS: number }[];
}

/**
 * Reads a file, keeps it, and asks for its score.
 * @throws Problem 422, with nothing kept, when the file cannot be read; 404 for what the viewer may not see.
 */
export async function createRecording(
  { database, tasks }: Services,
  viewer: Viewer,
  input: NewRecording,
): Promise<Created> {
  await requireStudent(database, viewer, input.studentId);
  const airplane = await requireAirplane(database, viewer, input.airplaneId);
  const standard = await requireStandard(database, viewer, input.standardId);
  const kept = await tasks.threads.upload(
    {
      bytes: input.bytes,
      row: {
        schoolId: viewer.schoolId,
        studentId: input.studentId,
        lessonId: input.lesson?.id ?? null,
        airplaneRowId: airplane.rowId,
        standardRowId: standard.rowId,
        uploadedBy: viewer.id,
        fileName: input.fileName.slice(-200),
        weightLb: input.weightLb ?? null,
        groundFt: input.groundFt ?? null,
        mapping: input.mapping ?? null,
        flownIn: input.flownIn,
      },
      givenAt: input.lesson?.plannedAt ?? null,
      dayOfLesson: input.dayOfLesson && input.lesson !== null,
      ...(input.lesson &&
        input.instructorFlew?.length && {
          // Said by who hands the flight in, and in nobody else's name.
          instructorFlew: { authorId: viewer.id, held: input.instructorFlew },
        }),
    },
    viewer.id,
  );
  if ('refused' in kept) throw new Problem(422, kept.refused);
  return kept;
}
