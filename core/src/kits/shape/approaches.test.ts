/** What is measured of approaches, held against drawn patterns: geometry that shares nothing with the finder. */
import { fleet } from '../../airplane/fleet.ts';
import { flightScoreSchema } from '../../debrief/flight-score.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { USUAL_FIELD_RULES } from '../../field/field-day.ts';
import type { FieldRules } from '../../field/field-rules.ts';
import { findStandard } from '../../standards/standards.ts';
import { type DrawnPattern, drawPattern, patternByLot, USUAL_PATTERN } from '../../testing/drawn-pattern.ts';

const standard = findStandard('faa-private')!;
const approachesIn = (of: DrawnPattern, rules: Partial<FieldRules> = {}) => {
  const truth = drawPattern(of);
  const atField = { rules: { ...USUAL_FIELD_RULES, ...rules }, windKt: null, gustKt: null };
  const { flight } = scoreRecording(truth.recording, { standard, airplane: fleet[0], briefs: [], atField });
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

/** Where the drawn runway begins on the map. */
const thresholdOf = ({ runwayDeg }: DrawnPattern) => ({
  end: String(Math.round(runwayDeg / 10) || 36).padStart(2, '0'),
  latDeg: 45,
  lonDeg: 8,
});

test.each(SEEDS)(
  'with a known threshold its speed, height and the point of the touch, drawn by lot %d',
  (seed) => {
    const of = patternByLot(seed, true);
    const { truth, approaches } = approachesIn(of, { ends: [thresholdOf(of)] });
    const { threshold } = approaches[0];
    const touched = truth.at(truth.endS).alongFt;
    expect(Math.abs(threshold!.touchFt! - touched)).toBeLessThan(100);
    expect(Math.abs(threshold!.touchFt! - touched)).toBeLessThan(3 * threshold!.touchErrorFt!);
    let overS = truth.endS;
    while (truth.at(overS - 0.1).alongFt > 0) overS -= 0.1;
    if (threshold!.kias !== null) expect(Math.abs(threshold!.kias - truth.at(overS).kias)).toBeLessThan(2);
    if (threshold!.heightFt !== null)
      expect(Math.abs(threshold!.heightFt - truth.at(overS).ft)).toBeLessThan(15);
  },
);

test('without a threshold, or with one of another runway, nothing is measured from it', () => {
  expect(approachesIn(USUAL_PATTERN).approaches[0].threshold).toBeNull();
  const aside = { ...thresholdOf(USUAL_PATTERN), lonDeg: 8.01 };
  expect(approachesIn(USUAL_PATTERN, { ends: [aside] }).approaches[0].threshold).toBeNull();
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
