import { defaultHelp, editsFrom, readLessonSaid, readSaid, sortSaid, standingVerdict } from './read-said.ts';
import type { Said, SaidBody } from './said.ts';

const SPAN = { maneuver: 'steep-turn', startS: 30, endS: 70 };
type Rest<T> = T extends unknown ? Omit<T, keyof typeof SPAN> : never;
let count = 0;
const said = (body: Rest<SaidBody>, span = SPAN): Said => ({
  id: `00000000-0000-4000-8000-${String(count++).padStart(12, '0')}`,
  authorId: '00000000-0000-4000-8000-000000000000',
  authorName: 'A',
  createdAt: '2026-01-01T00:00:00Z',
  body: { ...span, ...body } as SaidBody,
});

test('the last word of a kind counts', () => {
  const state = readSaid([said({ kind: 'grade', grade: 2 }), said({ kind: 'grade', grade: 3 })]);
  expect(state.grade).toBe(3);
});

test('nothing said is unaided, and known to be only the default', () => {
  expect(readSaid([])).toMatchObject({ help: 'unaided', flownBy: 'student', helpSaid: false });
  expect(readSaid([], 'demonstration')).toMatchObject({ help: 'demonstration', flownBy: 'instructor' });
});

test('an override wins over a discontinued attempt, and both over the judge', () => {
  const override = said({ kind: 'override', verdict: 'satisfactory', reason: 'seen' });
  const discontinued = said({ kind: 'discontinued', reason: 'traffic' });
  expect(standingVerdict('unsatisfactory', readSaid([]))).toBe('unsatisfactory');
  expect(standingVerdict('unsatisfactory', readSaid([discontinued]))).toBe('not-scored');
  expect(standingVerdict('unsatisfactory', readSaid([override, discontinued]))).toBe('satisfactory');
  const takenBack = said({ kind: 'override', verdict: 'as-scored', reason: 'no' });
  expect(standingVerdict('unsatisfactory', readSaid([override, takenBack]))).toBe('unsatisfactory');
});

test('what matches no attempt is an orphan, never dropped; edits are neither', () => {
  const here = said({ kind: 'comment', text: 'here' });
  const gone = said({ kind: 'comment', text: 'gone' }, { ...SPAN, startS: 300, endS: 340 });
  const edit = said({ kind: 'discard', discarded: true });
  const { byAttempt, orphans } = sortSaid([{ ...SPAN, startS: 32, endS: 71 }], [here, gone, edit]);
  expect([byAttempt, orphans]).toEqual([[[here]], [gone]]);
});

test('a discard that was taken back is no edit any more', () => {
  const discard = (discarded: boolean) => said({ kind: 'discard', discarded });
  expect(editsFrom([discard(true)])).toHaveLength(1);
  expect(editsFrom([discard(true), discard(false)])).toEqual([]);
});

test('the first of a kind is shown where the school does that', () => {
  const attempts = [SPAN, { ...SPAN, startS: 80, endS: 120 }];
  expect(attempts.map((_, i) => defaultHelp(attempts, i, true))).toEqual(['demonstration', 'unaided']);
  expect(defaultHelp(attempts, 0, false)).toBe('unaided');
});

test('edges moved back to where they were found are no edit any more', () => {
  const move = (newStartS: number) => said({ kind: 'edges', newStartS, newEndS: 70 });
  expect(editsFrom([move(28)])).toHaveLength(1);
  expect(editsFrom([move(28), move(30)])).toEqual([]);
});

describe('what the instructor saw', () => {
  test('is switched on and off by a tap; the last counts, in the list’s own order', () => {
    const tap = (item: string, seen: boolean) => said({ kind: 'observed', item, seen } as Rest<SaidBody>);
    const taps = [
      tap('distraction', true),
      tap('eyes-inside', true),
      tap('checks-done', true),
      tap('eyes-inside', false),
    ];
    expect(readSaid(taps).observed).toEqual(['checks-done', 'distraction']);
    expect(readSaid([]).observed).toEqual([]);
  });
});

describe('of the lesson as a whole', () => {
  const LESSON_SPAN = { maneuver: 'lesson', startS: 0, endS: 1800 };
  const ofLesson = (body: Rest<SaidBody>) => said(body, LESSON_SPAN);

  test('words stand apart from the attempts and are no orphans', () => {
    const comment = ofLesson({ kind: 'comment', text: 'a good day' });
    expect(sortSaid([SPAN], [comment])).toEqual({ byAttempt: [[]], ofLesson: [comment], orphans: [] });
  });

  test('faults are parked and taken up again, those of the brief too', () => {
    const park = (finding: string, parked: boolean) => ofLesson({ kind: 'park', finding, parked });
    const parked = readLessonSaid(
      [park('steep-turn/slip', true), park('steep-turn/overbank', true), park('steep-turn/slip', false)],
      ['level-turn/skid'],
    ).parked;
    expect(parked).toEqual(['level-turn/skid', 'steep-turn/overbank']);
    expect(readLessonSaid([park('level-turn/skid', false)], ['level-turn/skid']).parked).toEqual([]);
  });

  test('one thing for next time can be taken back by leaving it empty', () => {
    const next = (text: string) => ofLesson({ kind: 'next-time', text });
    expect(readLessonSaid([next('Look out.')]).nextTime).toBe('Look out.');
    expect(readLessonSaid([next('Look out.'), next('')]).nextTime).toBeNull();
  });
});

describe('edits', () => {
  test('are in the order in which they were said, with who said them', () => {
    const split = said({ kind: 'split', atS: 45 });
    const retype = said({ kind: 'retype', newManeuver: 'level-turn' });
    expect(editsFrom([split, retype])).toEqual([
      { ...SPAN, kind: 'split', atS: 45, saidId: split.id, authorName: 'A' },
      { ...SPAN, kind: 'retype', newManeuver: 'level-turn', saidId: retype.id, authorName: 'A' },
    ]);
  });

  test('each can be taken back by the id it was said with, and said again', () => {
    const merge = said({ kind: 'merge', withEndS: 120 });
    const back = said({ kind: 'take-back', of: merge.id });
    expect(editsFrom([merge, back])).toEqual([]);
    expect(editsFrom([merge, back, said({ kind: 'merge', withEndS: 120 })])).toHaveLength(1);
    expect(editsFrom([back, merge])).toHaveLength(1);
  });

  test('of a kind and interval the last counts', () => {
    const at = (atS: number) => said({ kind: 'split', atS });
    expect(editsFrom([at(40), at(55)])).toMatchObject([{ atS: 55 }]);
  });
});
