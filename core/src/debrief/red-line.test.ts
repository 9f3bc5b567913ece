/**
 * The red line in a whole flight, drawn: whatever else an attempt was, one that passed it is not signed; and outside of the
 * attempts it is the flight's own finding. Never exceeded means never: common practice, and what the line on the dial says.
 */
import { fleet } from '../airplane/fleet.ts';
import { readRecordingCsv } from '../recording/csv/csv.ts';
import { findStandard } from '../standards/standards.ts';
import { type Dip, drawFlight, toCsv } from '../testing/drawn-flight.ts';
import { KNOTS } from '../words/figures.ts';
import { happened } from '../words/happened.ts';
import { reasonSaid, wentFirstSaid } from '../words/reason.ts';
import { textOf } from '../words/say.ts';
import { scoreRecording } from './score-recording.ts';

const [airplane] = fleet;
const vne = airplane.vneKias!;
const STEEP = { atS: 40, bankDeg: 45, turnDeg: 360 };
const CRUISE_KT = 95;

function flown(fastestKias: number, fromS: number) {
  const size = fastestKias - CRUISE_KT;
  const dips: Dip[] = [
    { channel: 'ias_kt', fromS, fullFromS: fromS + 10, fullToS: fromS + 12, toS: fromS + 20, size },
  ];
  const recording = readRecordingCsv(toCsv(drawFlight({ turns: [STEEP], dips, durationS: 200 })));
  return scoreRecording(recording, {
    airplane,
    standard: findStandard('faa-private')!,
    weightLb: airplane.maxWeightLb,
    groundFt: 1000,
  });
}
const steepTurnOf = ({ attempts }: ReturnType<typeof flown>) =>
  attempts.find(({ maneuver }) => maneuver === 'steep-turn')!;
const redLines = (findings: readonly { id: string }[]) =>
  findings.filter(({ id }) => /never-exceed/.test(id));

test('in an attempt it fails it, under either judge, and is what is said of it', () => {
  const score = flown(vne + 6, 48);
  const attempt = steepTurnOf(score);
  const [finding] = redLines(attempt.findings);
  expect(finding).toMatchObject({ id: 'steep-turn/never-exceed', severity: 'critical' });
  expect([attempt.strict, attempt.examiner]).toEqual(['unsatisfactory', 'unsatisfactory']);
  // Before anything else that was wrong with it, and there was.
  expect(attempt.requirements.some(({ must, held }) => must && held === false)).toBe(true);
  const words = `above the never-exceed speed of ${vne} kt`;
  for (const said of [
    wentFirstSaid(attempt, KNOTS)!,
    reasonSaid(attempt, 'examiner', KNOTS),
    reasonSaid(attempt, 'strict', KNOTS),
  ])
    expect(textOf(said)).toContain(words);
  expect(happened(attempt, KNOTS).some(({ title }) => textOf(title).includes(words))).toBe(true);
  // Said once: it belongs to the attempt.
  expect(redLines(score.flight!.findings)).toEqual([]);
});

test('outside every attempt it is the flight’s, and the attempt is judged by itself', () => {
  const score = flown(vne + 6, 150);
  expect(redLines(score.flight!.findings)).toHaveLength(1);
  expect(redLines(steepTurnOf(score).findings)).toEqual([]);
});

test.each([48, 150])('below it nothing is said of it (%i s)', (fromS) => {
  const score = flown(vne - 4, fromS);
  expect(
    redLines([...score.flight!.findings, ...score.attempts.flatMap(({ findings }) => findings)]),
  ).toEqual([]);
});
