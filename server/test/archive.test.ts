/** What a school knows is taken along and taken in: the same down to the score, twice the same as once, and nobody’s who is not meant. */
import { createHash, randomUUID } from 'node:crypto';
import { ARCHIVE_INDEX, ARCHIVE_SIGNATURE, type Archive } from '@keel/core';
import yazl from 'yazl';
import { signatureOf } from '../src/archive/key.ts';
import { openArchive } from '../src/archive/read.ts';
import {
  analysed,
  flightCsv,
  lessonInput,
  openSchool,
  PASSWORD,
  type TestPerson,
  type TestSchool,
} from './support/school.ts';

let one: TestSchool;
let other: TestSchool;
let recordingId: string;
let archive: Buffer;

beforeAll(async () => {
  [one, other] = [await openSchool(), await openSchool()];
  const { instructor, student } = one;
  const lesson = await (await instructor.call('POST', '/lessons', lessonInput(student.id))).json();
  const sent = await instructor.upload(flightCsv(401), { studentId: student.id, lessonId: lesson.id });
  recordingId = (await sent.json()).id;
  const { score } = await analysed(instructor, recordingId);
  const { startS, endS, maneuver } = score.attempts[0];
  for (const body of [
    { kind: 'help', startS, endS, maneuver, help: 'unaided', flownBy: 'student' },
    { kind: 'grade', startS, endS, maneuver, grade: 3 },
    { kind: 'comment', startS, endS, maneuver, text: 'Held it.' },
  ])
    await instructor.call('POST', `/recordings/${recordingId}/statements`, { id: randomUUID(), body });
  await instructor.call('POST', `/students/${student.id}/entered-attempts`, {
    id: randomUUID(),
    body: {
      maneuver: 'steep-turn',
      variant: 'left',
      flownAt: '2026-11-01T10:00:00Z',
      help: 'prompted',
      grade: 2,
      words: 'Without a recorder.',
      lessonId: null,
    },
  });
  await recordOf(instructor, student.id);
  archive = await download(one.chief, '/school/archive');
});

/** Something of every kind that stands on the way to solo. */
async function recordOf(instructor: TestPerson, studentId: string): Promise<void> {
  const of = (path: string) => `/students/${studentId}${path}`;
  const entry = randomUUID();
  const said = (path: string, json: object) =>
    instructor.call('POST', of(path), { id: randomUUID(), ...json });
  const flownAt = '2026-11-02T10:00:00Z';
  const answers = [
    await instructor.call('PUT', of(`/logbook/drafts/${entry}`), { version: 0, recordingId }),
    await instructor.call('POST', of(`/logbook/drafts/${entry}/sign`), { password: PASSWORD, version: 1 }),
    await instructor.call('PUT', of(`/logbook/drafts/${randomUUID()}`), {
      version: 0,
      entry: { date: '2026-11-03', airplane: 'Cairn', blockMin: 60 },
    }),
    await said('/endorsements', {
      password: PASSWORD,
      endorsement: { title: 'Solo', text: 'Seen.', date: '2026-11-03' },
    }),
    await said('/gates/english', { body: { words: 'heard it' } }),
    await said('/skills/steep-turn/words', { words: 'gone through on the ground' }),
    await said('/agreements', { body: { kind: 'agreed', what: 'recordings', on: '2026-11-01' } }),
    await said('/landings', { body: { kind: 'full-stop', count: 2, flownAt, unaided: true } }),
    await instructor.call('POST', '/bookings', {
      id: randomUUID(),
      kind: 'lesson',
      from: '2026-12-02T10:00:00Z',
      until: '2026-12-02T11:00:00Z',
      studentId,
      instructorId: instructor.id,
      airplaneId: 'cairn-4',
    }),
  ];
  expect(answers.filter(({ status }) => status >= 300)).toEqual([]);
}
afterAll(async () => {
  await one.close();
  await other.close();
});

async function download(person: TestPerson, path: string): Promise<Buffer> {
  const answer = await person.call('GET', path);
  expect([answer.status, answer.headers.get('Content-Type')]).toEqual([200, 'application/zip']);
  return Buffer.from(await answer.arrayBuffer());
}

/** Sends an archive, as a chief does. */
function send(_school: TestSchool, person: TestPerson, bytes: Buffer): Promise<Response> {
  return person.send('/archives', new File([new Uint8Array(bytes)], 'archive.zip'));
}

