/** A tablet that two share: each comes back by a code, nobody else does, and a code that is guessed at is gone. */
import { openSchool, PASSWORD, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

/** A browser that keeps its cookies. */
function tablet() {
  const jar = new Map<string, string>();
  const call = async (method: string, path: string, body?: unknown) => {
    const answer = await school.app.request(`/api${path}`, {
      method,
      headers: {
        Cookie: [...jar].map(([name, value]) => `${name}=${value}`).join('; '),
        ...(body !== undefined && { 'Content-Type': 'application/json' }),
      },
      ...(body !== undefined && { body: JSON.stringify(body) }),
    });
    for (const set of answer.headers.getSetCookie()) {
      const [name, value] = set.split(';')[0].split('=');
      if (value) jar.set(name, value);
      else jar.delete(name);
    }
    return answer;
  };
  return {
    call,
    signIn: async (who: string, code?: string) => {
      const answer = await call('POST', '/session', { email: `${who}@test.example`, password: PASSWORD });
      expect(answer.status).toBe(200);
      if (code) expect((await call('PUT', '/session/code', { code })).status).toBe(204);
    },
    people: async (): Promise<{ session: string; name: string; thisOne: boolean }[]> =>
      (await (await call('GET', '/session/people')).json()).people,
    me: async () => (await (await call('GET', '/me')).json()).email,
    token: () => jar.get('keel_session'),
    use: (token: string) => jar.set('keel_session', token),
  };
}
const sessionOf = async (device: ReturnType<typeof tablet>, nth: number) =>
  (await device.people())[nth].session;

test('each comes back by a code, and the token of the one before opens nothing any more', async () => {
  const device = tablet();
  await device.signIn('instructor', '1357');
  const before = device.token()!;
  await device.signIn('student', '24680');
  const people = await device.people();
  expect(people.map(({ thisOne }) => thisOne)).toEqual([true, false]);

  const back = await device.call('POST', '/session/change', { session: people[1].session, code: '1357' });
  expect([back.status, (await back.json()).email]).toEqual([200, 'instructor@test.example']);
  expect(await device.me()).toBe('instructor@test.example');
  const now = device.token()!;
  device.use(before);
  expect((await device.call('GET', '/me')).status).toBe(401);
  device.use(now);
  const again = { session: people[0].session, code: '24680' };
  expect((await device.call('POST', '/session/change', again)).status).toBe(200);
  expect(await device.me()).toBe('student@test.example');
});

test('another device knows nobody, and the code opens nothing there', async () => {
  const device = tablet();
  await device.signIn('instructor', '1357');
  const session = await sessionOf(device, 0);
  const other = tablet();
  expect(await other.people()).toEqual([]);
  expect((await other.call('POST', '/session/change', { session, code: '1357' })).status).toBe(403);
  await other.signIn('classmate');
  expect((await other.call('POST', '/session/change', { session, code: '1357' })).status).toBe(403);
});

test('after five wrong codes only the password does', async () => {
  const device = tablet();
  await device.signIn('instructor', '1357');
  const session = await sessionOf(device, 0);
  const tries = [];
  for (let i = 0; i < 6; i++)
    tries.push((await device.call('POST', '/session/change', { session, code: '9999' })).status);
  expect(tries).toEqual([401, 401, 401, 401, 401, 403]);
  expect((await device.call('POST', '/session/change', { session, code: '1357' })).status).toBe(403);
  expect(await device.people()).toEqual([]);
});

test('a good code gives the tries back, and many tries at once are many', async () => {
  const device = tablet();
  await device.signIn('instructor', '1357');
  const session = await sessionOf(device, 0);
  for (let i = 0; i < 4; i++) await device.call('POST', '/session/change', { session, code: '9999' });
  expect((await device.call('POST', '/session/change', { session, code: '1357' })).status).toBe(200);
  const wrong = { session, code: '9999' };
  const all = await Promise.all(
    Array.from({ length: 12 }, () => device.call('POST', '/session/change', wrong)),
  );
  expect(all.filter(({ status }) => status === 401).length).toBeLessThanOrEqual(5);
});

test('who has no code leaves nothing open behind', async () => {
  const device = tablet();
  await device.signIn('instructor', '1357');
  await device.signIn('student');
  const left = device.token()!;
  const session = await sessionOf(device, 0);
  expect((await device.call('POST', '/session/change', { session, code: '1357' })).status).toBe(200);
  device.use(left);
  expect((await device.call('GET', '/me')).status).toBe(401);
});

test('a code ends with the day, with its session, and when it is taken back', async () => {
  const device = tablet();
  await device.signIn('instructor', '1357');
  await device.call('DELETE', '/session/code');
  expect(await device.people()).toEqual([]);
  await device.call('PUT', '/session/code', { code: '1357' });
  expect(await device.people()).toHaveLength(1);
  await school.database.query(
    "UPDATE session SET code_until = now() - interval '1 minute' WHERE code_hash IS NOT NULL",
  );
  expect(await device.people()).toEqual([]);
  await device.call('PUT', '/session/code', { code: '1357' });
  await device.call('DELETE', '/session');
  expect(await device.people()).toEqual([]);
});

test.each(['123', '123456789', 'abcd', ''])('“%s” is no code', async (code) => {
  const device = tablet();
  await device.signIn('instructor');
  expect((await device.call('PUT', '/session/code', { code })).status).toBe(422);
});
