import fc from 'fast-check';
import {
  editsFrom,
  readLessonStatements,
  readStatements,
  sortStatements,
  standingVerdict,
  unsaidHelp,
} from './read-statements.ts';
import type { Statement, StatementBody } from './statements.ts';

const SPAN = { maneuver: 'steep-turn', startS: 30, endS: 70 };
type Rest<T> = T extends unknown ? Omit<T, keyof typeof SPAN> : never;
let count = 0;
const statement = (body: Rest<StatementBody>, span = SPAN): Statement => ({
  id: `00000000-0000-4000-8000-${String(count++).padStart(12, '0')}`,
  authorId: '00000000-0000-4000-8000-000000000000',
  authorName: 'A',
  createdAt: '2026-01-01T00:00:00Z',
  body: { ...span, ...body } as StatementBody,
});

test('the last word of a kind counts', () => {
  const state = readStatements([
    statement({ kind: 'grade', grade: 2 }),
    statement({ kind: 'grade', grade: 3 }),
  ]);
  expect(state.grade).toBe(3);
});

test('two who do not agree: the last word holds, the other stays in sight; who changes their mind said one thing', () => {
  const by = (authorId: string, authorName: string, body: Rest<StatementBody>): Statement => ({
    ...statement(body),
    authorId,
    authorName,
  });
  const [idris, petra] = ['1', '2'].map((n) => `00000000-0000-4000-8000-00000000000${n}`);
  const unaided = { kind: 'help', help: 'unaided', flownBy: 'student' } as const;
  const state = readStatements([
    by(idris, 'Idris', { kind: 'grade', grade: 4 }),
    by(idris, 'Idris', { kind: 'grade', grade: 2 }),
    by(idris, 'Idris', unaided),
    by(petra, 'Petra', { kind: 'grade', grade: 3 }),
    by(petra, 'Petra', unaided),
  ]);
  expect(state.grade).toBe(3);
  expect(state.otherGrades).toEqual([{ says: 2, authorName: 'Idris', createdAt: '2026-01-01T00:00:00Z' }]);
  expect(state.otherHelp).toEqual([]);
});

test('who flew is unknown until somebody says it', () => {
  expect(readStatements([])).toMatchObject({ help: 'unknown', flownBy: 'student', helpStated: false });
  const shown = { help: 'demonstration', bulk: false } as const;
  expect(readStatements([], shown)).toMatchObject({ help: 'demonstration', flownBy: 'instructor' });
});

test('one tap says it of the whole flight, and a word on the attempt itself wins', () => {
  const whole = statement(
    { kind: 'help', help: 'prompted', flownBy: 'student' },
    { ...SPAN, maneuver: 'lesson' },
  );
  const unsaid = unsaidHelp([SPAN], 0, { demonstrationFirst: false, ofLesson: [whole] });
  expect(readStatements([], unsaid)).toMatchObject({ help: 'prompted', helpStated: true, helpInBulk: true });
  const own = statement({ kind: 'help', help: 'unaided', flownBy: 'student' });
  expect(readStatements([own], unsaid)).toMatchObject({ help: 'unaided', helpInBulk: false });
});

test('an override wins over a discontinued attempt, and both over the judge', () => {
  const override = statement({ kind: 'override', verdict: 'satisfactory', reason: 'seen' });
  const discontinued = statement({ kind: 'discontinued', reason: 'traffic' });
  expect(standingVerdict('unsatisfactory', readStatements([]))).toBe('unsatisfactory');
  expect(standingVerdict('unsatisfactory', readStatements([discontinued]))).toBe('not-scored');
  expect(standingVerdict('unsatisfactory', readStatements([override, discontinued]))).toBe('satisfactory');
  const takenBack = statement({ kind: 'override', verdict: 'as-scored', reason: 'no' });
  expect(standingVerdict('unsatisfactory', readStatements([override, takenBack]))).toBe('unsatisfactory');
});

test('what matches no attempt is an orphan, never dropped; edits are neither', () => {
  const here = statement({ kind: 'comment', text: 'here' });
  const gone = statement({ kind: 'comment', text: 'gone' }, { ...SPAN, startS: 300, endS: 340 });
  const edit = statement({ kind: 'discard', discarded: true });
  const { byAttempt, orphans } = sortStatements([{ ...SPAN, startS: 32, endS: 71 }], [here, gone, edit]);
  expect([byAttempt, orphans]).toEqual([[[here]], [gone]]);
});

