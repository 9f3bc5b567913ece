/** Loads what the students flew over four months: flights that come with the program, and what was said of them. */
import { type AttemptScore, dayIn, type Help, instantOf, type StatementBody } from '@keel/core';
import type { DataSource } from 'typeorm';
import { type Lesson, LessonEntity, ScoreEntity, StatementEntity } from '../db/entities.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { openTask } from '../tasks/list.ts';
import type { Tasks } from '../tasks/service.ts';
import { flightFile } from './flights.ts';
import { conditionsOf, planOf } from './fly-season.ts';
import { DEMO_PEOPLE, DEMO_SCHOOL, DEMO_ZONE, demoId } from './people.ts';
import type { SeasonLesson } from './season.ts';

const DAY_MS = 86_400_000;
/** The hours at which the club flies. */
const HOURS = ['09:30', '11:15', '13:30'];

/** So many days before today, at one of the club’s hours. */
export function daysAgo(days: number, hour: number, now = new Date()): Date {
  const day = dayIn(new Date(now.getTime() - days * DAY_MS), DEMO_ZONE);
  return instantOf(`${day} ${HOURS[hour % HOURS.length]}:00`, DEMO_ZONE);
}

export async function loadSeasonLesson(
  database: DataSource,
  tasks: Tasks,
  lesson: SeasonLesson,
): Promise<void> {
  const { key, season, title, items } = lesson;
  const { cards, plan } = planOf(lesson);
  const plannedAt = daysAgo(lesson.daysAgo, lesson.seed);
  const row = {
    id: demoId(`lesson ${key}`),
    schoolId: DEMO_SCHOOL.id,
    studentId: demoId(season.student),
    instructorId: demoId(DEMO_PEOPLE.find((person) => person.key === season.student)!.taughtBy!),
    airplaneRowId: demoId(`airplane ${season.airplane}`),
    standardRowId: demoId(`standard ${season.standard}`),
    title,
    plannedAt,
    conditions: { ...conditionsOf(lesson), weightLb: plan.startWeightLb },
    items,
    technique: {},
    focus: '',
    parked: [],
    cards,
    plan,
    version: 1,
  };
  await database.getRepository(LessonEntity).insert(row);
  await say(database, lesson, await keepFlight(database, tasks, row, lesson), row);
}

type Flown = Pick<
  Lesson,
  'id' | 'schoolId' | 'studentId' | 'instructorId' | 'airplaneRowId' | 'standardRowId' | 'plannedAt'
>;

/** Takes a lesson's flight in as an upload is, and waits for its score. @returns the recording's id */
export async function keepFlight(
  database: DataSource,
  tasks: Tasks,
  { id: lessonId, schoolId, studentId, instructorId, airplaneRowId, standardRowId, plannedAt }: Flown,
  lesson: { key: string },
): Promise<string> {
  const id = demoId(`recording ${lesson.key}`);
  const kept = await tasks.threads.upload(
    {
      bytes: new Uint8Array(await flightFile(lesson)),
      row: {
        id,
        schoolId,
        studentId,
        lessonId,
        airplaneRowId,
        standardRowId,
        uploadedBy: instructorId,
        fileName: `${dayIn(plannedAt, DEMO_ZONE)}-${lesson.key}.csv`,
        weightLb: null,
        groundFt: null,
        mapping: null,
        flownIn: 'airplane',
      },
      givenAt: plannedAt,
    },
    schoolId,
  );
  if ('refused' in kept) throw new Error(kept.refused);
  await scored(database, tasks, id);
  return id;
}

/** Waits until the recording is scored. */
async function scored(database: DataSource, tasks: Tasks, recordingId: string): Promise<void> {
  const about = { schoolId: DEMO_SCHOOL.id, kind: 'score', subject: recordingId } as const;
  const open = await openTask(database, about);
  if (open) await tasks.ended(open.id);
}

/** What the instructor said of each attempt: the help as it was given, a grade by what came out. */
async function say(
  database: DataSource,
  lesson: SeasonLesson,
  recordingId: string,
  { studentId, instructorId, plannedAt }: { studentId: string; instructorId: string; plannedAt: Date },
): Promise<void> {
  const schoolId = DEMO_SCHOOL.id;
  const { score } = await database
    .getRepository(ScoreEntity)
    .findOneByOrFail({ schoolId, recordingId, current: true });
  const bodies = score.attempts.flatMap((attempt, i) =>
    wordsOn(attempt, helpOf(lesson, score.attempts, i), lesson),
  );
  await database.getRepository(StatementEntity).insert(
    bodies.map(({ by, body }, i) => ({
      schoolId,
      id: demoId(`said ${lesson.key} ${i}`),
      recordingId,
      authorId: by === 'student' ? studentId : instructorId,
      body,
      createdAt: new Date(plannedAt.getTime() + 2 * 3_600_000 + 1000 * i),
    })),
  );
  await database.transaction((manager) => writeAttempts(manager, { schoolId, id: recordingId }));
}

/** Attempts come in the order flown: the nth of a maneuver is the nth that was planned, a turn being two of them. */
function helpOf(lesson: SeasonLesson, attempts: readonly AttemptScore[], i: number): Help | null {
  const { maneuver } = attempts[i];
  const planned = lesson.flown
    .filter(({ item }) => item.maneuver === maneuver)
    .flatMap(({ help }) => (isTurn(attempts[i]) ? [help, help] : [help]));
  const nth = attempts.slice(0, i).filter((one) => one.maneuver === maneuver).length;
  // Found beside what was planned: nobody said anything of it.
  return planned[nth] ?? null;
}
const isTurn = ({ variant }: AttemptScore): boolean => variant === 'left' || variant === 'right';

type Words = { by: 'student' | 'instructor'; body: StatementBody };

function wordsOn(attempt: AttemptScore, help: Help | null, { season }: SeasonLesson): Words[] {
  if (help === null) return [];
  const { startS, endS, maneuver, examiner, findings } = attempt;
  const at = { startS, endS, maneuver };
  const words: Words[] = [
    {
      by: 'instructor',
      body: { kind: 'help', ...at, help, flownBy: help === 'demonstration' ? 'instructor' : 'student' },
    },
  ];
  if (help === 'demonstration') return words;
  const worst = Math.max(
    0,
    ...attempt.parameters.map((one) => (one.measured === 'not-measured' ? 0 : Math.abs(one.toleranceUsed))),
  );
  const good = examiner === 'satisfactory';
  const grade = help !== 'unaided' ? 2 : !good ? 2 : worst < 0.6 && findings.length === 0 ? 4 : 3;
  words.push({ by: 'instructor', body: { kind: 'grade', ...at, grade } });
  if (season.vain !== undefined)
    words.push({
      by: 'student',
      body: { kind: 'self-grade', ...at, grade: Math.min(4, grade + season.vain), beforeVerdict: true },
    });
  return words;
}
