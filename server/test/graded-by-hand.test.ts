/** A lesson that nothing recorded: graded by hand it has been flown, for the lists, for Today and for who may see it. */
import { randomUUID } from 'node:crypto';
import type { Lesson, LessonList, Today } from '@keel/core';
import {
  analysed,
  flightCsv,
  lessonInput,
  openSchool,
  type TestPerson,
  type TestSchool,
} from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const get = async <T>(who: TestPerson, path: string): Promise<T> => (await who.call('GET', path)).json();

test('it is flown, not next, and needs no recording; withdrawn it is to be flown again', async () => {
  const plannedAt = new Date(Date.now() - 60_000).toISOString();
  const made = await school.instructor.call('POST', '/lessons', {
    ...lessonInput(school.student.id),
    items: [{ id: randomUUID(), maneuver: 'steep-turn', variants: ['left'] }],
    plannedAt,
  });
  const lesson: Lesson = await made.json();
  expect([made.status, lesson.gradedByHand]).toEqual([201, 0]);
  const states = async () => ({
    toFly: (await get<LessonList>(school.student, '/lessons?state=to-fly')).items.some(
      ({ id }) => id === lesson.id,
    ),
    flown: (await get<LessonList>(school.student, '/lessons?state=flown')).items.some(
      ({ id }) => id === lesson.id,
    ),
    next: (await get<Today>(school.student, '/today')).lessons.some(({ id }) => id === lesson.id),
    needs: (await get<Today>(school.instructor, '/today')).lessons.find(({ id }) => id === lesson.id)?.needs,
  });
  expect(await states()).toEqual({ toFly: true, flown: false, next: true, needs: ['recording'] });

  const entry = randomUUID();
  const body = {
    maneuver: 'steep-turn',
    variant: 'left',
    flownAt: plannedAt,
    lessonId: lesson.id,
    help: 'unaided',
    grade: 3,
    words: '',
  };
  const entered = await school.instructor.call('POST', `/students/${school.student.id}/entered-attempts`, {
    id: entry,
    body,
  });
  expect(entered.status).toBe(201);
  expect(await states()).toEqual({ toFly: false, flown: true, next: false, needs: [] });
  expect((await get<Lesson>(school.student, `/lessons/${lesson.id}`)).gradedByHand).toBe(1);

  await school.instructor.call('POST', `/students/${school.student.id}/entered-attempts/${entry}/withdraw`, {
    why: 'the other lesson',
  });
  expect(await states()).toEqual({ toFly: true, flown: false, next: true, needs: ['recording'] });
});

test('the student’s question for next time reaches the instructor’s day, and the main point the student’s', async () => {
  const { upload } = school.instructor;
  const { id } = await analysed(
    school.instructor,
    (await (await upload(flightCsv(71), { studentId: school.student.id })).json()).id,
  );
  const say = (who: TestPerson, kind: string, text: string) =>
    who.call('POST', `/recordings/${id}/statements`, {
      id: randomUUID(),
      body: { kind, text, maneuver: 'lesson', startS: 0, endS: 60 },
    });
  expect((await say(school.student, 'question', 'When do I begin the roll-out?')).status).toBe(201);
  expect((await say(school.instructor, 'next-time', 'Look out first, then roll.')).status).toBe(201);
  const words = async (who: TestPerson) =>
    (await get<Today>(who, '/today')).words.map(({ kind, text }) => [kind, text]);
  expect(await words(school.instructor)).toEqual([['question', 'When do I begin the roll-out?']]);
  expect(await words(school.student)).toEqual([['next-time', 'Look out first, then roll.']]);
  expect(await words(school.classmate)).toEqual([]);
  expect(await words(school.otherInstructor)).toEqual([]);
  // An answered question is taken back by emptying it.
  await say(school.student, 'question', '');
  expect(await words(school.instructor)).toEqual([]);
});

test('a flight waits for one’s own grade until it has one', async () => {
  const toGrade = async (who: TestPerson) => (await get<Today>(who, '/today')).toGrade;
  const [mine] = await toGrade(school.student);
  expect(mine.attempts).toBeGreaterThan(0);
  const { score } = await get<{ score: { attempts: { maneuver: string; startS: number; endS: number }[] } }>(
    school.student,
    `/recordings/${mine.recordingId}`,
  );
  const grade = async (who: TestPerson, kind: 'self-grade' | 'grade') => {
    for (const { maneuver, startS, endS } of score.attempts)
      await who.call('POST', `/recordings/${mine.recordingId}/statements`, {
        id: randomUUID(),
        body: {
          kind,
          maneuver,
          startS,
          endS,
          grade: 3,
          ...(kind === 'self-grade' && { beforeVerdict: true }),
        },
      });
  };
  await grade(school.student, 'self-grade');
  expect(await toGrade(school.student)).toEqual([]);
  expect((await toGrade(school.instructor)).map(({ recordingId }) => recordingId)).toEqual([
    mine.recordingId,
  ]);
  await grade(school.instructor, 'grade');
  expect(await toGrade(school.instructor)).toEqual([]);
});
