/**
 * What lies on the way to the next thing, or home, is no attempt at anything: no examiner judges a descent as level flight, nor
 * the turn toward the field by the heading of an exercise. Common practice, no source.
 */
import { fleet } from '../airplane/fleet.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { findStandard } from '../standards/standards.ts';
import { type DrawnFlight, drawFlight, toCsv } from '../testing/drawn-flight.ts';
import { scoreRecording } from './score-recording.ts';

const FOREVER = 1e6;
/** A change of altitude that stays. */
const to = (fromS: number, fullFromS: number, size: number) => ({
  channel: 'alt_ft' as const,
  fromS,
  fullFromS,
  fullToS: FOREVER,
  toS: FOREVER,
  size,
});
const brief = (maneuver: string, bankDeg: number) => ({
  maneuver,
  entry: { altitudeFt: 4500, airspeedKias: maneuver === 'slow-flight' ? 55 : 95, headingDeg: 90 },
  bankDeg,
});

function attemptsOf(flight: DrawnFlight, maneuver: string, bankDeg = 0) {
  const recording = readRecordingCsv(toCsv(drawFlight({ extra: { flaps_deg: () => 0 }, ...flight })));
  const [airplane] = fleet;
  const standard = findStandard('school-pre-solo')!;
  const { attempts } = scoreRecording(recording, {
    standard,
    airplane,
    weightLb: 2300,
    groundFt: 500,
    briefs: [brief(maneuver, bankDeg)],
  });
  return attempts.filter((one) => one.maneuver === maneuver);
}

describe('level flight', () => {
  test('ends where the way down begins', () => {
    const [attempt, ...more] = attemptsOf(
      { durationS: 400, turns: [], dips: [to(150, 320, -1700)] },
      'straight-and-level',
    );
    expect(more).toEqual([]);
    expect(attempt.endS).toBeGreaterThan(120);
    expect(attempt.endS).toBeLessThan(156);
    expect(attempt.examiner).not.toBe('unsatisfactory');
    expect(attempt.findings.map(({ id }) => id)).toEqual([]);
  });

  test('begins where the way down to it ends', () => {
    const [attempt, ...more] = attemptsOf(
      { durationS: 320, altitudeFt: 4950, turns: [], dips: [to(60, 105, -450)] },
      'straight-and-level',
    );
    expect(more).toEqual([]);
    expect(attempt.startS).toBeGreaterThan(99);
    expect(attempt.findings.map(({ id }) => id)).toEqual([]);
    expect(attempt.examiner).not.toBe('unsatisfactory');
  });

  test('is still the student’s where altitude is lost and won back: that is a fault', () => {
    const lost = {
      channel: 'alt_ft' as const,
      fromS: 100,
      fullFromS: 150,
      fullToS: 155,
      toS: 205,
      size: -450,
    };
    const [attempt, ...more] = attemptsOf({ durationS: 320, turns: [], dips: [lost] }, 'straight-and-level');
    expect(more).toEqual([]);
    expect(attempt.endS - attempt.startS).toBeGreaterThan(280);
    expect(attempt.examiner).toBe('unsatisfactory');
  });
});

test('level flight that goes over into a steep way down ends where that begins', () => {
  const [attempt] = attemptsOf(
    { durationS: 300, turns: [], dips: [to(150, 155, -30), to(155, 185, -450)] },
    'straight-and-level',
  );
  expect(attempt.endS).toBeLessThan(157);
  expect(attempt.examiner).not.toBe('unsatisfactory');
});

describe('flown slowly', () => {
  const slower = (untilS: number) => ({
    channel: 'ias_kt' as const,
    fromS: 60,
    fullFromS: 80,
    fullToS: untilS,
    toS: untilS + 20,
    size: -27,
  });

  test('on the way into a descent it is no slow flight', () => {
    const attempts = attemptsOf(
      { durationS: 400, turns: [], dips: [slower(260), to(120, 230, -1000)] },
      'slow-flight',
    );
    expect(attempts).toEqual([]);
  });

  test('and recovered from, it is, though too fast', () => {
    const attempts = attemptsOf({ durationS: 400, turns: [], dips: [slower(150)] }, 'slow-flight');
    expect(attempts.map(({ variant, examiner }) => [variant, examiner])).toEqual([
      ['clean', 'unsatisfactory'],
    ]);
  });
});

describe('level turns', () => {
  const round = { atS: 60, bankDeg: -30, turnDeg: -360 };

  test('the turn home is none', () => {
    const home = { atS: 180, bankDeg: -27, turnDeg: -160 };
    const attempts = attemptsOf(
      { durationS: 400, turns: [round, home], dips: [to(250, 390, -1400)] },
      'level-turn',
      30,
    );
    expect(attempts.map(({ startS }) => Math.round(startS / 10))).toEqual([6]);
  });

  test('a quarter turn to another heading is one, and its roll-out is judged by no heading that nobody set', () => {
    const quarter = (atS: number, side: 1 | -1) => ({ atS, bankDeg: 30 * side, turnDeg: 90 * side });
    const attempts = attemptsOf(
      { durationS: 260, turns: [quarter(60, 1), quarter(110, 1), quarter(160, 1), quarter(210, 1)] },
      'level-turn',
      30,
    );
    expect(attempts.length).toBeGreaterThanOrEqual(4);
    for (const { findings, parameters } of attempts) {
      expect(findings.map(({ id }) => id)).toEqual([]);
      const rollOut = parameters.filter(({ parameter }) => parameter === 'rollout-heading');
      expect(rollOut.every((row) => !('examiner' in row) || row.examiner === 'within')).toBe(true);
    }
  });

  test('rolled out forty degrees late it is judged so', () => {
    const [attempt] = attemptsOf({ durationS: 260, turns: [{ ...round, turnDeg: -400 }] }, 'level-turn', 30);
    expect(attempt.findings.map(({ id }) => id)).toEqual(['level-turn/rollout-overshoot']);
  });
});
