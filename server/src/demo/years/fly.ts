/** One student's two years: each flight with its lesson, score, words, entry and booking; the solo; the end. */
import { createHash } from 'node:crypto';
import { dayAfter, instantOf, type Random, type StatementBody } from '@keel/core';
import type { EntityManager } from 'typeorm';
import { book } from './book.ts';
import { YEARS_SCHOOL, yearsId } from './ids.ts';
import { INSTRUCTORS, type PlannedFlight, type PlannedStudent } from './plan.ts';
import { gradeNear } from './rounds.ts';
import { entryOf, sign, TAXI_MIN } from './sign.ts';
import type { Template } from './template.ts';

interface Flying {
  now: Date;
  templates: readonly Template[];
  zone: string;
  random: Random;
}

export async function flyAll(manager: EntityManager, student: PlannedStudent, flying: Flying): Promise<void> {
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
