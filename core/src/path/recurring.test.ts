import type { PathAttempt } from './path-attempt.ts';
import { recurringFindings } from './recurring.ts';

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
  critical: false,
  brokenOff: false,
  depth: null,
  configuration: null,
  restsOnUnseen: false,
  moderateAir: false,
  distracted: false,
  flownBy: 'student',
  verdict: 'satisfactory',
  overridden: false,
  strict: 'satisfactory',
  examiner: 'satisfactory',
  grade: null,
  selfGrade: null,
  toleranceUsed: { altitude: 0.5 },
  worst: { parameter: 'altitude', used: -0.5 },
  findings: [],
  ...change,
});

test('what recurs is counted over the latest attempts of the student, most frequent first', () => {
  const withFaults = (...ids: string[]) =>
    attempt('2026-01-01', { findings: ids.map((id) => ({ id, size: 1, severity: 'fault' })) });
  const shown = attempt('2026-01-01', {
    flownBy: 'instructor',
    findings: [{ id: 'a', size: 1, severity: 'fault' }],
  });
  const recurring = recurringFindings([withFaults('old'), withFaults('b'), shown, withFaults('a', 'b')], 2);
  expect(recurring).toEqual([
    { id: 'b', count: 2, of: 2, size: 1, severity: 'fault' },
    { id: 'a', count: 1, of: 2, size: 1, severity: 'fault' },
  ]);
});

test('what recurs in one maneuver is not hidden by many attempts at another', () => {
  const stall = attempt('2026-01-01', {
    maneuver: 'power-off-stall',
    findings: [{ id: 'power-off-stall/wing-drop', size: 30, severity: 'fault' }],
  });
  const turns = Array.from({ length: 8 }, () => attempt('2026-01-02'));
  expect(recurringFindings([stall, stall, ...turns])).toEqual([
    { id: 'power-off-stall/wing-drop', size: 30, severity: 'fault', count: 2, of: 2 },
  ]);
});
