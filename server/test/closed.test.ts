/** What worked once and works no more: in another's name, on another day, by something else that goes, by guessing, by asking for too much at once. */
import { randomUUID } from 'node:crypto';
import type { Path } from '@keel/core';
import { plain } from '../src/http/log.ts';
import { networkOf } from '../src/http/network.ts';
import { upkeep } from '../src/tasks/upkeep.ts';
import {
  analysed,
  asOwner,
  flightCsv,
  lessonInput,
  openSchool,
  PASSWORD,
  type TestSchool,
} from './support/school.ts';
import { run } from './support/scripts.ts';

let school: TestSchool;
let lessonId: string;
let recordingId: string;
beforeAll(async () => {
  school = await openSchool();
  const { instructor, student } = school;
  lessonId = (await (await instructor.call('POST', '/lessons', lessonInput(student.id))).json()).id;
  const sent = await instructor.upload(flightCsv(901), { studentId: student.id, lessonId });
  recordingId = (await sent.json()).id;
  await analysed(instructor, recordingId);
  const body = { kind: 'comment', startS: 0, endS: 10, maneuver: 'lesson', text: 'Held it.' };
  await instructor.call('POST', `/recordings/${recordingId}/statements`, { id: randomUUID(), body });
  await instructor.call('POST', `/students/${student.id}/entered-attempts`, {
    id: randomUUID(),
    body: {
      maneuver: 'steep-turn',
      variant: 'left',
      flownAt: '2026-11-01T10:00:00Z',
      help: 'prompted',
      grade: 2,
      words: '',
      lessonId: null,
    },
  });
});
afterAll(() => school.close());

const statuses = async (answers: Promise<Response>[]) =>
  (await Promise.all(answers)).map(({ status }) => status).sort();
const detail = async (answer: Response) => [answer.status, (await answer.json()).detail];

describe('the role that serves requests', () => {
  const refused = (sql: string, values: unknown[] = []) =>
    expect(school.database.query(sql, values)).rejects.toThrow(/permission denied/);
  const schoolOf = async () =>
    (await school.database.query('SELECT school_id AS id FROM account WHERE id = $1', [school.chief.id]))[0]
      .id;

  test('removes no recording, and nothing that was said with it', async () => {
    await refused('DELETE FROM recording');
    await refused('DELETE FROM lesson');
    await refused('DELETE FROM live_note');
    // Nor would it go along, where somebody may.
    const owner = await asOwner(school);
    await expect(owner.query('DELETE FROM recording WHERE id = $1', [recordingId])).rejects.toThrow(
      /foreign key/,
    );
    await owner.end();
  });

  test('changes no grade that was entered, and may say that it was withdrawn', async () => {
    await refused('UPDATE entered_attempt SET body = body || \'{"grade": 4}\'');
    await school.database.query('UPDATE entered_attempt SET withdrawn = NULL');
  });

  test('writes no trail of what another did, and none of another day', async () => {
    const here = await schoolOf();
    await refused(
      "INSERT INTO trail (school_id, at, by, what, subject) VALUES ($1, '2020-01-01', $2, 'account closed', 'x')",
      [here, school.chief.id],
    );
    await refused('SELECT add_to_trail(NULL, $1, $2, $3, $4, $5)', [
      here,
      school.chief.id,
      'account closed',
      'x',
      {},
    ]);
    const [{ session }] = await school.database.query(
      'SELECT token_hash AS session FROM session WHERE account_id = $1',
      [school.instructor.id],
    );
    await refused('SELECT add_to_trail($1, $2, $3, $4, $5, $6)', [
      session,
      here,
      school.chief.id,
      'account closed',
      'x',
      {},
    ]);
  });

  test('signs for nobody who is not signed in, and for no day but this', async () => {
    const here = await schoolOf();
    // A school of the last hour may be filled with what was signed before it came here.
    const owner = await asOwner(school);
    await owner.query("UPDATE school_since SET at = now() - interval '2 hours' WHERE school_id = $1", [here]);
    await owner.end();
    const row = (more: object = {}) => ({
      school_id: here,
      id: randomUUID(),
      kind: 'entry',
      student_id: school.student.id,
      body: { kind: 'entry' },
      signer_id: school.instructor.id,
      signed_at: new Date().toISOString(),
      hash: 'x',
      ...more,
    });
    const sessionOf = async (id: string) =>
      (await school.database.query('SELECT token_hash FROM session WHERE account_id = $1', [id]))[0]
        .token_hash;
    const mine = await sessionOf(school.instructor.id);
    await refused('INSERT INTO signed (school_id, id) VALUES ($1, $2)', [here, randomUUID()]);
    await refused('SELECT add_signed($1, $2)', [null, row()]);
    await refused('SELECT add_signed($1, $2)', [mine, row({ signed_at: '2020-01-01T00:00:00Z' })]);
    await refused('SELECT add_signed($1, $2)', [await sessionOf(school.chief.id), row()]);
    await refused('SELECT add_signed($1, $2)', [
      await sessionOf(school.student.id),
      row({ signer_id: school.student.id }),
    ]);
    await refused('SELECT take_signed($1)', [row({ origin: 'Elsewhere' })]);
    await school.database.query('SELECT add_signed($1, $2)', [mine, row()]);
  });
});

