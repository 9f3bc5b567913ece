/** What a changed standard would change, looked at before it is saved. */
import { z } from '@hono/zod-openapi';
import {
  attemptVerdictSchema,
  reasonSaid,
  SCHOOL_STANDARD_ID,
  type Standard,
  textOf,
  unitsFor,
} from '@keel/core';
import { type DataSource, In, IsNull } from 'typeorm';
import { type AnalysisInput, readInput, scoreRead } from '../analysis/analyse.ts';
import { RecordingEntity, type RecordingRow, ScoreEntity, StandardEntity } from '../db/entities.ts';
import { inputFor } from '../debrief/analysis-input.ts';
import { namesOf } from '../scope.ts';
import type { Handler } from '../tasks/handler.ts';

const changeSchema = z.object({
  recordingId: z.uuid(),
  attempt: z.number().int(),
  student: z.string(),
  maneuver: z.string(),
  variant: z.string().nullable(),
  flownAt: z.string(),
  before: attemptVerdictSchema,
  after: attemptVerdictSchema,
  why: z.string(),
});
export const previewSchema = z.object({
  attempts: z.number(),
  /** False: it has judged nothing yet, and the school's latest attempts were judged by it before and after the change. */
  hasJudged: z.boolean(),
  changes: z.array(changeSchema),
});
/** Looked back on before a change is saved. */
const LATEST_ATTEMPTS = 50;

export const previewTask: Handler = async ({ schoolId, input }, { database, tell }) => {
  const { saved, changed } = input as { saved: Standard; changed: Standard };
  const result = await previewOf(database, schoolId, saved, changed, tell);
  return async () => ({ result });
};

/** As a standard would judge it, in the place that it has among what a recording is judged by. */
function judgedBy(input: AnalysisInput, standard: Standard): AnalysisInput {
  return {
    ...input,
    ...(standard.id === SCHOOL_STANDARD_ID ? { schoolStandard: standard } : { standard }),
    ...(input.standard.id === standard.id && { standard }),
  };
}

/** A recording read once and scored by each. */
async function scoresBy(database: DataSource, recording: RecordingRow, standards: Standard[]) {
  const input = await inputFor(database, recording);
  const read = readInput(input, () => {});
  return {
    units: unitsFor(input.airplane),
    scores: standards.map((standard) => scoreRead(read, judgedBy(input, standard), () => {}).score),
  };
}

/** The latest attempts that a standard judges, judged by it as it would be; the school’s latest where it has judged none. */
async function previewOf(
  database: DataSource,
  schoolId: string,
  saved: Standard,
  standard: Standard,
  tell: (fraction: number) => void,
): Promise<z.infer<typeof previewSchema>> {
  const versions = await database.getRepository(StandardEntity).findBy({ schoolId, id: standard.id });
  const latest = (judged: object) =>
    database.getRepository(RecordingEntity).find({
      where: { schoolId, status: 'analysed', deletedAt: IsNull(), ...judged },
      order: { flownAt: 'DESC' },
      take: LATEST_ATTEMPTS,
    });
  // The school's own judges whatever another has no rows for.
  const judged = await latest(
    standard.id === SCHOOL_STANDARD_ID ? {} : { standardRowId: In(versions.map(({ rowId }) => rowId)) },
  );
  const hasJudged = judged.length > 0;
  const recordings = hasJudged ? judged : await latest({});
  const names = await namesOf(database, { schoolId });
  const changes: z.infer<typeof changeSchema>[] = [];
  let attempts = 0;
  for (const recording of recordings) {
    if (attempts >= LATEST_ATTEMPTS) break;
    tell(attempts / LATEST_ATTEMPTS);
    const row = await database
      .getRepository(ScoreEntity)
      .findOneBy({ schoolId, recordingId: recording.id, current: true });
    if (!row) continue;
    const { judge } = row.score;
    const {
      units,
      scores: [after, stood = row.score],
    } = await scoresBy(database, recording, hasJudged ? [standard] : [standard, saved]);
    stood.attempts.slice(0, LATEST_ATTEMPTS - attempts).forEach((before, attempt) => {
      attempts++;
      const now = after.attempts.find(
        (one) => one.maneuver === before.maneuver && Math.abs(one.startS - before.startS) < 1,
      );
      if (!now || now[judge] === before[judge]) return;
      changes.push({
        recordingId: recording.id,
        attempt,
        student: names.get(recording.studentId ?? '') ?? '',
        maneuver: before.maneuver,
        variant: before.variant,
        flownAt: recording.flownAt.toISOString(),
        before: before[judge],
        after: now[judge],
        why: textOf(reasonSaid(now, judge, units, after.examinerFigures)),
      });
    });
  }
  return { attempts, hasJudged, changes };
}
