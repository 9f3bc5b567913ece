/** An airplane file while it is typed: paths, empty fields, and words at the field that is wrong. */
import { findAirplane } from '@keel/core';
import { check, type Draft, fromTyped, toTyped, valueAt, withValue } from './draft.ts';

const cairn = findAirplane('cairn-4') as unknown as Draft;

test('a value is read and set by its path, in a copy', () => {
  const path = ['book', 'cruise', 2, 'power'];
  const changed = withValue(cairn, path, 2410);
  expect(valueAt(changed, path)).toBe(2410);
  expect(valueAt(cairn, path)).toBe(2400);
  expect(valueAt(cairn, ['nothing', 'here'])).toBeUndefined();
});

test('an empty field is a field not given; a row makes the table that it stands in', () => {
  expect(withValue(cairn, ['vxKias'], undefined)).not.toHaveProperty('vxKias');
  expect(withValue({}, ['book', 'climb', 0, 'fpm'], 500)).toEqual({ book: { climb: [{ fpm: 500 }] } });
  expect(withValue({ flaps: [{ deg: 10 }] }, ['flaps', 0, 'vsKias'], undefined)).toEqual({
    flaps: [{ deg: 10 }],
  });
});

test('a whole file passes and comes back as an airplane', () => {
  const { airplane, errors } = check(cairn);
  expect(errors.size).toBe(0);
  expect(airplane!.id).toBe('cairn-4');
});

test.each([
  [
    ['vs1Kias'],
    120,
    'vaKiasAtMax',
    'the maneuvering speed (102) must be above the stall with flaps up (120)',
  ],
  [
    ['vs0Kias'],
    60,
    'vs1Kias',
    'the stall with flaps up (47) must be above the stall with landing flaps (60)',
  ],
  [['vneKias'], 90, 'vneKias', 'never exceed (90) must be above the maneuvering speed (102)'],
  [['vyKias'], 55, 'vyKias', 'best rate (55) must be above best angle (60)'],
  [
    ['emptyWeightLb'],
    2500,
    'emptyWeightLb',
    'the empty weight (2500) must be below the maximum weight (2400)',
  ],
  [['flaps', 1, 'deg'], 5, 'flaps.1.deg', 'flap stages must rise: 5° comes after 10°'],
  [
    ['flaps', 2, 'vfeKias'],
    120,
    'flaps.2.vfeKias',
    'the limit at 30° (120) must not be above the one at 20° (88)',
  ],
  [
    ['flaps', 0, 'vfeKias'],
    30,
    'flaps.0.vfeKias',
    'the limit (30) must be above the stall with landing flaps (41)',
  ],
  [
    ['warningKias', 'landing'],
    40,
    'warningKias.landing',
    'the warning (40) must sound above the stall speed (41)',
  ],
  [['stations', 1, 'id'], 'front', 'stations.1.id', 'the station front is there twice'],
  [['takeoffStage'], 4, 'takeoffStage', 'there are only 3 flap stages'],
  [
    ['emptyArmIn'],
    undefined,
    'emptyArmIn',
    'the balance needs stations, the empty arm, the empty weight and the envelope together',
  ],
  [['maxWeightLb'], undefined, 'maxWeightLb', 'This is needed'],
  [['iasToCas', 'clean', 1, 0], 40, 'iasToCas.clean', 'points must rise from row to row in both columns'],
])('%j set to %j is said at %s', (path, value, field, words) => {
  const { airplane, errors } = check(withValue(cairn, path as (string | number)[], value));
  expect(airplane).toBeNull();
  expect(errors.get(field)).toBe(words);
});

test.each([101, 30.3, 30.5, 94.57, 0.1])('%d mph typed comes back as typed', (mph) => {
  const kept = fromTyped(mph, 1.150779);
  expect(kept).toBeCloseTo(mph / 1.150779, 4);
  expect(toTyped(kept, 1.150779)).toBe(mph);
});

test('an empty field is no number and none is made of it; what is no number is refused by the schema', () => {
  expect(fromTyped('', 1)).toBeUndefined();
  const { errors } = check(withValue(cairn, ['vxKias'], fromTyped(Number.NaN, 1)));
  expect(errors.get('vxKias')).toBe('Type a number, such as 30.5');
});

test('an airplane in miles per hour is refused in miles per hour', () => {
  const gimmer = findAirplane('gimmer-2') as unknown as Draft;
  const { errors } = check(withValue(gimmer, ['vneKias'], fromTyped(70, 1.150779)));
  expect(errors.get('vneKias')).toBe('never exceed (70 mph) must be above best rate (84 mph)');
});
