/** Archives that somebody edited: nothing of them becomes a word or a signature of who is here, and what is unsigned says so. */
import { createHash, generateKeyPairSync, randomUUID, sign } from 'node:crypto';
import { ARCHIVE_INDEX, ARCHIVE_SIGNATURE, type Archive, canonicalJson } from '@keel/core';
import yazl from 'yazl';
import { signatureOf } from '../src/archive/key.ts';
import { openArchive } from '../src/archive/read.ts';
import { signedHash } from '../src/record/sign.ts';
import { analysed, flightCsv, lessonInput, openSchool, PASSWORD, type TestSchool } from './support/school.ts';

let one: TestSchool;
let other: TestSchool;
let recordingId: string;
let entries: Map<string, Buffer>;
let index: Archive;

beforeAll(async () => {
  [one, other] = [await openSchool(), await openSchool()];
  const { instructor, student, chief } = one;
  const lesson = await (await instructor.call('POST', '/lessons', lessonInput(student.id))).json();
  const sent = await instructor.upload(flightCsv(801), { studentId: student.id, lessonId: lesson.id });
  recordingId = (await sent.json()).id;
  await analysed(instructor, recordingId);
  const endorsement = { title: 'Solo', text: 'Seen.', date: '2026-11-03' };
  await instructor.call('POST', `/students/${student.id}/endorsements`, {
    id: randomUUID(),
    password: PASSWORD,
    endorsement,
  });
  const opened = await openArchive(
    Buffer.from(await (await chief.call('GET', '/school/archive')).arrayBuffer()),
  );
  index = opened.index;
  entries = new Map();
  for (const name of [
    ARCHIVE_INDEX,
    ...index.recordings.flatMap(({ id, file, score }) => [file, score ?? '', `flight-${id}.bin`]),
  ])
    if (opened.has(name)) entries.set(name, await opened.entry(name));
  expect(opened.signature).not.toBeNull();
  opened.close();
});
afterAll(async () => {
  await one.close();
  await other.close();
});

async function zipOf(changed: Archive, more: Record<string, Buffer | string> = {}): Promise<File> {
  const zip = new yazl.ZipFile();
  const all = new Map<string, Buffer | string>([
    ...entries,
    [ARCHIVE_INDEX, JSON.stringify(changed)],
    ...Object.entries(more),
  ]);
  for (const [name, content] of all) zip.addBuffer(Buffer.from(content), name);
  zip.end();
  const parts: Buffer[] = [];
  for await (const part of zip.outputStream as AsyncIterable<Buffer>) parts.push(part);
  return new File([new Uint8Array(Buffer.concat(parts))], 'archive.zip');
}
const sumsOf = (changed: Archive): Record<string, string> =>
  Object.fromEntries(
    [...entries, [ARCHIVE_INDEX, Buffer.from(JSON.stringify(changed))] as const].map(([name, bytes]) => [
      name,
      createHash('sha256').update(bytes).digest('hex'),
    ]),
  );
const signedIndex = async (school: TestSchool, changed: Archive) => ({
  [ARCHIVE_SIGNATURE]: JSON.stringify(await signatureOf(school.database, changed.school.id, sumsOf(changed))),
});

const signature = (signerId: string, studentId: string) => {
  const body = {
    kind: 'endorsement' as const,
    endorsement: {
      title: 'Forged',
      text: 'Seen.',
      airplane: '',
      date: '2020-01-01',
      endsOn: null,
      gate: null,
    },
  };
  const row = {
    id: randomUUID(),
    kind: 'endorsement' as const,
    studentId,
    recordingId: null,
    replaces: null,
    body: body as never,
    signerId,
    signedAt: new Date('2020-01-01T00:00:00Z'),
  };
  return { ...row, signedAt: row.signedAt.toISOString(), hash: signedHash(row), origin: null };
};
const statement = (authorId: string, text: string) => ({
  id: randomUUID(),
  recordingId,
  authorId,
  scoreId: null,
  createdAt: '2026-11-01T00:00:00.000Z',
  body: { kind: 'comment' as const, startS: 0, endS: 10, maneuver: 'lesson', text },
});
const titlesOf = async ({ chief }: TestSchool, studentId: string) =>
  (await (await chief.call('GET', `/students/${studentId}/logbook`)).json()).endorsements.map(
    (each: { endorsement: { title: string }; origin: string | null }) => [
      each.endorsement.title,
      each.origin,
    ],
  );

test('of its own school, edited: what was flown comes in, and nobody’s word', async () => {
  const { chief, instructor, student } = one;
  const changed = structuredClone(index);
  changed.record?.signed.push(signature(instructor.id, student.id));
  changed.statements.push(statement(instructor.id, 'never said') as never);
  const answer = await chief.send('/archives', await zipOf(changed));
  expect([answer.status, await answer.json()]).toEqual([
    201,
    expect.objectContaining({ verified: false, statements: 0, signed: 0, record: 0, entered: 0 }),
  ]);
  expect(await titlesOf(one, student.id)).toEqual([['Solo', null]]);
  const { statements } = await (await chief.call('GET', `/recordings/${recordingId}`)).json();
  expect(JSON.stringify(statements)).not.toContain('never said');
});

