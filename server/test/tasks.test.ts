/** Tasks: asked for with what asks for them, held by one, taken up when that one falls silent, ended once. */
import { randomUUID } from 'node:crypto';
import { RecordingEntity, ScoreEntity, type TaskRow } from '../src/db/entities.ts';
import { LANE_OF } from '../src/tasks/lanes.ts';
import { ask, cancel, finish, isLeaseLost, keepLease, putBack, take } from '../src/tasks/list.ts';
import type { Threads } from '../src/tasks/service.ts';
import { inlineThreads } from '../src/tasks/threads.ts';
import { upkeep } from '../src/tasks/upkeep.ts';
import { analysed, asOwner, flightCsv, openSchool, PASSWORD, type TestSchool } from './support/school.ts';

/** Threads whose work on scores begins when they are let go. */
let letGo: (() => void) | null = null;
let school: TestSchool;
beforeAll(async () => {
  school = await openSchool((database): Threads => {
    const inline = inlineThreads(database);
    return {
      ...inline,
      async task(lane, job, tell, signal) {
        if (lane === 'long' && letGo) {
          await new Promise<void>((resolve, reject) => {
            letGo = resolve;
            signal.addEventListener('abort', () => reject(signal.reason));
          });
        }
        await inline.task(lane, job, tell, signal);
      },
    };
  });
});
afterAll(() => school.close());

const schoolId = async () =>
  (await school.database.query('SELECT school_id FROM account WHERE id = $1', [school.chief.id]))[0]
    .school_id as string;
/** A task that no worker knows of, since nobody was told. */
async function quietTask(subject: string = randomUUID()): Promise<string> {
  const [{ id }] = await school.database.query(
    `INSERT INTO task (school_id, kind, subject, not_before) VALUES ($1, 'count', $2, now() - interval '1 s') RETURNING id`,
    [await schoolId(), subject],
  );
  return id;
}
const stateOf = async (id: string): Promise<TaskRow> =>
  (await school.database.query('SELECT * FROM task WHERE id = $1', [id]))[0];

