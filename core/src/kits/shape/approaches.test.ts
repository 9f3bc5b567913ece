/** What is measured of approaches, held against drawn patterns: geometry that shares nothing with the finder. */
import { fleet } from '../../airplane/fleet.ts';
import { flightScoreSchema } from '../../debrief/flight-score.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { type DrawnPattern, drawPattern, patternByLot, USUAL_PATTERN } from '../../testing/drawn-pattern.ts';

const standard = findStandard('faa-private')!;
const approachesIn = (of: DrawnPattern) => {
  const truth = drawPattern(of);
  const { flight } = scoreRecording(truth.recording, { standard, airplane: fleet[0], briefs: [] });
  return { truth, flight: flight!, approaches: flight!.approaches };
};

const SEEDS = Array.from({ length: 12 }, (_, i) => 7001 + i);

test.each(SEEDS)('speeds, heights and the touch of a landing, drawn by lot %d', (seed) => {
  const of = patternByLot(seed, true);
  const { truth, approaches, flight } = approachesIn(of);
  expect(approaches.map(({ end }) => end)).toEqual(['landing', 'landing']);
  expect(flight.goArounds).toBe(0);
  const [{ gate, low, touch }] = approaches;
  for (const [mark, ft] of [
    [gate!, 300],
    [low!, 100],
  ] as const) {
    const was = truth.at(mark.atS);
    expect(Math.abs(was.ft - ft)).toBeLessThan(15);
    expect(Math.abs(mark.kias! - was.kias)).toBeLessThan(2);
    expect(Math.abs(mark.rightFt! - was.rightFt)).toBeLessThan(15 + 3 * mark.rightErrorFt!);
    expect(mark.rightErrorFt!).toBeLessThan(60);
    expect(Math.abs(mark.pathDeg! - of.pathDeg)).toBeLessThan(0.6);
  }
  expect(Math.abs(touch!.atS - truth.endS)).toBeLessThan(1);
  expect(Math.abs(truth.at(touch!.atS).alongFt - truth.at(truth.endS).alongFt)).toBeLessThan(100);
  expect(Math.abs(touch!.atS - truth.endS)).toBeLessThan(3 * touch!.errorS);
});

test.each(SEEDS)('every approach broken off is one, with its height, drawn by lot %d', (seed) => {
  const of = patternByLot(seed, false);
  const { approaches } = approachesIn(of);
  expect(approaches.map(({ end }) => end)).toEqual(['go-around', 'landing']);
  expect(Math.abs(approaches[0].lowestFt - of.brokenOffFt!)).toBeLessThan(15);
  expect(approaches[0].touch).toBeNull();
  // Its distances count to where the other one touched.
  if (approaches[0].gate) expect(approaches[0].gate.distanceFt).toBeGreaterThan(1000);
});

test('inside every house figure it is stable; outside one it is not, and going around is credited', () => {
  const stable = approachesIn(USUAL_PATTERN).approaches[0];
  expect(stable.gate!.held).toEqual({ speed: true, sink: true, path: true, centre: true, flaps: null });
  // Nothing tells the flaps: it is not said.
  expect(stable.decision).toBeNull();
  const fast = approachesIn({ ...USUAL_PATTERN, kias: 78 }).approaches[0];
  expect(fast.gate!.held.speed).toBe(false);
  expect(fast.decision).toBe('landed-unstable');
  const away = approachesIn({ ...USUAL_PATTERN, kias: 78, brokenOffFt: 200 }).approaches[0];
  expect(away.decision).toBe('went-around-unstable');
  const beside = approachesIn({ ...USUAL_PATTERN, rightFt: 260 }).approaches[0];
  expect(beside.gate!.held.centre).toBe(false);
});

test('without positions heights and speeds stay, distances and the centre line are not there', () => {
  const truth = drawPattern(USUAL_PATTERN);
  const { lat_deg: _, lon_deg: __, ...channels } = truth.recording.channels;
  const { flight } = scoreRecording(
    { ...truth.recording, channels },
    { standard, airplane: fleet[0], briefs: [] },
  );
  const [{ gate, path }] = flight!.approaches;
  expect(Math.abs(truth.at(gate!.atS).ft - 300)).toBeLessThan(15);
  expect(gate).toMatchObject({ rightFt: null, distanceFt: null });
  expect(path.every(({ distanceFt }) => distanceFt === null)).toBe(true);
});

test('holes in any column leave nulls, and a score that can be read again', () => {
  const truth = drawPattern(USUAL_PATTERN);
  const holes = (names: readonly string[], about: number) =>
    Object.fromEntries(
      Object.entries(truth.recording.channels).map(([name, values]) => [
        name,
        names.includes(name)
          ? values.map((value, i) => (Math.abs(truth.recording.timeS[i] - about) < 9 ? Number.NaN : value))
          : values,
      ]),
    );
  const { hdg_deg: _, ...headless } = truth.recording.channels;
  const all = Object.keys(truth.recording.channels);
  for (const channels of [
    headless,
    ...all.map((name) => holes([name], truth.endS)),
    ...all.map((name) => holes([name], truth.endS - 40)),
    holes(all, truth.endS - 30),
  ]) {
    const { flight } = scoreRecording(
      { ...truth.recording, channels },
      { standard, airplane: fleet[0], briefs: [] },
    );
    expect(flightScoreSchema.parse(JSON.parse(JSON.stringify(flight)))).toEqual(flight);
  }
});
