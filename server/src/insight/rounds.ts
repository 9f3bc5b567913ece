/** Rounds: the chief has attempts drawn, every instructor grades them without a name, a verdict or another's grade, then all see how they lie. */
import {
  blindAttempt,
  blindTrace,
  maneuverName,
  type newRoundSchema,
  type Round,
  type RoundState,
} from '@keel/core';
import type { DataSource } from 'typeorm';
import type { z } from 'zod';
import {
  AirplaneEntity,
  KeelEntity,
  RoundAttemptEntity,
  RoundEntity,
  RoundGradeEntity,
  type RoundRow,
  ScoreEntity,
} from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import { withJudgedSpans } from '../debrief/judged-spans.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { namesOf } from '../scope.ts';

/** What was flown longer ago tells less of how is graded today. */
const DRAWN_FROM_DAYS = 365;

interface Drawn {
  recordingId: string;
  attempt: number;
  airplaneRowId: string;
}

/**
 * Attempts flown alone with a verdict, as many within the standard as out of it, each of another recording where there are enough;
 * the round's id decides which.
 */
const DRAW = `
  SELECT "recordingId", attempt, "airplaneRowId" FROM (
    SELECT attempt.recording_id AS "recordingId", attempt.attempt, recording.airplane_row_id AS "airplaneRowId",
      row_number() OVER (PARTITION BY verdict ORDER BY of_flight, md5($2::text || attempt.recording_id || attempt.attempt)) AS nth
    FROM (SELECT *, row_number() OVER (PARTITION BY recording_id ORDER BY md5($2::text || attempt)) AS of_flight
      FROM attempt WHERE school_id = $1 AND flown_in = 'airplane' AND help = 'unaided' AND verdict IN ('satisfactory', 'unsatisfactory')
        AND NOT unseen AND flown_at > $3::timestamptz - interval '${DRAWN_FROM_DAYS} days' AND ($4::text IS NULL OR maneuver = $4)) attempt
    JOIN recording ON recording.school_id = $1 AND recording.id = attempt.recording_id AND recording.deleted_at IS NULL) drawn
  ORDER BY nth, md5($2::text || "recordingId" || attempt) LIMIT $5`;

/** @throws Problem 422 where nothing was flown that could be drawn; 409 where the id is another's. */
export async function makeRound(
  database: DataSource,
  viewer: Viewer,
  { id, title, draw, maneuver }: z.infer<typeof newRoundSchema>,
  now = new Date(),
): Promise<void> {
  const { schoolId } = viewer;
  await database.transaction(async (manager) => {
    const row = { schoolId, id, title, madeBy: viewer.id, madeAt: now, closedAt: null };
    if (!(await insertOnce(manager, RoundEntity, row, ['title', 'madeBy']))) return;
    const drawn: Drawn[] = await manager.query(DRAW, [schoolId, id, now, maneuver, draw]);
    if (drawn.length === 0)
      throw new Problem(422, 'maneuver: nothing of this was flown alone and judged within a year.');
    const attempts = [];
    for (const { recordingId, attempt: nth, airplaneRowId } of drawn) {
      const score = await manager.findOneByOrFail(ScoreEntity, { schoolId, recordingId, current: true });
      const keel = await manager.findOneBy(KeelEntity, { scoreId: score.id, attempt: nth });
      const airplane = await manager.findOneBy(AirplaneEntity, { schoolId, rowId: airplaneRowId });
      const attempt = score.score.attempts[nth];
      if (!keel || !attempt) continue;
      const trace = blindTrace(withJudgedSpans(keel.trace, attempt));
      attempts.push({ recordingId, attempt, trace, speedUnit: airplane?.data.speedUnit ?? ('kt' as const) });
    }
    await manager.insert(
      RoundAttemptEntity,
      attempts.map((one, nth) => ({ schoolId, roundId: id, nth, ...one })),
    );
    await addToTrail(manager, viewer, 'round made', id, { attempts: attempts.length });
  });
}

const requireRound = async (database: DataSource, { schoolId }: Viewer, id: string): Promise<RoundRow> => {
  const round = await database.getRepository(RoundEntity).findOneBy({ schoolId, id });
  if (!round) throw notFound('round');
  return round;
};

