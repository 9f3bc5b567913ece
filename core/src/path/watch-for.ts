/** What to watch for in the next lesson: a student's own recurring faults, by maneuver. */
import type { RecurringFinding } from '../card/recurring.ts';

/** A card has room for so many, and nobody presses more than that. */
const MOST = 3;
/** Once is no pattern. */
const LEAST_COUNT = 2;

/** A fault parked for another day is left out; a critical one is never parked, and once is enough for it. */
export function watchForByManeuver(
  recurring: readonly RecurringFinding[],
  parked: readonly string[],
  maneuvers: readonly string[],
): Record<string, RecurringFinding[]> {
  const pressed = recurring.filter(
    ({ id, severity, count }) => severity === 'critical' || (count >= LEAST_COUNT && !parked.includes(id)),
  );
  const ofManeuver = (maneuver: string) =>
    pressed
      // A finding that names no maneuver, as a rushed entry, belongs to every one.
      .filter(({ id }) => id.startsWith(`${maneuver}/`) || !id.includes('/'))
      .slice(0, MOST);
  return Object.fromEntries(maneuvers.map((maneuver) => [maneuver, ofManeuver(maneuver)]));
}
