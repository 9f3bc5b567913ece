/** The path: what stands between a student and solo, skill by skill. */

import { createRoute, z } from '@hono/zod-openapi';
import {
  type PathAttempt,
  pathSchema,
  readStatements,
  recurringFindings,
  rooms,
  skillOf,
  sortStatements,
  standingVerdict,
  unsaidHelp,
  unseenMusts,
  worstOf,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import {
  LessonEntity,
  RecordingEntity,
  type School,
  SchoolEntity,
  ScoreEntity,
  zoneOf,
} from '../db/entities.ts';
import { statementsOf } from '../debrief/analysis-store.ts';
import { json, router } from '../http/env.ts';
import { requireStudent } from '../scope.ts';
import { techniqueOf } from '../technique/routes.ts';
import { enteredOf } from './entered-routes.ts';

/** A student's attempts in the order flown, with what was said of them. */
export async function attemptsOf(
  database: DataSource,
  studentId: string,
  { settings: { demonstrationFirst } }: School,
): Promise<PathAttempt[]> {
  const recordings = await database
    .getRepository(RecordingEntity)
    .find({ where: { studentId, status: 'analysed' }, order: { flownAt: 'ASC' } });
  const lessons = await database.getRepository(LessonEntity).findBy({ studentId });
  const attempts: PathAttempt[] = [];
  for (const recording of recordings) {
    const row = await database
      .getRepository(ScoreEntity)
      .findOneBy({ recordingId: recording.id, current: true });
    if (!row) continue;
    const { byAttempt: statements, ofLesson } = sortStatements(
      row.score.attempts,
      await statementsOf(database, recording.id),
    );
    row.score.attempts.forEach((attempt, i) => {
      // What is only likely is no evidence.
      if (attempt.variant === null) return;
      const unsaid = unsaidHelp(row.score.attempts, i, { demonstrationFirst, ofLesson });
      const state = readStatements(statements[i], unsaid);
      const used = attempt.parameters.flatMap((p) =>
        p.measured !== 'not-measured' && p.required
          ? [{ parameter: p.parameter, used: worstOf(p).used }]
          : [],
      );
      used.sort((a, b) => Math.abs(b.used) - Math.abs(a.used));
      attempts.push({
        recordingId: recording.id,
        attempt: i,
        lessonId: recording.lessonId,
        lessonTitle: lessons.find(({ id }) => id === recording.lessonId)?.title ?? null,
        flownAt: recording.flownAt.toISOString(),
        maneuver: attempt.maneuver,
        variant: attempt.variant,
        standard: row.score.standard,
        flownIn: recording.flownIn,
        help: state.help,
        helpInBulk: state.helpInBulk,
        restsOnUnseen: unseenMusts(attempt.requirements ?? [], 'prohibition').length > 0,
        flownBy: state.flownBy,
        verdict: standingVerdict(attempt[row.score.judge], state),
        overridden: state.override !== null,
        strict: attempt.strict,
        examiner: attempt.examiner,
        grade: state.grade,
        selfGrade: state.selfGrade?.grade ?? null,
        toleranceUsed: Object.fromEntries(used.map((p) => [p.parameter, Math.abs(p.used)])),
        worst: used[0] ?? null,
        wentFirst: attempt.wentFirst,
        findings: attempt.findings.map(({ id, what, severity }) => ({ id, what, severity })),
      });
    });
  }
  return attempts;
}

export function pathRoutes() {
  const routes = router();
  routes.openapi(
    createRoute({
      method: 'get',
      path: '/students/{id}/path',
      summary: 'A student’s skills over time',
      request: { params: z.object({ id: z.uuid() }) },
      responses: { 200: json(pathSchema, 'The path') },
    }),
    async (c) => {
      const database = c.get('database');
      const account = await requireStudent(database, c.get('viewer'), c.req.valid('param').id);
      const { id, name, schoolId } = account;
      const [lessons, school, byHand] = await Promise.all([
        database.getRepository(LessonEntity).countBy({ studentId: id }),
        database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId }),
        enteredOf(database, account),
      ]);
      const attempts = await attemptsOf(database, id, school);
      return c.json(
        {
          student: { id, name },
          lessons,
          judge: techniqueOf(school).judge,
          skills: rooms
            .filter(({ onPath }) => onPath)
            .map(({ id: maneuver }) =>
              skillOf(
                maneuver,
                attempts.filter((a) => a.maneuver === maneuver),
                zoneOf(school),
                byHand,
              ),
            ),
          recurring: recurringFindings(attempts),
          byHand,
        },
        200,
      );
    },
  );
  return routes;
}
