/** Stage checks: designated, drawn, the oral part first, marked by the checker alone, closed for good, trained and shown again. */
import { randomUUID } from 'node:crypto';
import type { StageCheck } from '@keel/core';
import { asOwner, type TestPerson, type TestSchool } from './support/school.ts';
import { openStudent, problem } from './support/student.ts';

let school: TestSchool;
const id = randomUUID();
let check: StageCheck;
beforeAll(async () => {
  ({ school } = await openStudent());
});
afterAll(() => school.close());

const plannedAt = '2026-12-20T10:00:00Z';
const make = (body: object = {}) =>
  school.chief.call('POST', `/students/${school.student.id}/stage-checks`, {
    id,
    checkerId: school.otherInstructor.id,
    plannedAt,
    ...body,
  });
const read = async (who: TestPerson, path = `/stage-checks/${id}`): Promise<StageCheck> =>
  (await who.call('GET', path)).json();
const mark = (who: TestPerson, kind: 'questions' | 'tasks', of: string, said: string, more: object = {}) =>
  who.call('PUT', `/stage-checks/${id}/${kind}/${of}`, { mark: said, ...more });

test('the chief designates; the student’s own instructor only where it is allowed', async () => {
  const own = await make({ checkerId: school.instructor.id });
  expect((await problem(own))[0]).toBe(422);
  const made = await make();
  expect(made.status).toBe(201);
  check = await made.json();
  expect(check).toMatchObject({
    state: 'oral',
    byOwnInstructor: false,
    checker: { id: school.otherInstructor.id },
  });
  expect(check.plan.tasks.length).toBeGreaterThan(8);
  // Asked for twice, it is one, and the same plan.
  expect((await (await make()).json()).plan).toEqual(check.plan);
});

test('a lesson stands behind it, with a card for every task that is flown, one try each', async () => {
  const lesson = await (await school.otherInstructor.call('GET', `/lessons/${check.lessonId}`)).json();
  const flown = check.plan.tasks.filter(({ maneuver }) => maneuver !== null);
  expect(lesson.stageCheckId).toBe(check.id);
  expect(lesson.cards).toHaveLength(flown.length);
  expect(
    lesson.items.every(
      (one: { attempts: number; demonstrations: number }) => one.attempts === 1 && one.demonstrations === 0,
    ),
  ).toBe(true);
});

test('the student sees what is flown, and neither questions nor surprises', async () => {
  const seen = await read(school.student);
  expect(seen.plan.tasks).toEqual(check.plan.tasks);
  expect([seen.plan.questions, seen.plan.surprises]).toEqual([[], []]);
  expect((await school.classmate.call('GET', `/stage-checks/${id}`)).status).toBe(404);
  expect((await school.stranger.call('GET', `/stage-checks/${id}`)).status).toBe(404);
});

test('the oral part comes first, and the checker alone marks', async () => {
  const [task] = check.plan.tasks;
  expect((await mark(school.otherInstructor, 'tasks', task.id, 'satisfactory')).status).toBe(409);
  expect(
    (await mark(school.instructor, 'questions', check.plan.questions[0].id, 'satisfactory')).status,
  ).toBe(403);
  expect((await mark(school.otherInstructor, 'questions', 'no-such', 'satisfactory')).status).toBe(404);
  const early = await school.otherInstructor.call('POST', `/stage-checks/${id}/close`, {
    discontinued: null,
  });
  expect(early.status).toBe(409);
  for (const question of check.plan.questions)
    expect((await mark(school.otherInstructor, 'questions', question.id, 'satisfactory')).status).toBe(200);
  expect((await read(school.chief)).state).toBe('flight');
  // Marks of an open check are the checker's own.
  expect((await read(school.student)).marks.questions).toEqual({});
});

test('one task not passed: the check is not; it is closed for good, and has its letter', async () => {
  const { tasks } = check.plan;
  for (const [i, task] of tasks.entries())
    await mark(school.otherInstructor, 'tasks', task.id, i === 3 ? 'unsatisfactory' : 'satisfactory', {
      tries: i === 3 ? 2 : 1,
      words: i === 3 ? '150 ft low throughout' : '',
    });
  const closed = await school.otherInstructor.call('POST', `/stage-checks/${id}/close`, {
    discontinued: null,
  });
  expect((await closed.json()).state).toBe('failed');
  expect((await mark(school.otherInstructor, 'tasks', tasks[3].id, 'satisfactory')).status).toBe(409);
  const owner = await asOwner(school);
  await expect(owner.query("UPDATE stage_check SET marks = '{}' WHERE id = $1", [id])).rejects.toThrow(
    /never changed/,
  );
  const letter = async () => {
    const answer = await school.student.call('GET', `/stage-checks/${id}/letter.pdf`);
    return Buffer.from(await answer.arrayBuffer()).toString('latin1');
  };
  const pages = (pdf: string) => pdf.match(/\/Type \/Page\b/g)?.length ?? 0;
  const alone = await letter();
  expect(alone.slice(0, 5)).toBe('%PDF-');
  // What was recorded comes after the signature, on a page of its own.
  await owner.query('UPDATE attempt SET lesson_id = $1', [check.lessonId]);
  await owner.end();
  expect(pages(await letter())).toBe(pages(alone) + 1);
  expect((await read(school.student)).marks.tasks[tasks[3].id].words).toBe('150 ft low throughout');
});

