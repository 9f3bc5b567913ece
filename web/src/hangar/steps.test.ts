/** Every field of an airplane file has its step, so that what is refused can be shown. */
import { AIRPLANE_PARTS, fleet } from '@keel/core';
import { STEPS, stepOf } from './steps.ts';

test('there is a step for each part that a handbook is compared with', () =>
  expect(STEPS.map(({ id }) => id)).toEqual(['about', ...AIRPLANE_PARTS]));

test.each([
  ['name', 'about'],
  ['propeller.kind', 'about'],
  ['wing.mounted', 'about'],
  ['vaKiasByWeight.0.1', 'speeds'],
  ['flaps.2.vfeKias', 'flaps'],
  ['iasToCas.landing', 'flaps'],
  ['fuel.usableGal', 'weights'],
  ['fuel.lbPerGal', 'weights'],
  ['cgEnvelope.1', 'weights'],
  ['propeller.diameterIn', 'engine'],
  ['book.climb.0.fpm', 'performance'],
  ['nobody.knows', 'about'],
])('%s belongs to %s', (path, step) => expect(stepOf(path)).toBe(step));

test('whatever the shipped airplanes have besides their names belongs to a part', () => {
  const own = [
    'id',
    'name',
    'registration',
    'seats',
    'speedUnit',
    'powerUnit',
    'stallWarning',
    'description',
  ];
  const keys = fleet.flatMap((airplane) => Object.keys(airplane)).filter((key) => !own.includes(key));
  expect([...new Set(keys)].filter((key) => stepOf(key) === 'about')).toEqual([]);
});
