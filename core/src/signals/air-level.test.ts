/** How rough the air was, of flights whose air is known, and of made loads of a known size. */
import { fleet } from '../airplane/fleet.ts';
import { flyManeuver } from '../fly/fly.ts';
import type { Recording } from '../recording/columns/recording.ts';
import { makeTrack } from '../recording/track/track.ts';
import { airOf, isAtLeast } from './air-level.ts';

const [airplane] = fleet;
const flown = (turbulence: 'none' | 'light' | 'moderate', maneuver = 'straight-and-level') =>
  flyManeuver({ airplane, maneuver, turbulence, seed: 3 }).recording;
const all = (recording: Recording) => ({ startS: recording.timeS[0], endS: recording.timeS.at(-1)! });

/** A level flight whose load is shaken by a sine of so much, root mean square, at so many hertz. */
function shaken(rmsG: number, hz: number): Recording {
  const recording = flown('none');
  const load_g = recording.timeS.map((s) => 1 + Math.SQRT2 * rmsG * Math.sin(2 * Math.PI * hz * s));
  return { ...recording, channels: { ...recording.channels, load_g } };
}
const levelOf = (recording: Recording) => airOf(makeTrack(recording, airplane), all(recording))?.level;

test.each([
  ['none', 'smooth'],
  ['light', 'light'],
] as const)('air of the model: %s is %s', (turbulence, level) =>
  expect(levelOf(flown(turbulence))).toBe(level),
);

test.each([
  [0.02, 'smooth'],
  [0.08, 'light'],
  [0.2, 'moderate'],
  [0.4, 'severe'],
])('a load shaken by %d g at 1 Hz is %s', (rmsG, level) => expect(levelOf(shaken(rmsG, 1))).toBe(level));

test('what comes slower than a gust is no turbulence: 0.05 Hz', () => {
  expect(levelOf(shaken(0.1, 0.05))).toBe('smooth');
});

test('a stall and its pulls shake the load, and are not the air', () => {
  expect(levelOf(flown('none', 'power-off-stall'))).toBe('smooth');
});

test('shaken while the surroundings are smooth it may be the hand: the lesser of the two counts', () => {
  const recording = shaken(0.2, 1);
  const load = recording.channels.load_g!;
  recording.timeS.forEach((s, i) => {
    if (s < 40 || s > 70) load[i] = 1;
  });
  const air = airOf(makeTrack(recording, airplane), { startS: 40, endS: 70 });
  expect(air?.level).toBe('smooth');
});

test('without a load the airspeed tells it; without either nothing does', () => {
  const recording = flown('none');
  const { load_g: _, ...channels } = recording.channels;
  const air = airOf(makeTrack({ ...recording, channels }, airplane), all(recording));
  expect(air).toMatchObject({ level: 'smooth', by: 'airspeed' });
  expect(isAtLeast(undefined, 'light')).toBe(false);
  expect(airOf(makeTrack(recording, airplane), { startS: 10, endS: 11 })?.level).toBe('smooth');
});
