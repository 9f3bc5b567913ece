/** Whatever is flown, what the recorder keeps can be read back: no value lies beyond what its column may hold. */
import { fleet } from '../../airplane/fleet.ts';
import { flyManeuver } from '../../fly/fly.ts';
import { readRecordingCsv } from '../../recording/csv/csv.ts';
import { writeRecordingCsv } from '../../recording/csv/write-csv.ts';

test.each([
  ['power-off-stall', 'power-off-stall/spin-entry', 2],
  ['power-on-stall', 'power-on-stall/spin-entry', 1],
  ['steep-turn', 'steep-turn/spiral-dive', 1],
  ['best-glide', 'best-glide/too-fast-for-glide', 1],
])('%s, %s, seed %i', (maneuver, habit, seed) => {
  const { recording } = flyManeuver({
    airplane: fleet[0],
    weightLb: 2400,
    seed,
    maneuver,
    habit,
    turbulence: 'light',
  });
  const read = readRecordingCsv(writeRecordingCsv(recording));
  expect(read.timeS).toEqual(recording.timeS);
  expect(read.channels).toEqual(recording.channels);
});
