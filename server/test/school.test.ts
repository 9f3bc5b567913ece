/** From an empty database to the first lesson, by HTTP alone; and people coming and going over the years. */
import { findAirplane } from '@keel/core';
import { generateSync } from 'otplib';
import { makeApp } from '../src/http/app.ts';
import { setupToken } from '../src/people/setup.ts';
import { analysed, asOwner, flightCsv, lessonInput, openFresh, type TestPerson } from './support/school.ts';

const PASSWORD = 'four unrelated words here';
type Fresh = Awaited<ReturnType<typeof openFresh>>;
let fresh: Fresh;
let app: ReturnType<typeof makeApp>;
beforeAll(async () => {
  fresh = await openFresh();
  app = makeApp(fresh);
});
afterAll(async () => {
  await fresh.tasks.close();
  await fresh.database.destroy();
});

/** Someone with a jar of cookies, who may not be anybody yet. */
function visitor(): Pick<TestPerson, 'call' | 'upload'> & { cookie(): string } {
  const jar = new Map<string, string>();
  const cookie = () => [...jar].map(([name, value]) => `${name}=${value}`).join('; ');
  const keep = (answer: Response) => {
    for (const line of answer.headers.getSetCookie()) {
      const [pair] = line.split(';');
      const at = pair.indexOf('=');
      jar.set(pair.slice(0, at), pair.slice(at + 1));
    }
    return answer;
  };
  return {
    cookie,
    call: async (method, path, body) =>
      keep(
        await app.request(`/api${path}`, {
          method,
          headers: { Cookie: cookie(), ...(body !== undefined && { 'Content-Type': 'application/json' }) },
          ...(body !== undefined && { body: JSON.stringify(body) }),
        }),
      ),
    upload: async (file, fields, name = 'flight.csv') => {
      const form = new FormData();
      form.set('file', new File([file], name));
      for (const [key, value] of Object.entries(fields)) form.set(key, value);
      return app.request('/api/recordings', { method: 'POST', headers: { Cookie: cookie() }, body: form });
    },
  };
}

const SETUP = {
  school: 'Upland Flying',
  zone: 'Europe/London',
  fieldFt: 1180,
  areaGroundFt: 1900,
  name: 'Chief of it',
  email: 'Chief@Upland.Example',
  password: PASSWORD,
};
const tokenOf = (url: string) => url.split('/').at(-1)!;
const json = async (answer: Response, status: number) => {
  const body = await answer.json();
  expect([answer.status, body.detail ?? '']).toEqual([status, status < 400 ? '' : body.detail]);
  return body;
};

const chief = visitor();
const student = visitor();
let studentId: string;

test('an empty database lets nobody in but by the newest link', async () => {
  const older = await setupToken(fresh.database);
  const token = await setupToken(fresh.database);
  expect(token).not.toBe(older);
  const someone = visitor();
  expect((await someone.call('GET', '/me')).status).toBe(401);
  await json(await someone.call('POST', '/setup', { ...SETUP, token: older }), 410);
  await json(await someone.call('POST', '/setup', { ...SETUP, token, password: 'short' }), 422);
  const common = await json(
    await someone.call('POST', '/setup', { ...SETUP, token, password: 'qwertyuiop' }),
    422,
  );
  expect(common.detail).toMatch(/tried first/);
  await json(await someone.call('POST', '/setup', { ...SETUP, token, zone: 'Nowhere/None' }), 422);
  await json(await someone.call('POST', '/setup', { ...SETUP, token, firstStandardId: 'no-such' }), 422);

  // Of two who use it at once one is first.
  const [one, other] = await Promise.all([
    chief.call('POST', '/setup', { ...SETUP, token, runways: ['06/24'], firstStandardId: 'easa-ppl' }),
    visitor().call('POST', '/setup', { ...SETUP, token, email: 'other@upland.example' }),
  ]);
  const first = one.status === 201 ? one : other;
  expect([one.status, other.status].sort()).toEqual([201, 410]);
  const me = await first.json();
  expect(me).toMatchObject({ role: 'chief', school: 'Upland Flying', zone: 'Europe/London', fieldFt: 1180 });
  expect(me.firstStandardId).toBe(one.status === 201 ? 'easa-ppl' : undefined);
  if (one.status !== 201) await chief.call('POST', '/session', { email: me.email, password: PASSWORD });
  await json(await visitor().call('POST', '/setup', { ...SETUP, token }), 410);
  expect(await setupToken(fresh.database)).toBeNull();
  const kept = await fresh.database.query("SELECT token_hash FROM link WHERE kind = 'setup'");
  expect(JSON.stringify(kept)).not.toContain(token);
});

