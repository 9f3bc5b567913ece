/** The club's two stage checks: one not passed in one task, trained, and shown again. */
import {
  DEFAULT_SYLLABUS,
  drawStagePlan,
  type LessonItem,
  type Mark,
  type StageMarks,
  type StagePlan,
} from '@keel/core';
import { type DataSource, LessThan } from 'typeorm';
import { type Lesson, LessonEntity, StageCheckEntity, StageRetrainingEntity } from '../db/entities.ts';
import { DEMO_SCHOOL, demoId } from './people.ts';

const FAILED = 'best-glide';
const WORDS = 'Never below 78 kt until reminded; 65 was on the card';

/** Put together by hand from what the lesson flew. */
function planOf(items: readonly LessonItem[], only?: string): StagePlan {
  const flown = new Set(items.map(({ maneuver }) => maneuver as string));
  const drawn = drawStagePlan({ syllabus: DEFAULT_SYLLABUS, seed: 41 });
  const tasks = drawn.tasks.filter(
    ({ maneuver }) => maneuver && flown.has(maneuver) && (!only || maneuver === only),
  );
  const asked = new Set(tasks.map(({ maneuver }) => maneuver));
  return {
    ...drawn,
    tasks,
    questions: drawn.questions.filter(({ maneuver }) => (maneuver === null ? !only : asked.has(maneuver))),
    surprises: only ? [] : drawn.surprises,
  };
}

const marksOf = ({ questions, tasks }: StagePlan, failed?: string): StageMarks => {
  const mark = (mark: Mark, words = '', tries = 1) => ({ mark, words, tries });
  return {
    questions: Object.fromEntries(questions.map(({ id }) => [id, mark('satisfactory')])),
    tasks: Object.fromEntries(
      tasks.map(({ id, maneuver }) => [
        id,
        maneuver === failed ? mark('unsatisfactory', WORDS, 2) : mark('satisfactory'),
      ]),
    ),
  };
};

/** Of the two lessons of the student's in which the task was flown last. */
export async function loadStageChecks(database: DataSource): Promise<void> {
  const [schoolId, studentId] = [DEMO_SCHOOL.id, demoId('joss')];
  const yesterday = new Date(Date.now() - 86_400_000);
  const lessons = await database
    .getRepository(LessonEntity)
    .find({ where: { schoolId, studentId, plannedAt: LessThan(yesterday) }, order: { plannedAt: 'ASC' } });
  const [first, second] = lessons
    .filter(({ items }) => items.some(({ maneuver }) => maneuver === FAILED))
    .slice(-2);
  const hoursAfter = ({ plannedAt }: Lesson, hours: number) =>
    new Date(plannedAt.getTime() + hours * 3_600_000);
  const row = (key: string, lesson: Lesson, plan: StagePlan, failed?: string) => ({
    schoolId,
    id: demoId(`stage check ${key}`),
    studentId,
    lessonId: lesson.id,
    checkerId: demoId('petra'),
    designatedBy: demoId('maren'),
    byOwnInstructor: false,
    plan,
    marks: marksOf(plan, failed),
    discontinued: null,
    closedAt: hoursAfter(lesson, 3),
    madeAt: hoursAfter(lesson, -48),
  });
  const checks = database.getRepository(StageCheckEntity);
  const before = row('first', first, planOf(first.items), FAILED);
  await checks.insert({ ...before, retestOf: null });
  await database.getRepository(StageRetrainingEntity).insert({
    schoolId,
    id: demoId('retraining'),
    checkId: before.id,
    authorId: demoId('idris'),
    createdAt: hoursAfter(first, 96),
    body: {
      id: demoId('retraining'),
      skills: [FAILED],
      minutes: 55,
      words: 'Speed first, then the field: six glides from 3,000 ft, hands off once trimmed',
    },
  });
  await checks.insert({ ...row('second', second, planOf(second.items, FAILED)), retestOf: before.id });
}
