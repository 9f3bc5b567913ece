/** Takeoffs and run-ups against drawn patterns. */
import { fleet } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { drawPattern, USUAL_PATTERN } from '../../testing/drawn-pattern.ts';

const standard = findStandard('faa-private')!;
const [airplane] = fleet;
const flightOf = (recording: Recording) =>
  scoreRecording(recording, { standard, airplane, briefs: [] }).flight!;
/** The same flight with one more column. */
const withColumn = (recording: Recording, name: 'rpm' | 'flaps_deg', of: (s: number) => number) => ({
  ...recording,
  channels: { ...recording.channels, [name]: recording.timeS.map(of) },
});

const truth = drawPattern(USUAL_PATTERN);

test('lift-off, climb speed and drift are those of the curve', () => {
  const { takeoffList, takeoffs } = flightOf(truth.recording);
  expect(takeoffList).toHaveLength(takeoffs!);
  const [first] = takeoffList;
  const was = truth.at(first.atS);
  expect(was.ft).toBeLessThan(15);
  expect(Math.abs(first.kias! - was.kias)).toBeLessThan(3);
  expect(first.vyKias).toBe(74);
  // From 100 to 500 ft it is drawn at 72 to 74 kt over the ground, into 7 kt of wind.
  expect(Math.abs(first.climbKias! - 80)).toBeLessThan(1.5);
  expect(Math.abs(first.rightFt!)).toBeLessThan(60);
  expect(first.flapsUpFt).toBeNull();
});

test('flaps that come up in the climb come up at a height', () => {
  const { takeoffList } = flightOf(truth.recording);
  const upS = takeoffList[0].atS + 25;
  const [first] = flightOf(withColumn(truth.recording, 'flaps_deg', (s) => (s < upS ? 10 : 0))).takeoffList;
  expect(Math.abs(first.flapsUpFt! - truth.at(upS).ft)).toBeLessThan(25);
});

/** Held at 1,800 rpm from 8 to 34 s, two drops of a magneto each. */
const runUp = (drops: readonly [fromS: number, rpm: number][]) =>
  withColumn(truth.recording, 'rpm', (s) => {
    if (s < 8 || s > 34) return s > 60 ? 2300 : 900;
    const drop = drops.find(([fromS]) => s >= fromS && s < fromS + 3);
    return 1800 - (drop?.[1] ?? 0);
  });

test('a run-up with two drops', () => {
  const { runUps } = flightOf(
    runUp([
      [14, 90],
      [22, 120],
    ]),
  );
  expect(runUps).toHaveLength(1);
  expect(runUps[0].rpm).toBeCloseTo(1800, -1);
  expect(runUps[0].dropsRpm).toHaveLength(2);
  expect(Math.abs(runUps[0].dropsRpm[0] - 90)).toBeLessThan(12);
  expect(Math.abs(runUps[0].dropsRpm[1] - 120)).toBeLessThan(12);
  expect(runUps[0].limitRpm).toBe(150);
});

test('full power held on the brakes, and then a roll, is no run-up', () => {
  const { runUps } = flightOf(withColumn(truth.recording, 'rpm', (s) => (s > 60 ? 2500 : 900)));
  expect(runUps).toEqual([]);
});

test('a run-up in which nothing dropped has none, and without revolutions there is none', () => {
  expect(flightOf(runUp([])).runUps[0].dropsRpm).toEqual([]);
  expect(flightOf(truth.recording).runUps).toEqual([]);
});
