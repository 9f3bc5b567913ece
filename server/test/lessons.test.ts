import { analysed, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const create = async (change: object = {}) =>
  school.instructor.call('POST', '/lessons', { ...lessonInput(school.student.id), ...change });

test('the server works the card out; the browser’s is only a preview', async () => {
  const lesson = await (await create()).json();
  const [left, right] = lesson.cards;
  // Floor: 1,900 + 1,500; planned loss 200 and cushion 500 above it, up to the next 500.
  expect(left.entry).toMatchObject({ floorFt: 3400, altitudeFt: 4500, headingDeg: 360 });
  expect([left.turn.rollOutHeadingDeg, right.turn.rollOutHeadingDeg]).toEqual([22, 338]);
});

test.each([
  [{ weightLb: 2500 }, /weight 2500 lb: must be from 1480 to 2400 lb/],
  [{ oatC: 90 }, /temperature 90 °C: must be from/],
  [{ headingDeg: 400 }, /heading 400/],
  [{ qnhHpa: 29.92 }, /QNH 29\.92 hPa: must be from 900/],
])('conditions %j are refused by name and limit', async (wrong, words) => {
  const answer = await create({ conditions: { ...lessonInput('').conditions, ...wrong } });
  expect(answer.status).toBe(422);
  expect((await answer.json()).detail).toMatch(words);
});

test('of two windows that save, the second is told and changes nothing', async () => {
  const lesson = await (await create()).json();
  const save = (title: string) =>
    school.instructor.call('PUT', `/lessons/${lesson.id}`, {
      ...lessonInput(school.student.id),
      title,
      version: lesson.version,
    });
  expect((await save('First window')).status).toBe(200);
  const second = await save('Second window');
  expect(second.status).toBe(409);
  expect((await second.json()).detail).toMatch(/another window/);
  const now = await (await school.instructor.call('GET', `/lessons/${lesson.id}`)).json();
  expect(now).toMatchObject({ title: 'First window', version: 2 });
});

test('a demonstration is flown from the card, scored, marked as the trainer’s, and counts for nothing', async () => {
  const lesson = await (await create()).json();
  const fly = () =>
    school.instructor.call('POST', `/lessons/${lesson.id}/demonstration`, {
      habit: 'steep-turn/rollout-late',
      habitIn: 'second',
      seed: 5,
    });
  const first = await fly();
  expect(first.status).toBe(201);
  const { id } = await first.json();
  expect(await (await fly()).json()).toEqual({ id, duplicate: true });
  const recording = await analysed(school.instructor, id);
  expect(recording.flownIn).toBe('trainer');
  expect(recording.score.attempts[1].findings.map((f: { id: string }) => f.id)).toContain(
    'steep-turn/rollout-late',
  );
  const path = await (await school.student.call('GET', `/students/${school.student.id}/path`)).json();
  const steep = path.skills.find(({ skill }: { skill: string }) => skill === 'steep-turn');
  expect(steep.standing).toBe('guided');
  expect(steep.why.join()).toMatch(/no unaided attempt in the airplane/);
});