/** Newest first. */
export async function roundsOf(database: DataSource, viewer: Viewer): Promise<RoundState[]> {
  const { schoolId } = viewer;
  const [rounds, counts, grades, names]: [
    RoundRow[],
    { id: string; attempts: number }[],
    { id: string; instructor: string; graded: number }[],
    Map<string, string>,
  ] = await Promise.all([
    database.getRepository(RoundEntity).find({ where: { schoolId }, order: { madeAt: 'DESC' } }),
    database.query(
      'SELECT round_id AS id, count(*)::int AS attempts FROM round_attempt WHERE school_id = $1 GROUP BY 1',
      [schoolId],
    ),
    database.query(
      `SELECT round_id AS id, instructor_id AS instructor, count(*)::int AS graded FROM round_grade
       WHERE school_id = $1 GROUP BY 1, 2`,
      [schoolId],
    ),
    namesOf(database, viewer),
  ]);
  return rounds.map(({ id, title, madeBy, madeAt, closedAt }) => {
    const own = grades.filter((one) => one.id === id);
    return {
      id,
      title,
      madeBy: names.get(madeBy) ?? 'a former member',
      madeAt: madeAt.toISOString(),
      closedAt: closedAt?.toISOString() ?? null,
      attempts: counts.find((one) => one.id === id)?.attempts ?? 0,
      graded: own.find(({ instructor }) => instructor === viewer.id)?.graded ?? 0,
      graders:
        viewer.role === 'chief'
          ? own.map(({ instructor, graded }) => ({
              name: names.get(instructor) ?? 'a former member',
              graded,
            }))
          : [],
    };
  });
}

export async function roundOf(database: DataSource, viewer: Viewer, id: string): Promise<Round> {
  const { schoolId } = viewer;
  const row = await requireRound(database, viewer, id);
  const [state, attempts, grades, names] = [
    (await roundsOf(database, viewer)).find((one) => one.id === id)!,
    await database
      .getRepository(RoundAttemptEntity)
      .find({ where: { schoolId, roundId: id }, order: { nth: 'ASC' } }),
    await database
      .getRepository(RoundGradeEntity)
      .find({ where: { schoolId, roundId: id }, order: { grade: 'ASC', instructorId: 'ASC' } }),
    await namesOf(database, viewer),
  ];
  const closed = row.closedAt !== null;
  return {
    ...state,
    list: attempts.map(({ nth, attempt, trace, speedUnit }) => {
      const given = grades.filter((one) => one.nth === nth);
      const isOwn = (one: { instructorId: string }) => one.instructorId === viewer.id;
      return {
        nth,
        title: maneuverName(attempt.maneuver, attempt.variant),
        attempt: blindAttempt(attempt),
        trace,
        speedUnit,
        own: given.find(isOwn)?.grade ?? null,
        grades: closed
          ? given.map((one) => ({
              name:
                viewer.role === 'chief' || isOwn(one)
                  ? (names.get(one.instructorId) ?? 'a former member')
                  : null,
              own: isOwn(one),
              grade: one.grade,
            }))
          : null,
        verdict: closed ? attempt.strict : null,
      };
    }),
  };
}

/** The last grade before the end counts. @throws Problem 409 once the round is closed. */
export async function gradeInRound(
  database: DataSource,
  viewer: Viewer,
  { id, nth, grade }: { id: string; nth: number; grade: number },
): Promise<void> {
  const { schoolId, id: instructorId } = viewer;
  await database.transaction(async (manager) => {
    const round = await manager.findOne(RoundEntity, {
      where: { schoolId, id },
      lock: { mode: 'pessimistic_read' },
    });
    if (!round) throw notFound('round');
    if (round.closedAt) throw new Problem(409, 'This round is closed: its grades stay as they are.');
    if (!(await manager.existsBy(RoundAttemptEntity, { schoolId, roundId: id, nth })))
      throw notFound('attempt');
    await manager.upsert(
      RoundGradeEntity,
      { schoolId, roundId: id, nth, instructorId, grade, givenAt: new Date() },
      ['schoolId', 'roundId', 'nth', 'instructorId'],
    );
  });
}

/** @throws Problem 409 where it is closed already. */
export async function closeRound(database: DataSource, viewer: Viewer, id: string): Promise<void> {
  const { schoolId } = viewer;
  await database.transaction(async (manager) => {
    const round = await manager.findOne(RoundEntity, {
      where: { schoolId, id },
      lock: { mode: 'pessimistic_write' },
    });
    if (!round) throw notFound('round');
    if (round.closedAt) throw new Problem(409, 'This round is closed already.');
    await manager.update(RoundEntity, { schoolId, id }, { closedAt: new Date() });
    await addToTrail(manager, viewer, 'round closed', id);
  });
}