test('a discard that was taken back is no edit any more', () => {
  const discard = (discarded: boolean) => statement({ kind: 'discard', discarded });
  expect(editsFrom([discard(true)])).toHaveLength(1);
  expect(editsFrom([discard(true), discard(false)])).toEqual([]);
});

test('the first of a kind is shown where the school does that', () => {
  const attempts = [SPAN, { ...SPAN, startS: 80, endS: 120 }];
  const helpOf = (i: number, demonstrationFirst: boolean) =>
    unsaidHelp(attempts, i, { demonstrationFirst, ofLesson: [] }).help;
  expect(attempts.map((_, i) => helpOf(i, true))).toEqual(['demonstration', 'unknown']);
  expect(helpOf(0, false)).toBe('unknown');
});

test('edges moved back to where they were found are no edit any more', () => {
  const move = (newStartS: number) => statement({ kind: 'edges', newStartS, newEndS: 70 });
  expect(editsFrom([move(28)])).toHaveLength(1);
  expect(editsFrom([move(28), move(30)])).toEqual([]);
});

describe('what the instructor saw', () => {
  test('is switched on and off by a tap; the last counts, in the list’s own order', () => {
    const tap = (item: string, seen: boolean) =>
      statement({ kind: 'observed', item, seen } as Rest<StatementBody>);
    const taps = [
      tap('distraction', true),
      tap('eyes-inside', true),
      tap('checks-done', true),
      tap('eyes-inside', false),
    ];
    expect(readStatements(taps).observed).toEqual(['checks-done', 'distraction']);
    expect(readStatements([]).observed).toEqual([]);
  });
});

describe('of the lesson as a whole', () => {
  const LESSON_SPAN = { maneuver: 'lesson', startS: 0, endS: 1800 };
  const ofLesson = (body: Rest<StatementBody>) => statement(body, LESSON_SPAN);

  test('words stand apart from the attempts and are no orphans', () => {
    const comment = ofLesson({ kind: 'comment', text: 'a good day' });
    expect(sortStatements([SPAN], [comment])).toEqual({ byAttempt: [[]], ofLesson: [comment], orphans: [] });
  });

  test('faults are parked and taken up again, those of the brief too', () => {
    const park = (finding: string, parked: boolean) => ofLesson({ kind: 'park', finding, parked });
    const parked = readLessonStatements(
      [park('steep-turn/slip', true), park('steep-turn/overbank', true), park('steep-turn/slip', false)],
      ['level-turn/skid'],
    ).parked;
    expect(parked).toEqual(['level-turn/skid', 'steep-turn/overbank']);
    expect(readLessonStatements([park('level-turn/skid', false)], ['level-turn/skid']).parked).toEqual([]);
  });

  test('one thing for next time can be taken back by leaving it empty', () => {
    const next = (text: string) => ofLesson({ kind: 'next-time', text });
    expect(readLessonStatements([next('Look out.')]).nextTime).toBe('Look out.');
    expect(readLessonStatements([next('Look out.'), next('')]).nextTime).toBeNull();
  });
});

describe('edits', () => {
  test('are in the order in which they were said, with who said them', () => {
    const split = statement({ kind: 'split', atS: 45 });
    const retype = statement({ kind: 'retype', newManeuver: 'level-turn' });
    expect(editsFrom([split, retype])).toEqual([
      { ...SPAN, kind: 'split', atS: 45, statementId: split.id, authorName: 'A' },
      { ...SPAN, kind: 'retype', newManeuver: 'level-turn', statementId: retype.id, authorName: 'A' },
    ]);
  });

  test('each can be taken back by the id it was said with, and said again', () => {
    const merge = statement({ kind: 'merge', withEndS: 120 });
    const back = statement({ kind: 'take-back', of: merge.id });
    expect(editsFrom([merge, back])).toEqual([]);
    expect(editsFrom([merge, back, statement({ kind: 'merge', withEndS: 120 })])).toHaveLength(1);
    expect(editsFrom([back, merge])).toHaveLength(1);
  });

  test('of a kind and interval the last counts', () => {
    const at = (atS: number) => statement({ kind: 'split', atS });
    expect(editsFrom([at(40), at(55)])).toMatchObject([{ atS: 55 }]);
  });
});