describe('the trail', () => {
  test('hangs together though forty write at once, and the owner cannot hide that its last rows are gone', async () => {
    const school = await openSchool();
    try {
      const names = Array.from({ length: 40 }, (_, i) => `Name ${i}`);
      await Promise.all(
        names.map((name, i) =>
          [school.chief, school.instructor, school.student][i % 3].call('PATCH', '/me', { name }),
        ),
      );
      expect(run('audit', school.ownerUrl)).toMatchObject({ code: 0 });
      const owner = await asOwner(school);
      await owner.query('ALTER TABLE trail DISABLE TRIGGER trail_stays');
      const { rows } = await owner.query(
        'DELETE FROM trail WHERE id = (SELECT max(id) FROM trail) RETURNING id',
      );
      const found = run('audit', school.ownerUrl);
      expect([found.code, found.out]).toEqual([1, expect.stringContaining(`row ${rows[0].id} of school`)]);
      for (const sql of ['DELETE FROM keel_guard.trail_head', "UPDATE keel_guard.trail_head SET hash = 'x'"])
        await expect(owner.query(sql)).rejects.toThrow(/permission denied/);
      await owner.end();
    } finally {
      await school.close();
    }
  });
});

test('more at once than there are connections: each is answered', async () => {
  const settings = await (await school.chief.call('GET', '/school')).json();
  const answers = await statuses(
    Array.from({ length: 15 }, () => school.chief.call('PUT', '/school', settings)),
  );
  expect(answers).toEqual([200, ...Array(14).fill(409)]);
});

describe('a flight that cannot be scored', () => {
  test('ends, is kept and says why; its device goes on, and ten end together', async () => {
    const made = await Promise.all(
      Array.from({ length: 12 }, () =>
        school.chief.call('POST', '/devices', { name: 'Box', airplaneId: 'cairn-4' }),
      ),
    );
    const keys = await Promise.all(made.map(async (answer) => (await answer.json()).key as string));
    const ask = (key: string, method: string, path: string, body?: string) =>
      school.app.request(`/api/feed/${path}`, { method, body, headers: { Authorization: `Bearer ${key}` } });
    const rows = Array.from({ length: 60 }, (_, i) => `${i},90`).join('\n');
    const flights = keys.map(() => randomUUID());
    await Promise.all(keys.map((key, i) => ask(key, 'PUT', `${flights[i]}/0`, `time_s,ias_kt\n${rows}\n`)));
    const ends = await Promise.all(keys.map((key, i) => ask(key, 'POST', `${flights[i]}/end`)));
    expect(ends.map(({ status }) => status)).toEqual(Array(12).fill(200));
    const { recordingId: refused } = await ends[0].json();
    const recording = await (await school.chief.call('GET', `/recordings/${refused}`)).json();
    expect(recording).toMatchObject({ status: 'refused', refusal: expect.stringMatching(/no altitude/) });
    expect((await ask(keys[0], 'PUT', `${randomUUID()}/0`, `time_s,ias_kt\n${rows}\n`)).status).toBe(200);
  });
});

