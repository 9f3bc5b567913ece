import { type PathAttempt, recurringFindings, skillOf } from './progress.ts';

let number = 0;
const attempt = (day: string, change: Partial<PathAttempt> = {}): PathAttempt => ({
  recordingId: `r${number++}`,
  attempt: 0,
  lessonId: null,
  lessonTitle: null,
  flownAt: `${day}T10:00:00Z`,
  maneuver: 'steep-turn',
  variant: 'left',
  standard: 'faa-private',
  flownIn: 'airplane',
  help: 'unaided',
  helpInBulk: false,
  restsOnUnseen: false,
  flownBy: 'student',
  verdict: 'satisfactory',
  overridden: false,
  strict: 'satisfactory',
  examiner: 'satisfactory',
  grade: null,
  selfGrade: null,
  toleranceUsed: { altitude: 0.5 },
  worst: { parameter: 'altitude', used: -0.5 },
  wentFirst: null,
  findings: [],
  ...change,
});
const standing = (...attempts: PathAttempt[]) => skillOf('steep-turn', attempts, 'UTC').standing;

describe('standing', () => {
  const bad = { verdict: 'unsatisfactory' as const };
  test('from nothing to ready', () => {
    expect(standing()).toBe('not flown');
    expect(standing(attempt('2026-01-01', { help: 'demonstration', flownBy: 'instructor' }))).toBe('shown');
    expect(standing(attempt('2026-01-01', { help: 'prompted' }))).toBe('guided');
    expect(standing(attempt('2026-01-01', bad))).toBe('guided');
    expect(standing(attempt('2026-01-01', bad), attempt('2026-01-02'))).toBe('holding');
    expect(standing(attempt('2026-01-01'), attempt('2026-01-02'))).toBe('ready');
  });
  test('two good attempts on one day are one good day', () => {
    expect(standing(attempt('2026-01-01'), attempt('2026-01-01'))).toBe('holding');
  });
  test('days are the school’s: one evening in the west, two days by the clock in London, is one day', () => {
    const evening = [
      attempt('x', { flownAt: '2026-01-01T23:30:00Z' }),
      attempt('x', { flownAt: '2026-01-02T00:30:00Z' }),
    ];
    expect(skillOf('steep-turn', evening, 'UTC').standing).toBe('ready');
    expect(skillOf('steep-turn', evening, 'America/Denver').standing).toBe('holding');
  });
  test('one bad attempt spoils its day', () => {
    expect(standing(attempt('2026-01-01'), attempt('2026-01-02'), attempt('2026-01-02', bad))).toBe('guided');
  });
  test('only unaided attempts by the student in the airplane count', () => {
    for (const change of [{ flownIn: 'trainer' }, { help: 'taken-over' }] as const) {
      expect(standing(attempt('2026-01-01', change), attempt('2026-01-02', change))).toBe('guided');
    }
  });
  test('what was said of a whole flight at once holds a skill, and does not make it ready', () => {
    const bulk = { helpInBulk: true };
    expect(standing(attempt('2026-01-01', bulk), attempt('2026-01-02', bulk))).toBe('holding');
    expect(standing(attempt('2026-01-01'), attempt('2026-01-02', bulk))).toBe('holding');
  });
  test('help that nobody said, and a verdict that rests on what nobody saw, count for nothing', () => {
    for (const change of [{ help: 'unknown' }, { restsOnUnseen: true }] as const) {
      const skill = skillOf(
        'steep-turn',
        [attempt('2026-01-01', change), attempt('2026-01-02', change)],
        'UTC',
      );
      expect(skill.standing).toBe('guided');
      expect(skill.why).toMatch(/nobody has said|has yet to say/);
    }
  });
  test('an attempt that was not scored neither helps nor harms', () => {
    const discontinued = attempt('2026-01-02', { verdict: 'not-scored' });
    expect(standing(attempt('2026-01-01'), discontinued, attempt('2026-01-03'))).toBe('ready');
  });
});

describe('trend', () => {
  const series = (...used: number[]) =>
    used.map((altitude) => attempt('2026-01-01', { toleranceUsed: { altitude } }));
  const direction = (...used: number[]) => skillOf('steep-turn', series(...used), 'UTC').trends[0].direction;
  test('compares the latest four with those before', () => {
    expect(direction(1.2, 1.2, 1.2, 1.2, 0.5, 0.5, 0.5, 0.5)).toBe('better');
    expect(direction(0.5, 0.5, 0.5, 0.5, 0.9, 0.9, 0.9, 0.9)).toBe('worse');
    expect(direction(0.5, 0.5, 0.5, 0.5, 0.6, 0.6, 0.6, 0.6)).toBe('steady');
    expect(direction(0.5, 0.5, 0.5, 0.5, 0.6)).toBe('too few');
  });
  test('leaves demonstrations out', () => {
    const shown = attempt('2026-01-01', {
      help: 'demonstration',
      flownBy: 'instructor',
      toleranceUsed: { altitude: 9 },
    });
    expect(skillOf('steep-turn', [shown, ...series(0.4)], 'UTC').trends).toEqual([
      { parameter: 'altitude', latest: 0.4, before: null, direction: 'too few' },
    ]);
  });
});

test('what recurs is counted over the latest attempts of the student, most frequent first', () => {
  const withFaults = (...ids: string[]) =>
    attempt('2026-01-01', { findings: ids.map((id) => ({ id, what: id, severity: 'fault' })) });
  const shown = attempt('2026-01-01', {
    flownBy: 'instructor',
    findings: [{ id: 'a', what: 'a', severity: 'fault' }],
  });
  const recurring = recurringFindings([withFaults('old'), withFaults('b'), shown, withFaults('a', 'b')], 2);
  expect(recurring).toEqual([
    { id: 'b', count: 2, of: 2, what: 'b', severity: 'fault' },
    { id: 'a', count: 1, of: 2, what: 'a', severity: 'fault' },
  ]);
});

test('what recurs in one maneuver is not hidden by many attempts at another', () => {
  const stall = attempt('2026-01-01', {
    maneuver: 'power-off-stall',
    findings: [{ id: 'power-off-stall/wing-drop', what: 'a wing dropped', severity: 'fault' }],
  });
  const turns = Array.from({ length: 8 }, () => attempt('2026-01-02'));
  expect(recurringFindings([stall, stall, ...turns])).toEqual([
    { id: 'power-off-stall/wing-drop', what: 'a wing dropped', severity: 'fault', count: 2, of: 2 },
  ]);
});
