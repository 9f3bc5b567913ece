/** From field to field in one flight: each has its own level, and its own take-offs and landings. */
import { findAirplane } from '../airplane/fleet.ts';
import { findStandard } from '../standards/standards.ts';
import { drawFromFieldToField } from '../testing/drawn-lesson/field.ts';
import { scoreRecording } from './score-recording.ts';

const standard = findStandard('faa-private')!;
const airplane = findAirplane('cairn-4')!;
const FIELDS_FT = [1720, 860, 2410, 1180];

test.each([
  [1, 1],
  [1, 2],
  [5, 3],
])('three other fields and home: a take-off and a landing at each (%d Hz, %d)', (rateHz, seed) => {
  const { recording } = drawFromFieldToField(seed, FIELDS_FT, { rateHz, roughness: 0.2 });
  const { flight, attempts } = scoreRecording(recording, { airplane, standard });
  expect(flight).toMatchObject({ takeoffs: 4, goArounds: 0 });
  expect(flight!.landings).toHaveLength(4);
  expect(flight!.airborneS! / (recording.timeS.at(-1)! - 4 * 90)).toBeGreaterThan(0.85);
  // A way from field to field practises nothing.
  expect(attempts.map(({ maneuver }) => maneuver)).toEqual([]);
});