test('invited, accepted, an airplane, a lesson, a recording, a score: by HTTP alone', async () => {
  const invitation = await json(
    await chief.call('POST', '/people/invitations', {
      name: 'Student',
      email: 'student@upland.example',
      role: 'student',
    }),
    201,
  );
  expect(invitation.url).toMatch(/\/invitation\/[\w-]{43}$/);
  const token = tokenOf(invitation.url);
  expect(await json(await visitor().call('GET', `/invitations/${token}`), 200)).toMatchObject({
    school: 'Upland Flying',
    role: 'student',
  });
  const me = await json(await student.call('POST', `/invitations/${token}`, { password: PASSWORD }), 201);
  studentId = me.id;
  expect(me.role).toBe('student');
  expect((await student.call('GET', '/me')).status).toBe(200);
  await json(await visitor().call('POST', `/invitations/${token}`, { password: PASSWORD }), 410);

  await json(await chief.call('POST', '/airplanes', findAirplane('cairn-4')), 201);
  const lesson = await json(await chief.call('POST', '/lessons', lessonInput(studentId)), 201);
  const created = await json(
    await chief.upload(flightCsv(301), {
      studentId,
      airplaneId: 'cairn-4',
      standardId: 'faa-private',
      lessonId: lesson.id,
    }),
    201,
  );
  const { score } = await analysed(student, created.id);
  expect(score.attempts).toHaveLength(2);
});

test('an invitation is refused where it makes no sense, and can be taken back', async () => {
  const invite = (change: object) =>
    chief.call('POST', '/people/invitations', {
      name: 'Other',
      email: 'other-one@upland.example',
      role: 'instructor',
      ...change,
    });
  await json(await invite({ email: 'STUDENT@upland.example' }), 409);
  await json(await invite({ email: 'no address' }), 422);
  await json(await invite({ role: 'owner' }), 422);
  await json(await invite({ teaches: ['11111111-1111-4111-8111-111111111111'] }), 422);
  await json(await invite({ role: 'student', teaches: [studentId] }), 422);
  await json(
    await student.call('POST', '/people/invitations', {
      name: 'x',
      email: 'x@upland.example',
      role: 'chief',
    }),
    403,
  );
  const { id, url } = await json(await invite({ teaches: [studentId] }), 201);
  const open = await json(await chief.call('GET', '/people/invitations'), 200);
  expect(open.map((one: { id: string }) => one.id)).toEqual([id]);
  expect(JSON.stringify(open)).not.toContain(tokenOf(url));
  expect((await chief.call('DELETE', `/people/invitations/${id}`)).status).toBe(204);
  await json(await chief.call('DELETE', `/people/invitations/${id}`), 404);
  await json(await visitor().call('POST', `/invitations/${tokenOf(url)}`, { password: PASSWORD }), 410);
});

test('many are invited at once: all of them, each with a link of their own, or none', async () => {
  const many = (people: object[]) => chief.call('POST', '/people/invitations/many', people);
  const person = (name: string, email = `${name}@upland.example`) => ({ name, email, role: 'student' });
  const openNow = async () => (await json(await chief.call('GET', '/people/invitations'), 200)).length;
  const before = await openNow();
  const refused = await many([person('one'), person('two', 'STUDENT@upland.example')]);
  expect([refused.status, (await refused.json()).detail]).toEqual([
    409,
    expect.stringMatching(/^student@upland\.example has an account/),
  ]);
  expect(await openNow()).toBe(before);
  await json(await many([]), 422);
  const links = await json(await many([person('one'), person('two'), person('three')]), 201);
  expect(new Set(links.map(({ url }: { url: string }) => url)).size).toBe(3);
  expect(await openNow()).toBe(before + 3);
  expect(await json(await visitor().call('GET', `/invitations/${tokenOf(links[1].url)}`), 200)).toMatchObject(
    {
      name: 'two',
    },
  );
  for (const { id } of links) await chief.call('DELETE', `/people/invitations/${id}`);
});

test('an instructor who is invited teaches whom the invitation names; one that ran out lets nobody in', async () => {
  const make = async () =>
    tokenOf(
      (
        await json(
          await chief.call('POST', '/people/invitations', {
            name: 'Instructor',
            email: 'instructor@upland.example',
            role: 'instructor',
            teaches: [studentId],
          }),
          201,
        )
      ).url,
    );
  const late = await make();
  const owner = await asOwner({ ownerUrl: fresh.url });
  await owner.query("UPDATE link SET expires_at = now() - interval '1 s' WHERE used_at IS NULL");
  await owner.end();
  await json(await visitor().call('POST', `/invitations/${late}`, { password: PASSWORD }), 410);
  const instructor = visitor();
  await json(await instructor.call('POST', `/invitations/${await make()}`, { password: PASSWORD }), 201);
  const students = await json(await instructor.call('GET', '/students'), 200);
  expect(students.map(({ id }: { id: string }) => id)).toEqual([studentId]);
});

