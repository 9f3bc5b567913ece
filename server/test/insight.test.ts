/** What the school sees of itself: calls, grading blind and not, what a skill takes, airplanes, on paper and in a file. */
import { randomUUID } from 'node:crypto';
import type { Grading, Round } from '@keel/core';
import { asOwner, type TestPerson, type TestSchool } from './support/school.ts';
import { openStudent, problem } from './support/student.ts';

let school: TestSchool;
let recordingId: string;
beforeAll(async () => {
  ({ school, recordingId } = await openStudent());
  const { attempts } = (await (await school.instructor.call('GET', `/recordings/${recordingId}`)).json())
    .score;
  for (const { startS, endS, maneuver } of attempts)
    for (const body of [
      { kind: 'help', help: 'unaided', flownBy: 'student' },
      { kind: 'grade', grade: 3 },
    ])
      await school.instructor.call('POST', `/recordings/${recordingId}/statements`, {
        id: randomUUID(),
        body: { maneuver, startS, endS, ...body },
      });
});
afterAll(() => school.close());

const get = async <T>(who: TestPerson, path: string): Promise<T> => (await who.call('GET', path)).json();

/** What was flown is put so many days back, as only the owner can. */
async function flownDaysAgo(days: number): Promise<void> {
  const owner = await asOwner(school);
  await owner.query(`UPDATE recording SET flown_at = now() - $1::int * interval '1 day'`, [days]);
  await owner.query(`UPDATE attempt SET flown_at = now() - $1::int * interval '1 day'`, [days]);
  await owner.end();
}

describe('calls', () => {
  test('who has flown within three weeks and is signed for needs none; after that, one for each', async () => {
    await flownDaysAgo(5);
    expect((await get<{ calls: unknown[] }>(school.chief, '/insight/calls')).calls).toEqual([]);
    await flownDaysAgo(25);
    const { calls } = await get<{ calls: { kind: string; days: number; student: { id: string } }[] }>(
      school.chief,
      '/insight/calls',
    );
    expect(calls.map(({ kind, days }) => [kind, days])).toEqual([
      ['idle', 25],
      ['unsigned', 25],
    ]);
    expect(calls[0].student.id).toBe(school.student.id);
    const of = async (instructor: string) =>
      (await get<{ calls: unknown[] }>(school.chief, `/insight/calls?instructor=${instructor}`)).calls.length;
    expect(await of(school.instructor.id)).toBe(2);
    expect(await of(randomUUID())).toBe(0);
    await flownDaysAgo(1);
  });
});

describe('grading', () => {
  test('a chief sees everybody beside the verdicts, an instructor themselves alone', async () => {
    const all = await get<Grading>(school.chief, '/insight/grading');
    expect(all.instructors).toHaveLength(1);
    const [{ instructor, verdicts, kinderThanProgram }] = all.instructors;
    expect(instructor.id).toBe(school.instructor.id);
    expect(verdicts.pairs).toBeGreaterThan(0);
    // All got a 3: whatever was out was graded higher than the program judged it.
    expect(kinderThanProgram).toBe(verdicts.pairs - verdicts.same);
    expect((await get<Grading>(school.instructor, '/insight/grading')).instructors).toHaveLength(1);
    expect((await get<Grading>(school.otherInstructor, '/insight/grading')).instructors).toEqual([]);
    expect((await get<Grading>(school.stranger, '/insight/grading')).instructors).toEqual([]);
  });

  test('of another maneuver and from a later day on there is none', async () => {
    for (const query of ['maneuver=climb', 'from=2999-01-01', 'until=2000-01-01'])
      expect((await get<Grading>(school.chief, `/insight/grading?${query}`)).instructors).toEqual([]);
  });

  test('what an instructor answers stands beside their figures', async () => {
    await school.instructor.call('PUT', '/insight/answer', { words: 'Rough air on most of them.' });
    const { instructors } = await get<Grading>(school.chief, '/insight/grading');
    expect(instructors[0].answer).toBe('Rough air on most of them.');
  });
});

