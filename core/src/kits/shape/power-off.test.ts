/** A landing without the engine, told from one with it: by the recorded power alone, from well above the field. */
import { findAirplane } from '../../airplane/fleet.ts';
import { scoreRecording } from '../../debrief/score-recording.ts';
import { flyTemplate } from '../../fly/fly-template.ts';
import type { Recording } from '../../recording/columns/recording.ts';
import { findStandard } from '../../standards/standards.ts';
import { without } from '../../testing/drawn-lesson/recorder.ts';

const airplane = findAirplane('cairn-4')!;
const standard = findStandard('faa-private')!;
const { recording } = flyTemplate({
  airplane,
  template: 'steep-turns',
  apron: true,
  seed: 2,
  recorder: { rateHz: 2 },
});
const landingsOf = (of: Recording) => scoreRecording(of, { airplane, standard }).flight?.landings ?? [];
const touchS = landingsOf(recording).at(-1)!.atS;
const POWER = ['power_pct', 'throttle', 'rpm', 'map_inhg'] as const;

/** The same flight with the power that it had only at some times, and none at the others. */
function powered(has: (atS: number) => boolean): Recording {
  const bare = without(recording, ...POWER);
  const power = Float64Array.from(recording.timeS, (atS, i) =>
    has(atS) ? recording.channels.power_pct![i] : 0,
  );
  return { ...bare, channels: { ...bare.channels, power_pct: power } };
}
const last = (of: Recording) => landingsOf(of).at(-1)?.powerOff;
const IDLE_S = 130;

test('with power to the flare it is an ordinary one', () => expect(last(recording)).toBe(false));

test('idle from the circuit on it was flown down without the engine', () =>
  expect(last(powered((atS) => atS < touchS - IDLE_S || atS > touchS))).toBe(true));

test('clearing the engine for two seconds changes nothing; power for eight does', () => {
  const burst = (seconds: number) =>
    powered((atS) => atS < touchS - IDLE_S || (atS > touchS - 20 && atS < touchS - 20 + seconds));
  // What it had on this final is above idle, so that a burst shows.
  expect(last(burst(2))).toBe(true);
  expect(last(burst(8))).toBe(false);
});

test('where no column tells the power nobody knows', () =>
  expect(last(without(recording, ...POWER))).toBeNull());
