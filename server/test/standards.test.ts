/** A school's own standards: copied, edited, looked at before they count, and every version kept. */
import { type Standard, standards } from '@keel/core';
import { StandardEntity } from '../src/db/entities.ts';
import { refreshShipped } from '../src/standards/shipped.ts';
import { analysed, flightCsv, lessonInput, openSchool, type TestSchool } from './support/school.ts';

let school: TestSchool;
beforeAll(async () => {
  school = await openSchool();
});
afterAll(() => school.close());

type Versioned = Standard & { version: number; editedBy: string | null };
const list = async (): Promise<Versioned[]> => (await school.chief.call('GET', '/standards')).json();
const named = async (id: string) => (await list()).find((one) => one.id === id)!;
const tightened = (standard: Standard): Standard => ({
  ...standard,
  rows: standard.rows.map((row) =>
    row.parameter === 'airspeed' || row.parameter === 'bank' ? { ...row, low: -1.5, high: 1.5 } : row,
  ),
});

test('a copy is edited, and each change is a version with who made it', async () => {
  const made = await school.chief.call('POST', '/standards', {
    from: 'faa-private',
    id: 'our-own',
    name: 'Our own',
  });
  expect(made.status).toBe(201);
  const copy = await named('our-own');
  const saved = await school.chief.call('PUT', '/standards/our-own', { version: 1, data: tightened(copy) });
  expect(await saved.json()).toMatchObject({ version: 2, editedBy: expect.any(String) });
  expect((await named('faa-private')).editedBy).toBeNull();
  const again = await school.chief.call('POST', '/standards', {
    from: 'faa-private',
    id: 'our-own',
    name: 'Twice',
  });
  expect(again.status).toBe(409);
});

test('two windows: the second one is told, and nothing of the first is lost', async () => {
  const standard = await named('our-own');
  const save = () =>
    school.chief.call('PUT', '/standards/our-own', { version: standard.version, data: standard });
  const statuses = (await Promise.all([save(), save()])).map(({ status }) => status);
  expect(statuses.sort()).toEqual([200, 409]);
});

test.each([
  [
    'a maneuver that there is not',
    (s: Standard) => ({ ...s, rows: [{ ...s.rows[0], maneuver: 'loop' }] }),
    /loop/,
  ],
  [
    'a requirement misspelt',
    (s: Standard) => ({ ...s, requirements: [{ ...s.requirements[0], requirement: 'full-turns' }] }),
    /full-turns/,
  ],
  [
    'a threshold that there is not',
    (s: Standard) => ({ ...s, thresholds: { stalls: { lates: 3 } } }),
    /stalls/,
  ],
])('refused with a sentence that names it: %s', async (_, change, says) => {
  const standard = await named('faa-private');
  const answer = await school.chief.call('PUT', '/standards/faa-private', {
    version: standard.version,
    data: change(standard),
  });
  expect(answer.status).toBe(422);
  expect((await answer.json()).detail).toMatch(says);
});

test('before it is saved the chief sees which of the latest attempts would be judged otherwise', async () => {
  const { instructor, student, chief } = school;
  const lesson = await (await instructor.call('POST', '/lessons', lessonInput(student.id))).json();
  const { id } = await (
    await instructor.upload(flightCsv(1, 'none'), { studentId: student.id, lessonId: lesson.id })
  ).json();
  await analysed(instructor, id);
  const standard = await named('faa-private');
  const preview = await chief.call('POST', '/standards/faa-private/preview', { data: tightened(standard) });
  const { attempts, changes } = await preview.json();
  expect(attempts).toBeGreaterThan(0);
  expect(changes[0]).toMatchObject({ recordingId: id, after: 'unsatisfactory' });
  // Nothing was stored: neither the standard nor another score.
  expect((await named('faa-private')).version).toBe(standard.version);
  const same = await chief.call('POST', '/standards/faa-private/preview', { data: standard });
  expect((await same.json()).changes).toEqual([]);
  // A copy has judged nothing: the school's attempts are held against it as it stands, and as it would be.
  const copy = await named('our-own');
  const loosened = { ...copy, rows: copy.rows.map((row) => ({ ...row, low: -9999, high: 9999 })) };
  await school.chief.call('PUT', '/standards/our-own', { version: copy.version, data: tightened(copy) });
  const ofCopy = await school.chief.call('POST', '/standards/our-own/preview', { data: loosened });
  const seen = await ofCopy.json();
  expect(seen).toMatchObject({ attempts, hasJudged: false });
  expect(seen.changes[0]).toMatchObject({ recordingId: id, before: 'unsatisfactory', after: 'satisfactory' });
});

test('what came with the program and was never edited is brought up to date; what was edited stays', async () => {
  const repository = school.database.getRepository(StandardEntity);
  const { schoolId } = await repository.findOneByOrFail({ id: 'our-own' });
  const old = await repository.findOneByOrFail({ schoolId, id: 'faa-private' });
  await repository.update({ rowId: old.rowId }, { data: { ...old.data, requirements: [] } as object });
  await refreshShipped(school.database);
  const now = await named('faa-private');
  expect(now.version).toBe(old.version + 1);
  expect(now.requirements).toEqual(standards.find(({ id }) => id === 'faa-private')!.requirements);
  const edited = (await named('our-own')).version;
  await refreshShipped(school.database);
  expect((await named('our-own')).version).toBe(edited);
  expect((await named('faa-private')).version).toBe(now.version);
});
