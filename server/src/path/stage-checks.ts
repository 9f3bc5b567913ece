/** Stage checks: designated by the chief, drawn, marked by the checker, closed for good. */
import {
  drawStagePlan,
  type LessonInput,
  lessonInputSchema,
  NO_MARKS,
  type newStageCheckSchema,
  oralPassed,
  QUESTIONS,
  type StageCheck,
  type StageMarks,
  skillsToRetest,
  stageStateOf,
} from '@keel/core';
import { type DataSource, In } from 'typeorm';
import type { z } from 'zod';
import { inCalendar } from '../brief/in-calendar.ts';
import { lessonColumns } from '../brief/lesson-columns.ts';
import {
  type Account,
  AccountEntity,
  LessonEntity,
  RecordingEntity,
  SchoolEntity,
  StageCheckEntity,
  type StageCheckRow,
  StageRetrainingEntity,
  TeachingEntity,
} from '../db/entities.ts';
import { insertOnce } from '../db/insert-new.ts';
import type { Viewer } from '../http/env.ts';
import { notFound, Problem } from '../http/problem.ts';
import { addToTrail } from '../people/trail.ts';
import { namesOf, requireStudent } from '../scope.ts';
import { dayOf } from './proposal.ts';
import { syllabusOf } from './syllabus-of.ts';

/** The checker sees the student from the designation until so long after the day. */
const CHECKER_DAYS = 14;
const USUAL_BLOCK_MIN = 90;

/** @throws Problem 404 where there is none that the viewer may see. */
export async function requireStageCheck(
  database: DataSource,
  viewer: Viewer,
  id: string,
): Promise<StageCheckRow> {
  const row = await database.getRepository(StageCheckEntity).findOneBy({ schoolId: viewer.schoolId, id });
  if (!row) throw notFound('stage check');
  // The checker sees it as long as it is there; everybody else as they see the student.
  if (row.checkerId !== viewer.id) await requireStudent(database, viewer, row.studentId);
  return row;
}

type NewCheck = z.infer<typeof newStageCheckSchema>;

/** @throws Problem 422 for a checker who may not check this student. */
async function requireChecker(database: DataSource, viewer: Viewer, student: Account, wanted: NewCheck) {
  const { schoolId } = viewer;
  const checker = await database.getRepository(AccountEntity).findOneBy({ schoolId, id: wanted.checkerId });
  if (!checker || checker.role === 'student' || checker.closedAt)
    throw new Problem(422, 'checkerId: choose an instructor of this school.');
  const own = await database
    .getRepository(TeachingEntity)
    .findOneBy({ schoolId, instructorId: checker.id, studentId: student.id });
  // Who stands in for a while does not teach them for good.
  const teaches = own !== null && own.until === null;
  if (teaches && !wanted.allowOwnInstructor)
    throw new Problem(
      422,
      `checkerId: ${checker.name} teaches ${student.name}. Choose somebody else, or allow it; it then stands on the record.`,
    );
  return { checker, teaches };
}

/** A lesson is made of it as of any other: with its cards, its kneeboard and its place in the week. */
export async function makeStageCheck(
  database: DataSource,
  viewer: Viewer,
  student: Account,
  wanted: NewCheck,
): Promise<StageCheckRow> {
  const { schoolId } = viewer;
  const checks = database.getRepository(StageCheckEntity);
  const { checker, teaches } = await requireChecker(database, viewer, student, wanted);
  const there = await checks.findOneBy({ schoolId, id: wanted.id });
  if (there) return there;
  const before = wanted.retestOf && (await requireStageCheck(database, viewer, wanted.retestOf));
  if (before && (before.studentId !== student.id || !before.closedAt))
    throw new Problem(422, 'retestOf: choose a check of this student that is closed.');
  const school = await database.getRepository(SchoolEntity).findOneByOrFail({ id: schoolId });
  const plan = drawStagePlan({
    syllabus: await syllabusOf(database, school),
    seed: seedOf(wanted.id),
    questions: school.settings.stageQuestions ?? QUESTIONS,
    ...(before && { only: skillsToRetest(before) }),
    ...(wanted.byHand && { byHand: wanted.byHand }),
  });
  if (wanted.byHand && plan.tasks.length < wanted.byHand.length)
    throw new Problem(422, 'byHand: choose skills of the syllabus.');
  if (plan.tasks.length === 0) throw new Problem(422, 'Nothing is left to be shown again.');
  const day = await dayOf(database, viewer, student);
  const flown = plan.tasks.filter(({ maneuver }) => maneuver !== null);
  const given: LessonInput = {
    studentId: student.id,
    airplaneId: day.airplaneId,
    standardId: day.standardId,
    title: before ? 'Stage check before solo, again' : 'Stage check before solo',
    plannedAt: wanted.plannedAt,
    conditions: { ...day.conditions, blockMin: USUAL_BLOCK_MIN },
    items: flown.map(({ id, maneuver, variant, headingDeg }) => ({
      id,
      maneuver: maneuver as NonNullable<LessonInput['items']>[number]['maneuver'],
      ...(variant && { variant }),
      ...(headingDeg !== null && { headingDeg }),
      demonstrations: 0,
      attempts: 1,
    })),
    focus: '',
  };
  // What no recording shows has no card: a check of that alone is a lesson without one, and of more than a lesson holds it has all.
  const { items = [], ...rest } = given;
  const input = { ...lessonInputSchema.parse(rest), items };
  const columns = await lessonColumns(database, viewer, input);
  const until = new Date(Date.parse(wanted.plannedAt) + CHECKER_DAYS * 86_400_000);
  await database.transaction(async (manager) => {
    await manager.insert(LessonEntity, {
      id: wanted.id,
      schoolId,
      instructorId: checker.id,
      version: 1,
      proposal: null,
      ...columns,
    });
    const row = {
      schoolId,
      id: wanted.id,
      studentId: student.id,
      lessonId: wanted.id,
      checkerId: checker.id,
      designatedBy: viewer.id,
      byOwnInstructor: teaches,
      retestOf: wanted.retestOf,
      plan,
      marks: NO_MARKS,
      discontinued: null,
      closedAt: null,
    };
    await insertOnce(manager, StageCheckEntity, row, ['studentId']);
    if (!teaches && checker.role === 'instructor')
      await manager.upsert(
        TeachingEntity,
        { schoolId, instructorId: checker.id, studentId: student.id, until },
        ['schoolId', 'instructorId', 'studentId'],
      );
    await addToTrail(manager, viewer, 'stage check designated', wanted.id, { own: teaches });
  });
  await inCalendar(database, viewer, { schoolId, id: wanted.id });
  return checks.findOneByOrFail({ schoolId, id: wanted.id });
}