describe('whatever was said, in whatever order', () => {
  const said = fc.oneof(
    fc.record({ kind: fc.constant('grade' as const), grade: fc.integer({ min: 1, max: 4 }) }),
    fc.constantFrom(
      { kind: 'help', help: 'unaided', flownBy: 'student' } as const,
      { kind: 'help', help: 'demonstration', flownBy: 'instructor' } as const,
      { kind: 'override', verdict: 'satisfactory', reason: 'Seen by me.' } as const,
      { kind: 'override', verdict: 'as-scored', reason: 'Taken back.' } as const,
      { kind: 'discontinued', reason: 'traffic' } as const,
      { kind: 'discontinued', reason: 'none' } as const,
      { kind: 'observed', item: 'buffet-felt', seen: true } as const,
      { kind: 'observed', item: 'buffet-felt', seen: false } as const,
      { kind: 'comment', text: 'Nicely flown.' } as const,
      { kind: 'next-time', text: 'Look further ahead.' } as const,
      { kind: 'next-time', text: '' } as const,
    ),
  );
  const words = fc.array(said, { maxLength: 12 });
  const lastOf = <K extends StatementBody['kind']>(list: readonly { kind: string }[], kind: K) =>
    list.findLast((one) => one.kind === kind) as Extract<StatementBody, { kind: K }> | undefined;

  test('the last word of each kind holds, and nothing that was said is lost', () => {
    fc.assert(
      fc.property(words, (list) => {
        const statements = list.map((one) => statement(one));
        const state = readStatements(statements);
        expect(state.all).toEqual(statements);
        expect(state.grade).toBe(lastOf(list, 'grade')?.grade ?? null);
        expect(state.help).toBe(lastOf(list, 'help')?.help ?? 'unknown');
        expect(state.nextTime).toBe(lastOf(list, 'next-time')?.text || null);
        expect(state.observed).toEqual(lastOf(list, 'observed')?.seen ? ['buffet-felt'] : []);
        const override = lastOf(list, 'override');
        expect(state.override?.verdict).toBe(
          override?.verdict === 'satisfactory' ? 'satisfactory' : undefined,
        );
      }),
    );
  });

  test('a verdict that stands is the override’s, else none where it was broken off, else the judge’s', () => {
    fc.assert(
      fc.property(words, fc.constantFrom('satisfactory', 'unsatisfactory', 'not-scored'), (list, scored) => {
        const state = readStatements(list.map((one) => statement(one)));
        const stands = standingVerdict(scored, state);
        if (state.override) expect(stands).toBe('satisfactory');
        else expect(stands).toBe(state.discontinued ? 'not-scored' : scored);
      }),
    );
  });

  test('each word goes to one attempt, to the lesson, or is kept in sight: none is dropped, none is doubled', () => {
    const attempts = [
      SPAN,
      { ...SPAN, startS: 100, endS: 140 },
      { ...SPAN, maneuver: 'slow-flight', startS: 200, endS: 290 },
    ];
    const place = fc.constantFrom(
      ...attempts,
      { maneuver: 'lesson', startS: 0, endS: 0 },
      { maneuver: 'steep-turn', startS: 900, endS: 950 },
      { maneuver: 'slow-flight', startS: 30, endS: 70 },
    );
    fc.assert(
      fc.property(fc.array(fc.tuple(said, place), { maxLength: 12 }), (list) => {
        const statements = list.map(([one, span]) => statement(one, span));
        const { byAttempt, ofLesson, orphans } = sortStatements(attempts, statements);
        const sorted = [...byAttempt.flat(), ...ofLesson, ...orphans];
        expect(new Set(sorted)).toEqual(new Set(statements));
        expect(sorted).toHaveLength(statements.length);
        byAttempt.forEach((of, i) => {
          for (const { body } of of) expect(body.maneuver).toBe(attempts[i].maneuver);
        });
      }),
    );
  });
});