describe('a draft whose recording was deleted', () => {
  test('is not signed; and what a signature names is never removed', async () => {
    const { instructor, student } = school;
    const draft = randomUUID();
    const at = `/students/${student.id}/logbook/drafts/${draft}`;
    await instructor.call('PUT', at, { version: 0, recordingId });
    await instructor.call('DELETE', `/recordings/${recordingId}`);
    expect(
      await detail(await instructor.call('POST', `${at}/sign`, { password: PASSWORD, version: 1 })),
    ).toEqual([409, expect.stringMatching(/was deleted: restore it/)]);
    await instructor.call('POST', `/recordings/${recordingId}/restore`);
    expect((await instructor.call('POST', `${at}/sign`, { password: PASSWORD, version: 1 })).status).toBe(
      201,
    );
    const owner = await asOwner(school);
    await owner.query("UPDATE recording SET deleted_at = now() - interval '40 days' WHERE id = $1", [
      recordingId,
    ]);
    await upkeep(school.database);
    const { rowCount } = await owner.query('SELECT FROM recording WHERE id = $1', [recordingId]);
    expect(rowCount).toBe(1);
    await owner.query('UPDATE recording SET deleted_at = NULL WHERE id = $1', [recordingId]);
    await owner.end();
  });
});

test('what a flight came by goes with it after thirty days: batches, and the voice of its marks', async () => {
  const [key, flight] = [
    (await (await school.chief.call('POST', '/devices', { name: 'Box', airplaneId: 'gimmer-2' })).json()).key,
    randomUUID(),
  ];
  const headers = { Authorization: `Bearer ${key}` };
  const csv = flightCsv(902)
    .split('\n')
    .filter((line) => line && !line.startsWith('#'))
    .join('\n');
  await school.app.request(`/api/feed/${flight}/0`, { method: 'PUT', body: `${csv}\n`, headers });
  const end = await school.app.request(`/api/feed/${flight}/end`, { method: 'POST', headers });
  const { recordingId: id } = await end.json();
  await analysed(school.chief, id);
  await school.database.query("UPDATE recording SET deleted_at = now() - interval '31 days' WHERE id = $1", [
    id,
  ]);
  await upkeep(school.database);
  const count = async (sql: string) => (await school.database.query(sql, [flight]))[0].count;
  expect(await count('SELECT count(*)::int FROM live_batch WHERE flight_id = $1')).toBe(0);
  expect(await count('SELECT count(*)::int FROM live_flight WHERE id = $1')).toBe(0);
});

describe('accounts', () => {
  const invited = { name: 'New', email: 'new@test.example', role: 'instructor' };

  test('whom a closed chief invited is invited by nobody', async () => {
    const chief = await accepted({ ...invited, email: 'second-chief@test.example', role: 'chief' });
    const { url } = await (await chief('POST', '/people/invitations', invited)).json();
    const me = await (await chief('GET', '/me')).json();
    expect((await school.chief.call('DELETE', `/people/${me.id}`)).status).toBe(204);
    const answer = await school.nobody.call('POST', `/invitations/${url.split('/').pop()}`, {
      password: 'four words in a row',
    });
    expect(answer.status).toBe(410);
  });

  test('who has an account at another school is not told', async () => {
    const answer = await school.chief.call('POST', '/people/invitations', {
      ...invited,
      email: 'stranger@test.example',
    });
    expect(answer.status).toBe(201);
    const { url } = await answer.json();
    const taken = await school.nobody.call('POST', `/invitations/${url.split('/').pop()}`, {
      password: 'four words in a row',
    });
    expect(taken.status).toBe(409);
  });

  test('one’s own password is guessed ten times a quarter of an hour, and no more', async () => {
    const answers = [];
    for (let i = 0; i < 12; i++)
      answers.push(
        await school.otherInstructor.call('POST', '/me/password', {
          current: `guess ${i}`,
          password: 'four words in a row',
        }),
      );
    expect(answers.map(({ status }) => status)).toEqual([...Array(10).fill(403), 429, 429]);
  });

  test('so is a code that would end the second step', async () => {
    const answers = [];
    for (let i = 0; i < 12; i++)
      answers.push(await school.classmate.call('POST', '/me/second-step/end', { code: String(100_000 + i) }));
    expect(answers.map(({ status }) => status)).toEqual([...Array(10).fill(422), 429, 429]);
  });

  test('the address of a calendar ends with the password', async () => {
    const person = await accepted({ ...invited, email: 'calendar@test.example' });
    const { url } = await (await person('POST', '/me/calendar')).json();
    const at = new URL(url).pathname.replace('/api', '');
    expect((await school.nobody.call('GET', at)).status).toBe(200);
    await person('POST', '/me/password', {
      current: 'four words in a row',
      password: 'four other words here',
    });
    expect((await school.nobody.call('GET', at)).status).toBe(404);
  });

  test('of two changes to one’s own settings at once none is lost', async () => {
    const { student } = school;
    const settings = [{ theme: 'dark' }, { singleKeys: false }, { spoken: true }];
    await Promise.all(settings.map((one) => student.call('PATCH', '/me', { settings: one })));
    expect((await (await student.call('GET', '/me')).json()).settings).toEqual(
      Object.assign({}, ...settings),
    );
  });

  test('an instructor named twice teaches once', async () => {
    const { chief, classmate, instructor } = school;
    const twice = { taughtBy: [{ id: instructor.id }, { id: instructor.id }] };
    expect((await chief.call('PUT', `/people/${classmate.id}/taught-by`, twice)).status).toBe(204);
    const student = await accepted({
      ...invited,
      email: 'twice@test.example',
      role: 'student',
      taughtBy: [instructor.id, instructor.id],
    });
    expect((await student('GET', '/me')).status).toBe(200);
  });

  /** Somebody who came by an invitation. */
  async function accepted(input: object) {
    const { url } = await (await school.chief.call('POST', '/people/invitations', input)).json();
    const answer = await school.nobody.call('POST', `/invitations/${url.split('/').pop()}`, {
      password: 'four words in a row',
    });
    const [cookie] = answer.headers.getSetCookie().map((one) => one.split(';')[0]);
    return (method: string, path: string, body?: unknown) =>
      school.app.request(`/api${path}`, {
        method,
        headers: { Cookie: cookie, 'Content-Type': 'application/json' },
        ...(body !== undefined && { body: JSON.stringify(body) }),
      });
  }
});

