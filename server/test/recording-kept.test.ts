/** What becomes of a recording that was sent: deleted and had back, known again, put right, pruned of scores that nobody needs. */
import { randomUUID } from 'node:crypto';
import { RecordingEntity, ScoreEntity } from '../src/db/entities.ts';
import { upkeep } from '../src/tasks/upkeep.ts';
import { analysed, flightCsv, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const uploaded = async (seed: number, fields = {}) => {
  const answer = await school.instructor.upload(flightCsv(seed), {
    studentId: school.student.id,
    ...fields,
  });
  const created = await answer.json();
  await analysed(school.instructor, created.id);
  return created as { id: string; duplicate: boolean };
};
const path = async () => (await school.student.call('GET', `/students/${school.student.id}/path`)).json();
const steep = async () => (await path()).skills.flatMap((s: { attempts: unknown[] }) => s.attempts);

test('deleted is out of every sight for thirty days, comes back as it was, and then is gone', async () => {
  const { id } = await uploaded(81);
  const before = await steep();
  const mine = before.filter((a: { recordingId: string }) => a.recordingId === id);
  expect(mine).toHaveLength(2);
  expect((await school.instructor.call('DELETE', `/recordings/${id}`)).status).toBe(204);
  expect((await school.instructor.call('GET', `/recordings/${id}`)).status).toBe(404);
  expect((await steep()).length).toBe(before.length - 2);
  // The same file may be sent anew while it is hidden.
  expect((await school.instructor.call('POST', `/recordings/${id}/restore`)).status).toBe(200);
  expect(await steep()).toEqual(before);
  await school.instructor.call('DELETE', `/recordings/${id}`);
  await upkeep(school.database);
  expect(await school.database.getRepository(RecordingEntity).countBy({ id })).toBe(1);
  await school.database.query("UPDATE recording SET deleted_at = now() - interval '31 days' WHERE id = $1", [
    id,
  ]);
  await upkeep(school.database);
  expect(await school.database.getRepository(RecordingEntity).countBy({ id })).toBe(0);
  const trail = await school.database.query('SELECT what FROM trail WHERE subject = $1 ORDER BY id', [id]);
  expect(trail.map(({ what }: { what: string }) => what)).toEqual([
    'recording deleted',
    'recording restored',
    'recording deleted',
  ]);
});

test('the same bytes are known for the same airplane only', async () => {
  const first = await uploaded(82);
  expect(await uploaded(82)).toEqual({ id: first.id, duplicate: true });
  const other = await uploaded(82, { airplaneId: 'gimmer-2' });
  expect(other.duplicate).toBe(false);
  // Put right to the airplane that it is there for already.
  const clash = await school.instructor.call('PATCH', `/recordings/${other.id}`, {
    airplaneId: 'cairn-4',
  });
  expect([clash.status, (await clash.json()).detail]).toEqual([409, expect.stringMatching(/already/)]);
});

test('sent with the wrong airplane and weight is put right, and scored again', async () => {
  const { id } = await uploaded(83, { airplaneId: 'gimmer-2' });
  const answer = await school.instructor.call('PATCH', `/recordings/${id}`, {
    airplaneId: 'cairn-4',
    weightLb: 2210,
  });
  expect(answer.status).toBe(200);
  for (let tries = 0; tries < 100; tries++) {
    const { scoring, score, airplane } = await analysed(school.instructor, id);
    expect(airplane.id).toBe('cairn-4');
    if (!scoring) {
      expect(score).toMatchObject({ airplane: 'cairn-4', weightLb: 2210 });
      return;
    }
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  throw new Error('it was not scored again');
});

test('sent for the wrong student goes to the right one: attempts, standing and lesson with it, own words not', async () => {
  const { instructor, chief, student, classmate } = school;
  const { id } = await uploaded(86);
  const { score } = await analysed(instructor, id);
  const [{ startS, endS, maneuver }] = score.attempts;
  const say = (who: typeof instructor, body: object) =>
    who.call('POST', `/recordings/${id}/statements`, {
      id: randomUUID(),
      body: { startS, endS, maneuver, ...body },
    });
  await say(instructor, { kind: 'grade', grade: 3 });
  await say(instructor, { kind: 'help', help: 'unaided', flownBy: 'student' });
  await say(student, { kind: 'self-grade', grade: 4, beforeVerdict: true });
  const flown = async (who: string) => {
    const path = await (await chief.call('GET', `/students/${who}/path`)).json();
    return path.skills
      .find((one: { skill: string }) => one.skill === 'steep-turn')
      .attempts.filter((one: { recordingId: string }) => one.recordingId === id).length;
  };
  const attempts = await flown(student.id);
  expect(attempts).toBeGreaterThan(0);
  // Only who may see both may move it.
  const elsewhere = await school.otherInstructor.call('PATCH', `/recordings/${id}`, {
    studentId: classmate.id,
  });
  expect(elsewhere.status).toBe(404);
  expect((await student.call('PATCH', `/recordings/${id}`, { studentId: classmate.id })).status).toBe(403);
  const moved = await chief.call('PATCH', `/recordings/${id}`, { studentId: classmate.id });
  expect([moved.status, (await moved.json()).student.id]).toEqual([200, classmate.id]);
  for (let tries = 0; (await analysed(chief, id)).scoring; tries++) {
    if (tries > 100) throw new Error('it was not scored again');
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
  expect([await flown(student.id), await flown(classmate.id)]).toEqual([0, attempts]);
  expect((await student.call('GET', `/recordings/${id}`)).status).toBe(404);
  const { statements, lessonId } = await analysed(chief, id);
  expect(lessonId).toBeNull();
  expect(statements.map(({ body }: { body: { kind: string } }) => body.kind).sort()).toEqual([
    'grade',
    'help',
  ]);
  const trail = await school.database.query('SELECT what FROM trail WHERE subject = $1', [id]);
  expect(trail.map(({ what }: { what: string }) => what)).toEqual(
    expect.arrayContaining(['recording taken from a student', 'recording put right']),
  );
});

test.each([
  [{}, 422, /say what is to be put right/],
  [{ airplaneId: 'no-such' }, 404, /airplane/],
  [{ weightLb: -4 }, 422, /weightLb/],
  [{ sha256: 'x' }, 422, /sha256/],
])('a change %j is refused', async (change, status, words) => {
  const { id } = await uploaded(84);
  const answer = await school.instructor.call('PATCH', `/recordings/${id}`, change);
  expect([answer.status, (await answer.json()).detail]).toEqual([status, expect.stringMatching(words)]);
});

test('columns that do not read are refused with nothing changed', async () => {
  const { id } = await uploaded(85);
  const before = await analysed(school.instructor, id);
  const answer = await school.instructor.call('PATCH', `/recordings/${id}`, {
    mapping: {
      time: { column: 'no such column', kind: 's' },
      channels: [{ column: 'alt_ft', channel: 'alt_ft', unit: 'ft' }],
    },
  });
  expect(answer.status).toBe(422);
  expect(await analysed(school.instructor, id)).toEqual(before);
});

test('scores that nobody refers to are pruned; one that was graded is kept', async () => {
  const { id } = await uploaded(86);
  const { score } = await analysed(school.instructor, id);
  const scores = () => school.database.getRepository(ScoreEntity).countBy({ recordingId: id });
  const rescore = () => school.instructor.call('POST', `/recordings/${id}/rescore`, {});
  await rescore();
  await rescore();
  expect(await scores()).toBe(1);
  const { startS, endS, maneuver } = score.attempts[0];
  await school.instructor.call('POST', `/recordings/${id}/statements`, {
    id: randomUUID(),
    body: { kind: 'grade', startS, endS, maneuver, grade: 3 },
  });
  await rescore();
  await rescore();
  expect(await scores()).toBe(2);
});
