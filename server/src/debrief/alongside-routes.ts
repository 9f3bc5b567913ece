/** What an attempt is compared with beyond its own flight: the student's last, best and shown ones, and this airplane's. */
import { createRoute, z } from '@hono/zod-openapi';
import { type Alongside, type AlongsideAttempt, alongsideSchema } from '@keel/core';
import { type DataSource, In } from 'typeorm';
import {
  AccountEntity,
  AttemptEntity,
  type AttemptRow,
  KeelEntity,
  type RecordingRow,
  ScoreEntity,
} from '../db/entities.ts';
import { json, router, type Viewer } from '../http/env.ts';
import { given } from '../http/given.ts';
import { notFound } from '../http/problem.ts';
import { visible } from '../scope.ts';
import { withJudgedSpans } from './judged-spans.ts';
import { requireRecording } from './recordings.ts';

type Relation = AlongsideAttempt['relation'];
interface Chosen {
  relation: Relation;
  row: AttemptRow;
}

/** So many of the student's own are looked through, and so many are averaged. */
const LOOKED_AT = 60;
const AVERAGED = 5;

const byStudent = (row: AttemptRow): boolean => !['demonstration', 'deliberate-error'].includes(row.help);

/** Of rows with the newest first; none twice, however many things it is. */
function choose(rows: readonly AttemptRow[]): Chosen[] {
  const own = rows.filter(byStudent);
  const recent = own.slice(0, AVERAGED);
  const best = own
    .filter((row) => row.verdict === 'satisfactory' && row.worstUsed !== null)
    .reduce<AttemptRow | undefined>(
      (least, row) => (least && (least.worstUsed ?? 0) <= (row.worstUsed ?? 0) ? least : row),
      undefined,
    );
  const shown = rows.find((row) => row.help === 'demonstration');
  return [
    ...recent.map((row, i): Chosen => ({ relation: i === 0 ? 'last' : 'earlier', row })),
    ...(best && !recent.includes(best) ? [{ relation: 'best' as const, row: best }] : []),
    ...(shown ? [{ relation: 'demonstration' as const, row: shown }] : []),
  ];
}

/** The same maneuver flown in this airplane to standard by somebody else, newest first; an instructor's to see. */
async function ofAirplane(
  database: DataSource,
  viewer: Viewer,
  { schoolId, airplaneRowId }: RecordingRow,
  here: AttemptRow,
): Promise<AttemptRow | null> {
  if (viewer.role === 'student') return null;
  return (
    visible(database.getRepository(AttemptEntity).createQueryBuilder('attempt'), 'attempt', viewer)
      .innerJoin(
        'recording',
        'recording',
        'recording.school_id = attempt.school_id AND recording.id = attempt.recording_id',
      )
      // Whichever version of its file it was flown by.
      .andWhere(
        `recording.airplane_row_id IN (SELECT other.row_id FROM airplane AS other JOIN airplane AS own ON own.id = other.id
        WHERE own.school_id = :schoolId AND other.school_id = :schoolId AND own.row_id = :airplaneRowId)`,
        { schoolId, airplaneRowId },
      )
      .andWhere('attempt.student_id <> :student', { student: here.studentId })
      .andWhere("attempt.maneuver = :maneuver AND attempt.verdict = 'satisfactory'", {
        maneuver: here.maneuver,
      })
      .andWhere('attempt.variant IS NOT DISTINCT FROM :variant', { variant: here.variant })
      .andWhere("attempt.flown_in = 'airplane'")
      .orderBy('attempt.flownAt', 'DESC')
      .limit(1)
      .getOne()
  );
}

async function drawn(database: DataSource, chosen: readonly Chosen[]): Promise<Alongside> {
  const [first] = chosen;
  if (!first) return [];
  const scores = await database.getRepository(ScoreEntity).findBy({
    schoolId: first.row.schoolId,
    recordingId: In([...new Set(chosen.map(({ row }) => row.recordingId))]),
    current: true,
  });
  const scoreOf = ({ row }: Chosen) => scores.find(({ recordingId }) => recordingId === row.recordingId);
  // A flight has many keels, and each is large: those alone that are laid beside it.
  const keels = await database.getRepository(KeelEntity).findBy(
    chosen.flatMap((one) => {
      const score = scoreOf(one);
      return score ? [{ scoreId: score.id, attempt: one.row.attempt }] : [];
    }),
  );
  const others = chosen.filter(({ relation }) => relation === 'airplane').map(({ row }) => row.studentId);
  const names =
    others.length === 0
      ? []
      : await database.getRepository(AccountEntity).findBy({ schoolId: first.row.schoolId, id: In(others) });
  return chosen.flatMap((one): Alongside => {
    const { relation, row } = one;
    const score = scoreOf(one);
    const keel =
      score && keels.find(({ scoreId, attempt: nth }) => scoreId === score.id && nth === row.attempt);
    const attempt = score?.score.attempts[row.attempt];
    if (!keel || !attempt) return [];
    // What is laid over another is its lanes alone.
    const { picture: _, story: __, ...trace } = withJudgedSpans(keel.trace, attempt);
    return [
      {
        relation,
        recordingId: row.recordingId,
        attempt: row.attempt,
        flownAt: row.flownAt.toISOString(),
        flownIn: row.flownIn,
        help: row.help,
        verdict: row.verdict,
        studentName:
          relation === 'airplane' ? (names.find(({ id }) => id === row.studentId)?.name ?? null) : null,
        score: attempt,
        trace,
      },
    ];
  });
}

export const alongsideRoutes = () =>
  router().openapi(
    createRoute({
      method: 'get',
      path: '/recordings/{id}/attempts/{attempt}/alongside',
      summary:
        'The same maneuver from other flights: the last five, the best, as it was shown, and this airplane’s',
      request: { params: z.object({ id: z.uuid(), attempt: z.coerce.number().int().min(0) }) },
      responses: { 200: json(alongsideSchema, 'Each with its score and its keel') },
    }),
    async (c) => {
      const { viewer, database } = given(c);
      const { id, attempt } = c.req.valid('param');
      const recording = await requireRecording(database, viewer, id);
      const { schoolId } = recording;
      const attempts = database.getRepository(AttemptEntity);
      const here = await attempts.findOneBy({ schoolId, recordingId: id, attempt });
      if (!here) throw notFound('attempt');
      const before = await attempts
        .createQueryBuilder('attempt')
        .where('attempt.schoolId = :schoolId AND attempt.studentId = :student', {
          schoolId,
          student: here.studentId,
        })
        .andWhere('attempt.maneuver = :maneuver AND attempt.variant IS NOT DISTINCT FROM :variant', here)
        .andWhere('attempt.recordingId <> :id AND attempt.flownAt <= :flownAt', { id, flownAt: here.flownAt })
        .orderBy('attempt.flownAt', 'DESC')
        .addOrderBy('attempt.startS', 'DESC')
        .limit(LOOKED_AT)
        .getMany();
      const other = await ofAirplane(database, viewer, recording, here);
      const chosen = [...choose(before), ...(other ? [{ relation: 'airplane' as const, row: other }] : [])];
      return c.json(await drawn(database, chosen), 200);
    },
  );