/** The same id draws the same plan. */
const seedOf = (id: string): number => Number.parseInt(id.replaceAll('-', '').slice(0, 7), 16);

/** Newest first. */
export async function stageChecksOf(
  database: DataSource,
  viewer: Viewer,
  student: Account,
): Promise<StageCheck[]> {
  const rows = await database
    .getRepository(StageCheckEntity)
    .find({ where: { schoolId: student.schoolId, studentId: student.id }, order: { madeAt: 'DESC' } });
  return describe(database, viewer, rows);
}

export async function describe(
  database: DataSource,
  viewer: Pick<Viewer, 'schoolId' | 'role'>,
  rows: readonly StageCheckRow[],
): Promise<StageCheck[]> {
  if (rows.length === 0) return [];
  const { schoolId } = viewer;
  const [lessons, recordings, retraining, names] = [
    await database.getRepository(LessonEntity).find({
      select: { id: true, plannedAt: true },
      where: { schoolId, id: In(rows.map(({ lessonId }) => lessonId)) },
    }),
    await database
      .getRepository(RecordingEntity)
      .findBy({ schoolId, lessonId: In(rows.map(({ lessonId }) => lessonId)), flownIn: 'airplane' }),
    await database
      .getRepository(StageRetrainingEntity)
      .find({ where: { schoolId, checkId: In(rows.map(({ id }) => id)) }, order: { createdAt: 'ASC' } }),
    await namesOf(database, viewer),
  ];
  const named = (id: string) => ({ id, name: names.get(id) ?? 'a former member' });
  return rows.map((row): StageCheck => {
    const { id, plan, marks, discontinued, closedAt } = row;
    const recording = recordings.find(({ lessonId, deletedAt }) => lessonId === row.lessonId && !deletedAt);
    return {
      id,
      student: named(row.studentId),
      checker: named(row.checkerId),
      designatedBy: named(row.designatedBy),
      byOwnInstructor: row.byOwnInstructor,
      lessonId: row.lessonId,
      plannedAt: lessons.find((one) => one.id === row.lessonId)!.plannedAt.toISOString(),
      recordingId: recording?.id ?? null,
      retestOf: row.retestOf,
      plan: viewer.role === 'student' ? forStudent(plan) : plan,
      marks: viewer.role === 'student' && closedAt === null ? NO_MARKS : marks,
      state: stageStateOf({ plan, marks, discontinued, closed: closedAt !== null }),
      discontinued,
      closedAt: closedAt?.toISOString() ?? null,
      retraining: retraining
        .filter(({ checkId }) => checkId === id)
        .map(({ body, authorId, createdAt }) => ({
          ...body,
          byName: named(authorId).name,
          at: createdAt.toISOString(),
        })),
    };
  });
}

/** Whoever is checked knows what is flown, and neither what is asked nor what comes unasked. */
const forStudent = (plan: StageCheckRow['plan']): StageCheckRow['plan'] => ({
  ...plan,
  questions: [],
  surprises: [],
});

/**
 * Changes an open check that the viewer checks.
 * @throws Problem 403 for anyone but the checker, 409 once it is closed
 */
export async function changeStageCheck(
  database: DataSource,
  viewer: Viewer,
  row: StageCheckRow,
  change: (row: StageCheckRow) => Partial<Pick<StageCheckRow, 'marks' | 'discontinued' | 'closedAt'>>,
  trail?: string,
): Promise<void> {
  if (row.checkerId !== viewer.id) throw new Problem(403, 'Only the designated checker marks a stage check.');
  const { schoolId, id } = row;
  await database.transaction(async (manager) => {
    const now = await manager.findOneOrFail(StageCheckEntity, {
      where: { schoolId, id },
      lock: { mode: 'pessimistic_write' },
    });
    if (now.closedAt) throw new Problem(409, 'This stage check is closed: its result stays as it is.');
    await manager.update(StageCheckEntity, { schoolId, id }, change(now));
    if (trail) await addToTrail(manager, viewer, trail, id);
  });
}

/** @throws Problem 404 for what is not asked in it; 409 for a task before the oral part is passed. */
export function marked(
  { plan, marks }: Pick<StageCheckRow, 'plan' | 'marks'>,
  kind: keyof StageMarks,
  of: string,
  mark: StageMarks['tasks'][string],
): StageMarks {
  const there = kind === 'questions' ? plan.questions : plan.tasks;
  if (!there.some(({ id }) => id === of)) throw notFound(kind === 'questions' ? 'question' : 'task');
  if (kind === 'tasks' && !oralPassed({ plan, marks }))
    throw new Problem(409, 'The oral part comes first: without a pass there is no flight.');
  return { ...marks, [kind]: { ...marks[kind], [of]: mark } };
}
