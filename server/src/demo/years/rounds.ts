/** What instructors of the second school grade, and their blind rounds. */
import { blindTrace, type KeelTrace, type Random } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { YEARS_SCHOOL, yearsId } from './ids.ts';
import { CHIEF, INSTRUCTORS } from './plan.ts';
import type { Template } from './template.ts';

/** A grade as somebody gives it: what they think, rounded. */
export const gradeNear = (grade: number, spread: number, kinder: number, random: Random): number =>
  Math.max(1, Math.min(4, Math.round(grade + kinder + spread * random.gaussian())));

const ROUNDS = 5;
const A_ROUND = 12;
/** How far two who are of one mind lie apart, in grades. */
const MIND = 0.45;

/** Closed rounds, half a year apart or less: what was flown alone, graded by everybody. */
export async function gradeRounds(
  manager: EntityManager,
  templates: readonly Template[],
  { random, now }: { random: Random; now: Date },
): Promise<void> {
  const [{ id: anyRecording }] = await manager.query(
    'SELECT id FROM recording WHERE school_id = $1 ORDER BY flown_at LIMIT 1',
    [YEARS_SCHOOL.id],
  );
  const all = templates.flatMap(({ attempts, scoreId, statements }) =>
    attempts.flatMap((attempt, nth) => {
      const graded = statements.find(
        (body) =>
          body.kind === 'grade' &&
          body.maneuver === attempt.maneuver &&
          body.startS < attempt.endS &&
          body.endS > attempt.startS,
      );
      return graded?.kind === 'grade' ? [{ attempt, nth, scoreId, grade: graded.grade }] : [];
    }),
  );
  for (let round = 0; round < ROUNDS; round++) {
    const closedAt = new Date(now.getTime() - (20 + 110 * (ROUNDS - 1 - round)) * 86_400_000);
    const id = yearsId(`round ${round}`);
    await manager.query(
      'INSERT INTO round (school_id, id, title, made_by, made_at, closed_at) VALUES ($1, $2, $3, $4, $5, $6)',
      [
        YEARS_SCHOOL.id,
        id,
        `Round ${round + 1}`,
        yearsId(CHIEF.key),
        new Date(closedAt.getTime() - 14 * 86_400_000),
        closedAt,
      ],
    );
    for (let nth = 0; nth < Math.min(A_ROUND, all.length); nth++) {
      const { attempt, scoreId, nth: place, grade } = all[Math.floor(random.uniform() * all.length)];
      const [keel]: { trace: KeelTrace }[] = await manager.query(
        'SELECT trace FROM keel WHERE score_id = $1 AND attempt = $2',
        [scoreId, place],
      );
      if (!keel) continue;
      await manager.query(
        `INSERT INTO round_attempt (school_id, round_id, nth, recording_id, attempt, trace, speed_unit) VALUES ($1, $2, $3, $4, $5, $6, 'kt')`,
        [YEARS_SCHOOL.id, id, nth, anyRecording, attempt, blindTrace(keel.trace)],
      );
      for (const { key, kinder } of INSTRUCTORS)
        await manager.query(
          'INSERT INTO round_grade (school_id, round_id, nth, instructor_id, grade, given_at) VALUES ($1, $2, $3, $4, $5, $6)',
          [YEARS_SCHOOL.id, id, nth, yearsId(key), gradeNear(grade, MIND, kinder, random), closedAt],
        );
    }
  }
}
