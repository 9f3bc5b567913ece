/** Every route with every role and with none. A route that is not in this table fails the test. */
import { randomUUID } from 'node:crypto';
import { findAirplane } from '@keel/core';
import { INSIGHT_RULES } from './support/insight-rules.ts';
import { recordRules } from './support/record-rules.ts';
import { byStaff, EVERYONE, everyone, ofStudent, type Rule, type Who } from './support/rules.ts';
import { flightCsv, lessonInput, type TestPerson, type TestSchool } from './support/school.ts';
import { openStudent } from './support/student.ts';

let school: TestSchool;
let lessonId: string;
let recordingId: string;

beforeAll(async () => {
  ({ school, lessonId, recordingId } = await openStudent());
});
afterAll(() => school.close());

const all = everyone;

const of = (text: string) => () =>
  text
    .replace('{lesson}', lessonId)
    .replace('{recording}', recordingId)
    .replace('{student}', school.student.id);
const mark = () => ({
  id: randomUUID(),
  body: { kind: 'mark', maneuver: 'steep-turn', startS: 1, endS: 2, atS: 1, text: 'here' },
});

/** What the chief does is tried in the tests of a school: here it would end the others’ sessions. */
const CHIEF_APART = -1;

const RULES: Record<string, Rule> = {
  'GET /health': { allowed: all(200), nobody: 200 },
  // From another machine without a token, as every request of the tests seems to be.
  'GET /metrics': { allowed: all(403), nobody: 403 },
  'GET /me/sessions': { allowed: all(200) },
  'GET /school/departed': { allowed: { chief: 200, stranger: 200 }, others: 403 },
  'DELETE /school/departed/{id}/flights': {
    path: of('/school/departed/{student}/flights'),
    // The account is open; to the chief of another school there is no such student.
    allowed: { chief: 422, stranger: 404 },
    others: 403,
  },
  'PATCH /me': { body: () => ({ settings: { theme: 'dark' } }), allowed: all(200) },
  'DELETE /me/sessions/{id}': { path: () => `/me/sessions/${randomUUID()}`, allowed: all(404) },
  'POST /setup': {
    body: () => ({
      token: 'none',
      school: 'x',
      zone: 'UTC',
      fieldFt: 1,
      areaGroundFt: 1,
      name: 'x',
      email: 'x@test.example',
      password: 'four unrelated words here',
    }),
    allowed: all(410),
    nobody: 410,
  },
  'GET /invitations/{token}': { path: () => '/invitations/none', allowed: all(410), nobody: 410 },
  'POST /invitations/{token}': {
    path: () => '/invitations/none',
    body: () => ({ password: 'four unrelated words here' }),
    allowed: all(410),
    nobody: 410,
  },
  'GET /resets/{token}': { path: () => '/resets/none', allowed: all(410), nobody: 410 },
  'POST /resets/{token}': {
    path: () => '/resets/none',
    body: () => ({ password: 'four unrelated words here' }),
    allowed: all(410),
    nobody: 410,
  },
  'GET /people/invitations': { allowed: { chief: 200, stranger: 200 }, others: 403 },
  'POST /people/invitations': {
    body: () => ({ name: 'x', email: `${randomUUID()}@test.example`, role: 'student' }),
    allowed: { chief: 201, stranger: 201 },
    others: 403,
  },
  'POST /people/invitations/many': {
    body: () => [{ name: 'x', email: `${randomUUID()}@test.example`, role: 'student' }],
    allowed: { chief: 201, stranger: 201 },
    others: 403,
  },
  'DELETE /people/invitations/{id}': {
    path: () => `/people/invitations/${randomUUID()}`,
    allowed: { chief: 404, stranger: 404 },
    others: 403,
  },
  // Nobody of another school learns that there is such a person.
  'POST /people/{id}/reset': {
    path: () => `/people/${school.otherInstructor.id}/reset`,
    allowed: { stranger: 404, chief: CHIEF_APART },
    others: 403,
  },
  'DELETE /people/{id}': {
    path: () => `/people/${school.otherInstructor.id}`,
    allowed: { stranger: 404, chief: CHIEF_APART },
    others: 403,
  },
  'GET /deleted-recordings': {
    allowed: { chief: 200, instructor: 200, otherInstructor: 200, stranger: 200 },
    others: 403,
  },
  'GET /people/closed': { allowed: { chief: 200, stranger: 200 }, others: 403 },
  // The account is open; to the chief of another school there is no such person.
  'POST /people/{id}/reopen': {
    path: of('/people/{student}/reopen'),
    allowed: { chief: 404, stranger: 404 },
    others: 403,
  },
  'POST /people/{id}/erase': {
    path: of('/people/{student}/erase'),
    allowed: { chief: 404, stranger: 404 },
    others: 403,
  },
  'PUT /people/{id}/taught-by': {
    path: of('/people/{student}/taught-by'),
    body: () => ({ taughtBy: [{ id: school.instructor.id }] }),
    allowed: { chief: 204, stranger: 404 },
    others: 403,
  },
  'POST /me/password': {
    body: () => ({ current: 'wrong', password: 'four unrelated words here' }),
    allowed: all(403),
  },
  'POST /me/second-step': { allowed: all(201) },
  'PUT /me/second-step': { body: () => ({ code: '000000' }), allowed: all(422) },
  'POST /me/second-step/end': { body: () => ({ code: '000000' }), allowed: all(422) },
  'GET /schemas': { allowed: all(200), nobody: 200 },
  'GET /school': { allowed: all(200) },
  'PUT /school': {
    body: () => ({
      version: 99,
      settings: {
        name: 'x',
        zone: 'UTC',
        fieldFt: 1,
        areaGroundFt: 1,
        position: null,
        runways: [],
        demonstrationFirst: false,
        secondStepForStaff: false,
      },
    }),
    allowed: { chief: 409, stranger: 409 },
    others: 403,
  },
  'GET /school/trail': { allowed: { chief: 200, stranger: 200 }, others: 403 },
  'GET /students/{id}/archive': {
    path: of('/students/{student}/archive'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /school/archive': { allowed: { chief: 200, stranger: 200 }, others: 403 },
  'PATCH /recordings/{id}': {
    path: of('/recordings/{recording}'),
    body: () => ({ weightLb: 2210 }),
    allowed: byStaff(200),
    others: 404,
  },
  'POST /session': {
    allowed: all(401),
    body: () => ({ email: `${randomUUID()}@x.example`, password: 'x' }),
    nobody: 401,
  },
  'GET /session/people': { allowed: all(200), nobody: 200 },
  // The device of the tests keeps no token of its own: nobody has signed in from it.
  'PUT /session/code': { body: () => ({ code: '2468' }), allowed: all(409) },
  'DELETE /session/code': { allowed: all(204) },
  'POST /session/change': {
    body: () => ({ session: randomUUID(), code: '2468' }),
    allowed: all(403),
    nobody: 403,
  },
  'GET /me': { allowed: all(200) },
  'GET /students': { allowed: all(200) },
  'GET /people': { allowed: { ...all(200), student: 403, classmate: 403 } },
  'GET /airplanes': { allowed: all(200) },
  'GET /airplanes/{id}': { path: () => '/airplanes/cairn-4', allowed: all(200) },
  'GET /airplanes/{id}/file': { path: () => '/airplanes/cairn-4/file', allowed: all(200) },
  // The strangers' school has a chief of its own, who may change that school's.
  'POST /airplanes': {
    body: () => ({ ...findAirplane('sedge-2'), id: `new-${randomUUID().slice(0, 8)}` }),
    allowed: { chief: 201, stranger: 201 },
    others: 403,
  },
  'PUT /airplanes/{id}': {
    path: () => '/airplanes/cairn-4',
    body: () => ({ version: 99, airplane: findAirplane('cairn-4') }),
    allowed: { chief: 409, stranger: 409 },
    others: 403,
  },
  'GET /coach-words': { allowed: all(200) },
  'PUT /coach-words': {
    body: () => ({ version: 99, words: {} }),
    allowed: { chief: 409, stranger: 409 },
    others: 403,
  },
  'GET /technique': { allowed: all(200) },
  'PUT /technique': {
    body: () => ({ version: 99, technique: {} }),
    allowed: { chief: 409, stranger: 409 },
    others: 403,
  },
  'GET /lessons/{id}/kneeboard.pdf': {
    path: of('/lessons/{lesson}/kneeboard.pdf'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /lessons/{id}/lesson.ics': {
    path: of('/lessons/{lesson}/lesson.ics'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /standards': { allowed: all(200) },
  'POST /standards': {
    body: () => ({ from: 'faa-private', id: `copy-${randomUUID().slice(0, 8)}`, name: 'A copy' }),
    allowed: { chief: 201, stranger: 201 },
    others: 403,
  },
  'PUT /standards/{id}': {
    path: () => '/standards/faa-private',
    body: () => ({ version: 999, data: {} }),
    // The chief may: the body is what is wrong with it.
    allowed: { chief: 422, stranger: 422 },
    others: 403,
  },
  'POST /standards/{id}/preview': {
    path: () => '/standards/faa-private/preview',
    body: () => ({ data: {} }),
    allowed: { chief: 422, stranger: 422 },
    others: 403,
  },
  'GET /students/{id}': { path: of('/students/{student}'), allowed: ofStudent, others: 404 },
  'GET /students/{id}/path': { path: of('/students/{student}/path'), allowed: ofStudent, others: 404 },
  'POST /students/{id}/entered-attempts': {
    path: of('/students/{student}/entered-attempts'),
    body: () => ({
      id: randomUUID(),
      body: {
        maneuver: 'climb',
        variant: 'standard',
        flownAt: '2026-11-02T10:00:00Z',
        help: 'unaided',
        grade: 3,
      },
    }),
    allowed: byStaff(201),
    others: 404,
  },
  'POST /students/{id}/entered-attempts/{entry}/withdraw': {
    path: () => `/students/${school.student.id}/entered-attempts/${randomUUID()}/withdraw`,
    body: () => ({ why: 'a slip' }),
    allowed: byStaff(404),
    others: 404,
  },
  'GET /lessons': { allowed: all(200) },
  'POST /lessons': { body: () => lessonInput(school.student.id), allowed: byStaff(201), others: 404 },
  'GET /lessons/{id}': { path: of('/lessons/{lesson}'), allowed: ofStudent, others: 404 },
  'PUT /lessons/{id}': {
    path: of('/lessons/{lesson}'),
    // An old version on purpose: whoever may change it is told of the conflict and nothing changes.
    body: () => ({ ...lessonInput(school.student.id), version: 99 }),
    allowed: byStaff(409),
    others: 404,
  },
  'POST /lessons/{id}/booking': { path: of('/lessons/{lesson}/booking'), allowed: byStaff(200), others: 404 },
  // A recording belongs to it: whoever may delete it is told, and nothing changes.
  'DELETE /lessons/{id}': { path: of('/lessons/{lesson}'), allowed: byStaff(409), others: 404 },
  'POST /lessons/{id}/demonstration': {
    path: of('/lessons/{lesson}/demonstration'),
    body: () => ({ seed: 1 + Math.floor(Math.random() * 90_000) }),
    allowed: byStaff(201),
    others: 404,
  },
  'POST /lessons/{id}/trainer-flight': {
    path: of('/lessons/{lesson}/trainer-flight'),
    body: () => ({ csv: flightCsv(2 + Math.floor(Math.random() * 90_000)), maneuver: 'steep-turn' }),
    allowed: { chief: 201, instructor: 201, student: 201 },
    others: 404,
  },
  'PUT /lessons/{id}/sight-pictures': {
    path: of('/lessons/{lesson}/sight-pictures'),
    body: () => [],
    allowed: byStaff(200),
    others: 404,
  },
  'GET /recordings/{id}': { path: of('/recordings/{recording}'), allowed: ofStudent, others: 404 },
  'GET /recordings/{id}/file': { path: of('/recordings/{recording}/file'), allowed: ofStudent, others: 404 },
  'GET /recordings/{id}/attempts/{attempt}/keel': {
    path: of('/recordings/{recording}/attempts/0/keel'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /recordings/{id}/attempts/{attempt}/alongside': {
    path: of('/recordings/{recording}/attempts/0/alongside'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /recordings/{id}/flight': {
    path: of('/recordings/{recording}/flight'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /recordings/{id}/export/{format}': {
    path: of('/recordings/{recording}/export/csv'),
    allowed: ofStudent,
    others: 404,
  },
  'GET /recordings/{id}/debrief.pdf': {
    path: of('/recordings/{recording}/debrief.pdf'),
    allowed: ofStudent,
    others: 404,
  },
  'POST /recordings/{id}/stop': {
    path: of('/recordings/{recording}/stop'),
    body: () => ({}),
    allowed: byStaff(200),
    others: 404,
  },
  'GET /column-mappings/{key}': { path: () => `/column-mappings/${'a'.repeat(64)}`, allowed: all(200) },
  'PUT /column-mappings/{key}': {
    path: () => `/column-mappings/${'a'.repeat(64)}`,
    body: () => ({
      time: { column: 't', kind: 's' },
      channels: [{ column: 'h', channel: 'alt_ft', unit: 'm' }],
    }),
    allowed: { ...all(200), student: 403, classmate: 403 },
  },
  'GET /airplanes/{id}/own-figures': {
    path: () => '/airplanes/cairn-4/own-figures',
    allowed: { ...all(200), student: 403, classmate: 403 },
  },
  'PUT /airplanes/{id}/own-figures': {
    path: () => '/airplanes/cairn-4/own-figures',
    body: () => ({ version: 99, take: true }),
    allowed: { chief: 409, stranger: 409 },
    others: 403,
  },
  'POST /recordings/{id}/rescore': {
    path: of('/recordings/{recording}/rescore'),
    body: () => ({}),
    allowed: byStaff(200),
    others: 404,
  },
  'GET /recordings/{id}/statements': {
    path: of('/recordings/{recording}/statements'),
    allowed: ofStudent,
    others: 404,
  },
  'POST /recordings/{id}/statements': {
    path: of('/recordings/{recording}/statements'),
    body: mark,
    allowed: { chief: 201, instructor: 201, student: 201 },
    others: 404,
  },
  ...INSIGHT_RULES,
  ...recordRules(() => ({ student: school.student.id, instructor: school.instructor.id })),
};

/** Tried on their own below: one ends the session, one is no JSON, and what is deleted once is not there to be deleted. */
const APART = [
  'DELETE /session',
  'POST /recordings',
  'DELETE /recordings/{id}',
  'POST /recordings/{id}/restore',
  'POST /archives',
];

test('every described route is in the table', async () => {
  const { paths } = await (await school.nobody.call('GET', '/openapi.json')).json();
  const described = Object.entries(paths as Record<string, object>).flatMap(([path, methods]) =>
    Object.keys(methods).map((method) => `${method.toUpperCase()} ${path.replace(/^\/api/, '')}`),
  );
  expect(described.sort()).toEqual([...Object.keys(RULES), ...APART].sort());
});

describe.each(Object.entries(RULES))('%s', (route, rule) => {
  const [method, described] = route.split(' ');
  const path = () => rule.path?.() ?? described;

  test.each(EVERYONE)('as %s', async (who) => {
    if (rule.allowed[who] === CHIEF_APART) return;
    const person: TestPerson = school[who];
    const answer = await person.call(method, path(), rule.body?.());
    expect([who, answer.status]).toEqual([who, rule.allowed[who] ?? rule.others]);
    if (answer.status >= 400) expect(answer.headers.get('Content-Type')).toBe('application/problem+json');
    // Nobody reads on: an archive that is left half read counts as being made until its minute is over.
    await answer.body?.cancel();
  });

  test('without a session', async () => {
    expect((await school.nobody.call(method, path(), rule.body?.())).status).toBe(rule.nobody ?? 401);
  });
});

test.each([
  ['chief', 201],
  ['instructor', 200],
  ['otherInstructor', 404],
  ['student', 403],
  ['classmate', 403],
  ['stranger', 404],
] as const)('POST /recordings as %s', async (who, status) => {
  // The chief's comes first and is kept; the instructor's is then the same file again.
  const answer = await school[who].upload(flightCsv(7), { studentId: school.student.id });
  expect(answer.status).toBe(status);
});

test.each([
  ['student', 403, 403],
  ['classmate', 403, 403],
  ['otherInstructor', 404, 404],
  ['stranger', 404, 404],
  ['instructor', 204, 200],
  ['chief', 204, 200],
] as const)('DELETE /recordings/{id} as %s, and its restoring', async (who, deleted, restored) => {
  const path = `/recordings/${recordingId}`;
  expect((await school[who].call('DELETE', path)).status).toBe(deleted);
  if (deleted !== 204) await school.chief.call('DELETE', path);
  expect((await school[who].call('POST', `${path}/restore`)).status).toBe(restored);
  if (restored !== 200) await school.chief.call('POST', `${path}/restore`);
});

test('lists hold only what is the viewer’s', async () => {
  const ids = async (who: Who, path: string) =>
    (await (await school[who].call('GET', path)).json()).map(({ id }: { id: string }) => id);
  const lessons = async (who: Who) =>
    (await (await school[who].call('GET', '/lessons')).json()).items.map(({ id }: { id: string }) => id);
  expect(await ids('student', '/students')).toEqual([school.student.id]);
  expect((await ids('instructor', '/students')).sort()).toEqual(
    [school.student.id, school.classmate.id].sort(),
  );
  expect(await ids('otherInstructor', '/students')).toEqual([]);
  // Whom the other school has invited meanwhile is its own.
  const ours = [school.student.id, school.classmate.id];
  expect((await ids('stranger', '/students')).filter((id: string) => ours.includes(id))).toEqual([]);
  expect(await lessons('student')).toContain(lessonId);
  for (const who of ['classmate', 'otherInstructor', 'stranger'] as const) {
    expect(await lessons(who)).toEqual([]);
  }
});

test('an address that is none says so, to everyone alike', async () => {
  expect((await school.chief.call('GET', '/nothing')).status).toBe(404);
  expect((await school.nobody.call('GET', '/nothing')).status).toBe(401);
});
