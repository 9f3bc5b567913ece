import { fleet } from '../airplane/fleet.ts';
import { HABITS, MANEUVER_IDS, rooms } from '../maneuvers/registry.ts';
import { flyManeuver } from './fly.ts';

const airplane = fleet[0];

test('what no recording can show is left out, by name, and refused', () => {
  const unrecorded = rooms.flatMap(({ id, unrecorded = {} }) =>
    Object.entries(unrecorded).map(([name, why]) => ({ maneuver: id, habit: `${id}/${name}`, why })),
  );
  expect(unrecorded.length).toBeGreaterThan(0);
  for (const { maneuver, habit, why } of unrecorded) {
    expect(HABITS).not.toContain(habit);
    expect(() => flyManeuver({ airplane, maneuver, habit })).toThrow(why);
  }
  expect(() => flyManeuver({ airplane, maneuver: 'steep-turn', habit: 'steep-turn/nothing' })).toThrow(
    'must be none or one of',
  );
  expect(() => flyManeuver({ airplane, maneuver: 'loop' })).toThrow(MANEUVER_IDS[0]);
});
