/** Loads the demo data into an empty database. */
import { fleet, type StatementBody, standards, watchForByManeuver } from '@keel/core';
import { hash } from '@node-rs/argon2';
import type { DataSource } from 'typeorm';
import {
  AccountEntity,
  AirplaneEntity,
  LessonEntity,
  SchoolEntity,
  ScoreEntity,
  StandardEntity,
  StatementEntity,
  TeachingEntity,
} from '../db/entities.ts';
import { writeAttempts } from '../path/attempt-rows.ts';
import { recurringOf } from '../path/recurring.ts';
import type { Tasks } from '../tasks/service.ts';
import { DEMO_TECHNIQUE, FIELD_FT, FIELD_RULES, GROUND_FT, POSITION, RUNWAYS } from './club.ts';
import { itemsOf, planOfClub } from './fly-club.ts';
import { DEMO_LESSONS, type DemoAttempt, type DemoLesson, isFlown } from './lessons.ts';
import { keepFlight, loadSeasonLesson } from './load-season.ts';
import { DEMO_PEOPLE, DEMO_SCHOOL, DEMO_ZONE, demoId } from './people.ts';
import { loadRecord, plannedFor } from './record.ts';
import { SEASON_LESSONS, type SeasonLesson } from './season.ts';
import { loadStageChecks } from './stage-checks.ts';

export const isEmpty = async (database: DataSource): Promise<boolean> =>
  (await database.getRepository(SchoolEntity).count()) === 0;

export const hasDemo = (database: DataSource): Promise<boolean> =>
  database.getRepository(SchoolEntity).existsBy({ id: DEMO_SCHOOL.id });

export async function loadDemo(
  database: DataSource,
  tasks: Tasks,
  lessons: readonly DemoLesson[] = DEMO_LESSONS,
  season: readonly SeasonLesson[] = lessons === DEMO_LESSONS ? SEASON_LESSONS : [],
): Promise<void> {
  await loadSchool(database);
  const load = (lesson: DemoLesson) => loadLesson(database, tasks, { ...lesson, at: atOf(lesson) });
  await inLanes([
    ...lessons.filter(isFlown).map((lesson) => () => load(lesson)),
    ...season.map((lesson) => () => loadSeasonLesson(database, tasks, lesson)),
  ]);
  // What is still to be flown looks back on all of them.
  for (const lesson of lessons) if (!isFlown(lesson)) await load(lesson);
  if (lessons !== DEMO_LESSONS) return;
  await loadRecord(database);
  await loadStageChecks(database);
}

const LANES = 3;

/** A few at a time: while one is scored the next is read and another is written. */
async function inLanes(all: (() => Promise<void>)[]): Promise<void> {
  const next = all.values();
  const lane = async () => {
    for (const one of next) await one();
  };
  await Promise.all(Array.from({ length: LANES }, lane));
}

/** The club’s lessons were written down for this day. */
const WRITTEN_FOR = Date.parse('2026-11-26T12:00:00Z');
const WEEK_MS = 7 * 86_400_000;

/** What is still to be flown is ahead, at the hour that is booked for it. */
const atOf = (lesson: DemoLesson): string =>
  isFlown(lesson) ? shifted(lesson.at) : (plannedFor(lesson.key) ?? lesson.at);

/** By whole weeks, so that it happened lately whenever the demo is loaded, and on the same day of the week. */
const shifted = (iso: string): string =>
  new Date(Date.parse(iso) + Math.floor((Date.now() - WRITTEN_FOR) / WEEK_MS) * WEEK_MS).toISOString();

async function loadSchool(database: DataSource): Promise<void> {
  const schoolId = DEMO_SCHOOL.id;
  await database.getRepository(SchoolEntity).insert({
    ...DEMO_SCHOOL,
    version: 1,
    settings: {
      technique: DEMO_TECHNIQUE,
      demonstrationFirst: false,
      fieldFt: FIELD_FT,
      areaGroundFt: GROUND_FT,
      zone: DEMO_ZONE,
      position: POSITION,
      runways: [...RUNWAYS],
      fieldRules: FIELD_RULES,
    },
  });
  for (const person of DEMO_PEOPLE) {
    await database.getRepository(AccountEntity).insert({
      id: demoId(person.key),
      schoolId,
      email: person.email,
      name: person.name,
      role: person.role,
      passwordHash: await hash(person.password),
      born: person.born ?? null,
    });
  }
  for (const { key, taughtBy } of DEMO_PEOPLE) {
    if (!taughtBy) continue;
    await database
      .getRepository(TeachingEntity)
      .insert({ schoolId, instructorId: demoId(taughtBy), studentId: demoId(key) });
  }
  for (const data of fleet) {
    await database.getRepository(AirplaneEntity).insert({
      rowId: demoId(`airplane ${data.id}`),
      schoolId,
      id: data.id,
      data: data as object,
      version: 1,
    });
  }
  for (const data of standards) {
    await database
      .getRepository(StandardEntity)
      .insert({ rowId: demoId(`standard ${data.id}`), schoolId, id: data.id, version: 1, data });
  }
}

