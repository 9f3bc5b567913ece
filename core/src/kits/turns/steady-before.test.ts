/** A level turn is a descending one by the power that was taken off for it, only where the flight before it was steady. */
import { findAirplane } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { drawnTrack, through } from '../../testing/drawn-track.ts';

/** Level all the way; 20° of bank from 60 to 85 s, the power coming down from 75 to 60 % at 42 s. */
const foundWith = (kiasAt: (atS: number) => number) => {
  const { recording } = drawnTrack(120, {
    alt_ft: () => 5000,
    ias_kt: kiasAt,
    power_pct: through([42, 75], [44, 60]),
    bank_deg: through([60, 0], [63, 20], [82, 20], [85, 0]),
    hdg_deg: (s) => 90 + 4.5 * Math.min(Math.max(0, s - 60), 25),
  });
  return scoreRecording(recording, {
    standard: findStandard('faa-private')!,
    airplane: findAirplane('cairn-4'),
    briefs: [{ maneuver: 'descending-turn', bankDeg: 20 }],
  }).attempts.map(({ maneuver }) => maneuver);
};

test('out of steady flight the power taken off makes it one, though the air held it up', () =>
  expect(foundWith(() => 86)).toEqual(['descending-turn']));

test('out of an acceleration the power was only brought back', () =>
  expect(foundWith(through([15, 60], [42, 86]))).not.toContain('descending-turn'));
