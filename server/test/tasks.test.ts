/** Tasks: asked for with what asks for them, held by one, taken up when that one falls silent, ended once. */
import { randomUUID } from 'node:crypto';
import { ScoreEntity, type TaskRow } from '../src/db/entities.ts';
import { LANE_OF } from '../src/tasks/lanes.ts';
import { ask, cancel, finish, isLeaseLost, keepLease, putBack, take } from '../src/tasks/list.ts';
import type { Threads } from '../src/tasks/service.ts';
import { inlineThreads } from '../src/tasks/threads.ts';
import { analysed, flightCsv, openSchool, PASSWORD, type TestSchool } from './support/school.ts';

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
    const [subject, here] = [randomUUID(), await schoolId()];
    const asking = school.database.transaction(async (manager) => {
      await ask(manager, { schoolId: here, kind: 'count', subject });
      throw new Error('changed my mind');
    });
    await expect(asking).rejects.toThrow('changed my mind');
    expect(await school.database.query('SELECT * FROM task WHERE subject = $1', [subject])).toEqual([]);
  });

  test('waits once, however often it is asked for', async () => {
    const [subject, here] = [randomUUID(), await schoolId()];
    const ids = await school.database.transaction(async (manager) => {
      const task = { schoolId: here, kind: 'count' as const, subject };
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
