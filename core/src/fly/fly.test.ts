import { fleet } from '../airplane/fleet.ts';
import { HABITS, MANEUVER_IDS, rooms } from '../maneuvers/registry.ts';
import { flyManeuver } from './fly.ts';

const airplane = fleet[0];

test('what no recording can show is left out, by name, and refused', () => {
  const unrecorded = rooms.flatMap(({ id, unrecorded = [] }) =>
    unrecorded.map((name) => ({ maneuver: id, habit: `${id}/${name}` })),
  );
  expect(unrecorded.length).toBeGreaterThan(0);
  for (const { maneuver, habit } of unrecorded) {
    expect(HABITS).not.toContain(habit);
    expect(() => flyManeuver({ airplane, maneuver, habit })).toThrow('fly/habit-unrecorded');
  }
  expect(() => flyManeuver({ airplane, maneuver: 'steep-turn', habit: 'steep-turn/nothing' })).toThrow(
    'fly/habit ',
  );
  expect(() => flyManeuver({ airplane, maneuver: 'loop' })).toThrow(MANEUVER_IDS[0]);
});