async function loadLesson(database: DataSource, tasks: Tasks, lesson: DemoLesson): Promise<void> {
  const { conditions, items, plan, cards } = planOfClub(
    lesson,
    isFlown(lesson)
      ? undefined
      : watchForByManeuver(
          await recurringOf(database, { schoolId: DEMO_SCHOOL.id, id: demoId(lesson.student) }),
          [],
          itemsOf(lesson).map(({ maneuver }) => maneuver),
        ),
  );
  const instructor = DEMO_PEOPLE.find(({ key }) => key === lesson.student)!.taughtBy!;
  const row = {
    id: demoId(`lesson ${lesson.key}`),
    schoolId: DEMO_SCHOOL.id,
    studentId: demoId(lesson.student),
    instructorId: demoId(instructor),
    airplaneRowId: demoId(`airplane ${lesson.airplane}`),
    standardRowId: demoId(`standard ${lesson.standard}`),
    title: lesson.title,
    plannedAt: new Date(lesson.at),
    conditions: { ...conditions, weightLb: plan.startWeightLb },
    items,
    technique: {},
    focus: lesson.focus ?? '',
    parked: [],
    cards,
    plan,
    version: 1,
  };
  await database.getRepository(LessonEntity).insert(row);
  if (!isFlown(lesson)) return;

  const id = await keepFlight(database, tasks, row, lesson);
  await loadStatements(database, id, row, lesson);
}

async function loadStatements(
  database: DataSource,
  recordingId: string,
  { studentId, instructorId }: { studentId: string; instructorId: string },
  lesson: DemoLesson,
): Promise<void> {
  const schoolId = DEMO_SCHOOL.id;
  const { score } = await database
    .getRepository(ScoreEntity)
    .findOneByOrFail({ schoolId, recordingId, current: true });
  const flown = new Date(lesson.at).getTime();
  let nth = 0;
  const say = (authorId: string, body: StatementBody) => {
    nth++;
    return database.getRepository(StatementEntity).insert({
      schoolId,
      id: demoId(`said ${lesson.key} ${nth}`),
      recordingId,
      authorId,
      body,
      createdAt: new Date(flown + 3_600_000 + 20_000 * nth),
    });
  };
  for (const [i, statements] of lesson.statements.entries()) {
    const attempt = score.attempts[i];
    if (!attempt) throw new Error(`demo lesson ${lesson.key} has no attempt ${i + 1}`);
    const { startS, endS, maneuver } = attempt;
    for (const { author, body } of bodies(statements)) {
      await say(author === 'student' ? studentId : instructorId, {
        ...body,
        startS,
        endS,
        maneuver,
      } as StatementBody);
    }
  }
  await database.transaction((manager) => writeAttempts(manager, { schoolId, id: recordingId }));
}

/** What one attempt's line in the demo stands for. */
function bodies(statements: DemoAttempt): { author: 'student' | 'instructor'; body: object }[] {
  const list: { author: 'student' | 'instructor'; body: object }[] = [];
  const instructor = (body: object) => list.push({ author: 'instructor', body });
  if (statements.selfGrade) {
    list.push({
      author: 'student',
      body: { kind: 'self-grade', grade: statements.selfGrade, beforeVerdict: true },
    });
  }
  if (statements.help) {
    const flownBy = statements.help === 'demonstration' ? 'instructor' : 'student';
    instructor({ kind: 'help', help: statements.help, flownBy });
  }
  if (statements.grade) instructor({ kind: 'grade', grade: statements.grade });
  if (statements.comment) instructor({ kind: 'comment', text: statements.comment });
  if (statements.nextTime) instructor({ kind: 'next-time', text: statements.nextTime });
  return list;
}
