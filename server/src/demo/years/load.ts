/** Loads the second school beside the club, from the club's own flights; as the owner of the tables, in one transaction. */
import { createHash } from 'node:crypto';
import {
  type AttemptScore,
  blindTrace,
  dayAfter,
  dayIn,
  instantOf,
  type KeelTrace,
  type LogEntry,
  type Random,
  type SignedBody,
  type StatementBody,
  seededRandom,
} from '@keel/core';
import type { DataSource, EntityManager } from 'typeorm';
import { signedHash } from '../../record/sign.ts';
import { CHIEF, INSTRUCTORS, type PlannedFlight, type PlannedStudent, planYears } from './plan.ts';

const yearsId = (name: string): string => {
  const hex = createHash('sha1').update(`keel-path years ${name}`).digest('hex');
  return `${hex.slice(0, 8)}-${hex.slice(8, 12)}-5${hex.slice(13, 16)}-8${hex.slice(17, 20)}-${hex.slice(20, 32)}`;
};

export const YEARS_SCHOOL = { id: yearsId('school'), name: 'Langmoor Flying School' };
export const yearsEmail = (key: string): string => `${key}@langmoor.example`;

/** A flight of the club that others fly after it. */
interface Template {
  recordingId: string;
  lessonId: string | null;
  airplaneRowId: string;
  standardRowId: string;
  attempts: AttemptScore[];
  scoreId: string;
  statements: StatementBody[];
  durationS: number;
}

export class NotLoaded extends Error {}

/** @param from whose flights are flown after: the student's recordings in the order flown. @throws NotLoaded where it cannot be */
export async function loadYears(
  database: DataSource,
  from: { schoolId: string; studentId: string },
  now = new Date(),
): Promise<{ students: number; flights: number }> {
  return database.transaction(async (manager) => {
    const [{ there }] = await manager.query('SELECT EXISTS (SELECT FROM school WHERE id = $1) AS there', [
      YEARS_SCHOOL.id,
    ]);
    if (there) throw new NotLoaded(`${YEARS_SCHOOL.name} is loaded already`);
    const templates = await templatesOf(manager, from);
    if (templates.length === 0)
      throw new NotLoaded(
        'the demo has no flights to go by: start it once with "npm start", and wait until it is loaded',
      );
    const zone = await copySchool(manager, from.schoolId);
    const students = planYears(templates.length, dayIn(now, zone));
    await insertPeople(manager, from.schoolId, students);
    const random = seededRandom(7);
    for (const student of students) await flyAll(manager, student, { templates, zone, random, now });
    await gradeRounds(manager, templates, { random, now });
    await manager.query(
      `INSERT INTO task (school_id, kind, subject)
       SELECT school_id, 'count', id::text FROM recording WHERE school_id = $1::uuid
       UNION ALL SELECT $1::uuid, 'records', $1::uuid::text`,
      [YEARS_SCHOOL.id],
    );
    return {
      students: students.length,
      flights: students.reduce((sum, { flights }) => sum + flights.length, 0),
    };
  });
}

async function templatesOf(
  manager: EntityManager,
  { schoolId, studentId }: { schoolId: string; studentId: string },
): Promise<Template[]> {
  return manager.query(
    `SELECT recording.id AS "recordingId", lesson_id AS "lessonId", airplane_row_id AS "airplaneRowId",
       standard_row_id AS "standardRowId", score.id AS "scoreId", score.score->'attempts' AS attempts,
       (score.score->'recording'->>'durationS')::float AS "durationS",
       (SELECT coalesce(jsonb_agg(body ORDER BY created_at), '[]') FROM statement
         WHERE statement.school_id = $1 AND recording_id = recording.id) AS statements
     FROM recording JOIN score ON score.school_id = $1 AND score.recording_id = recording.id AND score.current
     WHERE recording.school_id = $1 AND student_id = $2 AND flown_in = 'airplane' AND deleted_at IS NULL
     ORDER BY flown_at`,
    [schoolId, studentId],
  );
}