test('who is invited can be planned for before they come, and is the same person once they have', async () => {
  const person = { name: 'To come', email: 'to-come@upland.example', role: 'student' };
  const invite = async () => json(await chief.call('POST', '/people/invitations', person), 201);
  const expected = async () =>
    (await json(await chief.call('GET', '/students'), 200)).filter(
      ({ name }: { name: string }) => name === 'To come',
    );
  const first = await invite();
  const [{ id: comingId, email }] = await expected();
  expect(email).toBeNull();
  // Nothing opens an account that nobody has come to.
  for (const password of ['', PASSWORD])
    expect((await visitor().call('POST', '/session', { email: person.email, password })).status).not.toBe(
      201,
    );
  // Invited again it is the same person, and the older link is no more.
  const second = await invite();
  expect((await expected()).map(({ id }: { id: string }) => id)).toEqual([comingId]);
  await json(await visitor().call('POST', `/invitations/${tokenOf(first.url)}`, { password: PASSWORD }), 410);
  const came = visitor();
  const me = await json(
    await came.call('POST', `/invitations/${tokenOf(second.url)}`, { password: PASSWORD }),
    201,
  );
  expect(me).toMatchObject({ id: comingId, email: person.email });
});

test('an invitation that is taken back takes along who never came', async () => {
  const person = { name: 'Never', email: 'never@upland.example', role: 'student' };
  const { id } = await json(await chief.call('POST', '/people/invitations', person), 201);
  expect((await chief.call('DELETE', `/people/invitations/${id}`)).status).toBe(204);
  const names = async (path: string) =>
    (await json(await chief.call('GET', path), 200)).map(({ name }: { name: string }) => name);
  for (const path of ['/people', '/people/closed']) expect(await names(path)).not.toContain('Never');
});

test('a chief who is invited and has not come is no second chief', async () => {
  const person = { name: 'Second', email: 'second@upland.example', role: 'chief' };
  const { id } = await json(await chief.call('POST', '/people/invitations', person), 201);
  const me = await json(await chief.call('GET', '/me'), 200);
  await json(await chief.call('DELETE', `/people/${me.id}`), 409);
  await chief.call('DELETE', `/people/invitations/${id}`);
});

describe('a password', () => {
  test('is changed by who knows the one in force; the other sessions end', async () => {
    const elsewhere = visitor();
    await elsewhere.call('POST', '/session', { email: 'student@upland.example', password: PASSWORD });
    const change = (current: string, password: string) =>
      student.call('POST', '/me/password', { current, password });
    await json(await change('wrong', 'another set of words'), 403);
    await json(await change(PASSWORD, 'password123'), 422);
    expect((await change(PASSWORD, 'another set of words')).status).toBe(204);
    expect((await student.call('GET', '/me')).status).toBe(200);
    expect((await elsewhere.call('GET', '/me')).status).toBe(401);
  });

  test('is chosen anew by a link of the chief’s, which works once and ends every session', async () => {
    await json(await student.call('POST', `/people/${studentId}/reset`), 403);
    const older = await json(await chief.call('POST', `/people/${studentId}/reset`), 201);
    const { url } = await json(await chief.call('POST', `/people/${studentId}/reset`), 201);
    expect((await student.call('GET', '/me')).status).toBe(401);
    await json(await visitor().call('GET', `/resets/${tokenOf(older.url)}`), 410);
    const reset = (password: string) => visitor().call('POST', `/resets/${tokenOf(url)}`, { password });
    await json(await reset('student@upland.example'), 422);
    expect((await reset('a third set of words')).status).toBe(204);
    await json(await reset('a fourth set of words'), 410);
    const answer = await student.call('POST', '/session', {
      email: 'student@upland.example',
      password: 'a third set of words',
    });
    expect(answer.status).toBe(200);
  });
});

