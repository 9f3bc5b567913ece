/** What is said on its way to the server: none lost, none twice, in the order said, each person’s own. */
import 'fake-indexeddb/auto';
import { openDB } from 'idb';
import { openQueue, type Queue, type Waiting } from './queue.ts';

type Tapped = { kind: 'note'; body: unknown } | { kind: 'undo' };
type WaitingNote = Waiting<Tapped>;
const isTapped = (what: unknown): what is Tapped => ['note', 'undo'].includes((what as Tapped).kind);

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

const opened: Queue<Tapped>[] = [];
let person = 0;
/** Each test is somebody else, on the same device. */
function queueOf(by: string, { send }: Pick<ReturnType<typeof server>, 'send'>): Queue<Tapped> {
  const queue = openQueue<Tapped>({
    by,
    isOurs: isTapped,
    send,
    mayPass: (error) => error instanceof Away,
    againMs: 5,
  });
  opened.push(queue);
  return queue;
}
const somebody = () => `person-${++person}`;
afterEach(() => {
  for (const queue of opened.splice(0)) queue.rest();
});

const LESSON = 'a lesson';
const mark = (atMs: number, about = LESSON): Omit<WaitingNote, 'n' | 'by' | 'id'> => ({
  about,
  atMs,
  what: { kind: 'note', body: { kind: 'mark', text: '' } },
});
const waitingIn = async (queue: Queue<Tapped>, of: string) =>
  (await queue.all()).filter(({ about }) => about === of);
/** Taken back: forgotten where it has not gone, else undone at the server. */
const undo = async (queue: Queue<Tapped>, id: string) => {
  if (!(await queue.forget(id))) await queue.add({ about: LESSON, atMs: 0, what: { kind: 'undo' } }, id);
};
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
  await until(async () => (await waitingIn(queue, LESSON)).length === 0);
  expect(queue.away()).toBe(false);
});

test('with no network it waits, says so, and goes by itself when there is one', async () => {
  const { send, arrived, state } = server();
  const queue = queueOf(somebody(), { send });
  state.away = true;
  for (const id of ['a', 'b']) await queue.add(mark(1), id);
  await until(() => queue.away());
  expect(textsOf(await waitingIn(queue, LESSON))).toEqual(['a note', 'b note']);
  expect(arrived).toEqual([]);
  state.away = false;
  await until(() => arrived.length === 2);
  expect(textsOf(arrived)).toEqual(['a note', 'b note']);
  await until(async () => (await waitingIn(queue, LESSON)).length === 0);
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
  expect(textsOf(await waitingIn(after, LESSON))).toEqual(['kept note']);
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
  expect(await waitingIn(second, LESSON)).toEqual([]);
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
  await until(async () => (await waitingIn(queue, LESSON)).length === 1);
  expect(await waitingIn(queue, LESSON)).toMatchObject([{ id: 'late', refused: 'the lesson is over' }]);
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
  await undo(queue, 'not meant');
  state.away = false;
  await queue.add(mark(2), 'meant');
  await until(() => arrived.some(({ id }) => id === 'meant'));
  await undo(queue, 'meant');
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
  expect(textsOf(await waitingIn(queue, 'one'))).toEqual(['a note']);
  expect(textsOf(await waitingIn(queue, 'two'))).toEqual(['b note']);
  expect(heard).toBeGreaterThanOrEqual(2);
  forget();
  const before = heard;
  await queue.add(mark(3, 'one'), 'c');
  expect(heard).toBe(before);
});

test('what somebody waits for tells what became of it: kept, waiting, or refused and given back', async () => {
  const { send, arrived, state } = server();
  const queue = queueOf(somebody(), { send });
  expect(await queue.say(mark(1))).toBe('kept');
  state.away = true;
  expect(await queue.say(mark(2))).toBe('waiting');
  state.away = false;
  await until(() => arrived.length === 2);
  const refusing = queueOf(somebody(), {
    send: async () => {
      throw new Error('not yours');
    },
  });
  expect(await refusing.say(mark(3))).toEqual({ refused: new Error('not yours') });
  // The form that said it has it still.
  expect(await refusing.all()).toEqual([]);
});

test('two pages of one device send each word, and none twice by another id', async () => {
  const by = somebody();
  const { send, arrived } = server();
  const [one, other] = [queueOf(by, { send }), queueOf(by, { send })];
  await Promise.all([one.add(mark(1), 'a'), other.add(mark(2), 'b'), one.add(mark(3), 'c')]);
  await until(async () => (await one.all()).length === 0);
  expect(new Set(arrived.map(({ id }) => id))).toEqual(new Set(['a', 'b', 'c']));
});

test('the seat’s and the desk’s words lie side by side, and each is sent by its own', async () => {
  const by = somebody();
  const { send, arrived } = server();
  const desk = openQueue({
    by,
    isOurs: (what): what is { kind: 'statement' } => (what as { kind: string }).kind === 'statement',
    send: async () => undefined,
    mayPass: () => true,
  });
  const seat = queueOf(by, { send });
  await Promise.all([
    desk.add({ about: 'a recording', atMs: 1, what: { kind: 'statement' } }),
    seat.add(mark(1), 'a'),
  ]);
  await until(async () => (await desk.all()).length + (await seat.all()).length === 0);
  expect(textsOf(arrived)).toEqual(['a note']);
  desk.rest();
});

test('what the seat of an earlier version kept is sent as what it is', async () => {
  const by = somebody();
  const { send, arrived } = server();
  const queue = queueOf(by, { send });
  await queue.add(mark(1), 'now');
  await until(() => arrived.length === 1);
  const older = await openDB('keel-seat', 1);
  await older.add('notes', { id: 'then', lessonId: LESSON, by, atMs: 1, what: { kind: 'note', body: {} } });
  older.close();
  await queue.send();
  expect(arrived[1]).toMatchObject({ id: 'then', about: LESSON });
  expect(await queue.all()).toEqual([]);
});