test('a trainer flight that a student hands in says in the student’s own name who flew', async () => {
  const { student, instructor } = school;
  const csv = flightCsv(903);
  const answer = await student.call('POST', `/lessons/${lessonId}/trainer-flight`, {
    csv,
    maneuver: 'steep-turn',
    instructorFlew: [{ startS: 0, endS: 10_000 }],
  });
  const { id } = await answer.json();
  const { statements } = await analysed(instructor, id);
  expect(statements.length).toBeGreaterThan(0);
  expect(new Set(statements.map(({ authorId }: { authorId: string }) => authorId))).toEqual(
    new Set([student.id]),
  );
  const path: Path = await (await instructor.call('GET', `/students/${student.id}/path`)).json();
  expect(path).toBeTruthy();
});

test.each([
  ['2001:db8::1', '2001:db8:0:0'],
  ['2001:db8:0:0:ffff::9', '2001:db8:0:0'],
  ['2001:DB8::aaaa:bbbb:cccc:dddd', '2001:db8:0:0'],
  ['2001:db8:0:1::1', '2001:db8:0:1'],
  ['::1', '0:0:0:0'],
  ['fe80::1%eth0', 'fe80:0:0:0'],
  ['192.0.2.7', '192.0.2.7'],
])('the network of %s is %s', (address, network) => {
  expect(networkOf(address)).toBe(network);
});

describe('the log', () => {
  test('holds of an error of the database its code and table, and nothing that somebody sent', async () => {
    const failed = await school.database
      .query('SELECT $1::uuid', ['a secret that somebody sent'])
      .catch((error: unknown) => error);
    const line = JSON.stringify(plain(failed));
    expect(line).not.toContain('secret');
    expect(JSON.parse(line)).toMatchObject({ name: 'QueryFailedError', code: '22P02' });
  });
});

test('another zone counts everything anew in a handful of statements', async () => {
  const here = await (await school.chief.call('GET', '/school')).json();
  const settings = { ...here.settings, zone: 'America/Denver' };
  expect((await school.chief.call('PUT', '/school', { ...here, settings })).status).toBe(200);
  const asked = await school.database.query("SELECT DISTINCT subject FROM task WHERE kind = 'count'");
  const scored = await school.database.query(
    "SELECT id FROM recording WHERE status = 'analysed' AND school_id = (SELECT school_id FROM account WHERE id = $1)",
    [school.chief.id],
  );
  expect(asked.map(({ subject }: { subject: string }) => subject).sort()).toEqual(
    scored.map(({ id }: { id: string }) => id).sort(),
  );
});