test('after training it is shown again: what was not passed alone', async () => {
  const failed = check.plan.tasks[3];
  const trained = await school.instructor.call('POST', `/stage-checks/${id}/retraining`, {
    id: randomUUID(),
    skills: [failed.skill],
    minutes: 50,
    words: 'Height by the horizon, six of them',
  });
  expect((await trained.json()).retraining).toMatchObject([{ minutes: 50, skills: [failed.skill] }]);
  const again = await make({ id: randomUUID(), retestOf: id });
  const second: StageCheck = await again.json();
  expect(second.plan.tasks.map(({ skill }) => skill)).toEqual([failed.skill]);
  expect(second.retestOf).toBe(id);
  const all = await (
    await school.instructor.call('GET', `/students/${school.student.id}/stage-checks`)
  ).json();
  expect(all).toHaveLength(2);
});

test('broken off with a reason, it is no failure', async () => {
  const other = randomUUID();
  await make({ id: other });
  const closed = await school.otherInstructor.call('POST', `/stage-checks/${other}/close`, {
    discontinued: 'weather',
  });
  expect(await closed.json()).toMatchObject({ state: 'discontinued', discontinued: 'weather' });
});

test('a chief sees how many passed at the first; what was broken off counts for neither', async () => {
  const { stageChecks } = await (await school.chief.call('GET', '/insight/solo')).json();
  expect(stageChecks).toMatchObject({ first: { times: 0, of: 1 }, again: { of: 0 }, discontinued: 1 });
});

test('an archive takes it along: to another school it comes with its marks, its training and its repetition', async () => {
  const archive = await school.chief.call('GET', `/students/${school.student.id}/archive`);
  const file = new File([await archive.arrayBuffer()], 'archive.zip', { type: 'application/zip' });
  expect((await school.stranger.send('/archives', file)).status).toBe(201);
  const there = await read(school.stranger);
  expect(there).toMatchObject({ state: 'failed', retraining: [{ minutes: 50 }] });
  const all: StageCheck[] = await (
    await school.stranger.call('GET', `/students/${school.student.id}/stage-checks`)
  ).json();
  expect(all).toHaveLength(3);
  expect(all.filter(({ retestOf }) => retestOf === id)).toHaveLength(1);
});

test('the school’s own questions are drawn from then on', async () => {
  const { version, own } = await (await school.instructor.call('GET', '/stage-questions')).json();
  expect(own).toBe(false);
  const question = {
    id: 'why-not',
    maneuver: null,
    kind: 'risk',
    asks: 'Why not today?',
    looksFor: 'Limits',
    source: 'ours',
  };
  const put = await school.chief.call('PUT', '/stage-questions', { version, questions: [question] });
  expect((await put.json()).own).toBe(true);
  const third: StageCheck = await (await make({ id: randomUUID() })).json();
  expect(third.plan.questions).toEqual([question]);
  // Of what is shown on the ground alone there is a lesson without a card.
  const on = (path: string, body: object) =>
    school.otherInstructor.call('PUT', `/stage-checks/${third.id}/${path}`, body);
  await on('questions/why-not', { mark: 'satisfactory' });
  for (const [i, task] of third.plan.tasks.entries())
    await on(`tasks/${task.id}`, { mark: i === 0 ? 'unsatisfactory' : 'satisfactory' });
  await school.otherInstructor.call('POST', `/stage-checks/${third.id}/close`, { discontinued: null });
  const again = await make({ id: randomUUID(), retestOf: third.id });
  expect(again.status).toBe(201);
  const { plan, lessonId }: StageCheck = await again.json();
  expect(plan.tasks.map(({ maneuver }) => maneuver)).toEqual([null]);
  expect((await school.chief.call('GET', `/lessons/${lessonId}`)).status).toBe(200);
  // What was drawn before keeps what it was drawn with.
  expect((await read(school.chief)).plan.questions.length).toBeGreaterThan(1);
  expect((await school.chief.call('PUT', '/stage-questions', { version, questions: null })).status).toBe(409);
});

test('put together by hand it has those tasks in that order; what the syllabus does not have is refused', async () => {
  const byHand = ['slow-flight', 'steep-turn'];
  const wrong = await make({ id: randomUUID(), byHand: ['no-such-skill'] });
  expect((await problem(wrong))[0]).toBe(422);
  const made: StageCheck = await (await make({ id: randomUUID(), byHand })).json();
  expect(made.plan.tasks.map(({ skill }) => skill)).toEqual(byHand);
});
