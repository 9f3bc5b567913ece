/** A new recording, however it came: the same file twice for a student is the recording that is there already. */
import { createHash, randomUUID } from 'node:crypto';
import type { Created, Mapping } from '@keel/core';
import type { DataSource } from 'typeorm';
import type { Analyser } from '../analysis/analyser.ts';
import { type Lesson, RecordingEntity, type RecordingRow } from '../db/entities.ts';
import { requireAirplane } from '../hangar/routes.ts';
import type { Viewer } from '../http/env.ts';
import { requireStudent } from '../scope.ts';
import { requireStandard } from '../standards/routes.ts';
import { storeAndAnalyse } from './analysis-store.ts';

/** This student's recording of the very same bytes, if it is there. */
async function knownFile(database: DataSource, studentId: string, sha256: string): Promise<Created | null> {
  const known = await database.getRepository(RecordingEntity).findOneBy({ studentId, sha256 });
  return known && { id: known.id, duplicate: true };
}

export interface NewRecording {
  bytes: Buffer;
  fileName: string;
  studentId: string;
  airplaneId: string;
  standardId: string;
  lesson: Lesson | null;
  weightLb?: number;
  groundFt?: number;
  mapping?: Mapping;
  flownIn: RecordingRow['flownIn'];
}

/**
 * Keeps a file and begins its analysis.
 * @returns `done`, which resolves when it is scored.
 * @throws Problem 422, with nothing stored, when the file cannot be read; 404 for what the viewer may not see.
 */
export async function createRecording(
  services: { database: DataSource; analyser: Analyser },
  viewer: Viewer,
  input: NewRecording,
): Promise<Created & { done: Promise<void> }> {
  const { database, analyser } = services;
  await requireStudent(database, viewer, input.studentId);
  const airplane = await requireAirplane(database, viewer, input.airplaneId);
  const standard = await requireStandard(database, viewer, input.standardId);
  const sha256 = createHash('sha256').update(input.bytes).digest('hex');
  const known = await knownFile(database, input.studentId, sha256);
  if (known) return { ...known, done: Promise.resolve() };
  const id = randomUUID();
  const storing = storeAndAnalyse(
    database,
    analyser,
    {
      id,
      schoolId: viewer.schoolId,
      studentId: input.studentId,
      lessonId: input.lesson?.id ?? null,
      airplaneRowId: airplane.rowId,
      standardRowId: standard.rowId,
      uploadedBy: viewer.id,
      fileName: input.fileName.slice(-200),
      sha256,
      size: input.bytes.length,
      weightLb: input.weightLb ?? null,
      groundFt: input.groundFt ?? null,
      mapping: input.mapping ?? null,
      flownIn: input.flownIn,
      flownAt: input.lesson?.plannedAt ?? null,
    },
    input.bytes,
  );
  try {
    const { done } = await storing;
    return { id, duplicate: false, done };
  } catch (error) {
    // Of two uploads of one file at the same time the database keeps one.
    const winner = await knownFile(database, input.studentId, sha256);
    if (winner) return { ...winner, done: Promise.resolve() };
    throw error;
  }
}