/** Its airplanes, standards and syllabuses are copies of the club's. @returns its zone */
async function copySchool(manager: EntityManager, source: string): Promise<string> {
  const { id, name } = YEARS_SCHOOL;
  await manager.query(
    'INSERT INTO school (id, name, settings) SELECT $1::uuid, $2, settings FROM school WHERE id = $3',
    [id, name, source],
  );
  // A row of the copy is named after the row that it is copied from.
  await manager.query(
    `INSERT INTO airplane (row_id, school_id, id, data, version)
     SELECT md5($1::uuid::text || row_id)::uuid, $1::uuid, id, data, 1 FROM airplane WHERE school_id = $2`,
    [id, source],
  );
  await manager.query(
    `INSERT INTO standard (row_id, school_id, id, version, data, edited_at)
     SELECT md5($1::uuid::text || row_id)::uuid, $1::uuid, id, version, data, edited_at FROM standard WHERE school_id = $2`,
    [id, source],
  );
  await manager.query(
    `INSERT INTO syllabus (school_id, id, version, data, edited_at)
     SELECT $1, id, version, data, edited_at FROM syllabus WHERE school_id = $2`,
    [id, source],
  );
  const [{ zone }] = await manager.query(
    "SELECT coalesce(settings->>'zone', 'UTC') AS zone FROM school WHERE id = $1",
    [id],
  );
  return zone;
}

/** They sign in with the passwords of the club's own of the same role. */
async function insertPeople(
  manager: EntityManager,
  source: string,
  students: readonly PlannedStudent[],
): Promise<void> {
  const people = [
    { ...CHIEF, role: 'chief' },
    ...INSTRUCTORS.map(({ key, name }) => ({ key, name, role: 'instructor' })),
    ...students.map(({ key, name }) => ({ key, name, role: 'student' })),
  ];
  for (const { key, name, role } of people)
    await manager.query(
      `INSERT INTO account (id, school_id, email, name, role, password_hash, born)
       SELECT $1::uuid, $2::uuid, $3, $4, $5::text, password_hash, CASE WHEN $5::text = 'student' THEN date '1996-05-17' END
       FROM account WHERE school_id = $6 AND role = $5::text ORDER BY created_at, id LIMIT 1`,
      [yearsId(key), YEARS_SCHOOL.id, yearsEmail(key), name, role, source],
    );
  for (const { key, instructor } of students)
    await manager.query('INSERT INTO teaching (school_id, instructor_id, student_id) VALUES ($1, $2, $3)', [
      YEARS_SCHOOL.id,
      yearsId(instructor),
      yearsId(key),
    ]);
}

interface Flying {
  now: Date;
  templates: readonly Template[];
  zone: string;
  random: Random;
}

/** Minutes on the ground before and after what was recorded. */
const TAXI_MIN = 18;
const CANCELLED = [
  { why: 'weather', share: 0.14 },
  { why: 'airplane', share: 0.03 },
  { why: 'health', share: 0.04 },
] as const;

async function flyAll(manager: EntityManager, student: PlannedStudent, flying: Flying): Promise<void> {
  for (const [nth, flight] of student.flights.entries()) await flyOne(manager, student, flight, nth, flying);
  await close(manager, student, flying.now);
  if (!student.soloOn) return;
  const { soloOn, key, instructor } = student;
  const of = { studentId: yearsId(key), signerId: yearsId(instructor), recordingId: null };
  const title = 'Solo flight, first 90 days';
  await sign(manager, `solo endorsement ${key}`, of, instantOf(`${soloOn} 09:00:00`, flying.zone), {
    kind: 'endorsement',
    endorsement: {
      title,
      text: `${student.name} is proficient to make solo flights in the airplane of the last lesson, within the limits set.`,
      airplane: '',
      date: soloOn,
      endsOn: dayAfter(soloOn, 90),
      gate: 'solo-endorsement',
    },
  });
  const entry = entryOf({
    date: soloOn,
    blockMin: 66,
    soloMin: 24,
    dualMin: 42,
    training: 'Three landings with an instructor, three alone',
  });
  await sign(manager, `solo ${key}`, of, instantOf(`${soloOn} 12:00:00`, flying.zone), {
    kind: 'entry',
    entry,
  });
}

/** Who has not come for so long has left. */
const LEFT_AFTER_DAYS = 60;

async function close(manager: EntityManager, { key, flights }: PlannedStudent, now: Date): Promise<void> {
  const left = new Date(Date.parse(flights.at(-1)?.day ?? '') + LEFT_AFTER_DAYS * 86_400_000);
  if (left < now)
    await manager.query('UPDATE account SET closed_at = $3 WHERE school_id = $1 AND id = $2', [
      YEARS_SCHOOL.id,
      yearsId(key),
      left,
    ]);
}

