import { enteredBodySchema } from '../path/entered.ts';
import type { LiveNoteBody } from '../wire/live.ts';
import { enteredFromSeat, matchSeat, type SaidNote, seatAttempts, seatMissing } from './seat-attempts.ts';

const uuid = (n: number) => `00000000-0000-4000-8000-${String(n).padStart(12, '0')}`;
const T0 = Date.parse('2026-06-01T10:00:00Z');
let count = 100;
const said = (atS: number, body: LiveNoteBody, undone = false): SaidNote => ({
  id: uuid(count++),
  atMs: T0 + 1000 * atS,
  body,
  undone,
});
const flown = (n: number, beganS: number | null, endedS: number, more: object = {}) =>
  said(endedS, {
    kind: 'attempt',
    attempt: uuid(n),
    maneuver: 'steep-turn',
    variant: 'left',
    beganMs: beganS === null ? null : T0 + 1000 * beganS,
    endedMs: T0 + 1000 * endedS,
    ...more,
  });
const help = (n: number, atS: number, word: 'unaided' | 'prompted' | 'demonstration') =>
  said(atS, { kind: 'attempt-help', attempt: uuid(n), help: word });
const grade = (n: number, atS: number, value: number) =>
  said(atS, { kind: 'attempt-grade', attempt: uuid(n), grade: value });

test('what was said last counts, in whatever order it arrived; a mark of the attempt may come before its end', () => {
  const notes = [
    grade(1, 90, 4),
    grade(1, 80, 2),
    help(1, 70, 'unaided'),
    flown(1, 0, 60),
    said(20, { kind: 'mark', text: 'good', attempt: uuid(1) }),
    said(21, { kind: 'mark', text: 'a word of the lesson' }),
  ];
  for (const order of [notes, notes.toReversed()])
    expect(seatAttempts(order)).toMatchObject([
      { id: uuid(1), grade: 4, help: 'unaided', marks: [{ text: 'good', atMs: T0 + 20_000 }] },
    ]);
});

test('an attempt that is undone takes its words along; said again it is what was said last', () => {
  expect(
    seatAttempts([flown(1, 0, 60), help(1, 70, 'unaided')].map((n) => ({ ...n, undone: true }))),
  ).toEqual([]);
  const undone = { ...flown(1, 0, 60), undone: true };
  expect(seatAttempts([undone, help(1, 70, 'unaided')])).toEqual([]);
  const again = said(95, {
    kind: 'attempt',
    attempt: uuid(1),
    maneuver: 'level-turn',
    variant: 'right',
    beganMs: T0,
    endedMs: T0 + 60_000,
  });
  expect(seatAttempts([again, flown(1, 0, 60), help(1, 70, 'unaided')])).toMatchObject([
    { maneuver: 'level-turn', variant: 'right', help: 'unaided' },
  ]);
});

test('graded by hand it needs who flew and a grade; what the instructor flew is the first grade', () => {
  const of = (...notes: SaidNote[]) => seatAttempts([flown(1, null, 60), ...notes])[0];
  expect(seatMissing(of())).toBe('help');
  expect(seatMissing(of(help(1, 61, 'unaided')))).toBe('grade');
  expect(enteredFromSeat(of(help(1, 61, 'unaided')), uuid(9))).toBeNull();
  const shown = enteredFromSeat(of(help(1, 61, 'demonstration'), grade(1, 62, 4)), uuid(9));
  expect(enteredBodySchema.parse(shown)).toMatchObject({ grade: 1, variant: 'left', seatAttempt: uuid(1) });
  const odd = seatAttempts([flown(1, 0, 60, { variant: 'upward' }), help(1, 61, 'unaided'), grade(1, 62, 3)]);
  expect(enteredBodySchema.parse(enteredFromSeat(odd[0], uuid(9)))).toMatchObject({
    variant: null,
    grade: 3,
  });
});

describe('joined with what was found', () => {
  const timeS = (atMs: number) => (atMs - T0) / 1000;
  const found = (maneuver: string, startS: number, endS: number) => ({ maneuver, startS, endS });
  const match = (notes: SaidNote[], ...all: ReturnType<typeof found>[]) =>
    matchSeat(seatAttempts(notes), all, timeS);

  test('each by the time they share, none twice; one tapped afterwards is the last that had ended', () => {
    const [a, b, c] = [
      found('steep-turn', 3, 40),
      found('steep-turn', 50, 90),
      found('steep-turn', 200, 240),
    ];
    const joined = match([flown(1, 0, 42), flown(2, 47, 95), flown(3, null, 250)], a, b, c);
    expect([1, 2, 3].map((n) => joined.get(uuid(n)))).toEqual([a, b, c]);
  });

  test('of two tapped for one, one is graded by hand', () => {
    const one = found('steep-turn', 0, 40);
    const joined = match([flown(1, 0, 40), flown(2, 41, 50)], one);
    expect([...joined.values()]).toEqual([one]);
    expect(joined.get(uuid(1))).toBe(one);
  });

  test('another maneuver was flown in that very time: it is that one; a neighbour is not', () => {
    const level = found('level-turn', 0, 40);
    expect(match([flown(1, 0, 40)], level).get(uuid(1))).toBe(level);
    expect(match([flown(1, 38, 80)], level).size).toBe(0);
    expect(match([flown(1, 300, 340)], found('steep-turn', 0, 40)).size).toBe(0);
  });
});