test('a second step asks for a code of the app, each good once, or for one of the paper', async () => {
  const { secret, uri } = await json(await student.call('POST', '/me/second-step'), 201);
  expect(uri).toMatch(/^otpauth:\/\/totp\//);
  const code = (ago = 0) => generateSync({ secret, epoch: Math.floor(Date.now() / 1000) - ago });
  await json(await student.call('PUT', '/me/second-step', { code: '000000' }), 422);
  const { recoveryCodes } = await json(await student.call('PUT', '/me/second-step', { code: code(30) }), 200);
  expect(recoveryCodes).toHaveLength(10);
  const signIn = (more: object) =>
    visitor().call('POST', '/session', {
      email: 'student@upland.example',
      password: 'a third set of words',
      ...more,
    });
  const without = await signIn({});
  expect([without.status, (await without.json()).type]).toEqual([401, 'code-needed']);
  // Used up when it put the second step in force.
  expect((await signIn({ code: code(30) })).status).toBe(401);
  const now = code();
  expect((await signIn({ code: now })).status).toBe(200);
  expect((await signIn({ code: now })).status).toBe(401);
  expect((await signIn({ code: recoveryCodes[3].toUpperCase() })).status).toBe(200);
  expect((await signIn({ code: recoveryCodes[3] })).status).toBe(401);
  // Ten codes are looked at in a quarter of an hour, whatever the password.
  const tries = await Promise.all(Array.from({ length: 20 }, () => signIn({ code: '123456' })));
  expect(tries.filter(({ status }) => status === 429).length).toBeGreaterThan(8);
  const kept = await fresh.database.query('SELECT recovery_hashes FROM account WHERE id = $1', [studentId]);
  expect(JSON.stringify(kept)).not.toContain(recoveryCodes[0]);
  expect((await student.call('POST', '/me/second-step/end', { code: recoveryCodes[0] })).status).toBe(204);
});

test('an account is closed: signed out, its record kept; the last chief cannot be', async () => {
  const me = await json(await chief.call('GET', '/me'), 200);
  await json(await chief.call('DELETE', `/people/${me.id}`), 409);
  await json(await student.call('DELETE', `/people/${me.id}`), 403);
  expect((await chief.call('DELETE', `/people/${studentId}`)).status).toBe(204);
  expect((await student.call('GET', '/me')).status).toBe(401);
  const again = await visitor().call('POST', '/session', {
    email: 'student@upland.example',
    password: 'a third set of words',
  });
  // Refused, or not looked at any more after the codes that were tried above.
  expect([401, 429]).toContain(again.status);
  const people = await json(await chief.call('GET', '/people'), 200);
  expect(people.map(({ id }: { id: string }) => id)).not.toContain(studentId);
  expect((await json(await chief.call('GET', `/students/${studentId}/path`), 200)).lessons).toBe(1);
});

test('a closed account is listed, opened again with a link, and erased for good', async () => {
  const closed = () => chief.call('GET', '/people/closed').then((answer) => json(answer, 200));
  expect((await closed()).map(({ id }: { id: string }) => id)).toEqual([studentId]);
  // The address leads back to the account, not to a second one.
  const invited = { name: 'Student', email: 'student@upland.example', role: 'student' };
  const refused = await json(await chief.call('POST', '/people/invitations', invited), 409);
  expect(refused.detail).toMatch(/account is closed: open it again/);

  const { url } = await json(await chief.call('POST', `/people/${studentId}/reopen`), 201);
  expect(await closed()).toEqual([]);
  const token = new URL(url).pathname.split('/').at(-1);
  const chosen = await visitor().call('POST', `/resets/${token}`, { password: 'a fourth set of words' });
  expect(chosen.status).toBe(204);
  await json(await chief.call('POST', `/people/${studentId}/reopen`), 404);
  await json(await chief.call('POST', `/people/${studentId}/erase`), 404);

  expect((await chief.call('DELETE', `/people/${studentId}`)).status).toBe(204);
  await json(await chief.call('POST', `/people/${studentId}/erase`), 200);
  expect(await closed()).toEqual([]);
  await json(await chief.call('POST', `/people/${studentId}/reopen`), 404);
  const [row] = await fresh.database.query('SELECT * FROM account WHERE id = $1', [studentId]);
  expect(JSON.stringify(row)).not.toMatch(/upland|"Student"/);
  const links = await fresh.database.query(
    "SELECT FROM link WHERE invited ->> 'email' = 'student@upland.example'",
  );
  expect(links).toEqual([]);
  // Others' record of what they flew with them stands, under nobody's name.
  expect((await json(await chief.call('GET', `/students/${studentId}/path`), 200)).lessons).toBe(1);
});

describe('the trail', () => {
  test('tells who did what, by ids alone', async () => {
    const rows = await fresh.database.query('SELECT what, by, subject, detail FROM trail ORDER BY id');
    const what = rows.map((row: { what: string }) => row.what);
    for (const one of [
      'school set up',
      'invitation made',
      'invitation accepted',
      'invitation taken back',
      'password changed',
      'password reset',
      'password chosen anew',
      'second step begun',
      'second step ended',
      'account closed',
      'account reopened',
      'account erased',
    ])
      expect(what).toContain(one);
    expect(JSON.stringify(rows)).not.toMatch(/upland\.example|Upland|"Student"|Chief of it/);
  });

  test('is changed by nobody, and a row taken out breaks its chain', async () => {
    const owner = await asOwner({ ownerUrl: fresh.url });
    await expect(owner.query("UPDATE trail SET what = 'nothing'")).rejects.toThrow(/never changed/);
    await expect(owner.query('DELETE FROM trail')).rejects.toThrow(/never changed/);
    await expect(owner.query('TRUNCATE trail')).rejects.toThrow(/never changed/);
    await owner.end();
  });
});