const entryOf = (
  given: Pick<LogEntry, 'date' | 'blockMin' | 'soloMin' | 'dualMin' | 'training'>,
): LogEntry => ({
  airplane: 'Cairn',
  from: 'Langmoor',
  to: 'Langmoor',
  airMin: Math.max(0, given.blockMin - TAXI_MIN),
  nightMin: 0,
  instrumentMin: 0,
  landingsDay: 1,
  landingsNight: 0,
  remarks: '',
  ...given,
});

async function flyOne(
  manager: EntityManager,
  { key, name }: PlannedStudent,
  flight: PlannedFlight,
  nth: number,
  { templates, zone, random }: Flying,
): Promise<void> {
  const schoolId = YEARS_SCHOOL.id;
  const template = templates[flight.template];
  const at = instantOf(`${flight.day} ${String(flight.hour).padStart(2, '0')}:00:00`, zone);
  const [recordingId, lessonId, scoreId] = ['recording', 'lesson', 'score'].map((what) =>
    yearsId(`${what} ${key} ${nth}`),
  );
  const [studentId, instructorId] = [yearsId(key), yearsId(flight.instructor)];
  await manager.query(
    `INSERT INTO lesson (id, school_id, student_id, instructor_id, airplane_row_id, standard_row_id, title, planned_at, conditions,
       cards, items, technique, focus, parked, plan)
     SELECT $1::uuid, $2::uuid, $3::uuid, $4::uuid, md5($2::uuid::text || airplane_row_id)::uuid, md5($2::uuid::text || standard_row_id)::uuid, title, $5::timestamptz, conditions,
       cards, items, technique, focus, parked, plan
     FROM lesson WHERE id = $6`,
    [lessonId, schoolId, studentId, instructorId, at, template.lessonId],
  );
  // Flown again it is another file: the same bytes of one student would be the same flight.
  const [{ bytes }]: { bytes: Buffer }[] = await manager.query(
    'SELECT bytes FROM recording_file WHERE recording_id = $1',
    [template.recordingId],
  );
  const file = Buffer.concat([Buffer.from(`# note: lesson ${nth + 1} of ${name}\n`), bytes]);
  const sha256 = createHash('sha256').update(file).digest('hex');
  await manager.query(
    `INSERT INTO recording (id, school_id, student_id, lesson_id, airplane_row_id, standard_row_id, uploaded_by, file_name, sha256,
       size, weight_lb, ground_ft, flown_in, status, flown_at)
     SELECT $1::uuid, $2::uuid, $3::uuid, $4::uuid, md5($2::uuid::text || airplane_row_id)::uuid, md5($2::uuid::text || standard_row_id)::uuid,
       $5::uuid, $6, $7, $8::int, weight_lb, ground_ft, flown_in, status, $9::timestamptz
     FROM recording WHERE id = $10`,
    [
      recordingId,
      schoolId,
      studentId,
      template.lessonId && lessonId,
      instructorId,
      `${flight.day}-${key}.csv`,
      sha256,
      file.length,
      at,
      template.recordingId,
    ],
  );
  await manager.query('INSERT INTO recording_file (school_id, recording_id, bytes) VALUES ($1, $2, $3)', [
    schoolId,
    recordingId,
    file,
  ]);
  await manager.query(
    `INSERT INTO score (id, school_id, recording_id, core, score, profile, keels, observations, current)
     SELECT $1::uuid, $2::uuid, $3::uuid, core, jsonb_set(score, '{sha256,recording}', to_jsonb($5::text)), profile, keels, observations, true
     FROM score WHERE id = $4`,
    [scoreId, schoolId, recordingId, template.scoreId, sha256],
  );
  await manager.query(
    'INSERT INTO keel (score_id, attempt, trace) SELECT $1::uuid, attempt, trace FROM keel WHERE score_id = $2',
    [scoreId, template.scoreId],
  );
  await manager.query(
    'INSERT INTO flight (score_id, data) SELECT $1::uuid, data FROM flight WHERE score_id = $2',
    [scoreId, template.scoreId],
  );
  const kinder = INSTRUCTORS.find((one) => one.key === flight.instructor)!.kinder;
  const said = template.statements.map((body): { author: string; body: StatementBody } => ({
    author: body.kind === 'self-grade' ? studentId : instructorId,
    body: body.kind === 'grade' ? { ...body, grade: gradeNear(body.grade, 0.35, kinder, random) } : body,
  }));
  for (const [i, { author, body }] of said.entries())
    await manager.query(
      'INSERT INTO statement (id, school_id, recording_id, author_id, body, created_at, score_id) VALUES ($1, $2, $3, $4, $5, $6, $7)',
      [
        yearsId(`said ${key} ${nth} ${i}`),
        schoolId,
        recordingId,
        author,
        body,
        new Date(at.getTime() + 7_200_000 + 1000 * i),
        scoreId,
      ],
    );
  const blockMin = Math.round(template.durationS / 60) + TAXI_MIN;
  const entry = entryOf({
    date: flight.day,
    blockMin,
    soloMin: 0,
    dualMin: blockMin,
    training: `Lesson ${flight.template + 1} with ${name}`,
  });
  await sign(
    manager,
    `entry ${key} ${nth}`,
    { studentId, signerId: instructorId, recordingId },
    new Date(at.getTime() + 9_000_000),
    {
      kind: 'entry',
      entry,
    },
  );
  await book(
    manager,
    `${key} ${nth}`,
    { at, studentId, instructorId, lessonId: template.lessonId && lessonId, recordingId },
    random,
  );
}