describe('a task', () => {
  // Held with a lease far in the future, so that the school's own workers leave these alone.
  const [one, other] = [randomUUID(), randomUUID()];

  test('is asked for in the asker’s transaction: with it, or not at all', async () => {
    const subject = randomUUID();
    const asking = school.database.transaction(async (manager) => {
      await ask(manager, { schoolId: await schoolId(), kind: 'count', subject });
      throw new Error('changed my mind');
    });
    await expect(asking).rejects.toThrow('changed my mind');
    expect(await school.database.query('SELECT * FROM task WHERE subject = $1', [subject])).toEqual([]);
  });

  test('waits once, however often it is asked for', async () => {
    const subject = randomUUID();
    const ids = await school.database.transaction(async (manager) => {
      const task = { schoolId: await schoolId(), kind: 'count' as const, subject };
      return [
        await ask(manager, { ...task, input: { a: 1 } }),
        await ask(manager, { ...task, input: { b: 2 } }),
      ];
    });
    expect(ids[0]).toBe(ids[1]);
    await school.tasks.ended(ids[0]);
    expect((await stateOf(ids[0])).input).toEqual({ a: 1, b: 2 });
  });

  test('is taken by one, and by another only when that one has been silent', async () => {
    const id = await quietTask();
    const taken = await Promise.all([take(school.database, id, one), take(school.database, id, other)]);
    // The school's own workers may have been quicker than both.
    expect(taken.filter((task) => task !== null).length).toBeLessThanOrEqual(1);
    await school.database.query(
      "UPDATE task SET state = 'running', lease_by = $2, lease_until = now() - interval '1 s', finished_at = NULL WHERE id = $1",
      [id, one],
    );
    await school.tasks.ended(id);
    const ended = await stateOf(id);
    expect(ended.state).toBe('done');
    // Who fell silent is the holder no longer.
    expect(await keepLease(school.database, id, one, 0.5)).toBe(false);
    const late = school.database.transaction((manager) => finish(manager, id, one, {}));
    await late.catch((error) => expect(isLeaseLost(error)).toBe(true));
  });

  test('that failed by itself is tried three times, and a database that went away is no failure', async () => {
    const id = await quietTask();
    const hold = () =>
      school.database.query(
        "UPDATE task SET state = 'running', lease_by = $2, lease_until = now() + interval '1 h' WHERE id = $1",
        [id, one],
      );
    for (const itsOwn of [false, false, true, true]) {
      await hold();
      expect(await putBack(school.database, id, one, { message: 'no', itsOwn })).toBe('again');
    }
    await hold();
    expect(await putBack(school.database, id, one, { message: 'no', itsOwn: true })).toBe('given up');
  });

  test('cancelled is stored by nobody', async () => {
    const id = await quietTask('a subject');
    await school.database.query(
      "UPDATE task SET state = 'running', lease_by = $2, lease_until = now() + interval '1 h', finished_at = NULL WHERE id = $1",
      [id, one],
    );
    const about = { schoolId: await schoolId(), kind: 'count' as const, subject: 'a subject' };
    expect(await cancel(school.database.manager, about)).toBe(1);
    await school.database
      .transaction((manager) => finish(manager, id, one, {}))
      .catch((error) => expect(isLeaseLost(error)).toBe(true));
    expect((await stateOf(id)).state).toBe('cancelled');
  });

  test('nobody waits for is worked out no more', async () => {
    const standards = await (await school.chief.call('GET', '/standards')).json();
    const standard = standards.find(({ id }: { id: string }) => id === 'faa-private');
    const session = await school.nobody.call('POST', '/session', {
      email: school.chief.email,
      password: PASSWORD,
    });
    const gone = new AbortController();
    letGo = () => {};
    const asked = school.app.request('/api/standards/faa-private/preview', {
      method: 'POST',
      headers: {
        Cookie: session.headers.get('Set-Cookie')!.split(';')[0],
        'Content-Type': 'application/json',
      },
      body: JSON.stringify({ data: standard }),
      signal: gone.signal,
    });
    const preview = async () =>
      (await school.database.query("SELECT state FROM task WHERE kind = 'preview'"))[0]?.state;
    while ((await preview()) !== 'running') await new Promise((resolve) => setTimeout(resolve, 20));
    gone.abort();
    await Promise.resolve(asked).catch(() => undefined);
    while ((await preview()) === 'running') await new Promise((resolve) => setTimeout(resolve, 20));
    expect(await preview()).toBe('cancelled');
    letGo();
    letGo = null;
  });

  test.each(Object.keys(LANE_OF))('of kind %s has a worker', (kind) => {
    expect(['quick', 'long']).toContain(LANE_OF[kind as keyof typeof LANE_OF]);
  });
});

