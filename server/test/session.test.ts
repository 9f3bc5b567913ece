import { SessionEntity } from '../src/db/entities.ts';
import { openSchool, PASSWORD, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const signIn = (email: string, password: string) =>
  school.nobody.call('POST', '/session', { email, password });

test('signing in sets a cookie that scripts cannot read and other sites cannot send', async () => {
  const answer = await signIn(' Student@test.example ', PASSWORD);
  expect(answer.status).toBe(200);
  expect(await answer.json()).toMatchObject({ role: 'student', school: 'Here' });
  expect(answer.headers.get('Set-Cookie')).toMatch(/HttpOnly; SameSite=Lax/);
});

test('the database knows only a hash of the token', async () => {
  const cookie = (await signIn('student@test.example', PASSWORD)).headers.get('Set-Cookie') ?? '';
  const token = /keel_session=([^;]+)/.exec(cookie)?.[1];
  const sessions = await school.database.getRepository(SessionEntity).find();
  expect(token).toHaveLength(43);
  expect(sessions.map(({ tokenHash }) => tokenHash)).not.toContain(token);
});

test('a wrong password and an unknown address are told alike', async () => {
  const wrong = await signIn('student@test.example', 'no');
  const unknown = await signIn('no-one@test.example', 'no');
  expect([wrong.status, unknown.status]).toEqual([401, 401]);
  const { requestId: _one, ...told } = await wrong.json();
  const { requestId: _other, ...alike } = await unknown.json();
  expect(told).toEqual(alike);
});

test('after ten failed tries an address has to wait, whatever the password', async () => {
  for (let i = 0; i < 10; i++) expect((await signIn('classmate@test.example', 'no')).status).toBe(401);
  const blocked = await signIn('classmate@test.example', PASSWORD);
  expect(blocked.status).toBe(429);
  expect(Number(blocked.headers.get('Retry-After'))).toBeGreaterThan(600);
  expect((await signIn('student@test.example', PASSWORD)).status).toBe(200);
});

test('signing out ends the session', async () => {
  const cookie = (await signIn('chief@test.example', PASSWORD)).headers.get('Set-Cookie')!.split(';')[0];
  const as = (method: string, path: string) =>
    school.app.request(`/api${path}`, { method, headers: { Cookie: cookie } });
  expect((await as('GET', '/me')).status).toBe(200);
  expect((await as('DELETE', '/session')).status).toBe(204);
  expect((await as('GET', '/me')).status).toBe(401);
});

test('a session that has run out is none', async () => {
  const cookie = (await signIn('chief@test.example', PASSWORD)).headers.get('Set-Cookie')!.split(';')[0];
  await school.database.query("UPDATE session SET expires_at = now() - interval '1 second'");
  expect((await school.app.request('/api/me', { headers: { Cookie: cookie } })).status).toBe(401);
});

test.each([
  ['Origin', 'https://elsewhere.example'],
  ['Origin', 'null'],
  ['Sec-Fetch-Site', 'cross-site'],
  ['Sec-Fetch-Site', 'same-site'],
])('a change asked for by another site is refused (%s: %s)', async (name, value) => {
  const answer = await school.app.request('/api/session', {
    method: 'POST',
    headers: { [name]: value, Host: 'keel.test' },
  });
  expect(answer.status).toBe(403);
});

test('pages may load nothing from elsewhere, nor be framed', async () => {
  const { headers } = await school.nobody.call('GET', '/health');
  const policy = headers.get('Content-Security-Policy');
  expect(policy).toMatch(/default-src 'self'/);
  expect(policy).toMatch(/script-src 'self'(;|$)/);
  expect(policy).toMatch(/frame-ancestors 'none'/);
  expect(headers.get('X-Content-Type-Options')).toBe('nosniff');
});

test('refused input names each field', async () => {
  const answer = await school.nobody.call('POST', '/session', { email: '' });
  expect(answer.status).toBe(422);
  const problem = await answer.json();
  expect(problem.title).toBe('Cannot be used');
  expect(problem.errors.map((e: { field: string }) => e.field)).toEqual(['email', 'password']);
});