test('a signature whose hash is of something else is refused, with nothing taken in', async () => {
  const changed = structuredClone(index);
  const [first] = changed.record?.signed ?? [];
  Object.assign(first, { signedAt: '2020-01-01T00:00:00.000Z' });
  const answer = await other.chief.send('/archives', await zipOf(changed));
  expect([answer.status, (await answer.json()).detail]).toEqual([
    422,
    expect.stringMatching(/of something else than it says/),
  ]);
});

test('from elsewhere, naming this school’s own people: they are others here, and nothing is theirs', async () => {
  const { chief, instructor, student } = other;
  const changed = structuredClone(index);
  // A chief who knows the ids of the own people writes them into what another school is to have said.
  const own = JSON.parse(
    JSON.stringify(changed)
      .replaceAll(one.instructor.id, instructor.id)
      .replaceAll(one.student.id, student.id),
  ) as Archive;
  if (own.record) own.record.signed = [signature(instructor.id, student.id) as never];
  const answer = await chief.send('/archives', await zipOf(own));
  expect([answer.status, await answer.json()]).toEqual([
    201,
    expect.objectContaining({ verified: false, signed: 1 }),
  ]);
  expect(await titlesOf(other, student.id)).toEqual([]);
  const [kept] = await other.database.query(
    "SELECT s.signer_id, s.origin, s.hash, s.origin_hash, a.origin AS from FROM signed s JOIN account a ON a.id = s.signer_id AND a.school_id = s.school_id WHERE s.body::text LIKE '%Forged%'",
  );
  expect(kept).toMatchObject({ origin: 'Here (unverified)', from: 'Here (unverified)' });
  expect(kept.signer_id).not.toBe(instructor.id);
  expect(kept.origin_hash).not.toBe(kept.hash);
  // The same again changes nothing.
  const again = await chief.send('/archives', await zipOf(own));
  expect(await again.json()).toMatchObject({ people: 0, recordings: 0, signed: 0, record: 0 });
});

test('the first key of a school is its key: another’s is not believed', async () => {
  const school = await openSchool();
  try {
    const first = await school.chief.send('/archives', await zipOf(index, await signedIndex(one, index)));
    expect(await first.json()).toMatchObject({ verified: true, recordings: 1 });
    // Signed well, by a key that somebody drew for it.
    const { privateKey, publicKey } = generateKeyPairSync('ed25519');
    const body = { school: index.school.id, entries: sumsOf(index) };
    const made = {
      ...body,
      publicKey: publicKey.export({ format: 'der', type: 'spki' }).toString('base64'),
      signature: sign(null, Buffer.from(canonicalJson(body)), privateKey).toString('base64'),
    };
    const second = await school.chief.send(
      '/archives',
      await zipOf(index, { [ARCHIVE_SIGNATURE]: JSON.stringify(made) }),
    );
    expect(await second.json()).toMatchObject({ verified: false });
  } finally {
    await school.close();
  }
});

describe('what a chief sends is refused in a sentence, never an error of the program:', () => {
  const score = () => index.recordings[0].score as string;
  test.each([
    ['a score that is null', (): Promise<File> => zipOf(index, { [score()]: 'null' }), /score-/],
    ['a score that is no JSON', (): Promise<File> => zipOf(index, { [score()]: '{' }), /no JSON/],
    [
      'more people than a school has',
      (): Promise<File> => {
        const people = Array.from({ length: 20_001 }, () => ({ ...index.people[0], id: randomUUID() }));
        return zipOf({ ...index, people });
      },
      /more than 20000 people/,
    ],
    [
      'a time that is none',
      (): Promise<File> => {
        const statements = [{ ...statement(one.instructor.id, 'x'), createdAt: 'yesterday' }];
        return zipOf({ ...index, statements: statements as never });
      },
      /createdAt/,
    ],
  ])('%s', async (_what, file, words) => {
    const school = await openSchool();
    try {
      const answer = await school.chief.send('/archives', await file());
      expect([answer.status, (await answer.json()).detail]).toEqual([422, expect.stringMatching(words)]);
    } finally {
      await school.close();
    }
  });
});

test('a recording that had no score yet, or one that this program does not read, is scored here', async () => {
  const school = await openSchool();
  try {
    const kept = JSON.parse(String(entries.get(index.recordings[0].score as string)));
    kept.score = { attempts: [], version: 0 };
    const answer = await school.chief.send(
      '/archives',
      await zipOf(index, { [index.recordings[0].score as string]: JSON.stringify(kept) }),
    );
    expect(await answer.json()).toMatchObject({ recordings: 1 });
    const { status, score } = await analysed(school.chief, recordingId);
    expect([status, score.attempts.length]).toEqual(['analysed', expect.any(Number)]);
    expect(score.attempts.length).toBeGreaterThan(0);
  } finally {
    await school.close();
  }
});
