/** Demonstrations, trainer flights and sight pictures of a lesson. */
import { randomUUID } from 'node:crypto';
import { analysed, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const lessonOf = async (items?: object[]): Promise<string> => {
  const input = { ...lessonInput(school.student.id), ...(items && { items }) };
  return (await (await school.instructor.call('POST', '/lessons', input)).json()).id;
};

test('a student hands in a trainer flight; what the synthetic instructor flew counts as shown', async () => {
  const lessonId = await lessonOf();
  const csv = flightCsv(31);
  const plain = await school.student.upload(csv, { studentId: school.student.id, lessonId });
  expect(plain.status).toBe(403);
  // The first of the two turns begins at about 22 s and is over before 75 s.
  const body = { csv, maneuver: 'steep-turn', instructorFlew: [{ startS: 0, endS: 66 }] };
  const first = await school.student.call('POST', `/lessons/${lessonId}/trainer-flight`, body);
  expect(first.status).toBe(201);
  const { id } = await first.json();
  const recording = await analysed(school.student, id);
  expect(recording).toMatchObject({ flownIn: 'trainer', lessonId });
  expect(recording.score.attempts).toHaveLength(2);
  const statements = async () =>
    (await (await school.student.call('GET', `/recordings/${id}`)).json()).statements;
  for (let tries = 0; tries < 50 && (await statements()).length === 0; tries++)
    await new Promise((go) => setTimeout(go, 20));
  const helps = (await statements()).map(({ body: one }: { body: object }) => one);
  expect(helps).toHaveLength(1);
  expect(helps[0]).toMatchObject({
    kind: 'help',
    help: 'demonstration',
    flownBy: 'instructor',
    startS: recording.score.attempts[0].startS,
  });

  const again = await school.student.call('POST', `/lessons/${lessonId}/trainer-flight`, body);
  expect(await again.json()).toEqual({ id, duplicate: true });
  const path = await (await school.student.call('GET', `/students/${school.student.id}/path`)).json();
  const steep = path.skills.find(({ skill }: { skill: string }) => skill === 'steep-turn');
  expect(steep.standing).not.toBe('ready');
});

test('what is no recording is refused with line and column, and nothing is kept', async () => {
  const lessonId = await lessonOf();
  const answer = await school.student.call('POST', `/lessons/${lessonId}/trainer-flight`, {
    csv: 'time_s,alt_ft\n0,x\n',
    maneuver: 'steep-turn',
  });
  expect(answer.status).toBe(422);
  expect((await answer.json()).detail).toMatch(/line 2/);
  const lesson = await (await school.student.call('GET', `/lessons/${lessonId}`)).json();
  expect(lesson.recordings).toEqual([]);
});

test('a demonstration of another maneuver than the lesson’s, or with its habit, is refused', async () => {
  const lessonId = await lessonOf([{ id: 'stall', maneuver: 'power-off-stall' }]);
  const fly = (body: object) => school.instructor.call('POST', `/lessons/${lessonId}/demonstration`, body);
  expect((await fly({ maneuver: 'slow-flight' })).status).toBe(422);
  const other = await fly({ maneuver: 'power-off-stall', habit: 'steep-turn/overbank' });
  expect(other.status).toBe(422);
  expect((await other.json()).detail).toMatch(/must be none or one of power-off-stall/);
  expect(
    (await fly({ maneuver: 'power-off-stall', habit: 'power-off-stall/late-recovery', seed: 3 })).status,
  ).toBe(201);
});

test('sight pictures are the instructor’s to mark and the student’s to see', async () => {
  const lessonId = await lessonOf();
  const picture = {
    id: randomUUID(),
    maneuver: 'steep-turn',
    label: 'Steep left',
    kias: 92,
    pitchDeg: 2.4,
    bankDeg: -45,
  };
  const put = (who: 'instructor' | 'student', body: object) =>
    school[who].call('PUT', `/lessons/${lessonId}/sight-pictures`, body);
  expect((await put('student', [picture])).status).toBe(403);
  expect((await put('instructor', [picture])).status).toBe(200);
  const lesson = await (await school.student.call('GET', `/lessons/${lessonId}`)).json();
  expect(lesson.sightPictures).toEqual([picture]);
  const many = Array.from({ length: 13 }, () => ({ ...picture, id: randomUUID() }));
  expect((await put('instructor', many)).status).toBe(422);
});
