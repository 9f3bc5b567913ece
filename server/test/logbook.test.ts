/** The logbook: what is drafted, what is signed and stays so, what comes from a table, what goes on paper. */
import { randomUUID } from 'node:crypto';
import { asOwner, PASSWORD, type TestSchool } from './support/school.ts';
import { gateOf, openStudent, problem, type TestStudent } from './support/student.ts';

let school: TestSchool;
let recordingId: string;
let at: TestStudent['at'];
let pathOf: TestStudent['pathOf'];
beforeAll(async () => {
  ({ school, recordingId, at, pathOf } = await openStudent());
});
afterAll(() => school.close());

const draft = (id: string, body: object, who = school.instructor) =>
  who.call('PUT', at(`/logbook/drafts/${id}`), body);
const sign = (id: string, version = 1, password = PASSWORD) =>
  school.instructor.call('POST', at(`/logbook/drafts/${id}/sign`), { password, version });

test('drafted from the flight, signed with the password, then locked for every route and for the role that serves requests', async () => {
  const id = randomUUID();
  const { drafts } = await (await draft(id, { version: 0, recordingId })).json();
  expect(drafts[0].entry).toMatchObject({ training: expect.stringMatching(/Steep turns/) });
  expect(drafts[0].entry.blockMin).toBeGreaterThan(0);
  expect((await sign(id, 1, 'not the password')).status).toBe(403);
  const signed = await sign(id);
  expect(signed.status).toBe(201);
  const book = await signed.json();
  expect([book.drafts, book.signed.map((one: { id: string }) => one.id)]).toEqual([[], [id]]);
  expect((await draft(id, { version: 1, entry: drafts[0].entry })).status).toBe(409);
  expect((await sign(id)).status).toBe(409);
  expect(await problem(await school.instructor.call('DELETE', `/recordings/${recordingId}`))).toEqual([
    409,
    expect.stringMatching(/signed log entry/),
  ]);
  for (const change of ["UPDATE signed SET body = '{}'", 'DELETE FROM signed', 'TRUNCATE signed'])
    await expect(school.database.query(change)).rejects.toThrow(/permission denied/);
  const owner = await asOwner(school);
  await expect(owner.query("UPDATE signed SET body = '{}'")).rejects.toThrow(/never changed/);
  await owner.end();
});

test('a correction is a new entry that shows what it replaces, and totals follow it', async () => {
  const before = await (await school.student.call('GET', at('/logbook'))).json();
  const [wrong] = before.signed;
  const id = randomUUID();
  await draft(id, {
    version: 0,
    replaces: wrong.id,
    entry: { ...wrong.entry, remarks: 'put right', dualMin: 1 },
  });
  const after = await (await sign(id)).json();
  expect(after.signed.find((one: { id: string }) => one.id === wrong.id).replacedBy).toBe(id);
  expect(after.totals).toMatchObject({ flights: before.totals.flights, dualMin: 1 });
  const again = randomUUID();
  await draft(again, { version: 0, replaces: wrong.id, entry: wrong.entry });
  expect((await sign(again)).status).toBe(409);
});

test('a table with an impossible time is refused by line and column, and nothing of it is kept', async () => {
  const text =
    'Date,Airplane,Total,Air time\n2026-01-05,Cairn,1:10,0:50\n2026-01-06,Cairn,25:10,\n2026-02-30,Cairn,1:00,\n2026-01-08,Cairn,0:30,0:40\n';
  const read = await (
    await school.instructor.call('POST', at('/logbook/import'), { text, keep: true, ids: [] })
  ).json();
  expect(read.kept).toBe(0);
  expect(read.problems.map(({ line, column }: { line: number; column: string }) => [line, column])).toEqual([
    [3, 'Total'],
    [4, 'Date'],
    [5, 'Air time'],
  ]);
  const good = text.split('\n').slice(0, 2).join('\n');
  const ids = [randomUUID()];
  for (let twice = 0; twice < 2; twice++)
    expect(
      (
        await (
          await school.instructor.call('POST', at('/logbook/import'), { text: good, keep: true, ids })
        ).json()
      ).kept,
    ).toBe(1);
  const { drafts } = await (await school.instructor.call('GET', at('/logbook'))).json();
  expect(drafts.filter(({ id }: { id: string }) => id === ids[0])).toHaveLength(1);
});

test('an endorsement closes its gate for its days; what is not filled in is not signed', async () => {
  const endorse = (text: string) =>
    school.instructor.call('POST', at('/endorsements'), {
      id: randomUUID(),
      password: PASSWORD,
      endorsement: {
        title: 'Solo',
        text,
        date: '2026-11-20',
        endsOn: '2027-02-18',
        gate: 'solo-endorsement',
      },
    });
  expect(await problem(await endorse('for {airplane}'))).toEqual([
    422,
    expect.stringMatching(/\{airplane\}/),
  ]);
  expect((await endorse('for the Cairn')).status).toBe(201);
  expect(gateOf((await pathOf()).gates, 'solo-endorsement')).toMatchObject({
    closing: { words: 'Solo' },
    endsOn: '2027-02-18',
  });
});

test('on paper: logbook, training record, and one endorsement, made by a worker', async () => {
  const { endorsements } = await (await school.instructor.call('GET', at('/logbook'))).json();
  for (const paper of ['/logbook.pdf', '/training-record.pdf', `/endorsements/${endorsements[0].id}/paper`]) {
    const answer = await school.student.call('GET', at(paper));
    expect([paper, answer.headers.get('Content-Type')]).toEqual([paper, 'application/pdf']);
    expect(Buffer.from(await answer.arrayBuffer()).toString('latin1')).toMatch(/^%PDF-/);
  }
  const owner = await asOwner(school);
  const { rows } = await owner.query(
    `SELECT input->>'paper' AS paper, state FROM task WHERE kind = 'record-paper' ORDER BY created_at`,
  );
  await owner.end();
  expect(rows).toEqual(
    ['logbook', 'training-record', 'endorsement'].map((paper) => ({ paper, state: 'done' })),
  );
  // What was signed, but is no endorsement, is not on paper as one.
  const { signed } = await (await school.instructor.call('GET', at('/logbook'))).json();
  expect((await school.student.call('GET', at(`/endorsements/${signed[0].id}/paper`))).status).toBe(422);
});
