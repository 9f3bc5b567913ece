/** What is tapped in the airplane: none lost, none twice, in the order tapped, each person’s own. */
import 'fake-indexeddb/auto';
import { type NoteQueue, openNoteQueue, type WaitingNote } from './note-queue.ts';

class Away extends Error {}

/** A server that is there, is away, or will not have a note; it keeps what it got. */
function server() {
  const arrived: WaitingNote[] = [];
  const state = { away: false, refuses: '' };
  return {
    arrived,
    state,
    send: async (note: WaitingNote) => {
      if (state.away) throw new Away('no network');
      if (state.refuses && note.id.startsWith(state.refuses)) throw new Error('the lesson is over');
      arrived.push(note);
    },
  };
}

const opened: NoteQueue[] = [];
let person = 0;
/** Each test is somebody else, on the same device. */
function queueOf(by: string, { send }: Pick<ReturnType<typeof server>, 'send'>): NoteQueue {
  const queue = openNoteQueue({ by, send, mayPass: (error) => error instanceof Away, againMs: 5 });
  opened.push(queue);
  return queue;
}
const somebody = () => `person-${++person}`;
afterEach(() => {
  for (const queue of opened.splice(0)) queue.rest();
});

const LESSON = 'a lesson';
const mark = (atMs: number, lessonId = LESSON): Omit<WaitingNote, 'n' | 'by' | 'id'> => ({
  lessonId,
  atMs,
  what: { kind: 'note', body: { kind: 'mark', text: '' } as never },
});
const textsOf = (notes: readonly WaitingNote[]) => notes.map(({ id, what }) => `${id} ${what.kind}`);

async function until(so: () => boolean | Promise<boolean>): Promise<void> {
  for (let tries = 0; tries < 400; tries++) {
    if (await so()) return;
    await new Promise((resolve) => setTimeout(resolve, 5));
  }
  throw new Error('it never was');
}

test('what is tapped arrives in the order tapped, and nothing waits', async () => {
  const { send, arrived } = server();
  const queue = queueOf(somebody(), { send });
  await Promise.all(['a', 'b', 'c'].map((id, k) => queue.add(mark(k), id)));
  await until(() => arrived.length === 3);
  expect(textsOf(arrived)).toEqual(['a note', 'b note', 'c note']);
  await until(async () => (await queue.waiting(LESSON)).length === 0);
  expect(queue.away()).toBe(false);
});

test('with no network it waits, says so, and goes by itself when there is one', async () => {
  const { send, arrived, state } = server();
  const queue = queueOf(somebody(), { send });
  state.away = true;
  for (const id of ['a', 'b']) await queue.add(mark(1), id);
  await until(() => queue.away());
  expect(textsOf(await queue.waiting(LESSON))).toEqual(['a note', 'b note']);
  expect(arrived).toEqual([]);
  state.away = false;
  await until(() => arrived.length === 2);
  expect(textsOf(arrived)).toEqual(['a note', 'b note']);
  await until(async () => (await queue.waiting(LESSON)).length === 0);
  expect(queue.away()).toBe(false);
});

test('a page that is opened again finds what waited', async () => {
  const by = somebody();
  const { send, arrived, state } = server();
  state.away = true;
  const before = queueOf(by, { send });
  await before.add(mark(7), 'kept');
  await until(() => before.away());
  before.rest();
  state.away = false;
  const after = queueOf(by, { send });
  expect(textsOf(await after.waiting(LESSON))).toEqual(['kept note']);
  await after.send();
  expect(arrived).toMatchObject([{ id: 'kept', atMs: 7, by }]);
});

test('another’s word on the same device is not sent in this one’s name', async () => {
  const [one, other] = [somebody(), somebody()];
  const { send, arrived, state } = server();
  state.away = true;
  const first = queueOf(one, { send });
  await first.add(mark(1), 'first’s');
  await until(() => first.away());
  first.rest();
  state.away = false;
  const second = queueOf(other, { send });
  await second.add(mark(2), 'second’s');
  await until(() => arrived.length === 1);
  expect(arrived).toMatchObject([{ id: 'second’s', by: other }]);
  expect(await second.waiting(LESSON)).toEqual([]);
  await first.send();
  expect(arrived.map(({ by }) => by)).toEqual([other, one]);
});

test('what the server will not have is kept with its reason, and does not stand in the way', async () => {
  const { send, arrived, state } = server();
  const queue = queueOf(somebody(), { send });
  state.refuses = 'late';
  await queue.add(mark(1), 'late');
  await queue.add(mark(2), 'in time');
  await until(() => arrived.length === 1);
  expect(textsOf(arrived)).toEqual(['in time note']);
  await until(async () => (await queue.waiting(LESSON)).length === 1);
  expect(await queue.waiting(LESSON)).toMatchObject([{ id: 'late', refused: 'the lesson is over' }]);
  // It is not tried again by itself.
  await queue.send();
  expect(textsOf(arrived)).toEqual(['in time note']);
});

test('a note taken back before it went never goes; one that has gone is undone at the server', async () => {
  const { send, arrived, state } = server();
  const queue = queueOf(somebody(), { send });
  state.away = true;
  await queue.add(mark(1), 'not meant');
  await until(() => queue.away());
  await queue.undo(LESSON, 'not meant');
  state.away = false;
  await queue.add(mark(2), 'meant');
  await until(() => arrived.some(({ id }) => id === 'meant'));
  await queue.undo(LESSON, 'meant');
  await until(() => arrived.some(({ id, what }) => id === 'meant' && what.kind === 'undo'));
  // Whatever reached the server of the first was undone there after it.
  const first = arrived.filter(({ id }) => id === 'not meant').map(({ what }) => what.kind);
  expect([[], ['note', 'undo'], ['undo']]).toContainEqual(first);
  expect(arrived.filter(({ id }) => id === 'meant').map(({ what }) => what.kind)).toEqual(['note', 'undo']);
});

test('lessons are told apart, and whoever listens hears of every change', async () => {
  const { send, state } = server();
  state.away = true;
  const queue = queueOf(somebody(), { send });
  let heard = 0;
  const forget = queue.subscribe(() => heard++);
  await queue.add(mark(1, 'one'), 'a');
  await queue.add(mark(2, 'two'), 'b');
  expect(textsOf(await queue.waiting('one'))).toEqual(['a note']);
  expect(textsOf(await queue.waiting('two'))).toEqual(['b note']);
  expect(heard).toBeGreaterThanOrEqual(2);
  forget();
  const before = heard;
  await queue.add(mark(3, 'one'), 'c');
  expect(heard).toBe(before);
});