/** A zip of some entries. */
async function zipOf(entries: Record<string, string | Buffer>): Promise<Buffer> {
  const zip = new yazl.ZipFile();
  for (const [name, content] of Object.entries(entries)) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream as AsyncIterable<Buffer>) parts.push(part);
  return Buffer.concat(parts);
}
/** The same as the school would have made it. */
async function signedZip(school: TestSchool, schoolId: string, entries: Record<string, string | Buffer>) {
  const sums = Object.fromEntries(
    Object.entries(entries).map(([name, content]) => [
      name,
      createHash('sha256').update(content).digest('hex'),
    ]),
  );
  const signature = await signatureOf(school.database, schoolId, sums);
  return zipOf({ ...entries, [ARCHIVE_SIGNATURE]: JSON.stringify(signature) });
}
const indexOf = async (): Promise<Archive> => {
  const opened = await openArchive(archive);
  opened.close();
  return opened.index;
};

test('taken into another database it is the same, down to the score', async () => {
  const answer = await send(other, other.chief, archive);
  expect([answer.status, await answer.json()]).toEqual([
    201,
    expect.objectContaining({
      from: 'Here',
      verified: true,
      lessons: 1,
      recordings: 1,
      statements: 3,
      entered: 1,
      signed: 2,
    }),
  ]);
  const [mine, theirs] = await Promise.all(
    [one, other].map(async ({ chief }) => (await chief.call('GET', `/recordings/${recordingId}`)).json()),
  );
  expect(JSON.stringify(theirs.score)).toBe(JSON.stringify(mine.score));
  expect(theirs).toMatchObject({ origin: 'Here', status: 'analysed', scoredAt: mine.scoredAt });
  expect(theirs.statements).toEqual(mine.statements);
  for (const path of ['file', 'flight', 'attempts/0/keel', 'export/csv']) {
    const bytes = async ({ chief }: TestSchool) =>
      Buffer.from(
        await (await chief.call('GET', `/recordings/${recordingId}/${path}`)).arrayBuffer(),
      ).toString('base64');
    expect(await bytes(other)).toBe(await bytes(one));
  }
  const pathOf = async ({ chief }: TestSchool) =>
    (await chief.call('GET', `/students/${one.student.id}/path`)).json();
  expect((await pathOf(other)).skills).toEqual((await pathOf(one)).skills);
  expect((await pathOf(other)).gates).toEqual((await pathOf(one)).gates);
  const [book, copy] = await Promise.all(
    [one, other].map(async ({ chief }) =>
      (await chief.call('GET', `/students/${one.student.id}/logbook`)).json(),
    ),
  );
  // The same signature, and it says where it was made.
  expect(copy.signed).toEqual([{ ...book.signed[0], origin: 'Here' }]);
  expect(copy.endorsements).toEqual([{ ...book.endorsements[0], origin: 'Here' }]);
  expect([copy.drafts, copy.totals]).toEqual([book.drafts, book.totals]);
  for (const path of ['landings', 'release'])
    expect(await (await other.chief.call('GET', `/students/${one.student.id}/${path}`)).json()).toEqual(
      await (await one.chief.call('GET', `/students/${one.student.id}/${path}`)).json(),
    );
});

test('taken in twice, or where it came from, it changes nothing', async () => {
  const nothing = {
    people: 0,
    airplanes: 0,
    standards: 0,
    lessons: 0,
    recordings: 0,
    statements: 0,
    entered: 0,
    signed: 0,
    record: 0,
  };
  for (const [school, chief] of [
    [other, other.chief],
    [one, one.chief],
  ] as const) {
    const answer = await send(school, chief, archive);
    expect([answer.status, await answer.json()]).toEqual([201, { from: 'Here', verified: true, ...nothing }]);
  }
});

test('into two schools of one server it goes twice, and touches no row of the other', async () => {
  const before = await (await one.chief.call('GET', `/recordings/${recordingId}`)).json();
  const answer = await send(one, one.stranger, archive);
  expect((await answer.json()).recordings).toBe(1);
  const there = await (await one.stranger.call('GET', `/recordings/${recordingId}`)).json();
  expect(JSON.stringify(there.score)).toBe(JSON.stringify(before.score));
  expect(there.origin).toBe('Here');
  expect(await (await one.chief.call('GET', `/recordings/${recordingId}`)).json()).toEqual(before);
  // Nobody is let in by it: who came along has no address there.
  const people = await one.database.query(
    'SELECT email, password_hash FROM account WHERE id = $1 AND origin IS NOT NULL',
    [one.student.id],
  );
  expect(people).toEqual([{ email: null, password_hash: null }]);
});

