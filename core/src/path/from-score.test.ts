/**
 * What of a score becomes evidence on a path: a drawn pair of steep turns, and what was said of them. What nobody said is not
 * known, what was shown is the instructor's, and what an instructor overrode stands as overridden.
 */
import { fleet } from '../airplane/fleet.ts';
import { scoreRecording } from '../debrief/score-recording.ts';
import type { Statement, StatementBody } from '../debrief/statements.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { findStandard } from '../standards/standards.ts';
import { type Dip, drawFlight, toCsv } from '../testing/drawn-flight.ts';
import { attemptsFlown, type FlownRecording } from './from-score.ts';

/** Two steep turns; the second loses height for some seconds. */
function drawnScore(lostFt: number) {
  const dips: Dip[] = [
    { channel: 'alt_ft', fromS: 112, fullFromS: 120, fullToS: 128, toS: 136, size: -lostFt },
  ];
  const turns = [
    { atS: 40, bankDeg: -45, turnDeg: -360 },
    { atS: 105, bankDeg: 45, turnDeg: 360 },
  ];
  return scoreRecording(readRecordingCsv(toCsv(drawFlight({ turns, dips, durationS: 200 }))), {
    airplane: fleet[0],
    standard: findStandard('faa-private')!,
    weightLb: fleet[0].maxWeightLb,
    groundFt: 1000,
  });
}
const score = drawnScore(160);
const [left, right] = score.attempts;

let count = 0;
const said = (body: object, span: object = right): Statement => {
  const { maneuver, startS, endS } = span as typeof right;
  return {
    id: `00000000-0000-4000-8000-${String(count++).padStart(12, '0')}`,
    authorId: '00000000-0000-4000-8000-000000000000',
    authorName: 'Idris',
    createdAt: '2026-06-12T12:00:00Z',
    body: { maneuver, startS, endS, ...body } as StatementBody,
  };
};
const flown = (more: Partial<FlownRecording> = {}) =>
  attemptsFlown({
    recordingId: 'r',
    lessonId: 'l',
    flownAt: '2026-06-12T10:00:00Z',
    flownIn: 'airplane',
    score,
    statements: [],
    demonstrationFirst: false,
    ...more,
  });

test('every attempt is one, in order, with where it is in the recording', () => {
  const found = flown();
  expect(found.map(({ maneuver, variant }) => `${maneuver} ${variant}`)).toEqual([
    'steep-turn left',
    'steep-turn right',
  ]);
  expect(found.map(({ attempt }) => attempt)).toEqual([0, 1]);
  expect(found.map(({ startS, endS }) => [startS, endS])).toEqual([
    [left.startS, left.endS],
    [right.startS, right.endS],
  ]);
  for (const one of found)
    expect(one).toMatchObject({ recordingId: 'r', lessonId: 'l', flownIn: 'airplane' });
});

test('who flew is unknown until somebody says it, and then it is theirs', () => {
  for (const one of flown()) expect(one).toMatchObject({ help: 'unknown', helpInBulk: false, grade: null });
  const [first, second] = flown({
    statements: [
      said({ kind: 'help', help: 'unaided', flownBy: 'student' }),
      said({ kind: 'grade', grade: 2 }),
    ],
  });
  expect(first).toMatchObject({ help: 'unknown', grade: null });
  expect(second).toMatchObject({ help: 'unaided', flownBy: 'student', grade: 2 });
});

test('where a school shows first, the first of a kind counts as shown until somebody says otherwise', () => {
  const shown = flown({ demonstrationFirst: true });
  expect(shown.map(({ help }) => help)).toEqual(['demonstration', 'unknown']);
  const own = flown({
    demonstrationFirst: true,
    statements: [said({ kind: 'help', help: 'prompted', flownBy: 'student' }, left)],
  });
  expect(own[0].help).toBe('prompted');
});

test('the worst row is what is kept as worst, with its side, and never a better one', () => {
  const [first, second] = flown();
  for (const [one, attempt] of [
    [first, left],
    [second, right],
  ] as const) {
    const used = Object.values(one.toleranceUsed);
    expect(Math.abs(one.worst!.used)).toBeCloseTo(Math.max(...used), 12);
    const required = attempt.parameters.filter((p) => p.required && p.measured !== 'not-measured');
    expect(Object.keys(one.toleranceUsed).sort()).toEqual(required.map((p) => p.parameter).sort());
  }
  // A hundred feet are allowed: 160 below the entry is 1.6 of it, on the low side.
  expect(second.worst).toMatchObject({ parameter: 'altitude' });
  expect(second.worst!.used).toBeLessThan(-1.5);
  expect(second.worst!.used).toBeGreaterThan(-1.7);
});

test('the verdict is the judge’s, until an instructor overrides it with a reason', () => {
  expect(flown()[1]).toMatchObject({ verdict: right.examiner, overridden: false });
  expect(right.examiner).toBe('unsatisfactory');
  const [, overridden] = flown({
    statements: [said({ kind: 'override', verdict: 'satisfactory', reason: 'wake of another airplane' })],
  });
  expect(overridden).toMatchObject({ verdict: 'satisfactory', overridden: true, examiner: 'unsatisfactory' });
});

test('rough air is only what an instructor said', () => {
  expect(flown().map(({ moderateAir }) => moderateAir)).toEqual([false, false]);
  const [, rough] = flown({ statements: [said({ kind: 'observed', item: 'moderate-air', seen: true })] });
  expect(rough.moderateAir).toBe(true);
});

test('a distraction is a tag of the attempt, and changes nothing else of it', () => {
  const [, plain] = flown();
  const [, distracted] = flown({ statements: [said({ kind: 'observed', item: 'distraction', seen: true })] });
  expect(distracted).toEqual({ ...plain, distracted: true });
});

test('what is only likely is no evidence', () => {
  const likely = { ...score, attempts: [{ ...left, variant: null }, right] };
  expect(flown({ score: likely }).map(({ attempt }) => attempt)).toEqual([1]);
});

test('broken off counts as such only where something had left its band, and nobody said why', () => {
  const broken = (attempt: typeof right) => ({ ...attempt, state: 'discontinued' as const });
  const cut = { ...score, attempts: [broken(left), broken(right)] };
  expect(flown({ score: cut }).map(({ brokenOff }) => brokenOff)).toEqual([
    left.firstExcursion !== null,
    right.firstExcursion !== null,
  ]);
  expect(right.firstExcursion).not.toBeNull();
  const [, told] = flown({
    score: cut,
    statements: [said({ kind: 'discontinued', reason: 'traffic' })],
  });
  expect(told.brokenOff).toBe(false);
});
