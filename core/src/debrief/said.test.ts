import { defaultHelp, editsFrom, readSaid, sortSaid, standingVerdict } from './read-said.ts';
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