describe('a scoring that takes long', () => {
  afterEach(() => {
    letGo?.();
    letGo = null;
  });

  test('is stopped: the file stays, and it can be scored again', async () => {
    letGo = () => {};
    const { id } = await (
      await school.instructor.upload(flightCsv(71), { studentId: school.student.id })
    ).json();
    const stop = await school.instructor.call('POST', `/recordings/${id}/stop`, {});
    expect(await stop.json()).toEqual({ stopped: true });
    const recording = await analysed(school.instructor, id);
    expect(recording).toMatchObject({ status: 'refused', score: null });
    expect(recording.refusal).toContain('score it again');
    expect(await (await school.instructor.call('POST', `/recordings/${id}/stop`, {})).json()).toEqual({
      stopped: false,
    });
    letGo();
    letGo = null;
    expect((await school.instructor.call('POST', `/recordings/${id}/rescore`, {})).status).toBe(200);
    expect((await analysed(school.instructor, id)).score.attempts).toHaveLength(2);
  });

  test('a word that changes the attempts, said twice at once, ends as one score with both', async () => {
    const { id } = await (
      await school.instructor.upload(flightCsv(72), { studentId: school.student.id })
    ).json();
    const { score } = await analysed(school.instructor, id);
    const discard = ({ startS, endS, maneuver }: { startS: number; endS: number; maneuver: string }) =>
      school.instructor.call('POST', `/recordings/${id}/statements`, {
        id: randomUUID(),
        body: { kind: 'discard', startS, endS, maneuver, discarded: true },
      });
    const answers = await Promise.all(score.attempts.map(discard));
    expect(answers.map(({ status }) => status)).toEqual([201, 201]);
    expect((await analysed(school.instructor, id)).score.attempts).toEqual([]);
    const scores = await school.database.getRepository(ScoreEntity).findBy({ recordingId: id });
    expect(scores.filter(({ current }) => current)).toHaveLength(1);
  });

  test('the same id again mends what is missing: a word whose score was never asked for', async () => {
    const { id } = await (
      await school.instructor.upload(flightCsv(73), { studentId: school.student.id })
    ).json();
    const { score } = await analysed(school.instructor, id);
    const [{ startS, endS, maneuver }] = score.attempts;
    const word = {
      id: randomUUID(),
      body: { kind: 'discard', startS, endS, maneuver, discarded: true },
    };
    // As an older server left it: the word is there, and nobody was asked.
    await school.database.query(
      'INSERT INTO statement (school_id, id, recording_id, author_id, body) VALUES ($1, $2, $3, $4, $5)',
      [await schoolId(), word.id, id, school.instructor.id, word.body],
    );
    expect((await analysed(school.instructor, id)).score.attempts).toHaveLength(2);
    await school.instructor.call('POST', `/recordings/${id}/statements`, word);
    expect((await analysed(school.instructor, id)).score.attempts).toHaveLength(1);
  });
});

describe('a recording', () => {
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
    await school.database.query(
      "UPDATE recording SET deleted_at = now() - interval '31 days' WHERE id = $1",
      [id],
    );
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
});

describe('the role that serves requests', () => {
  test('is neither owner nor superuser, and cannot change what must stay', async () => {
    const [me] = await school.database.query(
      'SELECT rolsuper, rolcreaterole, rolcreatedb FROM pg_roles WHERE rolname = current_user',
    );
    expect(me).toEqual({ rolsuper: false, rolcreaterole: false, rolcreatedb: false });
    const owned = await school.database.query(
      'SELECT relname FROM pg_class WHERE relowner = (SELECT oid FROM pg_roles WHERE rolname = current_user)',
    );
    expect(owned).toEqual([]);
  });

  test.each([
    "UPDATE trail SET what = 'nothing'",
    'DELETE FROM trail',
    'TRUNCATE trail',
    "UPDATE statement SET body = '{}'",
    'DELETE FROM statement',
    'DELETE FROM migrations',
    'DROP TABLE lesson',
    'ALTER TABLE trail DISABLE TRIGGER ALL',
    'CREATE TABLE mine (id int)',
  ])('%s is refused', async (sql) => {
    await expect(school.database.query(sql)).rejects.toThrow(/permission denied|must be owner/);
  });

  test('ids are unique in a school: another may use the same', async () => {
    const owner = await asOwner(school);
    const [mine, theirs] = [school.chief.id, school.stranger.id];
    const id = randomUUID();
    const lesson = (chief: string) =>
      owner.query(
        `INSERT INTO lesson (school_id, id, student_id, instructor_id, airplane_row_id, standard_row_id, title, planned_at, conditions, cards)
         SELECT a.school_id, $2, a.id, a.id, (SELECT row_id FROM airplane WHERE school_id = a.school_id LIMIT 1),
           (SELECT row_id FROM standard WHERE school_id = a.school_id LIMIT 1), 'one', now(), '{}', '[]'
         FROM account a WHERE a.id = $1`,
        [chief, id],
      );
    await lesson(mine);
    await lesson(theirs);
    await expect(lesson(mine)).rejects.toThrow(/duplicate/);
    await owner.end();
  });
});
