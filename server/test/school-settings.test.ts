/** What a school settles for itself: versioned, on the trail, and in force from then on. */
import { randomUUID } from 'node:crypto';
import type { SchoolSettings } from '@keel/core';
import { analysed, asOwner, flightCsv, openSchool, PASSWORD, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

const settings = async () => (await school.chief.call('GET', '/school')).json();
async function change(part: Partial<SchoolSettings>) {
  const { version, settings: before } = await settings();
  return school.chief.call('PUT', '/school', { version, settings: { ...before, ...part } });
}

test('are changed by the chief, one window after another, and say so on the trail', async () => {
  const { version, settings: before } = await settings();
  const put = () =>
    school.chief.call('PUT', '/school', {
      version,
      settings: { ...before, zone: 'Europe/Oslo', runways: ['06/24'] },
    });
  expect((await put()).status).toBe(200);
  expect((await put()).status).toBe(409);
  expect((await (await school.student.call('GET', '/me')).json()).zone).toBe('Europe/Oslo');
  const { items } = await (await school.chief.call('GET', '/school/trail')).json();
  expect(items[0]).toMatchObject({
    by: 'chief',
    what: 'settings changed',
    detail: { before: { zone: 'UTC', runways: [] }, after: { zone: 'Europe/Oslo', runways: ['06/24'] } },
  });
  expect(await (await school.stranger.call('GET', '/school')).json()).toMatchObject({
    settings: { name: 'There' },
  });
});

test('what is saved in one section stands in the way of no other', async () => {
  const read = async (path: string) => (await school.chief.call('GET', path)).json();
  const [before, technique, words] = [await settings(), await read('/technique'), await read('/coach-words')];
  // Each was read before any was saved.
  expect((await school.chief.call('PUT', '/technique', technique)).status).toBe(200);
  expect((await school.chief.call('PUT', '/coach-words', words)).status).toBe(200);
  expect((await school.chief.call('PUT', '/school', before)).status).toBe(200);
  // Of one section the second window is told, as ever.
  expect((await school.chief.call('PUT', '/technique', technique)).status).toBe(409);
  expect((await school.chief.call('PUT', '/school', before)).status).toBe(409);
});

test.each([
  [{ zone: 'Nowhere/None' }, /zone/],
  [{ fieldFt: 90_000 }, /fieldFt/],
  [{ name: ' ' }, /name/],
  [{ position: { latDeg: 91, lonDeg: 0 } }, /position\.latDeg/],
] as const)('%j is refused by its field', async (part, words) => {
  const answer = await change(part as never);
  expect([answer.status, (await answer.json()).detail]).toEqual([422, expect.stringMatching(words)]);
});

test('unit of speeds and first standard are the chief’s to change; left out, they stay; one that there is not is none', async () => {
  const read = async () => (await (await school.chief.call('GET', '/school')).json()).settings;
  expect((await change({ speedUnit: 'mph', firstStandardId: 'school-pre-solo' } as never)).status).toBe(200);
  const kept = { speedUnit: 'mph', firstStandardId: 'school-pre-solo' };
  expect(await read()).toMatchObject(kept);
  expect((await change({ fieldFt: 321 } as never)).status).toBe(200);
  expect(await read()).toMatchObject({ ...kept, fieldFt: 321 });
  expect((await change({ firstStandardId: 'no-such' } as never)).status).toBe(404);
  expect(await read()).toMatchObject(kept);
  expect((await (await school.chief.call('GET', '/me')).json()).firstStandardId).toBe('school-pre-solo');
});

test('what it takes for a demonstration counts at once in every path', async () => {
  const { id } = await (
    await school.instructor.upload(flightCsv(501), { studentId: school.student.id })
  ).json();
  await analysed(school.instructor, id);
  const flownBy = async () => {
    const path = await (await school.student.call('GET', `/students/${school.student.id}/path`)).json();
    return path.skills.flatMap((skill: { attempts: { flownBy: string }[] }) =>
      skill.attempts.map((one) => one.flownBy),
    );
  };
  expect(await flownBy()).toEqual(['student', 'student']);
  expect((await change({ demonstrationFirst: true })).status).toBe(200);
  for (let tries = 0; tries < 100 && !(await flownBy()).includes('instructor'); tries++)
    await new Promise((resolve) => setTimeout(resolve, 50));
  expect((await flownBy())[0]).toBe('instructor');
});

test('staff without a second step are asked for one before anything else; students are not', async () => {
  expect((await change({ secondStepForStaff: true })).status).toBe(200);
  const refused = await school.instructor.call('GET', '/lessons');
  expect([refused.status, (await refused.json()).type]).toEqual([403, 'second-step-needed']);
  expect((await school.instructor.call('GET', '/me')).status).toBe(200);
  expect((await school.instructor.call('POST', '/me/second-step')).status).toBe(201);
  expect((await school.student.call('GET', '/lessons')).status).toBe(200);
  expect((await school.stranger.call('GET', '/lessons')).status).toBe(200);
});

test('the trail is read in pages, and nobody reads another school’s', async () => {
  const [{ school_id: schoolId }] = await school.database.query(
    'SELECT school_id FROM account WHERE id = $1',
    [school.stranger.id],
  );
  const owner = await asOwner(school);
  for (let i = 0; i < 60; i++)
    await owner.query('INSERT INTO trail (school_id, by, what, subject) VALUES ($1, $2, $3, $4)', [
      schoolId,
      school.stranger.id,
      `deed ${i}`,
      randomUUID(),
    ]);
  await owner.end();
  const first = await (await school.stranger.call('GET', '/school/trail')).json();
  const second = await (await school.stranger.call('GET', `/school/trail?cursor=${first.next}`)).json();
  expect([first.items.length, second.items.length, second.next]).toEqual([50, 10, null]);
  expect(first.items[0].what).toBe('deed 59');
  expect(JSON.stringify([first, second])).not.toContain('settings changed');
});

describe('who teaches a student', () => {
  const teach = (taughtBy: object[], who = school.chief) =>
    who.call('PUT', `/people/${school.student.id}/taught-by`, { taughtBy });
  const sees = async (who: typeof school.instructor) =>
    ((await (await who.call('GET', '/students')).json()) as { id: string }[]).some(
      ({ id }) => id === school.student.id,
    );
  beforeAll(async () => {
    expect((await change({ secondStepForStaff: true })).status).toBe(403);
    await school.database.query("UPDATE school SET settings = settings - 'secondStepForStaff'");
  });

  test('several teach, and one stands in until a day', async () => {
    const [first, second] = [school.instructor, school.otherInstructor];
    expect(await sees(second)).toBe(false);
    const until = new Date(Date.now() + 7 * 24 * 3600_000).toISOString();
    expect((await teach([{ id: first.id }, { id: second.id, until }])).status).toBe(204);
    expect([await sees(first), await sees(second)]).toEqual([true, true]);
    await school.database.query("UPDATE teaching SET until = now() - interval '1 s' WHERE until IS NOT NULL");
    expect([await sees(first), await sees(second)]).toEqual([true, false]);
    const people = await (await school.chief.call('GET', '/people')).json();
    const mine = people.find(({ id }: { id: string }) => id === school.student.id);
    expect(mine.taughtBy).toEqual([{ id: first.id, until: null }]);
  });

  test('is for the chief to say, of people of this school, and of days to come', async () => {
    const refused = async (taughtBy: object[], who = school.chief) => (await teach(taughtBy, who)).status;
    expect(await refused([{ id: school.instructor.id }], school.instructor)).toBe(403);
    expect(await refused([{ id: school.stranger.id }])).toBe(422);
    expect(await refused([{ id: school.classmate.id }])).toBe(422);
    expect(await refused([{ id: school.instructor.id, until: '2020-01-01T00:00:00Z' }])).toBe(422);
    expect(await refused([], school.stranger)).toBe(404);
    expect(await sees(school.instructor)).toBe(true);
  });
});

describe('what a school settles for itself', () => {
  const minima = { windKt: 15, crosswindKt: 7, gustSpreadKt: 5, ceilingFt: 2000, visibilitySm: 5 };
  const limits = { ...minima, runways: ['06'], fuelGal: 18, from: '09:00', until: '17:00' };

  test('names of grades, lessons to begin with, minima: kept, in the trail, and what is left out stays', async () => {
    const own: Partial<SchoolSettings> = {
      gradeNames: ['shown', 'with help', 'alone', 'sure'],
      lessonTemplates: [
        { id: 'first', title: 'First hour', about: '', items: [{ maneuver: 'straight-and-level' }] },
      ],
      soloMinima: minima,
      retentionYears: 5,
    };
    expect((await change(own)).status).toBe(200);
    expect((await settings()).settings).toMatchObject(own);
    const { version, settings: all } = await settings();
    const { gradeNames, lessonTemplates, soloMinima, retentionYears, ...older } = all;
    // As a page from before these sends it.
    expect((await school.chief.call('PUT', '/school', { version, settings: older })).status).toBe(200);
    expect((await settings()).settings).toMatchObject(own);
    expect((await change({ gradeNames: ['one', 'two'] })).status).toBe(422);
    expect(
      (
        await change({
          lessonTemplates: [{ ...own.lessonTemplates![0], items: [{ maneuver: 'loop' as never }] }],
        })
      ).status,
    ).toBe(422);
  });

  test('an instructor asks for more of the day than the school, never for less; limits from before follow', async () => {
    const set = (more: object) =>
      school.instructor.call('POST', `/students/${school.student.id}/limits`, {
        id: randomUUID(),
        limits: { ...limits, ...more },
      });
    await change({ soloMinima: null });
    expect((await set({ windKt: 20 })).status).toBe(201);
    await change({ soloMinima: minima });
    const refused = await set({ windKt: 16, visibilitySm: 3 });
    expect([refused.status, (await refused.json()).detail]).toEqual([
      422,
      'windKt: the school asks for at most 15 kt of wind; visibilitySm: the school asks for at least 5 statute miles of visibility',
    ]);
    const looked = await school.instructor.call('POST', `/students/${school.student.id}/release/look`, {
      at: new Date().toISOString(),
      runway: '06',
      windFromDeg: 60,
      windKt: 17,
      visibilitySm: 10,
      ceilingFt: 5000,
      fuelGal: 20,
      knowsRunway: true,
    });
    const { items } = await looked.json();
    // The instructor's own limit was 20 kt.
    expect(items.find(({ title }: { title: string }) => title === 'Wind')).toMatchObject({
      state: 'not today',
      says: '17 kt; limit 15',
    });
  });

  test('what a person settles goes with them, and a new name is seen by all', async () => {
    const me = async () => (await school.instructor.call('GET', '/me')).json();
    await school.instructor.call('PATCH', '/me', { settings: { theme: 'dark' } });
    await school.instructor.call('PATCH', '/me', { settings: { spoken: true } });
    expect((await me()).settings).toMatchObject({ theme: 'dark', spoken: true });
    expect((await school.instructor.call('PATCH', '/me', { name: ' ' })).status).toBe(422);
    expect((await school.instructor.call('PATCH', '/me', { name: 'Ana Morrow' })).status).toBe(200);
    const people = await (await school.chief.call('GET', '/people')).json();
    expect(people.map(({ name }: { name: string }) => name)).toContain('Ana Morrow');
    expect((await me()).settings).toMatchObject({ theme: 'dark' });
  });
});

test('flights of who has left: until when they are kept is told, and they go when the chief says so, but for signed ones', async () => {
  const own = await openSchool();
  const { chief, instructor, student } = own;
  const ids: string[] = [];
  for (const seed of [1, 2]) {
    const { id } = await (await instructor.upload(flightCsv(seed), { studentId: student.id })).json();
    await analysed(instructor, id);
    ids.push(id);
  }
  const left = async () => (await chief.call('GET', '/school/departed')).json();
  expect(await left()).toEqual([]);
  const go = () => chief.call('DELETE', `/school/departed/${student.id}/flights`);
  const early = await go();
  expect([early.status, (await early.json()).detail]).toEqual([
    422,
    expect.stringMatching(/^This account is open/),
  ]);
  const draft = randomUUID();
  const entry = { date: '2026-11-02', airplane: 'Cairn', blockMin: 60 };
  await instructor.call('PUT', `/students/${student.id}/logbook/drafts/${draft}`, {
    version: 0,
    entry,
    recordingId: ids[0],
  });
  const signed = await instructor.call('POST', `/students/${student.id}/logbook/drafts/${draft}/sign`, {
    password: PASSWORD,
    version: 1,
  });
  expect(signed.status).toBe(201);
  await chief.call('DELETE', `/people/${student.id}`);
  const { version, settings: all } = await (await chief.call('GET', '/school')).json();
  await chief.call('PUT', '/school', { version, settings: { ...all, retentionYears: 5 } });
  const [one] = await left();
  expect(one).toMatchObject({ id: student.id, flights: 2, signed: 1 });
  expect(Number(one.until.slice(0, 4)) - Number(one.lastFlownAt.slice(0, 4))).toBe(5);
  expect(await (await go()).json()).toEqual({ deleted: 1, stay: 1 });
  expect((await chief.call('GET', `/recordings/${ids[1]}`)).status).toBe(404);
  expect((await chief.call('GET', `/recordings/${ids[0]}`)).status).toBe(200);
  expect(await (await go()).json()).toEqual({ deleted: 0, stay: 1 });
  await own.close();
});
