/** Every room is whole: what it declares fits together, and it is held to its habits by a test of its own. */
import { existsSync } from 'node:fs';
import { FINDING_IDS, HABITS, MANEUVER_IDS, requireRoom, rooms } from './registry.ts';

test('ids are unique, and an unknown one is refused by name', () => {
  expect(new Set(MANEUVER_IDS).size).toBe(rooms.length);
  expect(new Set(FINDING_IDS).size).toBe(FINDING_IDS.length);
  expect(new Set(HABITS).size).toBe(HABITS.length);
  expect(() => requireRoom('loop')).toThrow(`maneuver {"id":"loop","known":"${MANEUVER_IDS[0]}`);
});

test.each(rooms.map((room) => [room.id, room] as const))(
  '%s',
  (id, { faults, folds = {}, pilot, unrecorded = [], variants }) => {
    const findings = faults.map(({ name }) => name);
    for (const habit of pilot.habits) expect(findings).toContain(habit);
    for (const [habit, variant] of Object.entries(pilot.habitVariants ?? {})) {
      expect(pilot.habits).toContain(habit);
      expect(variants).toContain(variant);
    }
    for (const folded of Object.values(folds).flat()) expect(findings).toContain(folded);
    for (const name of unrecorded) expect(findings).not.toContain(name);
    expect(existsSync(new URL(`./${id}/habits.test.ts`, `file://${import.meta.dirname}/`))).toBe(true);
  },
);
