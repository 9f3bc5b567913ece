/** Loads the demo data into an empty database. */
import {
  dayIn,
  demonstrationLegs,
  findAirplane,
  findStandard,
  fleet,
  flyLesson,
  planLesson,
  recurringFindings,
  SCHOOL_STANDARD_ID,
  type StatementBody,
  standards,
  techniqueSchema,
  USUAL_MANEUVER,
  watchForByManeuver,
  writeRecordingCsv,
} from '@keel/core';
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
import { attemptsOf, writeAttempts } from '../path/attempt-rows.ts';
import { openTask } from '../tasks/list.ts';
import type { Tasks } from '../tasks/service.ts';
import { DEMO_LESSONS, type DemoAttempt, type DemoLesson } from './lessons.ts';
import { DEMO_PEOPLE, DEMO_SCHOOL, DEMO_ZONE, demoId } from './people.ts';

/** This club clears once and then looks all the time. */
const DEMO_TECHNIQUE = { clearingWhen: 'once' } as const;
const FIELD_FT = 1180;
/** The highest ground of the training area. */
const GROUND_FT = 1900;

export const isEmpty = async (database: DataSource): Promise<boolean> =>
  (await database.getRepository(SchoolEntity).count()) === 0;

export const hasDemo = (database: DataSource): Promise<boolean> =>
  database.getRepository(SchoolEntity).existsBy({ id: DEMO_SCHOOL.id });

export async function loadDemo(
  database: DataSource,
  tasks: Tasks,
  lessons: readonly DemoLesson[] = DEMO_LESSONS,
): Promise<void> {
  await loadSchool(database);
  for (const [i, lesson] of lessons.entries()) await loadLesson(database, tasks, lesson, i + 1);
}

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

async function loadLesson(
  database: DataSource,
  tasks: Tasks,
  lesson: DemoLesson,
  seed: number,
): Promise<void> {
  const airplane = findAirplane(lesson.airplane)!;
  const standard = findStandard(lesson.standard)!;
  const conditions = {
    weightLb: lesson.weightLb,
    groundFt: GROUND_FT,
    headingDeg: lesson.headingDeg,
    oatC: lesson.oatC,
    qnhHpa: 1012,
    ...lesson.sky,
    ...(lesson.loading && { loading: lesson.loading }),
  };
  const items = lesson.items ?? [{ id: 'usual', maneuver: USUAL_MANEUVER }];
  const { plan, cards } = planLesson({
    airplane,
    standard,
    schoolStandard: findStandard(SCHOOL_STANDARD_ID),
    technique: techniqueSchema.parse(DEMO_TECHNIQUE),
    conditions,
    fieldFt: FIELD_FT,
    items,
    // A lesson still to be flown looks back on those before it.
    watchFor:
      lesson.pairs.length > 0
        ? undefined
        : watchForByManeuver(
            recurringFindings(
              await attemptsOf(database, { schoolId: DEMO_SCHOOL.id, id: demoId(lesson.student) }),
            ),
            [],
            items.map(({ maneuver }) => maneuver),
          ),
  });
  const instructor = DEMO_PEOPLE.find(({ key }) => key === lesson.student)!.taughtBy!;
  const row = {
    id: demoId(`lesson ${lesson.key}`),
    schoolId: DEMO_SCHOOL.id,
    studentId: demoId(lesson.student),
    instructorId: demoId(instructor),
    airplaneRowId: demoId(`airplane ${airplane.id}`),
    standardRowId: demoId(`standard ${standard.id}`),
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
  if (lesson.pairs.length === 0) return;

  const cardOf = (id = 'steep-turns') => {
    const item = items.find((one) => one.id === id) ?? items[0];
    return cards.find(
      ({ maneuver, variant }) => maneuver === item.maneuver && (!item.variant || variant === item.variant),
    )!;
  };
  const { recording } = flyLesson({
    airplane,
    weightLb: lesson.weightLb,
    legs: lesson.pairs.flatMap((pair) => demonstrationLegs(cardOf(pair.item), pair)),
    seed,
    groundFt: GROUND_FT,
    fieldFt: FIELD_FT,
    runwayDeg: RUNWAY_DEG,
    windFromDeg: (200 + 37 * seed) % 360,
    windKt: 6 + ((5 * seed) % 14),
    turbulence: lesson.turbulence ?? (seed % 3 === 0 ? 'light' : 'none'),
    recorder: { rateHz: 5 },
    date: dayIn(lesson.at, DEMO_ZONE),
    note: 'invented sample data',
  });
  const id = demoId(`recording ${lesson.key}`);
  const kept = await tasks.threads.upload({
    bytes: new TextEncoder().encode(writeRecordingCsv(recording)),
    row: {
      id,
      schoolId: row.schoolId,
      studentId: row.studentId,
      lessonId: row.id,
      airplaneRowId: row.airplaneRowId,
      standardRowId: row.standardRowId,
      uploadedBy: row.instructorId,
      fileName: `${dayIn(lesson.at, DEMO_ZONE)}-${lesson.key}.csv`,
      weightLb: null,
      groundFt: null,
      mapping: null,
      flownIn: 'airplane',
    },
    givenAt: row.plannedAt,
  });
  if ('refused' in kept) throw new Error(kept.refused);
  await scored(database, tasks, id);
  await loadStatements(database, id, row, lesson);
}

/** The club's runway, as it is taken off from. */
const RUNWAY_DEG = 240;

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

/** Waits until the recording is scored. */
async function scored(database: DataSource, tasks: Tasks, recordingId: string): Promise<void> {
  const about = { schoolId: DEMO_SCHOOL.id, kind: 'score', subject: recordingId } as const;
  const open = await openTask(database, about);
  if (open) await tasks.ended(open.id);
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