describe('a round', () => {
  const id = randomUUID();
  const make = (body: object = {}) =>
    school.chief.call('POST', '/rounds', { id, title: 'November', draw: 4, ...body });
  const grade = (who: TestPerson, nth: number, given: number) =>
    who.call('PUT', `/rounds/${id}/grades/${nth}`, { grade: given });

  test('is drawn from what was flown alone, and shows neither verdict nor finding nor name', async () => {
    const answer = await make();
    expect(answer.status).toBe(201);
    const { list } = (await answer.json()) as Round;
    expect(list.length).toBeGreaterThan(1);
    for (const { attempt, grades, verdict, trace } of list) {
      expect(attempt).toMatchObject({ findings: [], parameters: [], chain: [], strict: 'not-scored' });
      expect(trace.lanes.length).toBeGreaterThan(0);
      expect(trace.story).toBeUndefined();
      expect([grades, verdict]).toEqual([null, null]);
    }
    const text = JSON.stringify(list);
    expect(text).not.toContain(school.student.id);
    expect(text).not.toContain(recordingId);
  });

  test('asked for twice, it is one; of what nobody flew there is none', async () => {
    expect((await make()).status).toBe(201);
    expect(await get<unknown[]>(school.chief, '/rounds')).toHaveLength(1);
    const none = await make({ id: randomUUID(), maneuver: 'climb' });
    expect(await problem(none)).toEqual([
      422,
      'maneuver: nothing of this was flown alone and judged within a year.',
    ]);
  });

  test('each grades without seeing the others; the last grade counts', async () => {
    expect((await grade(school.instructor, 0, 2)).status).toBe(204);
    expect((await grade(school.instructor, 0, 3)).status).toBe(204);
    expect((await grade(school.otherInstructor, 0, 4)).status).toBe(204);
    const seen = await get<Round>(school.otherInstructor, `/rounds/${id}`);
    expect(seen.list[0]).toMatchObject({ own: 4, grades: null });
    expect(seen.graders).toEqual([]);
    expect((await get<Round>(school.chief, `/rounds/${id}`)).graders).toHaveLength(2);
    expect((await grade(school.instructor, 99, 3)).status).toBe(404);
    expect((await grade(school.instructor, 0, 5)).status).toBe(422);
  });

  test('closed, it shows how all lie; names to the chief alone; its grades stay', async () => {
    const closed = (await (await school.chief.call('POST', `/rounds/${id}/close`)).json()) as Round;
    expect(closed.list[0].grades!.map(({ grade, name }) => [grade, name !== null])).toEqual([
      [3, true],
      [4, true],
    ]);
    expect(closed.list[0].verdict).toMatch(/satisfactory/);
    const own = await get<Round>(school.instructor, `/rounds/${id}`);
    expect(own.list[0].grades!.map(({ own, name }) => [own, name !== null])).toEqual([
      [true, true],
      [false, false],
    ]);
    expect((await grade(school.instructor, 0, 1)).status).toBe(409);
    expect((await school.chief.call('POST', `/rounds/${id}/close`)).status).toBe(409);
    const { instructors } = await get<Grading>(school.chief, '/insight/grading');
    expect(instructors.map(({ blind }) => [blind.attempts, blind.lean, blind.told])).toEqual([
      [1, null, false],
      [1, null, false],
    ]);
  });
});

