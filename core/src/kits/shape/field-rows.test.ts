/** Rows of the standard are judged where the school has turned them on, and where the recording can carry them. */
import { USUAL_FIELD_RULES } from '../../field/field-day.ts';
import { fieldRowSaid } from '../../words/field-rows.ts';
import { KNOTS } from '../../words/figures.ts';
import { judgedRow } from './field-rows.ts';

const on = { ...USUAL_FIELD_RULES, judged: ['pattern' as const, 'approach' as const] };

test('nothing is judged that the school has not turned on', () => {
  expect(judgedRow(USUAL_FIELD_RULES, 'pattern-altitude', 240, 5)).toEqual([]);
  expect(judgedRow(on, 'climb-speed', -9, 1)).toEqual([]);
});

// Private pilot ACS, from memory: traffic pattern ±100 ft and ±10 kt, approach +10/−5 kt.
test('turned on, the band is the standard’s', () => {
  expect(judgedRow(on, 'pattern-altitude', 100, 5)[0].held).toBe(true);
  expect(judgedRow(on, 'pattern-altitude', 101, 5)[0].held).toBe(false);
  expect(judgedRow(on, 'approach-speed', 10, 1)[0].held).toBe(true);
  expect(judgedRow(on, 'approach-speed', -6, 1)[0].held).toBe(false);
});

test('what is not measured, or no better than to half of the tolerance, is not judged', () => {
  expect(judgedRow(on, 'approach-speed', null, 1)).toEqual([]);
  expect(judgedRow(on, 'approach-speed', 12, 4)).toEqual([]);
});

test('it is said with what is allowed', () => {
  const [row] = judgedRow(on, 'approach-speed', 12, 1);
  expect(fieldRowSaid(row, KNOTS)).toBe(
    'Approach airspeed: 12 kt off at most, +10 kt / −5 kt allowed. Not to standard.',
  );
});
