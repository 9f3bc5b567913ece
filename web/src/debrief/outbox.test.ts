/** Words on their way: none lost, none twice, none overwritten, in the order said. */
import { makeOutbox, type OutboxOptions, type Word, withWaiting } from './outbox.ts';

const RECORDING = '11111111-1111-4111-8111-111111111111';
const body = (grade: number) => ({
  kind: 'grade' as const,
  maneuver: 'steep-turn',
  startS: 1,
  endS: 2,
  grade,
});
const gradeOf = ({ body: said }: Pick<Word, 'body'>) => said.kind === 'grade' && said.grade;

class Away extends Error {}

function storage() {
  const kept = new Map<string, string>();
  return {
    getItem: (key: string) => kept.get(key) ?? null,
    setItem: (key: string, value: string) => void kept.set(key, value),
    removeItem: (key: string) => void kept.delete(key),
  };
}

/** An outbox whose server does as it is told. */
function outbox(change: Partial<OutboxOptions> = {}) {
  const arrived: Word[] = [];
  const refused: unknown[] = [];
  const box = makeOutbox({
    storage: storage(),
    name: 'words',
    post: async (word) => void arrived.push(word),
    mayPass: (error) => error instanceof Away,
    refused: (_word, error) => refused.push(error),
    againMs: 5,
    ...change,
  });
  return { box, arrived, refused };
}

test('a word is shown at once and gone when the server has it', async () => {
  const { box, arrived } = outbox();
  const fate = box.say(RECORDING, body(3));
  expect(box.words().map(gradeOf)).toEqual([3]);
  expect(await fate).toBe('kept');
  expect(box.words()).toEqual([]);
  expect(arrived.map(gradeOf)).toEqual([3]);
});

test('a server that is away gets every word later, once, in the order said and by the same ids', async () => {
  let away = 3;
  const tried: string[] = [];
  const arrived: Word[] = [];
  const { box } = outbox({
    post: async (word) => {
      tried.push(word.id);
      if (away-- > 0) throw new Away();
      arrived.push(word);
    },
  });
  expect(await box.say(RECORDING, body(2))).toBe('waiting');
  box.say(RECORDING, body(4));
  while (box.words().length > 0) await new Promise((resolve) => setTimeout(resolve, 5));
  expect(arrived.map(gradeOf)).toEqual([2, 4]);
  expect(new Set(tried).size).toBe(2);
});

test('a word said in the moment that another arrived goes too', async () => {
  const { box, arrived } = outbox();
  await box.say(RECORDING, body(1));
  await box.say(RECORDING, body(2));
  await box.say(RECORDING, body(3));
  expect(arrived.map(gradeOf)).toEqual([1, 2, 3]);
});

test('a reload in between loses nothing', async () => {
  const shared = storage();
  const before = outbox({
    storage: shared,
    againMs: 100_000,
    post: async () => {
      throw new Away();
    },
  });
  await before.box.say(RECORDING, body(1));
  before.box.rest();
  const after = outbox({ storage: shared });
  expect(after.box.words().map(gradeOf)).toEqual([1]);
  await after.box.send();
  expect(after.arrived.map(({ id }) => id)).toEqual(before.box.words().map(({ id }) => id));
  expect(outbox({ storage: shared }).box.words()).toEqual([]);
});

test('what is refused is taken back, and whoever said it hears why', async () => {
  const no = new Error('not yours');
  const { box, refused } = outbox({
    post: async () => {
      throw no;
    },
  });
  expect(await box.say(RECORDING, body(1))).toEqual({ refused: no });
  expect(box.words()).toEqual([]);
  // The form that said it is told, so nobody else need be.
  expect(refused).toEqual([]);
});

test('a word of an earlier page that is refused is told to the page', async () => {
  const shared = storage();
  const away = { storage: shared, againMs: 100_000 };
  const { box } = outbox({ ...away, post: () => Promise.reject(new Away()) });
  await box.say(RECORDING, body(1));
  box.rest();
  const later = outbox({ storage: shared, post: () => Promise.reject(new Error('gone')) });
  await later.box.send();
  expect(later.refused).toHaveLength(1);
});

test('storage that holds nonsense, or cannot hold anything, does not stop a word', async () => {
  const full = {
    getItem: () => '{nonsense',
    setItem: () => {
      throw new Error('full');
    },
    removeItem: () => {},
  };
  const { box, arrived } = outbox({ storage: full });
  expect(await box.say(RECORDING, body(2))).toBe('kept');
  expect(arrived).toHaveLength(1);
});

test('an older answer does not overwrite a newer word, and an answer that has it shows it once', () => {
  const author = { id: RECORDING, name: 'Instructor' };
  const word = { id: 'a', recordingId: RECORDING, saidAt: '2026-11-20T10:00:00Z', body: body(4) };
  const older = [
    { id: 'b', authorId: 'x', authorName: 'X', createdAt: '2026-11-20T09:00:00Z', body: body(2) },
  ];
  expect(withWaiting(older, [word], RECORDING, author).map(gradeOf)).toEqual([2, 4]);
  const newer = [...older, { ...older[0], id: 'a', body: body(4) }];
  expect(withWaiting(newer, [word], RECORDING, author)).toBe(newer);
  expect(withWaiting(older, [word], 'another', author)).toBe(older);
});