test('of one student it holds that student’s alone, and nobody’s address', async () => {
  await one.instructor.upload(flightCsv(402), { studentId: one.classmate.id });
  const opened = await openArchive(await download(one.student, `/students/${one.student.id}/archive`));
  expect(opened.index.recordings.map(({ id }) => id)).toEqual([recordingId]);
  expect(opened.index.people.map(({ id }) => id)).not.toContain(one.classmate.id);
  expect(JSON.stringify(opened.index)).not.toMatch(/@test\.example|argon2/);
  opened.close();
  expect((await one.classmate.call('GET', `/students/${one.student.id}/archive`)).status).toBe(404);
});

describe('refused in a sentence, with nothing taken in:', () => {
  test.each([
    ['cut short', async () => archive.subarray(0, archive.length - 200), /cut short or damaged/],
    ['no archive at all', async () => Buffer.from('hello'), /cut short or damaged/],
    ['without its index', () => zipOf({ 'other.txt': 'x' }), /is missing/],
    [
      'of a newer version',
      async () =>
        zipOf({ [ARCHIVE_INDEX]: JSON.stringify({ ...(await indexOf()), 'keelpath-archive': 99 }) }),
      /version 99.*up to 1/,
    ],
    [
      'with a path in a name',
      async () => zipOf({ [ARCHIVE_INDEX]: JSON.stringify(await indexOf()), 'a/b.txt': 'x' }),
      /without folders/,
    ],
    [
      'without its recordings',
      async () => {
        const index = await indexOf();
        const recordings = index.recordings.map((one) => ({
          ...one,
          id: randomUUID(),
          sha256: 'b'.repeat(64),
        }));
        return zipOf({ [ARCHIVE_INDEX]: JSON.stringify({ ...index, recordings, statements: [] }) });
      },
      /is missing/,
    ],
    [
      'with bytes that are not what they were',
      async () => {
        const index = await indexOf();
        const recordings = index.recordings.map((one) => ({
          ...one,
          id: randomUUID(),
          sha256: 'a'.repeat(64),
        }));
        const entries = { [ARCHIVE_INDEX]: JSON.stringify({ ...index, recordings, statements: [] }) };
        return zipOf({ ...entries, [recordings[0].file]: flightCsv(401) });
      },
      /not what it was/,
    ],
    [
      'that misnames a maneuver’s word',
      async () => {
        const index = await indexOf();
        const statements = [{ ...index.statements[0], id: randomUUID(), body: { kind: 'nonsense' } }];
        return zipOf({ [ARCHIVE_INDEX]: JSON.stringify({ ...index, statements }) });
      },
      /statements\.0\.body/,
    ],
  ] as const)('an archive %s', async (_what, bytes, words) => {
    const count = () =>
      other.database.query(
        'SELECT (SELECT count(*) FROM recording) AS r, (SELECT count(*) FROM statement) AS s',
      );
    const before = await count();
    const answer = await send(other, other.chief, await bytes());
    expect([answer.status, (await answer.json()).detail]).toEqual([422, expect.stringMatching(words)]);
    expect(await count()).toEqual(before);
  });

  test('by anyone but the chief', async () => {
    expect((await send(one, one.instructor, archive)).status).toBe(403);
    expect((await one.instructor.call('GET', '/school/archive')).status).toBe(403);
  });
});

test('the very same flight sent to both schools is one there, and keeps what was said of it', async () => {
  const index = await indexOf();
  const again = randomUUID();
  const recordings = index.recordings.map((one) => ({ ...one, id: again }));
  const statements = [{ ...index.statements[2], id: randomUUID(), recordingId: again }];
  const answer = await send(
    other,
    other.chief,
    await signedZip(one, index.school.id, {
      [ARCHIVE_INDEX]: JSON.stringify({ ...index, recordings, statements }),
    }),
  );
  expect(await answer.json()).toMatchObject({ recordings: 0, statements: 1 });
  const there = await (await other.chief.call('GET', `/recordings/${recordingId}`)).json();
  expect(there.statements).toHaveLength(4);
});

test('the index is text that a person can read', async () => {
  const opened = await openArchive(archive);
  const index = String(await opened.entry(ARCHIVE_INDEX));
  expect(index).toContain('"keelpath-archive": 1');
  expect(index.split('\n').length).toBeGreaterThan(50);
  opened.close();
});
