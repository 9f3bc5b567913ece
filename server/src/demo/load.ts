/** Loads the demo data into an empty database. */
import {
  dayIn,
  demonstrationLegs,
  findAirplane,
  findStandard,
  fleet,
  flyLesson,
  planLesson,
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
import { writeAttempts } from '../path/attempt-rows.ts';
import { recurringOf } from '../path/recurring.ts';
import type { Tasks } from '../tasks/service.ts';
import { DEMO_TECHNIQUE, FIELD_FT, GROUND_FT, POSITION, RUNWAY_DEG, RUNWAYS } from './club.ts';
import { DEMO_LESSONS, type DemoAttempt, type DemoLesson } from './lessons.ts';
import { loadSeasonLesson, scored } from './load-season.ts';
import { DEMO_PEOPLE, DEMO_SCHOOL, DEMO_ZONE, demoId } from './people.ts';
import { loadRecord, plannedFor } from './record.ts';
import { SEASON_LESSONS, type SeasonLesson } from './season.ts';

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
  // Some are flown here and now, the rest come with the program: each has a processor of its own meanwhile.
  await Promise.all([
    (async () => {
      for (const [i, lesson] of lessons.entries())
        await loadLesson(database, tasks, { ...lesson, at: atOf(lesson) }, i + 1);
    })(),
    (async () => {
      for (const lesson of season) await loadSeasonLesson(database, tasks, lesson);
    })(),
  ]);
  if (lessons === DEMO_LESSONS) await loadRecord(database);
}

/** The club’s lessons were written down for this day. */
const WRITTEN_FOR = Date.parse('2026-11-26T12:00:00Z');
const WEEK_MS = 7 * 86_400_000;

/** What is still to be flown is ahead, at the hour that is booked for it. */
const atOf = ({ key, at, pairs }: DemoLesson): string =>
  pairs.length === 0 ? (plannedFor(key) ?? at) : shifted(at);

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
            await recurringOf(database, { schoolId: DEMO_SCHOOL.id, id: demoId(lesson.student) }),
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
