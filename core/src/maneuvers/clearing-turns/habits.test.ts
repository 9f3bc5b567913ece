import { flyManeuver } from '../../fly/fly.ts';
import { Columns } from '../../testing/habits/columns.ts';
import { airplane, holdHabits, weightLb } from '../../testing/habits/hold.ts';

holdHabits('clearing-turns');

test('its pilot turns a quarter each way, and comes back to the heading', () => {
  const c = new Columns(flyManeuver({ airplane, weightLb, maneuver: 'clearing-turns', seed: 1 }));
  const first = c.event('roll-in');
  expect(Math.abs(c.turned(first, c.event('roll-in', 1)))).toBeGreaterThan(80);
  expect(Math.abs(c.turned(first, c.endS))).toBeLessThan(8);
});