/** The booking that was flown, and now and then one before it that was not. */
async function book(
  manager: EntityManager,
  key: string,
  of: { at: Date; studentId: string; instructorId: string; lessonId: string | null; recordingId: string },
  random: Random,
): Promise<void> {
  const insert = (what: string, at: Date, lessonId: string | null, cancelled: object | null) =>
    manager.query(
      `INSERT INTO booking (school_id, id, kind, during, student_id, instructor_id, airplane_row_id, lesson_id, made_by, cancelled)
       SELECT $1::uuid, $2::uuid, 'lesson', tstzrange($3::timestamptz, $3::timestamptz + interval '110 minutes', '[)'), $4::uuid, $5::uuid, airplane_row_id, $6::uuid, $5::uuid, $7::jsonb
       FROM recording WHERE school_id = $1 AND id = $8
       -- Who is booked already flies as well, without a booking of their own.
       ON CONFLICT DO NOTHING`,
      [
        YEARS_SCHOOL.id,
        yearsId(`booking ${what} ${key}`),
        at,
        of.studentId,
        of.instructorId,
        lessonId,
        cancelled,
        of.recordingId,
      ],
    );
  await insert('flown', of.at, of.lessonId, null);
  let drawn = random.uniform();
  const reason = CANCELLED.find(({ share }) => {
    drawn -= share;
    return drawn < 0;
  });
  if (!reason) return;
  const before = new Date(of.at.getTime() - 2 * 86_400_000);
  const cancelled = { by: of.instructorId, at: before.toISOString(), why: reason.why, words: '' };
  await insert('cancelled', before, null, cancelled);
}

/** A grade as somebody gives it: what they think, rounded. */
const gradeNear = (grade: number, spread: number, kinder: number, random: Random): number =>
  Math.max(1, Math.min(4, Math.round(grade + kinder + spread * random.gaussian())));

const sign = async (
  manager: EntityManager,
  name: string,
  of: { studentId: string; signerId: string; recordingId: string | null },
  signedAt: Date,
  body: SignedBody,
): Promise<void> => {
  const row = { id: yearsId(name), kind: body.kind, replaces: null, body, signedAt, ...of };
  await manager.query(
    `INSERT INTO signed (school_id, id, kind, student_id, recording_id, body, signer_id, signed_at, hash)
     VALUES ($1, $2, $3, $4, $5, $6, $7, $8, $9)`,
    [
      YEARS_SCHOOL.id,
      row.id,
      row.kind,
      of.studentId,
      of.recordingId,
      body,
      of.signerId,
      signedAt,
      signedHash(row),
    ],
  );
};

const ROUNDS = 5;
const A_ROUND = 12;
/** How far two who are of one mind lie apart, in grades. */
const MIND = 0.45;

/** Closed rounds, half a year apart or less: what was flown alone, graded by everybody. */
async function gradeRounds(
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
