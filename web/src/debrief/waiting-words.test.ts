/** Words on their way are shown after what is there, once; those that an older version left are taken along. */
import { takeOlder, type Word, withWaiting } from './waiting-words.ts';

const RECORDING = '11111111-1111-4111-8111-111111111111';
const body = (grade: number) => ({
  kind: 'grade' as const,
  maneuver: 'steep-turn',
  startS: 1,
  endS: 2,
  grade,
});
const author = { id: RECORDING, name: 'Instructor' };
const word: Word = {
  id: 'a',
  about: RECORDING,
  by: author.id,
  atMs: Date.parse('2026-11-20T10:00:00Z'),
  what: { kind: 'statement', body: body(4) },
};
const older = [{ id: 'b', authorId: 'x', authorName: 'X', createdAt: '2026-11-20T09:00:00Z', body: body(2) }];
const grades = (all: ReturnType<typeof withWaiting>) =>
  all.map(({ body: said }) => said.kind === 'grade' && said.grade);

test('an older answer does not overwrite a newer word, and an answer that has it shows it once', () => {
  expect(grades(withWaiting(older, [word], RECORDING, author))).toEqual([2, 4]);
  const newer = [...older, { ...older[0], id: 'a', body: body(4) }];
  expect(withWaiting(newer, [word], RECORDING, author)).toBe(newer);
  expect(withWaiting(older, [word], 'another', author)).toBe(older);
});

test('a word that was refused is no word of the recording', () => {
  expect(withWaiting(older, [{ ...word, refused: 'not yours' }], RECORDING, author)).toBe(older);
});

test.each([
  ['words', [{ id: RECORDING, recordingId: RECORDING, saidAt: '2026-11-20T10:00:00Z', body: body(3) }], 1],
  ['nonsense', 'nonsense', 0],
])('%s that an older version kept are taken along once', async (_what, kept, count) => {
  const stored = new Map([[`keel.words.${RECORDING}`, JSON.stringify(kept)]]);
  const storage = {
    getItem: (key: string) => stored.get(key) ?? null,
    removeItem: (key: string) => stored.delete(key),
  } as unknown as Storage;
  const added: unknown[] = [];
  const queue = { add: async (one: unknown) => `${added.push(one)}` } as unknown as Parameters<
    typeof takeOlder
  >[0];
  await takeOlder(queue, storage, RECORDING);
  await takeOlder(queue, storage, RECORDING);
  expect(added).toHaveLength(count);
});
