/** The week: no two bookings take one airplane or one person, and each may see what is theirs to see. */
import { randomUUID } from 'node:crypto';
import type { Booking, Week } from '@keel/core';
import { openSchool, type TestPerson, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const lesson = (hour: number, more: object = {}) => ({
  id: randomUUID(),
  kind: 'lesson',
  from: `2026-12-02T${String(hour).padStart(2, '0')}:00:00Z`,
  until: `2026-12-02T${String(hour + 1).padStart(2, '0')}:30:00Z`,
  studentId: school.student.id,
  instructorId: school.instructor.id,
  airplaneId: 'cairn-4',
  ...more,
});
const book = (who: TestPerson, booking: object) => who.call('POST', '/bookings', booking);
const week = async (who: TestPerson): Promise<Week> => (await who.call('GET', '/week?day=2026-12-02')).json();
const detail = async (answer: Response): Promise<string> => (await answer.json()).detail;

test('two bookings racing for one airplane: one is made, the other is told by whom and when', async () => {
  const other = lesson(9, { studentId: school.classmate.id, instructorId: school.chief.id });
  const answers = await Promise.all([book(school.instructor, lesson(9)), book(school.chief, other)]);
  expect(answers.map(({ status }) => status).sort()).toEqual([201, 409]);
  expect(await detail(answers.find(({ status }) => status === 409)!)).toMatch(
    /^.+ is taken by .+, Wed 2 Dec 09:00 to 10:30\.$/,
  );
});

test('the same id again is the same booking; one that ends before it begins is none', async () => {
  const one = lesson(12);
  expect((await book(school.instructor, one)).status).toBe(201);
  expect((await book(school.instructor, one)).status).toBe(200);
  expect((await week(school.instructor)).bookings.filter(({ id }) => id === one.id)).toHaveLength(1);
  const wrong = await book(school.instructor, { ...lesson(12), until: '2026-12-02T11:00:00Z' });
  expect([wrong.status, await detail(wrong)]).toEqual([422, expect.stringMatching(/ends before it begins/)]);
});

test('to a student another’s booking is a time that is taken', async () => {
  const find = (all: Week) => all.bookings.find(({ from }) => from === '2026-12-02T12:00:00.000Z')!;
  expect(find(await week(school.student))).toMatchObject({ mine: true, student: { id: school.student.id } });
  const taken: Booking = find(await week(school.classmate));
  expect(taken).toMatchObject({ mine: false, student: null, lessonId: null, words: '' });
  const refused = await book(
    school.classmate,
    lesson(12, { studentId: school.classmate.id, instructorId: school.chief.id }),
  );
  expect([refused.status, await detail(refused)]).toEqual([409, expect.stringMatching(/somebody else/)]);
});

test('an airplane in maintenance, and somebody away, are not booked', async () => {
  await book(
    school.chief,
    lesson(15, { kind: 'maintenance', studentId: null, instructorId: null, airplaneId: 'gimmer-2' }),
  );
  const refused = await book(school.instructor, lesson(15, { airplaneId: 'gimmer-2' }));
  expect([refused.status, await detail(refused)]).toEqual([
    409,
    expect.stringMatching(/in maintenance, Wed 2 Dec 15:00/),
  ]);
  await book(school.student, lesson(18, { kind: 'away', instructorId: null, airplaneId: null }));
  expect(await detail(await book(school.instructor, lesson(18)))).toMatch(/is away/);
});

test('a solo in the dark is refused, where the field’s place is known', async () => {
  const solo = (from: string, until: string) => ({
    ...lesson(1),
    kind: 'solo',
    instructorId: null,
    from,
    until,
  });
  const settings = await (await school.chief.call('GET', '/school')).json();
  await school.chief.call('PUT', '/school', {
    ...settings,
    settings: { ...settings.settings, position: { latDeg: 54.5, lonDeg: -3 } },
  });
  const dark = await book(school.instructor, solo('2026-12-05T15:30:00Z', '2026-12-05T18:00:00Z'));
  expect([dark.status, await detail(dark)]).toEqual([422, expect.stringMatching(/dark at the field/)]);
  expect((await book(school.instructor, solo('2026-12-05T11:00:00Z', '2026-12-05T12:00:00Z'))).status).toBe(
    201,
  );
  // Both its ends lie in the light, the night between them does not.
  const overnight = await book(school.instructor, solo('2026-12-07T12:00:00Z', '2026-12-08T12:00:00Z'));
  expect([overnight.status, await detail(overnight)]).toEqual([
    422,
    expect.stringMatching(/At 16:\d\d it is dark/),
  ]);
  const [day] = (await week(school.student)).days;
  expect(Date.parse(day.daylight!.sunset)).toBeLessThan(Date.parse('2026-11-30T17:00:00Z'));
});

test('of several bookings in the span the one that conflicts is named', async () => {
  const others = { studentId: school.classmate.id, instructorId: school.chief.id, airplaneId: 'gimmer-2' };
  expect((await book(school.chief, lesson(19, others))).status).toBe(201);
  const mine = lesson(20, { until: '2026-12-02T20:45:00Z' });
  expect((await book(school.instructor, mine)).status).toBe(201);
  // The earlier one, of another airplane and other people, touches the span as well.
  const wanted = lesson(20, { ...others, airplaneId: 'cairn-4', studentId: school.student.id });
  const refused = await book(school.chief, { ...wanted, instructorId: school.otherInstructor.id });
  expect(await detail(refused)).toMatch(/ Wed 2 Dec 20:00 to 20:45\.$/);
});

test('moved by the version that was read, cancelled with a reason, and the time is free again', async () => {
  const one = lesson(6);
  await book(school.instructor, one);
  const move = (version: number) =>
    school.instructor.call('PUT', `/bookings/${one.id}`, {
      version,
      from: '2026-12-02T07:00:00Z',
      until: '2026-12-02T08:00:00Z',
    });
  expect((await move(1)).status).toBe(200);
  expect((await move(1)).status).toBe(409);
  expect(
    (
      await school.otherInstructor.call('PUT', `/bookings/${one.id}`, {
        version: 2,
        from: one.from,
        until: one.until,
      })
    ).status,
  ).toBe(404);
  expect((await school.student.call('POST', `/bookings/${one.id}/cancel`, { why: 'health' })).status).toBe(
    200,
  );
  expect((await book(school.chief, lesson(7, { until: '2026-12-02T08:00:00Z' }))).status).toBe(201);
});

test('a calendar at a secret address, which ends when it is renewed', async () => {
  const make = async () =>
    new URL((await (await school.student.call('POST', '/me/calendar')).json()).url).pathname.replace(
      '/api',
      '',
    );
  const first = await make();
  const ics = await (await school.nobody.call('GET', first)).text();
  expect(ics).toMatch(/BEGIN:VCALENDAR/);
  expect(ics.match(/BEGIN:VEVENT/g)!.length).toBeGreaterThan(1);
  expect(ics).not.toMatch(new RegExp(school.classmate.id));
  const second = await make();
  expect((await school.nobody.call('GET', first)).status).toBe(404);
  expect((await school.nobody.call('GET', second)).status).toBe(200);
});

test('outside somebody’s usual hours a booking is asked about, and made once it is said that they agreed', async () => {
  const hours = [{ weekday: 3, from: '08:00', until: '12:00' }];
  const put = (who: TestPerson, id: string, body: object = { hours }) =>
    who.call('PUT', `/people/${id}/usual-hours`, body);
  expect((await put(school.student, school.student.id)).status).toBe(200);
  expect((await put(school.instructor, school.student.id)).status).toBe(200);
  for (const [who, status] of [
    [school.classmate, 404],
    [school.otherInstructor, 404],
    [school.stranger, 404],
  ] as const)
    expect((await put(who, school.student.id)).status).toBe(status);
  expect((await put(school.student, school.instructor.id)).status).toBe(404);
  const wrong = { hours: [{ weekday: 3, from: '12:00', until: '08:00' }] };
  expect((await put(school.student, school.student.id, wrong)).status).toBe(422);

  // Wednesday, 9 December: inside, outside, agreed; a time away needs nobody's word.
  const on = (hour: number, more: object = {}) => ({
    ...lesson(hour, more),
    from: `2026-12-09T${String(hour).padStart(2, '0')}:00:00Z`,
    until: `2026-12-09T${String(hour + 1).padStart(2, '0')}:00:00Z`,
  });
  expect((await book(school.instructor, on(9))).status).toBe(201);
  const refused = await book(school.instructor, on(13));
  expect([refused.status, await refused.json()]).toMatchObject([
    409,
    {
      type: 'outside-usual-hours',
      detail: expect.stringMatching(/usually has time on a Wednesday from 08:00 to 12:00/),
    },
  ]);
  const agreed = on(13, { agreed: true });
  expect((await book(school.instructor, agreed)).status).toBe(201);
  const away = on(15, { kind: 'away', instructorId: null, airplaneId: null });
  expect((await book(school.student, away)).status).toBe(201);

  const move = (body: object) =>
    school.instructor.call('PUT', `/bookings/${agreed.id}`, {
      version: 1,
      from: '2026-12-09T17:00:00Z',
      until: '2026-12-09T18:00:00Z',
      ...body,
    });
  expect((await (await move({})).json()).type).toBe('outside-usual-hours');
  expect((await move({ agreed: true })).status).toBe(200);
  const shown = await (await school.instructor.call('GET', '/week?day=2026-12-09')).json();
  expect(shown.usualHours).toEqual({ [school.student.id]: hours });
  // A classmate's hours are nobody's business.
  const classmates = await (await school.classmate.call('GET', '/week?day=2026-12-09')).json();
  expect(classmates.usualHours).toEqual({});
  await put(school.student, school.student.id, { hours: [] });
});

test('a retired airplane is booked no more, and comes back', async () => {
  const { version, ...airplane } = (await (await school.chief.call('GET', '/airplanes')).json()).find(
    ({ id }: { id: string }) => id === 'gimmer-2',
  );
  const put = (of: number, more: object) =>
    school.chief.call('PUT', '/airplanes/gimmer-2', { version: of, airplane: { ...airplane, ...more } });
  const bookable = async () => (await week(school.chief)).airplanes.map(({ id }) => id);
  expect(await bookable()).toContain('gimmer-2');
  expect((await put(version, { retired: true })).status).toBeLessThan(300);
  expect(await bookable()).not.toContain('gimmer-2');
  expect((await put(version + 1, {})).status).toBeLessThan(300);
  expect(await bookable()).toContain('gimmer-2');
});