describe('skills, solo, airplanes', () => {
  test('a skill that one student has begun is counted, and nothing is said of so few', async () => {
    const { skills } = await get<{
      skills: { skill: string; lessons: { followed: number; median: null } }[];
    }>(school.chief, '/insight/sticks');
    const steep = skills.find(({ skill }) => skill === 'steep-turn')!;
    expect(steep.lessons).toMatchObject({ followed: 1, happened: 0, median: null });
  });

  test('faults are asked of a maneuver, an airplane, a quarter; what was briefed before stands beside them', async () => {
    type Faults = {
      faults: {
        finding: string;
        now: { times: number; of: number };
        briefed: { times: number; of: number };
      }[];
      until: string;
    };
    const owner = await asOwner(school);
    // Flown four times over, with a fault that every attempt had.
    for (const more of [100, 200, 300]) {
      await owner.query(
        'CREATE TEMP TABLE again AS SELECT * FROM attempt WHERE recording_id = $1 AND attempt < 100',
        [recordingId],
      );
      await owner.query('UPDATE again SET attempt = attempt + $1', [more]);
      await owner.query('INSERT INTO attempt SELECT * FROM again');
      await owner.query('DROP TABLE again');
    }
    await owner.query(
      `INSERT INTO attempt_finding (school_id, recording_id, attempt, nth, finding, severity, size)
       SELECT school_id, recording_id, attempt, 50, maneuver || '/drawn', 'fault', 1 FROM attempt WHERE recording_id = $1`,
      [recordingId],
    );
    const { rows } = await owner.query(
      `SELECT airplane.id FROM recording JOIN airplane ON airplane.row_id = recording.airplane_row_id WHERE recording.id = $1`,
      [recordingId],
    );
    await owner.end();
    const drawn = async (query: string) =>
      (await get<Faults>(school.chief, `/insight/sticks?${query}`)).faults.filter(({ finding }) =>
        finding.endsWith('/drawn'),
      );
    const all = await drawn('');
    expect(all.length).toBeGreaterThan(0);
    for (const { now, briefed } of all) {
      expect(now.times).toBe(now.of);
      expect(briefed.of).toBe(now.times);
    }
    const [{ finding }] = all;
    const maneuver = finding.slice(0, finding.indexOf('/'));
    expect(await drawn(`maneuver=${maneuver}`)).toEqual([all[0]]);
    expect(await drawn(`airplane=${rows[0].id}`)).toEqual(all);
    expect(await drawn('airplane=no-such-airplane')).toEqual([]);
    expect(await drawn('until=2019-12-31')).toEqual([]);
    const pdf = await school.chief.call('GET', `/insight/meeting.pdf?talk=${finding}`);
    expect(pdf.status).toBe(200);
  });

  test('to solo: one flies, none has soloed', async () => {
    const { lessons, fleet } = await get<{ lessons: object; fleet: { flights: number }[] }>(
      school.chief,
      '/insight/solo',
    );
    expect(lessons).toMatchObject({ followed: 1, happened: 0, steps: [] });
    expect(fleet.reduce((sum, { flights }) => sum + flights, 0)).toBe(1);
  });

  test('an airspeed above a limit is on the chief’s page until it is seen', async () => {
    const owner = await asOwner(school);
    const { rows } = await owner.query('SELECT school_id FROM recording WHERE id = $1', [recordingId]);
    await owner.query(
      `INSERT INTO exceedance (school_id, recording_id, nth, finding, at_s, kias, limit_kias) VALUES ($1, $2, 0, 'flight/flap-overspeed', 60, 96, 85)`,
      [rows[0].school_id, recordingId],
    );
    await owner.end();
    const seen = async () =>
      (
        await get<{ exceeded: { seenAt: string | null; kias: number }[] }[]>(
          school.chief,
          '/insight/airplanes',
        )
      ).flatMap(({ exceeded }) => exceeded);
    expect(await seen()).toMatchObject([{ kias: 96, seenAt: null }]);
    expect((await school.chief.call('POST', `/insight/exceedances/${recordingId}/0/seen`)).status).toBe(204);
    expect((await school.stranger.call('POST', `/insight/exceedances/${recordingId}/0/seen`)).status).toBe(
      404,
    );
    expect((await seen())[0].seenAt).not.toBeNull();
  });
});

test('each part is a file for a spreadsheet, and all of them a paper', async () => {
  for (const part of ['calls', 'grading', 'sticks', 'solo', 'airplanes']) {
    const csv = await school.chief.call('GET', `/insight/${part}/csv`);
    expect([csv.status, csv.headers.get('content-type')]).toEqual([200, 'text/csv; charset=utf-8']);
    expect((await csv.text()).split('\r\n').length).toBeGreaterThan(2);
  }
  const pdf = await school.chief.call('GET', '/insight/meeting.pdf');
  expect(pdf.status).toBe(200);
  expect(
    Buffer.from(await pdf.arrayBuffer())
      .subarray(0, 5)
      .toString(),
  ).toBe('%PDF-');
});
