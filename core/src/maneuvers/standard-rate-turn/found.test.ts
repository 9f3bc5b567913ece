/** A standard-rate turn is told from an ordinary level one by what was briefed, and judged by its rate. */

import { fleet } from '../../airplane/fleet.ts';
import { targetCard } from '../../brief/target-card.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { bankForTurnRateDeg, turnRateDegPerS } from '../../mechanics/turning.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { refusal } from '../../testing/refusal.ts';

const [airplane] = fleet;
const standard = findStandard('faa-private')!;
const schoolStandard = findStandard('school-pre-solo')!;
const fly = (maneuver: string, seed = 1, habit = 'none') => flyManeuver({ airplane, maneuver, seed, habit });
const scored = (recording: Recording, briefs: ReturnType<typeof fly>['card'][]) =>
  scoreRecording(recording, { airplane, standard, schoolStandard, briefs }).attempts;

const byRate = fly('standard-rate-turn');
const ordinary = fly('level-turn');

test('with both briefed each is what it was flown as', () => {
  const briefs = [byRate.card, ordinary.card];
  expect(scored(byRate.recording, briefs).map(({ maneuver }) => maneuver)).toEqual(['standard-rate-turn']);
  expect(scored(ordinary.recording, briefs).map(({ maneuver }) => maneuver)).toEqual(['level-turn']);
});

test('where nobody briefed one it is a level turn', () =>
  expect(scored(byRate.recording, []).map(({ maneuver }) => maneuver)).toEqual(['level-turn']));

const rateOf = (recording: Recording) => {
  const [attempt] = scored(recording, [byRate.card]);
  return attempt.parameters.find(({ parameter }) => parameter === 'turn-rate')!;
};

test('the rate is judged: three degrees a second within the school’s band, and not with a third more bank', () => {
  expect(rateOf(byRate.recording)).toMatchObject({ target: 3, unit: 'deg/s', strict: 'within' });
  expect(rateOf(fly('standard-rate-turn', 2, 'standard-rate-turn/rate-too-fast').recording)).toMatchObject({
    strict: 'outside',
  });
});

test('a logger of whole degrees, a row a second, tells it as well', () => {
  const every = (values: Float64Array) => values.filter((_, row) => row % 10 === 0);
  const { recording } = byRate;
  const coarse: Recording = {
    ...recording,
    timeS: every(recording.timeS),
    channels: Object.fromEntries(
      Object.entries(recording.channels).map(([name, values]) => [
        name,
        every(values).map((value) => (name.endsWith('_deg') ? Math.round(value) : value)),
      ]),
    ),
  };
  expect(rateOf(coarse)).toMatchObject({ strict: 'within' });
});

// A full circle in two minutes; the bank is a tenth of the true airspeed and five to seven. Source: FAA-H-8083-15
// (from memory).
test.each([
  [80, 12.4],
  [100, 15.3],
  [120, 18.2],
])('at %d kt the bank for it is about %d°', (tasKt, bankDeg) => {
  expect(bankForTurnRateDeg(3, tasKt)).toBeCloseTo(bankDeg, 0);
  expect(Math.abs(bankForTurnRateDeg(3, tasKt) - (tasKt / 10 + 6))).toBeLessThan(2);
  expect(turnRateDegPerS(bankForTurnRateDeg(3, tasKt), tasKt)).toBeCloseTo(3, 9);
});

test('the bank of an ordinary turn is refused by name', () =>
  expect(
    refusal(() => targetCard({ airplane, standard, maneuver: 'standard-rate-turn', bankDeg: 30 })),
  ).toMatch(/at most 20° \(more turns faster/));
