/** What stands under the cursor of a story: the value of that row, with its unit, and nothing where nothing was measured. */
import type { StoryLane } from '@keel/core';
import { LANE_NAMES, laneHeight, textAt, unitText } from './story-lanes.ts';

const timeS = [10, 11, 12, 13];
const lane = (name: StoryLane['name'], values: (number | null)[], unit = ''): StoryLane =>
  ({ name, unit, values }) as StoryLane;
const at = (one: StoryLane, atS: number, speedUnit = 'kt') => textAt(one, timeS, atS, speedUnit);

test('the row that has begun counts, the first before any has', () => {
  const altitude = lane('altitude', [3000, 3010, 3020, 3030], 'ft');
  expect([9, 10, 10.9, 11, 12.5, 99].map((atS) => at(altitude, atS))).toEqual(
    ['3000', '3000', '3000', '3010', '3020', '3030'].map((text) =>
      expect.stringMatching(new RegExp(`^${text[0]}\\D?${text.slice(1)} ft$`)),
    ),
  );
});

test('speeds are in the unit asked for: 100 kt are 115 mph', () => {
  expect(at(lane('airspeed', [100, 100, 100, 100], 'kt'), 11)).toBe('100 kt');
  expect(at(lane('airspeed', [100, 100, 100, 100], 'kt'), 11, 'mph')).toBe('115 mph');
});

test('what has a side has a sign', () => {
  expect(at(lane('pitch', [5, -5, 0, 0]), 10)).toBe('+5°');
  expect(at(lane('pitch', [5, -5, 0, 0]), 11)).toBe('−5°');
  expect(at(lane('ball', [0.04, -0.12, 0, 0]), 10)).toBe('+0.04 g');
  expect(at(lane('elevator', [0.3, -0.3, 0, 0]), 11)).toBe('−30');
  expect(at(lane('aileron', [1, 0, 0, 0]), 10)).toBe('+100');
  expect(at(lane('flaps', [20, 0, 0, 0]), 10)).toBe('20°');
});

test('where nothing was measured nothing stands', () => {
  expect(at(lane('altitude', [null, 3000, null, null], 'ft'), 10)).toBe('');
  expect(at(lane('altitude', [], 'ft'), 10)).toBe('');
});

test('every lane has a name, a height and a unit that can be read', () => {
  for (const name of Object.keys(LANE_NAMES) as StoryLane['name'][]) {
    expect(laneHeight(name, true)).toBeGreaterThanOrEqual(laneHeight(name, false));
    expect(laneHeight(name, false)).toBeGreaterThanOrEqual(44);
    expect(unitText(lane(name, [], 'deg'), 'kt')).not.toBe('deg');
  }
  expect(unitText(lane('airspeed', [], 'kt'), 'mph')).toBe('mph');
  expect(unitText(lane('altitude', [], 'ft'), 'kt')).toBe('ft');
});
