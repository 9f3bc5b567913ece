import type { KeelTrace } from '@keel/core';
import { lanesOf, MOST_LANES } from './which-lanes.ts';

const judged = (parameter: string, required = true) => ({ parameter, required });
const explaining = (name: string) => ({ name });
const trace = (lanes: object[], story: object[]) =>
  ({
    timeS: [0],
    lanes,
    track: null,
    story: { lanes: story, events: [], around: null },
  }) as unknown as KeelTrace;

const SLOW = trace(
  [judged('bank'), judged('altitude'), judged('airspeed'), judged('heading'), judged('coordination', false)],
  ['power', 'flaps', 'airspeed', 'pitch'].map(explaining),
);

test('what is judged comes first, then what explains it, six in all', () => {
  const { keel, story, others } = lanesOf(SLOW, false);
  expect(keel.map(({ parameter }) => parameter)).toEqual(['bank', 'altitude', 'airspeed', 'heading']);
  expect(story.map(({ name }) => name)).toEqual(['power', 'flaps']);
  expect(keel.length + story.length).toBe(MOST_LANES);
  expect(others).toEqual(['Coordination', 'Airspeed', 'Nose']);
});

test('all of them when they are asked for', () => {
  const { keel, story, others } = lanesOf(SLOW, true);
  expect(keel.length + story.length).toBe(9);
  expect(others).toEqual([]);
});

test('what is shown only fills what room there is, in its own place', () => {
  const few = trace([judged('coordination', false), judged('heading')], [explaining('pitch')]);
  const { keel, others } = lanesOf(few, false);
  expect(keel.map(({ parameter }) => parameter)).toEqual(['coordination', 'heading']);
  expect(others).toEqual([]);
});

test('where nothing is judged what was measured is drawn', () => {
  const none = trace([judged('bank', false), judged('altitude', false)], []);
  expect(lanesOf(none, false).keel).toHaveLength(2);
});
